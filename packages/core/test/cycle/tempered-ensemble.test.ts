import { guessAt, likelihoodOf, temperedEnsemble, unknownsOf } from '@hedge-lamp/core/cycle';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { secondFilter } from './second-filters';

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length;
const deviation = (values: readonly number[]) => Math.sqrt(mean(values.map((x) => (x - mean(values)) ** 2)));

describe('the tempered ensemble', () => {
  const run = (logLikelihood: (z: Float64Array) => number, dimensions: number, seed = 5) =>
    temperedEnsemble({
      dimensions,
      walkers: 400,
      moves: 6,
      lastMoves: 20,
      random: seededRandom(seed),
      logLikelihood,
    });

  it('finds the posterior of a normal mean, known in closed form (conjugate prior)', () => {
    // Prior N(0, 1); one measurement of 2 with deviation 0.5: posterior mean 2 / (1 + 0.25) = 1.6, deviation √0.2.
    const { points } = run((z) => -((z[0]! - 2) ** 2) / (2 * 0.25), 3);
    const first = points.map((p) => p[0]!);
    expect(mean(first)).toBeCloseTo(1.6, 1);
    expect(deviation(first)).toBeGreaterThan(0.39);
    expect(deviation(first)).toBeLessThan(0.5);
    // What the measurement does not touch stays as the prior has it.
    const other = points.map((p) => p[2]!);
    expect(Math.abs(mean(other))).toBeLessThan(0.2);
    expect(Math.abs(deviation(other) - 1)).toBeLessThan(0.15);
  });
  it('follows a narrow ridge that runs aslant', () => {
    // z1 + z2 = 2, measured closely: the posterior of the sum has deviation near 0.05, that of the difference √2.
    const { points } = run((z) => -((z[0]! + z[1]! - 2) ** 2) / (2 * 0.05 ** 2), 2);
    expect(mean(points.map((p) => p[0]! + p[1]!))).toBeCloseTo(2, 1);
    expect(deviation(points.map((p) => p[0]! + p[1]!))).toBeLessThan(0.07);
    expect(Math.abs(deviation(points.map((p) => p[0]! - p[1]!)) - Math.SQRT2)).toBeLessThan(0.25);
  });
  it('keeps two explanations that are as likely as each other', () => {
    const { points } = run(
      (z) => Math.log(Math.exp(-50 * (z[0]! - 1.5) ** 2) + Math.exp(-50 * (z[0]! + 1.5) ** 2)),
      2,
    );
    const right = points.filter((p) => p[0]! > 0).length / points.length;
    expect(right).toBeGreaterThan(0.3);
    expect(right).toBeLessThan(0.7);
  });
  it('gives the same for the same seed, and tells how far it is', () => {
    const shares: number[] = [];
    const options = {
      dimensions: 2,
      walkers: 60,
      moves: 2,
      lastMoves: 3,
      logLikelihood: (z: Float64Array) => -20 * (z[0]! - 1) ** 2,
    };
    const once = temperedEnsemble({ ...options, random: seededRandom(1), progress: (s) => shares.push(s) });
    const twice = temperedEnsemble({ ...options, random: seededRandom(1) });
    expect(once.points).toEqual(twice.points);
    expect(shares.at(-1)).toBe(1);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });
  it('draws the same whether a point that will not be taken is worked out to the end or not', () => {
    const ridge = (z: Float64Array) => -20 * (z[0]! + z[1]! - 1) ** 2;
    const drawn = (logLikelihood: (z: Float64Array, atLeast: number) => number) =>
      temperedEnsemble({
        dimensions: 2,
        walkers: 60,
        moves: 3,
        lastMoves: 5,
        random: seededRandom(4),
        logLikelihood,
      }).points;
    let cut = 0;
    const short = drawn((z, atLeast) => {
      if (ridge(z) >= atLeast) return ridge(z);
      cut += 1;
      return -Infinity;
    });
    expect(short).toEqual(drawn(ridge));
    expect(cut).toBeGreaterThan(100);
  });
  it('is told the same likelihood of a log, or that it lies under what was asked for', () => {
    const log = secondFilter('unseeded', 3100, 40).until(20);
    const unknowns = unknownsOf(log);
    const likelihood = likelihoodOf(log);
    const random = seededRandom(8);
    for (let n = 0; n < 50; n++) {
      const guess = guessAt(
        unknowns,
        unknowns.map(() => random.spread(1)),
        20,
      );
      const whole = likelihood(guess);
      expect(whole).toBeLessThan(0);
      expect(likelihood(guess, whole - 1e-9)).toBe(whole);
      expect(likelihood(guess, whole + 0.01)).toBe(-Infinity);
    }
  });
});
