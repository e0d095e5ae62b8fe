import type { CycleLog, Feeding, Seeding } from './cycle-log';
import { shareUnder } from './unknowns';

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
/** One in so many is not ready within any time that is looked at. */
const never = 0.06;

/**
 * Chance that a filter like this is ready by a day, if nothing is known but its kind and that it is not ready yet.
 * @param day days since the start
 */
export function othersReadyBy(
  { seeding, feeding, days }: Pick<CycleLog, 'seeding' | 'feeding' | 'days'>,
  day: number,
): number {
  const [middle, spread] = usual[seeding];
  const by = (d: number) => (d <= 0 ? 0 : shareUnder(Math.log(d / (middle * slower[feeding])) / spread));
  // Late on, those that are left are mostly the slow ones: the curve has a tail of its own.
  const before = Math.min(by(days), 0.9);
  return day <= days ? 0 : ((1 - never) * Math.max(0, by(day) - before)) / (1 - before);
}
