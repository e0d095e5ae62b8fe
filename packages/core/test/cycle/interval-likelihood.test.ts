import {
  type Observation,
  deviationOf,
  looksWrong,
  normalBetween,
  probabilityOf,
} from '@hedge-lamp/core/cycle';
import { type Interval, interval } from '@hedge-lamp/core/quantity';

/** Simpson's rule on the normal density, from the outside: no error function in it. */
function byQuadrature(low: number, high: number, mean: number, deviation: number): number {
  const from = Math.max(low, mean - 12 * deviation);
  const to = Math.min(high, mean + 12 * deviation);
  if (from >= to) return 0;
  const steps = 20_000;
  const width = (to - from) / steps;
  const density = (x: number) =>
    Math.exp(-(((x - mean) / deviation) ** 2) / 2) / (deviation * Math.sqrt(2 * Math.PI));
  let sum = density(from) + density(to);
  for (let k = 1; k < steps; k++) sum += density(from + k * width) * (k % 2 === 1 ? 4 : 2);
  return (sum * width) / 3;
}
const read = (of: Observation['of'], value: Interval, more: Partial<Observation> = {}): Observation => ({
  readingId: 'r',
  day: 0,
  of,
  value,
  ...more,
});

describe('the probability of a range', () => {
  it.each([
    [0, 1, 0.4, 0.3],
    [-Infinity, 0.125, 0.3, 0.1],
    [0.75, Infinity, 0.5, 0.2],
    [-1, 1, 0, 1],
    [2, 2.1, 2.05, 0.5],
    [1, 2, 0, 0.25],
    [-3, -2, 0, 0.5],
    [0, 0.5, 20, 4],
  ])('from %d to %d with mean %d and deviation %d is that of numerical integration', (...given) => {
    const exact = byQuadrature(...given);
    expect(Math.abs(normalBetween(...given) - exact)).toBeLessThan(1e-6 * exact + 1e-12);
  });
  it('is 0.6827, 0.9545 and 0.9973 within one, two and three deviations (handbook table)', () => {
    expect(normalBetween(-1, 1, 0, 1)).toBeCloseTo(0.6827, 4);
    expect(normalBetween(-2, 2, 0, 1)).toBeCloseTo(0.9545, 4);
    expect(normalBetween(-3, 3, 0, 1)).toBeCloseTo(0.9973, 4);
  });
  it('adds up to one over ranges that leave no gap', () => {
    const edges = [-Infinity, 0.125, 0.375, 0.75, 1.5, 3, Infinity];
    const sum = edges.slice(1).reduce((s, high, k) => s + normalBetween(edges[k]!, high, 0.9, 0.17), 0);
    expect(sum).toBeCloseTo(1, 6);
  });
});

describe('what a reading says of the truth', () => {
  const half = read('ammonia', interval(0.375, 0.5, 0.75));
  it('is that of numerical integration, with one slip in thirty', () => {
    const truth = 0.6;
    const exact = byQuadrature(0.375, 0.75, truth, deviationOf('ammonia', truth));
    expect(probabilityOf(half, truth)).toBeCloseTo((29 / 30) * exact + 1 / 600, 6);
  });
  it('takes a zero for all that would read as nothing', () => {
    const zero = read('ammonia', interval(0, 0, 0.125));
    expect(probabilityOf(zero, 0)).toBeGreaterThan(0.9);
    expect(probabilityOf(zero, 2)).toBeLessThan(0.01);
  });
  it('takes an arrow past the top of a card for all that lies beyond', () => {
    const past = read('nitrite', interval(1.52, 1.52, Infinity));
    expect(probabilityOf(past, 5)).toBeGreaterThan(0.9);
    // Some kits would have bleached by then.
    expect(probabilityOf(past, 50)).toBeGreaterThan(0.25);
    expect(probabilityOf(past, 0.3)).toBeLessThan(0.01);
  });
  it('knows that nitrite far over its card bleaches to zero, and that a diluted sample does not', () => {
    const zero = read('nitrite', interval(0, 0, 0.04));
    expect(probabilityOf(zero, 20)).toBeGreaterThan(0.5);
    expect(probabilityOf(zero, 3)).toBeLessThan(0.02);
    expect(probabilityOf({ ...zero, diluted: true }, 20)).toBeLessThan(0.02);
  });
  it('never rules a truth out: any reading may be a slip', () => {
    for (const truth of [0, 0.1, 10, 1e4]) expect(probabilityOf(half, truth)).toBeGreaterThan(0.001);
    expect(looksWrong(half, 5)).toBe(true);
    expect(looksWrong(half, 0.5)).toBe(false);
  });
  it('makes nothing of a figure without width but what hand and eye allow', () => {
    expect(probabilityOf(read('ph', interval(7.4, 7.4, 7.4)), 7.4)).toBeGreaterThan(0.15);
  });
});
