import type { CycleState } from './nitrification';
import { phOf, slot } from './nitrification';
import type { Observation, ObservedId } from './cycle-log';
import { normalBetween } from './normal-distribution';
import type { Guess } from './unknowns';

/**
 * Unevenness of hand, eye and water from one test to the next, beside the range that the reading states: an amount and
 * a share of the true value. Hedge Lamp's own, canonical units; pH swings with the day.
 */
const unevenness: Readonly<Record<ObservedId, readonly [number, number]>> = {
  ammonia: [0.06, 0.12],
  nitrite: [0.02, 0.12],
  nitrate: [0.4, 0.12],
  alkalinity: [0.05, 0.04],
  ph: [0.2, 0],
};
export const deviationOf = (of: ObservedId, value: number): number => {
  const [amount, share] = unevenness[of];
  return amount + share * value;
};

/** One reading in thirty is simply wrong, and then any of about twenty answers is as likely. Hedge Lamp's own. */
const slips = 1 / 30;
const oneAnswer = 1 / 20;

/** What the water holds of this, canonical units. */
export const held = (of: ObservedId, state: CycleState, guess: Guess): number =>
  of === 'ph' ? phOf(state[slot.alkalinity]!, guess.kinetics.phAtOne) : state[slot[of]]!;

/** What a test of this would show, were hand and eye even: with what the kit is off by, canonical units. */
export function shown(
  { of, day, otherKit }: Pick<Observation, 'of' | 'day' | 'otherKit'>,
  state: CycleState,
  guess: Guess,
): number {
  const value = held(of, state, guess);
  if (of === 'ph' || of === 'alkalinity') return value;
  const other = otherKit === true && of !== 'nitrate' ? guess.otherKit[of] : 1;
  const basis = of === 'nitrite' && guess.basis && day >= guess.basis.day ? guess.basis.times : 1;
  return value * guess.kit[of] * other * basis;
}

/**
 * Chance that a color bleaches back to that of zero: about even at ten times the top of a usual card, 1.5 mg/L
 * NO2-N or 8 mg/L NH3-N, for the kits that do it at all (common practice; their share and the steepness are our own).
 */
const mostBleach = 0.7;
const bleachedAt: Partial<Record<ObservedId, number>> = { nitrite: 15, ammonia: 80 };
function bleached(of: ObservedId, value: number): number {
  const half = bleachedAt[of];
  return half === undefined || value <= 0 ? 0 : mostBleach / (1 + (half / value) ** 6);
}

/** A reading that says just one value still says no more than this share of its unevenness. */
const narrowest = 0.3;

/**
 * Probability that a test shows this range when the truth is `value`: interval-censored, not a point. A range that
 * starts at nothing takes in all that would read as nothing.
 */
export function probabilityOf({ of, value: read, diluted }: Observation, value: number): number {
  const deviation = deviationOf(of, value);
  const least = deviation * narrowest;
  const thin = read.high - read.low < 2 * least;
  const low = read.low <= 0 && of !== 'ph' ? -Infinity : thin ? read.best - least : read.low;
  const high = thin ? Math.max(read.high, read.best + least) : read.high;
  const seen = normalBetween(low, high, value, deviation);
  const faded = diluted ? 0 : bleached(of, value);
  return (1 - slips) * ((1 - faded) * seen + (low === -Infinity ? faded : 0)) + slips * oneAnswer;
}

/** True where a reading is better explained as a slip than by this value. */
export const looksWrong = (reading: Observation, value: number): boolean =>
  probabilityOf(reading, value) < 2 * slips * oneAnswer;
