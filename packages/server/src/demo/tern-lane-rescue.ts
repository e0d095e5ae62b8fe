import { type SeededRandom, seededRandom } from '@hedge-lamp/core/quantity';
import { type WaterDraft, WaterDraftSchema } from '@hedge-lamp/core/waters';

/** What the keepers of Tern Lane read in the tub, one line a day: days ago, then the truth of each. */
export const rescueDays = [
  { daysAgo: 6, ammonia: 0.1, nitrite: 0.03, ph: 7.0, kh: 2.6, nitrate: 8 },
  { daysAgo: 5, ammonia: 0.3, nitrite: 0.05, ph: 6.9, kh: 2.4, nitrate: 8 },
  { daysAgo: 4, ammonia: 0.5, nitrite: 0.1, ph: 6.8, kh: 2.1, nitrate: 9 },
  { daysAgo: 3, ammonia: 0.8, nitrite: 0.25, ph: 6.7, kh: 1.7, nitrate: 10 },
  { daysAgo: 1, ammonia: 1.3, nitrite: 0.5, ph: 6.5, kh: 0.9, nitrate: 12 },
] as const;

/**
 * A tub without a grown-in filter, where a rescued shoal waits: total ammonia climbs while pH slides, so little of it
 * is free, and the tap would lift the pH. All invented.
 * @param sourceWaterId the mains tap
 */
export function rescueTub(sourceWaterId: string): { water: WaterDraft; random: SeededRandom } {
  const random = seededRandom(611);
  const water = WaterDraftSchema.parse({
    id: random.id(),
    name: 'Rescue tub',
    kind: 'standing',
    netLiters: 60,
    stockGroups: ['livebearers', 'snails'],
    sourceWaterId,
    note: 'A shoal from a tank that was given up. The sponge is new.',
  });
  return { water, random };
}
