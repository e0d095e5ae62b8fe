import { bandsFor } from '../guidelines';
import { toCanonical } from '../quantity';
import { type Water } from '../waters';
import { isAnimal } from '../limits';
import type { ChangeWhen } from './plan-ahead';

/** Part of the water that is changed with fish in it when a limit is passed: a third is usual (common practice). */
const usualChange = 0.33;
/** Where no limit of the water's own speaks: 0.025 mg/L NH3 (EIFAC 1970), and 0.5 mg/L NO2 (common practice). */
const usual = {
  'free-ammonia': toCanonical(0.025, 'ammonia', 'mg/L NH3'),
  nitrite: toCanonical(0.5, 'nitrite', 'mg/L NO2'),
};

/** When water is changed while animals live in a growing filter: where one must act, by the limits of this water. Null without animals. */
export function changeLimits(water: Water): ChangeWhen | null {
  if (!water.stockGroups.some(isAnimal)) return null;
  const actFrom = (subject: keyof typeof usual): number => {
    const band = bandsFor(subject, water).find((b) => b.status === 'act' || b.status === 'urgent');
    return band && Number.isFinite(band.from) ? band.from : usual[subject];
  };
  return { freeAmmonia: actFrom('free-ammonia'), nitrite: actFrom('nitrite'), part: usualChange };
}
