import { isReady, readinessWatch, slot, slots, warmthAt } from '@hedge-lamp/core/cycle';
import { usualKinetics } from './usual-kinetics';

const filter = (film: number, nitrite = 0) => {
  const state = new Float64Array(slots);
  [state[slot.ammoniaFilm], state[slot.nitriteFilm]] = [film, film];
  [state[slot.alkalinity], state[slot.nitrite]] = [2, nitrite];
  return state;
};

describe('ready', () => {
  const clears = (film: number, celsius = 25, nitrite = 0) =>
    isReady(filter(film, nitrite), 2, usualKinetics, warmthAt(celsius));
  it('takes films that turn over some times the dose: the last of it goes slowly', () => {
    // By hand, ammonia alone: (2 − 0.125) + 0.6·ln(2/0.125) = 3.5 mg/L within the day, before any growth.
    expect(clears(2)).toBe(false);
    expect(clears(8)).toBe(true);
  });
  it('is not for a cold filter, nor while nitrite has piled up', () => {
    expect(clears(8, 12)).toBe(false);
    expect(clears(8, 25, 12)).toBe(false);
  });
});

describe('a filter that is watched until it is ready', () => {
  const days = (challenge: number | null, nitrite: readonly number[]) => {
    const watch = readinessWatch(challenge);
    return nitrite.map((n, day) => watch(day, filter(8, n), usualKinetics, warmthAt(25)));
  };
  it('is ready on the first day that it passes the challenge', () => {
    expect(days(2, [20, 20, 0, 0])).toEqual([null, null, 2, 2]);
  });
  it('with animals is ready from the first of the days through which both stay low; one that is not begins them anew', () => {
    const low = Array.from({ length: 8 }, () => 0);
    expect(days(null, [1, ...low])).toEqual([null, ...Array.from({ length: 7 }, () => null), 1]);
    expect(days(null, [0, 0, 0, 1, ...low]).at(-1)).toBe(4);
    expect(days(null, [0, 0, 0, 1, ...low]).filter((d) => d !== null)).toHaveLength(1);
  });
});
