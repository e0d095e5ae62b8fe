import { FieldError } from '@hedge-lamp/core/quantity';
import { columnInterval } from '../../src/parameters/column-height';

/** A made-up tube: the higher the column, the clearer the water. */
const tube = {
  unit: 'NTU',
  scale: [
    { millimeters: 500, value: 5 },
    { millimeters: 300, value: 10 },
    { millimeters: 100, value: 40 },
  ],
};

describe('the height of a column at which a mark is gone', () => {
  it('lies between what it would be two millimeters higher and lower', () => {
    const { low, best, high } = columnInterval(tube, 300);
    expect(best).toBe(10);
    expect(low).toBeCloseTo(10 * (5 / 10) ** (2 / 200), 12);
    expect(high).toBeCloseTo(10 * (40 / 10) ** (2 / 200), 12);
  });

  it('is taken by ratios between two rows: half-way is their geometric mean', () => {
    expect(columnInterval(tube, 200).best).toBeCloseTo(Math.sqrt(10 * 40), 12);
    expect(columnInterval(tube, 400).best).toBeCloseTo(Math.sqrt(5 * 10), 12);
  });

  it.each([500, 501, 1000])(
    'of %d mm, as tall as the tube or taller, only says that it is no cloudier',
    (height) => {
      const { low, best, high } = columnInterval(tube, height);
      expect(low).toBe(0);
      expect(best).toBe(2.5);
      // As at the tallest mark, two millimeters lower where that is on the tube.
      expect(high).toBeCloseTo(
        height === 500 ? 5 * (10 / 5) ** (2 / 200) : height === 501 ? 5 * 2 ** (1 / 200) : 5,
        12,
      );
    },
  );

  it('just under the tallest mark may still be clearer than it', () => {
    expect(columnInterval(tube, 499).low).toBe(0);
    expect(columnInterval(tube, 497).low).toBeGreaterThan(5);
  });

  it('below the shortest mark has no upper end, and just above it neither', () => {
    expect(columnInterval(tube, 99)).toEqual({
      low: columnInterval(tube, 101).best,
      best: 40,
      high: Infinity,
    });
    expect(columnInterval(tube, 101).high).toBe(Infinity);
    expect(columnInterval(tube, 103).high).toBeLessThan(40);
  });

  it.each([0, -5, 1000.5, NaN])('of %d mm cannot be', (height) => {
    expect(() => columnInterval(tube, height)).toThrow(FieldError);
  });
});
