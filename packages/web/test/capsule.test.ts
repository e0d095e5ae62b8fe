import fc from 'fast-check';
import { capsuleOf } from '../src/shell/beam/capsule';

const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('a capsule on its beam', () => {
  it('runs from its low end to its high end, with the notch at the best guess', () => {
    const c = capsuleOf([0.25, 0.5, 0.75], 400, 20, 16);
    expect(c).toMatchObject({ left: 100, notch: 200, right: 300, arrow: '' });
    expect(c.bites).not.toBe('');
  });
  it('is widened about its middle where it is too narrow to be seen', () => {
    const c = capsuleOf([0.5, 0.5, 0.5], 400, 20, 16);
    expect(c.right - c.left).toBeCloseTo(16 * 0.62, 9);
    expect((c.left + c.right) / 2).toBeCloseTo(200, 9);
    expect(c.bites).toBe('');
  });
  it('is moved in from an end, not cut off', () => {
    const low = capsuleOf([0, 0, 0], 400, 20, 16);
    expect(low.left).toBe(1);
    expect(low.right - low.left).toBeCloseTo(16 * 0.62, 9);
    const high = capsuleOf([1, 1, 1], 400, 20, 16);
    expect(high.right).toBe(399);
    expect(high.right - high.left).toBeCloseTo(16 * 0.62, 9);
  });
  it('ends in an arrow at the end of the beam past the top of a card', () => {
    const c = capsuleOf([0.7, 0.7, 1], 400, 20, 16, true);
    expect(c.right).toBe(399);
    expect(c.arrow).not.toBe('');
  });
  it('lies within its beam, in order, whatever was read', () => {
    fc.assert(
      fc.property(
        fc.tuple(share, share, share).map((x) => [...x].sort((a, b) => a - b) as [number, number, number]),
        fc.integer({ min: 40, max: 900 }),
        fc.constantFrom(2.2, 8, 16),
        fc.boolean(),
        (at, width, height, open) => {
          const c = capsuleOf(at, width, 20, height, open);
          expect(c.left).toBeGreaterThanOrEqual(1 - 1e-9);
          expect(c.right).toBeLessThanOrEqual(width - 1 + 1e-9);
          expect(c.notch).toBeGreaterThanOrEqual(c.left);
          expect(c.notch).toBeLessThanOrEqual(c.right);
          expect(c.outline).not.toMatch(/NaN|Infinity/);
          // What is wide enough begins and ends where it was read.
          if ((at[2] - at[0]) * width > height && !open) {
            expect(c.left).toBeCloseTo(Math.max(1, at[0] * width), 6);
            expect(c.right).toBeCloseTo(Math.min(width - 1, at[2] * width), 6);
          }
        },
      ),
    );
  });
});
