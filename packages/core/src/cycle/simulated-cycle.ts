import type { SeededRandom } from '../quantity';
import { type Interval, interval, toCanonical } from '../quantity';
import type { CycleEvent, CycleLog, Observation, ObservedId, Seeding } from './cycle-log';
import { deviationOf, shown } from './interval-likelihood';
import { advance } from './integrate';
import { type CycleState, slot } from './nitrification';
import { warmthOf } from './replay';
import { bufferBy, bufferUnder } from './plan-ahead';
import { isReady } from './ready';
import { usualSteps } from './usual-cards';
import { type Guess, guessAt, unknownsOf } from './unknowns';

const oneDegree = toCanonical(1, 'alkalinity', '°dKH');

/** What a test shows of a true value: the half step around the nearest swatch, a drop, or a tenth of pH. */
function simulatedReading(of: ObservedId, truth: number, random: SeededRandom): Interval {
  const seen = truth + random.spread(deviationOf(of, Math.max(0, truth)));
  if (of === 'ph') {
    const shown = Math.round(seen * 10) / 10;
    return interval(shown - 0.05, shown, shown + 0.05);
  }
  if (of === 'alkalinity') {
    const drops = Math.max(1, Math.ceil(seen / oneDegree));
    return interval((drops - 1) * oneDegree, drops * oneDegree, drops * oneDegree);
  }
  const card = usualSteps[of]!;
  // Past the top it is diluted and tested again.
  const times = seen > card.at(-1)! ? 10 : 1;
  const edges = card.slice(1).map((step, k) => ((step + card[k]!) / 2) * times);
  const at = edges.filter((edge) => seen > edge).length;
  return interval(edges[at - 1] ?? 0, card[at]! * times, edges[at] ?? Infinity);
}

export interface SimulatedCycle {
  readonly truth: Guess;
  /** Everything up to a day. */
  readonly until: (day: number) => CycleLog;
  /** Day on which the challenge would first be passed; Infinity where it is not within the days simulated. */
  readonly readyDay: number;
  readonly states: readonly CycleState[];
}

/**
 * A made-up fishless cycle of a filter drawn from what is thought likely, and of a keeper who tests ammonia and nitrite
 * every second day, nitrate, KH and pH every sixth, and doses when ammonia is gone.
 * @param days how long
 */
export function simulatedCycle(
  random: SeededRandom,
  days: number,
  seeding: Seeding = 'none',
  target = 2,
): SimulatedCycle {
  const empty: CycleLog = {
    days: 0,
    feeding: 'ammonia',
    seeding,
    planted: false,
    events: [],
    observations: [],
  };
  const unknowns = unknownsOf(empty);
  const truth = guessAt(
    unknowns,
    unknowns.map(() => random.spread(1)),
    days,
  );
  const celsius = 25 + random.spread(1);
  const warmth = warmthOf(celsius, truth);
  const state = truth.start.slice();
  const events: CycleEvent[] = [{ day: 0, did: 'warm', celsius }];
  const observations: Observation[] = [];
  const states: CycleState[] = [];
  let readyDay = Infinity;
  for (let day = 0; day <= days; day++) {
    if (day > 0) advance(state, 1, truth.kinetics, warmth);
    states.push(state.slice());
    if (readyDay === Infinity && isReady(state, target, truth.kinetics, warmth)) readyDay = day;
    const read = (of: ObservedId) =>
      observations.push({
        readingId: `${of}-${day}`,
        day,
        of,
        value: simulatedReading(of, shown({ of, day }, state, truth), random),
      });
    if (day % 2 === 0 && day > 0) {
      read('ammonia');
      read('nitrite');
    }
    if (day % 6 === 0) {
      read('nitrate');
      read('alkalinity');
      read('ph');
    }
    if (state[slot.ammonia]! < 0.25) {
      const dose = target - state[slot.ammonia]!;
      state[slot.ammonia] = state[slot.ammonia]! + dose * truth.dose;
      events.push({ day, did: 'dose', nitrogen: dose, alkalinity: 0 });
    }
    // A keeper who reads little KH puts some in.
    if (state[slot.alkalinity]! < bufferUnder) {
      state[slot.alkalinity] = state[slot.alkalinity]! + bufferBy;
      events.push({ day, did: 'buffer', alkalinity: bufferBy });
    }
  }
  return {
    truth,
    readyDay,
    states,
    until: (day) => ({
      ...empty,
      days: day,
      // What is done on the last day comes after what was read on it, and belongs to what is ahead.
      events: events.filter((e) => e.day < day),
      observations: observations.filter((o) => o.day <= day),
    }),
  };
}
