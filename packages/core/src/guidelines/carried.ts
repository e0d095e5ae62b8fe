import { day } from '../wire';
import { type Buffered, phAfterDose, phIsTold, phOfBlend } from './ph-of-change';
import type { Interval } from '../quantity';
import { FieldError, add, interval, point } from '../quantity';
import { type ParameterId, measuredIds, parameterInfo } from '../parameters';
import { type Deed, type DeedAmount, type DeedEffect, blendOf, effectOf, figureOf } from '../remedies';
import { type Water, meanDepthOf } from '../waters';

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
  /** What a dose of known weight brought; null for a change. */
  readonly rise: DeedEffect | null;
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
const mostCarried = 0.5;

export interface CarryGiven {
  readonly water: Water;
  readonly deeds: readonly Deed[];
  /** What a source holds, where it was read lately enough to be counted on; null where it was not. */
  readonly pouredFrom: (sourceWaterId: string) => Poured | null;
}

function changeOf(deed: Deed, { water, pouredFrom }: CarryGiven): Dilution {
  const base = { at: deed.at, deed, rain: false, rise: null } as const;
  const { amount } = deed;
  if (!amount || (amount.by !== 'part' && amount.by !== 'liters' && amount.by !== 'blend'))
    return { ...base, share: null, poured: null };
  let share: Interval | null = null;
  try {
    share = effectOf(amount, water.netLiters).part ?? null;
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
  }
  if (amount.by === 'blend') return { ...base, share, poured: share && blended(amount, pouredFrom) };
  const source = amount.sourceWaterId === undefined ? water.sourceWaterId : amount.sourceWaterId;
  return { ...base, share, poured: source === null ? null : pouredFrom(source) };
}

/** Several waters poured in together; null where one of them is not known. */
function blended(amount: DeedAmount, pouredFrom: CarryGiven['pouredFrom']): Poured | null {
  const parts = (blendOf(amount) ?? []).map(({ sourceWaterId, liters }) => ({
    liters,
    poured: sourceWaterId === null ? null : pouredFrom(sourceWaterId),
  }));
  if (parts.some((p) => p.poured === null)) return null;
  const sum = parts.reduce((all, p) => all + p.liters.best, 0);
  const mean = (parameter: ParameterId): Interval | null => {
    const each = parts.map((p) => ({ value: p.poured![parameter] ?? null, share: p.liters.best / sum }));
    if (each.some((e) => e.value === null)) return null;
    const of = (end: 'low' | 'best' | 'high') => each.reduce((all, e) => all + e.share * e.value![end], 0);
    return interval(of('low'), of('best'), of('high'));
  };
  const ph = phOfBlend(parts.map((p) => ({ poured: p.poured!, share: p.liters.best / sum })));
  return { ...Object.fromEntries(measuredIds().map((p) => [p, mean(p)])), ph };
}

/** A dose of known weight; null where it brings nothing that is read, or cannot be read itself. */
function doseOf(deed: Deed, { netLiters }: Water): Dilution | null {
  const { amount } = deed;
  if (!amount || !['salt', 'rise', 'ammonium-chloride', 'household-ammonia'].includes(amount.by)) return null;
  try {
    return { at: deed.at, deed, rain: false, share: null, poured: null, rise: effectOf(amount, netLiters) };
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

function rainOf(deed: Deed, water: Water): Dilution | null {
  // Indoors it does not rain.
  if (water.kind !== 'pond' && water.kind !== 'aquaponics' && water.kind !== 'standing') return null;
  const base = { at: deed.at, deed, rain: true, poured: rainwater, rise: null } as const;
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

/** Changes of water, rain and doses of known weight, oldest first. */
export function dilutionsOf(given: CarryGiven): Dilution[] {
  return (
    given.deeds
      .flatMap((deed) => {
        if (deed.kind === 'water-change') return [changeOf(deed, given)];
        const other = deed.kind === 'rain' ? rainOf(deed, given.water) : doseOf(deed, given.water);
        return other ? [other] : [];
      })
      // What one tick wrote has one instant: salts went in with the new water, and are not poured away by it.
      .sort((a, b) => a.at - b.at || (a.rise === null ? 0 : 1) - (b.rise === null ? 0 : 1))
  );
}

/** What became of a reading by the changes since. */
export interface Carried {
  readonly value: Interval;
  /** How many changes it was carried through. */
  readonly changes: readonly Dilution[];
  /** Why it no longer tells how the water is, in a sentence; null where it was carried all the way. */
  readonly lost: string | null;
  /** True where the arithmetic went through all of them, though too little is left of what was read for a claim. */
  readonly isWhole: boolean;
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
    const { afterChange } = parameterInfo(parameter);
    if (!start || afterChange === 'as-it-was') continue;
    const since = dilutions.filter((d) => d.at > start.takenAt);
    if (since.length === 0) continue;
    let { value } = start;
    let left = 1;
    const changes: Dilution[] = [];
    let lost: string | null = null;
    let isWhole = true;
    for (const change of since) {
      const { share, poured, rain, rise } = change;
      if (rise) {
        if (afterChange === 'as-ph') {
          if (!rise.alkalinity) continue;
          const told = phAfterDose(bufferedAt(value, kept, dilutions, change.at), rise);
          if (!told) {
            lost ??= 'A buffer was put in.';
            isWhole = false;
            break;
          }
          value = told;
        } else {
          const by = risen(rise, parameter);
          if (!by) continue;
          value = add(value, by);
        }
        changes.push(change);
        continue;
      }
      // An unknown share of rain leaves what it can only thin.
      if (share === null && rain && afterChange !== 'as-ph' && parameter !== 'alkalinity') continue;
      const into = poured?.[parameter] ?? null;
      if (share === null || poured === null || (into === null && afterChange !== 'as-ph')) {
        lost ??= pastBecause(change, false);
        isWhole = false;
        break;
      }
      left *= 1 - share.best;
      // Beyond that it claims nothing, but what is bad is still carried on.
      if (1 - left > mostCarried + 1e-9) lost ??= pastBecause(change, true);
      if (afterChange === 'as-ph') {
        const told = phIsTold(bufferedAt(value, kept, dilutions, change.at), poured, share);
        if (!told) {
          lost ??= pastBecause(change, false);
          isWhole = false;
          break;
        }
        value = told;
      } else value = mixed(value, into!, share);
      changes.push(change);
    }
    if (changes.length > 0 || lost !== null) done[parameter] = { value, changes, lost, isWhole };
  }
  return done;
}

/** What a dose of known weight can lift. */
const lifted = [
  'ammonia',
  'alkalinity',
  'hardness',
  'chloride',
  'nitrate',
] as const satisfies readonly (ParameterId & keyof DeedEffect)[];

/** How much a dose lifted a figure; null where it left it alone. */
function risen(rise: DeedEffect, parameter: ParameterId): Interval | null {
  const what = lifted.find((p) => p === parameter);
  return (what && rise[what]) ?? null;
}

/** A pH with the KH that was carried up to the same instant. */
const bufferedAt = (
  ph: Interval,
  kept: Readonly<Partial<Record<ParameterId, Kept>>>,
  dilutions: readonly Dilution[],
  at: number,
): Buffered => ({
  ph,
  alkalinity: khAt(kept, dilutions, at),
  temperature: kept.temperature?.value ?? null,
});

/** KH just before an instant, carried through the changes up to there; null where it is not known. */
function khAt(
  kept: Readonly<Partial<Record<ParameterId, Kept>>>,
  dilutions: readonly Dilution[],
  at: number,
): Interval | null {
  const start = kept.alkalinity;
  if (!start) return null;
  let { value } = start;
  for (const { share, poured, rise } of dilutions.filter((d) => d.at > start.takenAt && d.at < at)) {
    if (rise) {
      if (rise.alkalinity) value = add(value, rise.alkalinity);
      continue;
    }
    const into = poured?.alkalinity;
    if (share === null || !into) return null;
    value = mixed(value, into, share);
  }
  return value;
}

/** How old a source's readings may be to be counted on: as the claim of a source has it. */
export const sourceHolds = (parameter: ParameterId, showsAmmonia: boolean): number =>
  (parameter === 'ammonia' && showsAmmonia ? 14 : 60) * day;
