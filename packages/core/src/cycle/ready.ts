import { ammonia } from '../parameters/ammonia';
import { nitrite } from '../parameters/nitrite';
import { advance } from './integrate';
import { type CycleState, type Kinetics, type Warmth, slot, slots } from './nitrification';

/** Under this a usual card shows the color of zero: half its lowest step, mg/L as N (common practice). */
export const goneBelow = {
  ammonia: ammonia.trace / 2,
  nitrite: nitrite.trace / 2,
} as const;

const trial = new Float64Array(slots);

/** With animals in the water a film is as large as their load, and the last trace never goes: under the lowest step. */
export const lowWithFish = {
  ammonia: ammonia.trace,
  nitrite: nitrite.trace,
} as const;

/** Days for which both must stay low with animals before it counts: a water is low before it rises, too. Hedge Lamp's own. */
export const staysLow = 7;

/**
 * Whether a filter is ready from here. It passes the 24-hour challenge: ammonia raised to a dose, and a day later
 * ammonia and nitrite both read as nothing. With animals in the water there is no dose: with what they make both stay
 * under the lowest step of a card for a day.
 * @param challenge mg/L as N; null with animals
 */
export function isReady(
  state: CycleState,
  challenge: number | null,
  kinetics: Kinetics,
  warmth: Warmth,
): boolean {
  const low = challenge === null ? lowWithFish : goneBelow;
  const dose = challenge ?? 0;
  if (challenge === null && (state[slot.ammonia]! > low.ammonia || state[slot.nitrite]! > low.nitrite))
    return false;
  // A film that could not do half of it at full speed need not be tried.
  const film = Math.min(state[slot.ammoniaFilm]!, state[slot.nitriteFilm]!) * warmth.speed;
  if (4 * film < (dose + state[slot.nitrite]!) / 2) return false;
  trial.set(state);
  trial[slot.ammonia] = Math.max(dose, state[slot.ammonia]!);
  advance(trial, 1, kinetics, warmth);
  return trial[slot.ammonia]! < low.ammonia && trial[slot.nitrite]! < low.nitrite;
}

/**
 * Follows a filter from day to day until it is ready: with a challenge from the first day on which it passes; with animals
 * from the first of the days through which both stay low.
 * @param challenge mg/L as N; null with animals
 * @returns called once for each whole day, in order; the day from which it is ready, null while it is not
 */
export function readinessWatch(
  challenge: number | null,
): (day: number, state: CycleState, kinetics: Kinetics, warmth: Warmth) => number | null {
  let since = 0;
  return (day, state, kinetics, warmth) => {
    if (!isReady(state, challenge, kinetics, warmth)) {
      since = day + 1;
      return null;
    }
    return day - since >= (challenge === null ? staysLow : 0) ? since : null;
  };
}
