import type { CycleLog, Feeding, Seeding } from './cycle-log';
import { shareUnder } from './normal-distribution';

/**
 * When filters of this kind are ready, whatever is read: days since the start, by their middle and the spread of the
 * logarithm. Three to eight weeks without grown media, one to five with some (common practice); Hedge Lamp's own within that.
 */
const usual: Readonly<Record<Seeding, readonly [middle: number, spread: number]>> = {
  none: [36, 0.42],
  little: [20, 0.6],
  plenty: [9, 0.7],
  upset: [14, 0.8],
};
/** Food rots first, and animals keep the load low. */
const slower: Readonly<Record<Feeding, number>> = { ammonia: 1, food: 1.15, fish: 1.1 };
/** From nitrite's peak to readiness one to two weeks as a rule (common practice), days; the spread of the logarithm is Hedge Lamp's own. */
const fromPeak = { middle: 8, spread: 0.8 };
/** Share that is not ready within any time that is looked at. */
const never = 0.06;

/**
 * Chance that what takes about so long is done by a day, if it is not done today.
 * @param takes middle, days from `from`, and spread of the logarithm
 */
function doneBy(
  day: number,
  today: number,
  from: number,
  takes: { readonly middle: number; readonly spread: number },
): number {
  const by = (d: number) => (d <= from ? 0 : shareUnder(Math.log((d - from) / takes.middle) / takes.spread));
  // Late on, those that are left are mostly the slow ones: the curve has a tail of its own.
  const before = Math.min(by(today), 0.9);
  return day <= today ? 0 : ((1 - never) * Math.max(0, by(day) - before)) / (1 - before);
}

/**
 * Chance that a filter like this is ready by a day, if nothing is known but its kind and that it is not ready yet.
 * @param day days since the start
 */
export function othersReadyBy(
  { seeding, feeding, days }: Pick<CycleLog, 'seeding' | 'feeding' | 'days'>,
  day: number,
): number {
  const [middle, spread] = usual[seeding];
  return doneBy(day, days, 0, { middle: middle * slower[feeding], spread });
}

/** Day of nitrite's highest reading, the last of them where several are as high; null where nitrite did not show yet. */
export function nitritePeakOn({ observations }: Pick<CycleLog, 'observations'>): number | null {
  const shown = observations.filter((o) => o.of === 'nitrite' && o.value.low > 0);
  const top = Math.max(...shown.map((o) => o.value.best));
  return shown.filter((o) => o.value.best === top).at(-1)?.day ?? null;
}

/**
 * Chance that a filter is ready by a day, by the plain rule alone that it is some days after nitrite's peak, if it is not
 * ready yet; null where nitrite did not show.
 * @param day days since the start
 */
export function readyAfterPeakBy(log: Pick<CycleLog, 'observations' | 'days'>, day: number): number | null {
  const peak = nitritePeakOn(log);
  return peak === null ? null : doneBy(day, log.days, peak, fromPeak);
}
