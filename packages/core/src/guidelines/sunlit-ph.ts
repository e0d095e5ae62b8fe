import { type Interval, interval } from '../quantity';
import { groupsIn } from '../remedies';
import { day, wallClock } from '../wire';
import { type Water } from '../waters';
import type { EffectiveReading } from './effective';
import type { PastRead } from './facts';

/** Total ammonia that a usual card tells from none, mg/L as N. Common practice. */
const readable = 0.15;

/**
 * True where light drives the pH of a water whose total ammonia can be read: a pond, or a tank with plants. There pH
 * holds one day, and the afternoon's is what counts. Common practice.
 */
export const isSwinging = (
  water: Pick<Water, 'kind' | 'stockGroups' | 'stock'>,
  hasAnimals: boolean,
  ammonia: Interval | null,
): boolean =>
  hasAnimals &&
  (water.kind === 'pond' || (water.kind !== 'aquaponics' && groupsIn(water).includes('water-plants'))) &&
  ammonia !== null &&
  ammonia.best >= readable;

/** Hours of the afternoon, when algae and plants have taken most CO2. Hedge Lamp's own. */
const afternoon = { from: 12, to: 20 } as const;

/** The hour of an instant by the clock of its zone. */
export const hourIn = (at: number, zone: string): number => wallClock(at, zone).hours;

/**
 * pH of a sunlit water as free ammonia may rest on it: up to that of an afternoon of the last day; without one, its top
 * is open.
 * @param ph the newest
 * @param past newest first
 */
export function openPh(
  ph: EffectiveReading | undefined,
  past: readonly PastRead[],
  at: number,
): { readonly value: Interval; readonly open: boolean } | null {
  if (!ph?.value) return null;
  const { zone } = ph.reading;
  const isOfAfternoon = (takenAt: number) => {
    const h = hourIn(takenAt, zone);
    return at - takenAt <= day && h >= afternoon.from && h < afternoon.to;
  };
  const { low, best, high } = ph.value;
  if (isOfAfternoon(ph.takenAt)) return { value: ph.value, open: false };
  const highest = past.filter((p) => isOfAfternoon(p.takenAt)).map((p) => p.value.high);
  return highest.length > 0
    ? { value: interval(low, best, Math.max(high, ...highest)), open: false }
    : { value: interval(low, best, Infinity), open: true };
}
