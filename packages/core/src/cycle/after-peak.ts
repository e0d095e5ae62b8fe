import type { CycleLog } from './cycle-log';
import { shareUnder } from './unknowns';

/** From nitrite's peak to readiness one to two weeks as a rule (common practice), days; the spread of the logarithm is Hedge Lamp's own. */
const middle = 8;
const spread = 0.8;
/** One in so many is not ready within any time that is looked at. */
const never = 0.06;

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
  if (peak === null) return null;
  const by = (d: number) => (d <= peak ? 0 : shareUnder(Math.log((d - peak) / middle) / spread));
  // Late on, those that are left are mostly the slow ones.
  const before = Math.min(by(log.days), 0.9);
  return day <= log.days ? 0 : ((1 - never) * Math.max(0, by(day) - before)) / (1 - before);
}
