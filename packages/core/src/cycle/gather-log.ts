import { day } from '../wire';
import { filterUpsetBy } from '../guidelines';
import { FieldError, type Interval, convert, formatReading, fromWire } from '../quantity';
import { type ParameterId, parameterInfo } from '../parameters';
import { type Reading } from '../readings';
import { type Deed, type DeedEffect, deedLabel, effectOf } from '../remedies';
import { type Water } from '../waters';
import { isAnimal } from '../limits';
import {
  type CycleEvent,
  type CycleLog,
  type Observation,
  type SourceWater,
  observedIds,
  usualCelsius,
} from './cycle-log';
import { type CycleStart, seedingOf, wayInfo } from './cycle-start';
import { warmthWords } from './in-words';

/** What the log of a cycle is gathered from. */
export interface CycleGiven {
  readonly water: Pick<Water, 'netLiters' | 'stockGroups' | 'kind'> & Partial<Pick<Water, 'units'>>;
  readonly start: CycleStart;
  /** Of this water since the start, in any order. */
  readonly readings: readonly Reading[];
  readonly deeds: readonly Deed[];
  /** The newest readings of the water that changes are made with. */
  readonly source: Partial<Record<ParameterId, Reading>>;
  readonly now: number;
}
export interface GatheredLog {
  readonly log: CycleLog;
  /** What had to be left out, and what to do about it, in sentences. */
  readonly leftOut: readonly string[];
  /** What was not read and is assumed, in sentences. */
  readonly assumed: readonly string[];
  /** True where a dose was noted without its amount: then the nitrogen cannot be followed. */
  readonly unmeasured: boolean;
  readonly source: SourceWater;
}

/** The deed's effect; null where it has no amount or cannot be worked out. */
export function effectOfDeed(deed: Deed, liters: number | null): DeedEffect | null {
  if (!deed.amount) return null;
  try {
    return effectOf(deed.amount, liters);
  } catch (error) {
    if (error instanceof FieldError) return null;
    throw error;
  }
}

/** True where what can be told of a deed matters to the arithmetic. */
const counts = (deed: Deed): boolean =>
  ['ammonia-dose', 'challenge', 'water-change', 'feed', 'buffer'].includes(deed.kind);

function eventOf(deed: Deed, at: number, liters: number | null, source: SourceWater): CycleEvent | null {
  if (deed.kind === 'seeding') return { day: at, did: 'seed' };
  if (filterUpsetBy(deed) !== null) return { day: at, did: 'upset' };
  const effect = effectOfDeed(deed, liters);
  if (!effect) return null;
  if (effect.ammonia)
    return {
      day: at,
      did: 'dose',
      nitrogen: effect.ammonia.best,
      alkalinity: effect.alkalinity?.best ?? 0,
    };
  if (effect.food) return { day: at, did: 'feed', nitrogen: effect.food.best };
  if (effect.part) return { day: at, did: 'change', part: effect.part.best, source };
  if (effect.alkalinity) return { day: at, did: 'buffer', alkalinity: effect.alkalinity.best };
  return null;
}

/** Whether the sample was thinned before it was tested. */
export const isDiluted = ({ entered }: Pick<Reading, 'entered'>): boolean =>
  'dilution' in entered && (entered.dilution ?? 1) > 1;

/** The kit that most readings of a parameter are by; undefined where there are none. */
function usualKit(readings: readonly Reading[], of: ParameterId): string | null | undefined {
  const count = new Map<string | null, number>();
  for (const r of readings) if (r.parameter === of) count.set(r.methodId, (count.get(r.methodId) ?? 0) + 1);
  return [...count.entries()].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** Readings of nitrate by the kit that was used most: two kits may differ by two or three times (common practice). */
function oneNitrateKit(readings: readonly Reading[]): { kept: readonly Reading[]; dropped: number } {
  const most = usualKit(readings, 'nitrate');
  const kept = readings.filter((r) => r.parameter !== 'nitrate' || r.methodId === most);
  return { kept, dropped: readings.length - kept.length };
}

/** Nitrate that falls to less than a third, without a change of water in between or plants, was not shaken. */
function isFallen(reading: Reading, readings: readonly Reading[], deeds: readonly Deed[]): boolean {
  const value = reading.value && fromWire(reading.value);
  if (reading.parameter !== 'nitrate' || !value) return false;
  return readings.some((earlier) => {
    if (earlier.parameter !== 'nitrate' || earlier.takenAt >= reading.takenAt || !earlier.value) return false;
    const before = fromWire(earlier.value);
    return (
      before.low > 3 * value.high &&
      before.low > 2 &&
      !deeds.some((d) => d.kind === 'water-change' && d.at >= earlier.takenAt && d.at <= reading.takenAt)
    );
  });
}

/** What is noted under one time was done in this order: nobody buffers or doses water that they then throw away. */
const atOnce: readonly CycleEvent['did'][] = ['warm', 'upset', 'change', 'seed', 'buffer', 'feed', 'dose'];

const best = (reading: Reading | undefined): number | null => reading?.value?.best ?? null;

/**
 * All that was read and done since a start, on the cycle's own clock and in canonical units. Readings after the end
 * of a cycle, and those that say nothing, stay out.
 */
export function gatherLog({ water, start, readings, deeds, source: tap, now }: CycleGiven): GatheredLog {
  const end = Math.min(now, start.endedAt ?? now);
  const on = (at: number) => (at - start.startedAt) / day;
  const inside = <T extends { deletedAt: number | null }>(list: readonly T[], at: (x: T) => number): T[] =>
    list
      .filter((x) => x.deletedAt === null && at(x) >= start.startedAt && at(x) <= end)
      .sort((a, b) => at(a) - at(b));
  const leftOut: string[] = [];
  const assumed: string[] = [];
  let unmeasured = false;
  const done = inside(deeds, (d) => d.at);
  const all = inside(readings, (r) => r.takenAt);

  const source: SourceWater = {
    ammonia: best(tap.ammonia),
    nitrite: best(tap.nitrite),
    nitrate: best(tap.nitrate),
    alkalinity: best(tap.alkalinity),
  };
  const events: CycleEvent[] = [];
  for (const deed of done) {
    const event = eventOf(deed, on(deed.at), water.netLiters, source);
    if (event) events.push(event);
    else if (counts(deed)) {
      leftOut.push(`${deedLabel[deed.kind]} without an amount.`);
      unmeasured ||= deed.kind === 'ammonia-dose' || deed.kind === 'challenge';
    }
  }
  for (const r of all)
    if (r.parameter === 'temperature' && r.value)
      events.push({ day: on(r.takenAt), did: 'warm', celsius: r.value.best });
  events.sort((a, b) => a.day - b.day || atOnce.indexOf(a.did) - atOnce.indexOf(b.did));

  const { kept, dropped } = oneNitrateKit(all);
  if (dropped > 0)
    leftOut.push(
      `${dropped} nitrate ${dropped === 1 ? 'reading' : 'readings'} by another kit than most: kits differ too much to be mixed.`,
    );
  const planted = water.stockGroups.some((g) => !isAnimal(g));
  const kits = { ammonia: usualKit(kept, 'ammonia'), nitrite: usualKit(kept, 'nitrite') };
  const observations: Observation[] = [];
  let fallen = 0;
  for (const r of kept) {
    const of = observedIds.find((id) => id === r.parameter);
    if (!of || !r.value) continue;
    const value = fromWire(r.value);
    // A range without both ends says nothing.
    if (value.low <= parameterInfo(of).possible[0] && value.high === Infinity) continue;
    if (!planted && isFallen(r, kept, done)) {
      fallen += 1;
      continue;
    }
    const otherKit = (of === 'ammonia' || of === 'nitrite') && r.methodId !== kits[of];
    observations.push({
      readingId: r.id,
      day: on(r.takenAt),
      of,
      value,
      diluted: isDiluted(r),
      ...(otherKit ? { otherKit } : {}),
    });
  }
  if (fallen > 0)
    leftOut.push(
      'Nitrate that fell away without a water change or plants: more often a bottle that was not shaken. Shake bottle 2 hard and repeat it.',
    );
  if (!events.some((e) => e.did === 'warm'))
    assumed.push(
      `No temperature was read: ${warmthWords(water, usualCelsius - 5)} to ${warmthWords(water, usualCelsius + 3)} is taken as likely. Read it once.`,
    );
  if (!observations.some((o) => o.of === 'alkalinity'))
    assumed.push('KH was not read: whether it lasts is a guess. Test it once.');
  const fish = water.stockGroups.some(isAnimal);
  const { feeding } = wayInfo[start.way];
  return {
    log: {
      days: on(end),
      // A loop or an upset filter without animals is fed by what is dosed.
      feeding: !fish && (start.way === 'loop' || start.way === 'upset') ? 'ammonia' : feeding,
      seeding: seedingOf(start),
      planted,
      ...(water.units ? { units: water.units } : {}),
      events,
      observations,
    },
    leftOut: [...new Set(leftOut)],
    assumed,
    unmeasured,
    source,
  };
}

/** An amount of ammonia, nitrite or nitrate as nitrogen, in words. */
export const nitrogenWords = (value: Interval): string =>
  `${value.low === value.high ? Number(value.best.toPrecision(3)) : formatReading(value)} mg/L N`;
/** °dKH of an alkalinity in meq/L. */
export const inDegrees = (alkalinity: number): number => convert(alkalinity, 'alkalinity', 'meq/L', '°dKH');
