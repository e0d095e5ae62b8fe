import { type CycleEvent, type CycleLog, usualCelsius } from './cycle-log';
import { advance } from './integrate';
import { type CycleState, type Warmth, slot, warmthAt } from './nitrification';
import type { Guess } from './unknowns';

/** Something happens, or somebody looks, at one time. */
type Stop =
  | { readonly days: number; readonly warmth: Warmth; readonly event: CycleEvent }
  | { readonly days: number; readonly warmth: Warmth; readonly look: number };

/** A log as a list of stops, each with the days since the one before: made once, run thousands of times. */
export interface Timeline {
  readonly stops: readonly Stop[];
  readonly warmthAtEnd: Warmth;
}

/**
 * Lays events and looks out in the order of time. At one instant what was done comes after what was read: people test,
 * then dose. A first temperature holds for the time before it, too.
 * @param looks days since the start at which somebody looks, rising
 */
export function timelineOf(log: CycleLog, looks: readonly number[]): Timeline {
  const all = [
    ...looks.map((day, look) => ({ day, order: 0, look })),
    ...log.events.map((event) => ({ day: event.day, order: 1, event })),
  ].sort((a, b) => a.day - b.day || a.order - b.order);
  const first = log.events.find((e) => e.did === 'warm');
  let warmth = warmthAt(first?.celsius ?? usualCelsius);
  let at = 0;
  const stops = all.map(({ day, ...what }): Stop => {
    const days = Math.max(0, day - at);
    at = Math.max(at, day);
    const before = warmth;
    if ('event' in what && what.event.did === 'warm') warmth = warmthAt(what.event.celsius);
    return 'event' in what
      ? { days, warmth: before, event: what.event }
      : { days, warmth: before, look: what.look };
  });
  return { stops, warmthAtEnd: warmth };
}

/** Takes a part of the water out and puts another in; films, food and plants stay. */
export function changeWater(
  state: CycleState,
  part: number,
  source: { ammonia: number; nitrite: number; nitrate: number; alkalinity: number },
): void {
  const mix = (k: number, brings: number) => (state[k] = (1 - part) * state[k]! + part * brings);
  mix(slot.ammonia, source.ammonia);
  mix(slot.nitrite, source.nitrite);
  mix(slot.nitrate, source.nitrate);
  mix(slot.alkalinity, source.alkalinity);
}

function happen(state: CycleState, event: CycleEvent, guess: Guess): void {
  switch (event.did) {
    case 'dose':
      state[slot.ammonia] = state[slot.ammonia]! + event.nitrogen * guess.dose;
      state[slot.alkalinity] = state[slot.alkalinity]! + event.alkalinity * guess.dose;
      return;
    case 'feed':
      state[slot.food] = state[slot.food]! + event.nitrogen * guess.feed;
      return;
    case 'change':
      changeWater(state, event.part, {
        ...event.source,
        alkalinity: event.source.alkalinity ?? guess.start[slot.alkalinity]!,
      });
      return;
    case 'buffer':
      state[slot.alkalinity] = state[slot.alkalinity]! + event.alkalinity;
      return;
    case 'seed':
      state[slot.ammoniaFilm] = state[slot.ammoniaFilm]! + guess.seed;
      state[slot.nitriteFilm] = state[slot.nitriteFilm]! + guess.seed;
      return;
    case 'warm':
  }
}

/**
 * Runs a guess through a timeline.
 * @param look called at each look with its number and the state there, which is overwritten afterwards
 * @returns the state after the last stop
 */
export function replay(
  timeline: Timeline,
  guess: Guess,
  look: (k: number, state: CycleState) => void,
): CycleState {
  const state = guess.start.slice();
  for (const stop of timeline.stops) {
    if (stop.days > 0) advance(state, stop.days, guess.kinetics, stop.warmth);
    if ('event' in stop) happen(state, stop.event, guess);
    else look(stop.look, state);
  }
  return state;
}
