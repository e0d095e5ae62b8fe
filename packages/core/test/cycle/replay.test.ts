import {
  type CycleEvent,
  type Guess,
  guessAt,
  replay,
  shown,
  slot,
  timelineOf,
  unknownsOf,
} from '@hedge-lamp/core/cycle';
import { madeLog } from './made-log';

const dose: CycleEvent = { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 };
const log = madeLog(20, {}, [dose]);
const unknowns = unknownsOf(log);
/** The guess in the middle of everything, with a seeded film so that something happens. */
const usual: Guess = { ...guessAt(unknowns, new Float64Array(unknowns.length), 20), survival: 0.1 };
const at = (guess: Guess, days: readonly number[], events: readonly CycleEvent[] = [dose]) => {
  const states: Float64Array[] = [];
  replay(timelineOf(madeLog(20, {}, events), days), guess, (k, state) => (states[k] = state.slice()));
  return states;
};

describe('a log that is played back', () => {
  it('is the same however often one looks', () => {
    const often = at(usual, [1, 2.5, 7, 7.3, 12, 20]).at(-1)!;
    const once = at(usual, [20])[0]!;
    once.forEach((x, k) => expect(often[k]! / x || 1).toBeCloseTo(1, 3));
  });
  it('loses both films on the day of a loss that nobody noted, and not before', () => {
    const lost = { ...usual, lost: { day: 8, left: 0.02 } };
    const [before, after] = at(lost, [7.9, 8.1]);
    const [same, kept] = at(usual, [7.9, 8.1]);
    for (const film of [slot.ammoniaFilm, slot.nitriteFilm]) {
      expect(before![film]!).toBeCloseTo(same![film]!, 9);
      expect(after![film]! / kept![film]!).toBeGreaterThan(0.01);
      expect(after![film]! / kept![film]!).toBeLessThan(0.03);
    }
    // What was in the water is still in it.
    expect(after![slot.ammonia]!).toBeCloseTo(kept![slot.ammonia]!, 1);
  });
  it('finds a loss between two stops, too, and once only', () => {
    const lost = { ...usual, lost: { day: 3, left: 0.5 } };
    const [late] = at(lost, [20]);
    const [looked] = at(lost, [1, 2, 3.5, 20]).slice(-1);
    late!.forEach((x, k) => expect(looked![k]! / x || 1).toBeCloseTo(1, 3));
  });
  it('leaves of an upset that was noted what this guess has it leave', () => {
    const [before, after] = at(usual, [5.9, 6.02], [dose, { day: 6, did: 'upset' }]);
    for (const film of [slot.ammoniaFilm, slot.nitriteFilm])
      expect(after![film]! / before![film]!).toBeCloseTo(0.1, 1);
  });
  it('takes by a change the cells that drift, and no settled ones', () => {
    const source = { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: 2 };
    const changed = (drifting: number) =>
      at({ ...usual, drifting }, [6.001], [dose, { day: 6, did: 'change', part: 0.5, source }])[0]!;
    const ratio = changed(0.4)[slot.ammoniaFilm]! / changed(0)[slot.ammoniaFilm]!;
    expect(ratio).toBeCloseTo(1 - 0.4 * 0.5, 4);
    expect(changed(0)[slot.ammonia]!).toBeLessThan(1.2);
  });
  it('seeds no film that never starts', () => {
    const seeded = at({ ...usual, seed: 0.5, dead: 'nitrite' }, [6.001], [{ day: 6, did: 'seed' }])[0]!;
    expect(seeded[slot.ammoniaFilm]!).toBeGreaterThan(0.4);
    expect(seeded[slot.nitriteFilm]!).toBeLessThan(0.1);
  });
});

describe('what a test would show', () => {
  const state = at(usual, [10])[0]!;
  state[slot.nitrite] = 1;
  const show = (of: 'ammonia' | 'nitrite' | 'ph' | 'alkalinity', guess: Guess, more: object = {}) =>
    shown({ of, day: 10, ...more }, state, guess);
  it('is off by its kit, the other kit by its own besides; KH and pH are as they are', () => {
    const high: Guess = {
      ...usual,
      kit: { ...usual.kit, nitrite: 1.5 },
      otherKit: { ...usual.otherKit, nitrite: 2 },
    };
    expect(show('nitrite', high)).toBeCloseTo(1.5, 9);
    expect(show('nitrite', high, { otherKit: true })).toBeCloseTo(3, 9);
    for (const id of ['ph', 'alkalinity'] as const) expect(show(id, high)).toBe(show(id, usual));
  });
  it('is in the other basis from the day on which it was mistaken', () => {
    const mistaken = (day: number): Guess => ({
      ...usual,
      kit: { ...usual.kit, nitrite: 1 },
      basis: { day, times: 3.284 },
    });
    expect(show('nitrite', mistaken(9))).toBeCloseTo(3.284, 9);
    expect(show('nitrite', mistaken(11))).toBeCloseTo(1, 9);
    expect(show('ammonia', mistaken(9))).toBe(show('ammonia', mistaken(11)));
  });
});
