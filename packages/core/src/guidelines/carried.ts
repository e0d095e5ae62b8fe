import { phIsTold } from './ph-of-change';
import type { Interval } from '../quantity';
import { FieldError, interval, point } from '../quantity';
import { type ParameterId, measuredIds } from '../readings';
import { type Deed, effectOf, figureOf } from '../remedies';
import { type Water, meanDepthOf } from '../waters';

const day = 86_400_000;

/** Water that went in, as far as it is known. Canonical; null where it was not read. */
export type Poured = Readonly<Partial<Record<ParameterId, Interval | null>>>;

/** A change of water, or rain, with what went in. */
export interface Dilution {
  readonly at: number;
  readonly deed: Deed;
  /** Share of the water that is new, 0 to 1; null where nobody knows. */
  readonly share: Interval | null;
  /** What went in; null where nobody knows. */
  readonly poured: Poured | null;
  /** True for rain, which can only thin: an unknown share of it makes pH and KH the past, and nothing else. */
  readonly rain: boolean;
}

/** Rain: no carbonate, no hardness, next to no waste. pH of clean rain in balance with air 5.6, acid rain 4.5 (common practice). */
const rainwater: Poured = {
  ammonia: interval(0, 0, 0.3),
  nitrite: point(0),
  nitrate: interval(0, 0.2, 1),
  ph: interval(4.5, 5.6, 6.5),
  alkalinity: interval(0, 0, 0.1),
  hardness: interval(0, 0, 0.1),
  chloride: interval(0, 1, 10),
};

/** Known changes are carried up to half of the water in all; beyond that too little is left of what was read. */
export const mostCarried = 0.5;

export interface CarryGiven {
  readonly water: Water;
  readonly deeds: readonly Deed[];
  /** What a source holds, where it was read lately enough to be counted on; null where it was not. */
  readonly pouredFrom: (sourceWaterId: string) => Poured | null;
}

function changeOf(deed: Deed, { water, pouredFrom }: CarryGiven): Dilution {
  const base = { at: deed.at, deed, rain: false } as const;
  const { amount } = deed;
  if (!amount || (amount.by !== 'part' && amount.by !== 'liters'))
    return { ...base, share: null, poured: null };
  let share: Interval | null = null;
  try {
    share = effectOf(amount, water.netLiters).part ?? null;
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
  }
  const source = amount.sourceWaterId === undefined ? water.sourceWaterId : amount.sourceWaterId;
  return { ...base, share, poured: source === null ? null : pouredFrom(source) };
}

function rainOf(deed: Deed, water: Water): Dilution | null {
  // Indoors it does not rain.
  if (water.kind !== 'pond' && water.kind !== 'aquaponics' && water.kind !== 'standing') return null;
  const base = { at: deed.at, deed, rain: true, poured: rainwater } as const;
  const depth = meanDepthOf(water);
  if (deed.amount?.by !== 'rain' || depth === null || water.roofWater === true)
    return { ...base, share: null };
  try {
    const fallen = figureOf(deed.amount)!;
    // r mm on a mean depth of d m is the share r ÷ (1000 d).
    const of = (mm: number) => Math.min(1, mm / (1000 * depth));
    return { ...base, share: interval(of(fallen.low), of(fallen.best), of(fallen.high)) };
  } catch (error) {
    if (error instanceof FieldError) return { ...base, share: null };
    throw error;
  }
}

/** Changes of water and rain, oldest first. */
export function dilutionsOf(given: CarryGiven): Dilution[] {
  return given.deeds
    .flatMap((deed) => {
      if (deed.kind === 'water-change') return [changeOf(deed, given)];
      const rain = deed.kind === 'rain' ? rainOf(deed, given.water) : null;
      return rain ? [rain] : [];
    })
    .sort((a, b) => a.at - b.at);
}

/** What became of a reading by the changes since. */
export interface Carried {
  readonly value: Interval;
  /** How many changes it was carried through. */
  readonly changes: readonly Dilution[];
  /** Why it no longer tells how the water is, in a sentence; null where it was carried all the way. */
  readonly lost: string | null;
}

/** after = (1 − f) c + f s, at the ends of all three. Conservation of mass. */
function mixed(c: Interval, s: Interval, f: Interval): Interval {
  const of = (x: number, y: number, share: number) =>
    share === 1 ? y : x === Infinity || y === Infinity ? Infinity : (1 - share) * x + share * y;
  const ends = [f.low, f.high];
  return interval(
    Math.min(...ends.map((share) => of(c.low, s.low, share))),
    of(c.best, s.best, f.best),
    Math.max(...ends.map((share) => of(c.high, s.high, share))),
  );
}

export interface Kept {
  readonly value: Interval;
  readonly takenAt: number;
}

const dayWords = (at: number) => new Date(at).toISOString().slice(0, 10);
const pastBecause = ({ rain, share, at }: Dilution, over: boolean): string => {
  const when = dayWords(at);
  if (rain) return `Rain of ${when} came in; nobody knows how much.`;
  if (over) return `Over half of the water was changed, last on ${when}.`;
  return share === null
    ? `The change of ${when} was noted without its size.`
    : `The change of ${when} was made with water not tested lately.`;
};

/**
 * Carries readings through the changes noted since. A change counts where its share and what went in are known, and as
 * long as no more than half has been changed in all.
 * @param kept the readings, canonical
 */
export function carry(
  kept: Readonly<Partial<Record<ParameterId, Kept>>>,
  dilutions: readonly Dilution[],
): Partial<Record<ParameterId, Carried>> {
  const done: Partial<Record<ParameterId, Carried>> = {};
  for (const parameter of measuredIds()) {
    const start = kept[parameter];
    // The warmth of a change is matched, and is gone within hours.
    if (!start || parameter === 'temperature') continue;
    const since = dilutions.filter((d) => d.at > start.takenAt);
    if (since.length === 0) continue;
    let { value } = start;
    let left = 1;
    const changes: Dilution[] = [];
    let lost: string | null = null;
    for (const change of since) {
      const { share, poured, rain } = change;
      // An unknown share of rain leaves what it can only thin.
      if (share === null && rain && parameter !== 'ph' && parameter !== 'alkalinity') continue;
      const into = poured?.[parameter] ?? null;
      if (share === null || poured === null || (into === null && parameter !== 'ph')) {
        lost = pastBecause(change, false);
        break;
      }
      left *= 1 - share.best;
      if (1 - left > mostCarried + 1e-9) {
        lost = pastBecause(change, true);
        break;
      }
      if (parameter === 'ph') {
        // KH as it was carried up to here.
        const kh = khAt(kept, dilutions, change.at);
        const told = phIsTold(
          { ph: value, alkalinity: kh, temperature: kept.temperature?.value ?? null },
          poured,
          share,
        );
        if (!told) {
          lost = pastBecause(change, false);
          break;
        }
        value = told;
      } else value = mixed(value, into!, share);
      changes.push(change);
    }
    if (changes.length > 0 || lost !== null) done[parameter] = { value, changes, lost };
  }
  return done;
}

/** KH just before an instant, carried through the changes up to there; null where it is not known. */
function khAt(
  kept: Readonly<Partial<Record<ParameterId, Kept>>>,
  dilutions: readonly Dilution[],
  at: number,
): Interval | null {
  const start = kept.alkalinity;
  if (!start) return null;
  let { value } = start;
  for (const { share, poured } of dilutions.filter((d) => d.at > start.takenAt && d.at < at)) {
    const into = poured?.alkalinity;
    if (share === null || !into) return null;
    value = mixed(value, into, share);
  }
  return value;
}

/** How old a source's readings may be to be counted on: as the claim of a source has it. */
export const sourceHolds = (parameter: ParameterId, showsAmmonia: boolean): number =>
  (parameter === 'ammonia' && showsAmmonia ? 14 : 60) * day;
