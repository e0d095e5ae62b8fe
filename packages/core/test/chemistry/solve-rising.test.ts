import fc from 'fast-check';
import { solveRising } from '../../src/chemistry/solve-rising';

/** Crossings that are known beforehand, of functions that bend in every way. */
const shapes: readonly (readonly [name: string, (distance: number) => number])[] = [
  ['straight', (d) => d],
  ['steep to the right', (d) => 10 ** d - 1],
  ['steep to the left', (d) => 1 - 10 ** -d],
  ['flat where it crosses', (d) => d ** 3],
  ['bent one way, then the other', (d) => 10 ** d - 10 ** -d],
];

describe('where a rising function crosses zero', () => {
  it.each(shapes)('is found: %s', (_, shape) => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 13.999, noNaN: true }), (crossing) => {
        expect(Math.abs(solveRising((x) => shape(x - crossing), 0, 14, 'ph') - crossing)).toBeLessThan(1e-9);
      }),
    );
  });

  it.each(shapes)('is found in few steps: %s', (_, shape) => {
    const crossings = Array.from({ length: 140 }, (_unused, k) => 0.05 + k / 10);
    let asked = 0;
    for (const crossing of crossings)
      solveRising(
        (x) => {
          asked += 1;
          return shape(x - crossing);
        },
        0,
        14,
        'ph',
      );
    // Halving alone takes 39 steps, and the two ends, to come to 1e-10 of 14. A charge balance is never flat.
    expect(asked / crossings.length).toBeLessThanOrEqual(shape(0.1) < 0.01 ? 75 : 17);
  });

  it.each([0, 14, 7])('may be an end or the very middle: %d', (crossing) => {
    expect(solveRising((x) => x - crossing, 0, 14, 'ph')).toBeCloseTo(crossing, 9);
  });

  it.each([
    ['above it everywhere', (x: number) => x + 1],
    ['below it everywhere', (x: number) => x - 15],
    ['falling', (x: number) => 7 - x],
    ['no number', () => NaN],
  ])('is refused where there is none: %s', (_, f) => {
    expect(() => solveRising(f, 0, 14, 'ph')).toThrow(
      expect.objectContaining({ code: 'contradiction', field: 'ph' }),
    );
  });
});
