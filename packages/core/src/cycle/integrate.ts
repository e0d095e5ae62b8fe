import { molarMass } from '../quantity';
import {
  type CycleState,
  type Kinetics,
  type Warmth,
  chemistryOf,
  comfortIn,
  halfUptake,
  nitrify,
  slot,
  slots,
} from './nitrification';

/** Longest step, days: a quarter of a day follows growth well. */
const longest = 0.25;
/** A step covers at most so much of the time in which the fastest process would use up what it eats. */
const ofFastest = 1.1;
/** What is left of a dose below this, mg/L as N, is taken as eaten: no test could show it, and idle films need no small steps. */
const nothingLeft = 5e-4;
const perNitrogen = 1 / molarMass.N;

const stage = Array.from({ length: 4 }, () => new Float64Array(slots));
const trial = new Float64Array(slots);

/** Lets the films finish the last trace of a dose at once; nitrogen and alkalinity are kept. */
function finish(state: CycleState): void {
  if (state[slot.ammonia]! > nothingLeft || state[slot.ammoniaFilm]! < 0.1) return;
  state[slot.alkalinity] = state[slot.alkalinity]! - 2 * perNitrogen * state[slot.ammonia]!;
  state[slot.nitrite] = state[slot.nitrite]! + state[slot.ammonia]!;
  state[slot.ammonia] = 0;
  if (state[slot.nitrite]! > nothingLeft || state[slot.nitriteFilm]! < 0.1) return;
  state[slot.nitrate] = state[slot.nitrate]! + state[slot.nitrite]!;
  state[slot.nitrite] = 0;
}

/**
 * Carries a state on through a stretch of time of one temperature, in place: classical Runge–Kutta of fourth order,
 * its step cut to the fastest process. Sums that the equations keep, such as nitrogen, are kept to rounding.
 * Why not a package: a fit runs this ten thousand times; see docs/decisions/0019. It is checked against one.
 * @param days length of the stretch, 0 or more
 */
export function advance(state: CycleState, days: number, kinetics: Kinetics, warmth: Warmth): void {
  const [k1, k2, k3, k4] = stage as [CycleState, CycleState, CycleState, CycleState];
  const chemistry = chemistryOf(kinetics);
  let left = days;
  while (left > 1e-12) {
    const fed = kinetics.load > 0 || state[slot.food]! > nothingLeft;
    if (!fed) finish(state);
    // Near zero a film eats its food away at the rate capacity ÷ half-speed amount; without food it sits idle.
    const ammonia = fed || state[slot.ammonia]! > 0;
    const fastest = Math.max(
      ammonia ? state[slot.ammoniaFilm]! / kinetics.ammoniaHalf : 0,
      ammonia || state[slot.nitrite]! > 0 ? state[slot.nitriteFilm]! / kinetics.nitriteHalf : 0,
      kinetics.uptake / halfUptake,
    );
    // In sour or spent water nothing is fast, however large the films: alkalinity moves slowly within a step.
    const speed =
      Math.max(0.2, warmth.speed) * Math.max(0.02, comfortIn(state[slot.alkalinity]!, kinetics, chemistry));
    const most = Math.min(longest, ofFastest / Math.max(1e-9, fastest * speed));
    const step = left <= most ? left : left / Math.ceil(left / most);
    nitrify(state, k1, kinetics, warmth, chemistry);
    for (let k = 0; k < slots; k++) trial[k] = state[k]! + (step / 2) * k1[k]!;
    nitrify(trial, k2, kinetics, warmth, chemistry);
    for (let k = 0; k < slots; k++) trial[k] = state[k]! + (step / 2) * k2[k]!;
    nitrify(trial, k3, kinetics, warmth, chemistry);
    for (let k = 0; k < slots; k++) trial[k] = state[k]! + step * k3[k]!;
    nitrify(trial, k4, kinetics, warmth, chemistry);
    for (let k = 0; k < slots; k++)
      state[k] = state[k]! + (step / 6) * (k1[k]! + 2 * (k2[k]! + k3[k]!) + k4[k]!);
    left -= step;
  }
}
