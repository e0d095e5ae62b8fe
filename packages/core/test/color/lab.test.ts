import {
  type Lab,
  deltaE,
  labOf,
  labOfHex,
  labOfLinear,
  linearOfLab,
  screenColor,
} from '@hedge-lamp/core/color';
import { diff } from 'color-diff';
import fc from 'fast-check';

/**
 * The pairs of Sharma, Wu & Dalal 2005, "The CIEDE2000 color-difference formula: implementation notes, supplementary
 * test data, and mathematical observations", table 1: L, a, b of both and the difference.
 */
const published: readonly (readonly number[])[] = [
  [50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425],
  [50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615],
  [50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412],
  [50, -1.3802, -84.2814, 50, 0, -82.7485, 1.0],
  [50, -1.1848, -84.8006, 50, 0, -82.7485, 1.0],
  [50, -0.9009, -85.5211, 50, 0, -82.7485, 1.0],
  [50, 0, 0, 50, -1, 2, 2.3669],
  [50, -1, 2, 50, 0, 0, 2.3669],
  [50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792],
  [50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195],
  [50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195],
  [50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045],
  [50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461],
  [50, 2.5, 0, 50, 0, -2.5, 4.3065],
  [50, 2.5, 0, 73, 25, -18, 27.1492],
  [50, 2.5, 0, 61, -5, 29, 22.8977],
  [50, 2.5, 0, 56, -27, -3, 31.903],
  [50, 2.5, 0, 58, 24, 15, 19.4535],
  [50, 2.5, 0, 50, 3.1736, 0.5854, 1.0],
  [50, 2.5, 0, 50, 3.2972, 0, 1.0],
  [50, 2.5, 0, 50, 1.8634, 0.5757, 1.0],
  [50, 2.5, 0, 50, 3.2592, 0.335, 1.0],
  [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
  [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263],
  [61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731],
  [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
  [22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373],
  [36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
  [90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441],
  [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
  [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
  [2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082],
];

const lab = (l: number, a: number, b: number): Lab => ({ l, a, b });
const within = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const anyLab = fc.record({ l: within(0, 100), a: within(-90, 90), b: within(-90, 90) });

describe('CIEDE2000', () => {
  it('has all 34 published pairs', () => expect(published).toHaveLength(34));
  it.each(published)('between (%d, %d, %d) and (%d, %d, %d) is %d', (l1, a1, b1, l2, a2, b2, expected) => {
    expect(deltaE(lab(l1!, a1!, b1!), lab(l2!, a2!, b2!))).toBeCloseTo(expected!, 4);
  });
  it('agrees with an independent package on any pair', () => {
    fc.assert(
      fc.property(anyLab, anyLab, (one, other) => {
        const theirs = diff({ L: one.l, a: one.a, b: one.b }, { L: other.l, a: other.a, b: other.b });
        expect(deltaE(one, other)).toBeCloseTo(theirs, 6);
      }),
      { numRuns: 1000 },
    );
  });
});

describe('colors between light and screen', () => {
  it('white is L* 100 without tint, black is 0', () => {
    const white = labOf({ x: 0.95047, y: 1, z: 1.08883 });
    expect(white.l).toBeCloseTo(100, 3);
    expect(Math.hypot(white.a, white.b)).toBeLessThan(0.02);
    expect(labOfLinear([0, 0, 0]).l).toBeCloseTo(0, 9);
  });
  // IEC 61966-2-1 primaries in CIE Lab under D65, as printed in many tables (from memory).
  it.each([
    ['#ff0000', 53.24, 80.09, 67.2],
    ['#00ff00', 87.73, -86.18, 83.18],
    ['#0000ff', 32.3, 79.19, -107.86],
    ['#808080', 53.59, 0, 0],
  ])('%s has its handbook place', (hex, l, a, b) => {
    const found = labOfHex(hex);
    expect(Math.hypot(found.l - l, found.a - a, found.b - b)).toBeLessThan(0.15);
  });
  it('there and back is the same color', () => {
    fc.assert(
      fc.property(within(0.001, 1), within(0.001, 1), within(0.001, 1), (r, g, b) => {
        linearOfLab(labOfLinear([r, g, b])).forEach((c, k) => expect(c).toBeCloseTo([r, g, b][k]!, 6));
      }),
    );
  });
  it('a color that no screen can show is cut to one that it can', () => {
    expect(screenColor({ l: 60, a: -120, b: 0 })).toMatch(/^#[0-9a-f]{6}$/);
  });
});
