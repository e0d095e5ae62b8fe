import { parameters } from '../readings/parameter';
import { advance } from './integrate';
import { type CycleState, type Kinetics, type Warmth, slot } from './nitrification';

/** Under this a usual card shows the color of zero: half its lowest step, mg/L as N (common practice). */
export const goneBelow = {
  ammonia: parameters.ammonia.trace! / 2,
  nitrite: parameters.nitrite.trace! / 2,
} as const;

const trial = new Float64Array(8);

/**
 * Whether a filter passes the 24-hour challenge from here: ammonia raised to a dose, and a day later ammonia and
 * nitrite both read as nothing.
 * @param dose mg/L as N
 */
export function clearsInADay(state: CycleState, dose: number, kinetics: Kinetics, warmth: Warmth): boolean {
  const ammonia = Math.max(dose, state[slot.ammonia]!);
  const toDo = 2 * dose + state[slot.nitrite]!;
  // A film that could not do half of it at full speed need not be tried.
  if (Math.min(state[slot.ammoniaFilm]!, state[slot.nitriteFilm]!) * warmth.speed * 4 < toDo / 2 - dose / 2)
    return false;
  trial.set(state);
  trial[slot.ammonia] = ammonia;
  advance(trial, 1, kinetics, warmth);
  return trial[slot.ammonia]! < goneBelow.ammonia && trial[slot.nitrite]! < goneBelow.nitrite;
}
