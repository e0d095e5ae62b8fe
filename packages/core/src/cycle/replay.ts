import { type CycleEvent, type CycleLog, type SourceWater, usualCelsius } from './cycle-log';
import { advance } from './integrate';
import { type CycleState, type Warmth, slot, warmthAt } from './nitrification';
import type { Guess } from './unknowns';

/** Something happens, or somebody looks, at one time. */
type Stop = {
  readonly days: number;
  /** Place of the temperature before it in the timeline's list. */
  readonly warmth: number;
} & ({ readonly event: CycleEvent } | { readonly look: number });

/** A log as a list of stops, each with the days since the one before: made once, run thousands of times. */
export interface Timeline {
  readonly stops: readonly Stop[];
  /** Every temperature that was read, °C; the usual one where none was. */
  readonly celsius: readonly number[];
  /** Place of the temperature at the end. */
  readonly last: number;
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
  const celsius: number[] = [log.events.find((e) => e.did === 'warm')?.celsius ?? usualCelsius];
  const placeOf = (read: number): number => {
    const known = celsius.indexOf(read);
    return known >= 0 ? known : celsius.push(read) - 1;
  };
  let warmth = 0;
  let at = 0;
  const stops = all.map(({ day, ...what }): Stop => {
    const days = Math.max(0, day - at);
    at = Math.max(at, day);
    const before = warmth;
    if ('event' in what && what.event.did === 'warm') warmth = placeOf(what.event.celsius);
    return 'event' in what
      ? { days, warmth: before, event: what.event }
      : { days, warmth: before, look: what.look };
  });
  return { stops, celsius, last: warmth };
}

/** What a guess makes of a temperature that was read. */
export const warmthOf = (celsius: number, { warmer, bestWarmth }: Guess): Warmth =>
  warmthAt(celsius + warmer, bestWarmth);

/** What a change brings: what was read of the source, and of the rest what this guess makes of it. */
export const broughtBy = (source: SourceWater, { tap }: Guess) => ({
  ammonia: source.ammonia ?? tap.ammonia,
  nitrite: source.nitrite ?? tap.nitrite,
  nitrate: source.nitrate ?? tap.nitrate,
  alkalinity: source.alkalinity ?? tap.alkalinity,
});

/** Takes a part of the water out, with the cells that drift in it, and puts another in; films, food and plants stay. */
export function changeWater(
  state: CycleState,
  part: number,
  brings: ReturnType<typeof broughtBy>,
  drifting: number,
): void {
  const mix = (k: number, brought: number) => (state[k] = (1 - part) * state[k]! + part * brought);
  mix(slot.ammonia, brings.ammonia);
  mix(slot.nitrite, brings.nitrite);
  mix(slot.nitrate, brings.nitrate);
  mix(slot.alkalinity, brings.alkalinity);
  state[slot.ammoniaFilm] = state[slot.ammoniaFilm]! * (1 - drifting * part);
  state[slot.nitriteFilm] = state[slot.nitriteFilm]! * (1 - drifting * part);
}

/** Kills all of both films but a share, and sends what is left back to sleep. */
export function lose(state: CycleState, left: number): void {
  state[slot.ammoniaFilm] = state[slot.ammoniaFilm]! * left;
  state[slot.nitriteFilm] = state[slot.nitriteFilm]! * left;
  state[slot.awake] = Math.min(state[slot.awake]!, 0.3);
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
      changeWater(state, event.part, broughtBy(event.source, guess), guess.drifting);
      return;
    case 'buffer':
      state[slot.alkalinity] = state[slot.alkalinity]! + event.alkalinity;
      return;
    case 'seed':
      if (guess.dead !== 'ammonia') state[slot.ammoniaFilm] = state[slot.ammoniaFilm]! + guess.seed;
      if (guess.dead !== 'nitrite') state[slot.nitriteFilm] = state[slot.nitriteFilm]! + guess.seed;
      return;
    case 'upset':
      lose(state, guess.survival);
      return;
    case 'warm':
  }
}

/**
 * Runs a guess through a timeline.
 * @param look called at each look with its number and the state there, which is overwritten afterwards
 * @param goesOn asked after each look; where it says no, the rest is not run
 * @returns the state after the last stop that was run
 */
export function replay(
  timeline: Timeline,
  guess: Guess,
  look: (k: number, state: CycleState) => void,
  goesOn: () => boolean = () => true,
): CycleState {
  const state = guess.start.slice();
  const warmths = timeline.celsius.map((read) => warmthOf(read, guess));
  let at = 0;
  let lost = guess.lost;
  for (const stop of timeline.stops) {
    const warmth = warmths[stop.warmth]!;
    let days = stop.days;
    if (lost && lost.day <= at + days) {
      const until = Math.max(0, lost.day - at);
      advance(state, until, guess.kinetics, warmth);
      lose(state, lost.left);
      days -= until;
      lost = null;
    }
    if (days > 0) advance(state, days, guess.kinetics, warmth);
    at += stop.days;
    if ('event' in stop) happen(state, stop.event, guess);
    else {
      look(stop.look, state);
      if (!goesOn()) break;
    }
  }
  return state;
}
