import { phFromTwo } from '@hedge-lamp/core/readings';
import { interval } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';

describe('pH from the low and the high range (common practice)', () => {
  it('is where the two overlap', () => {
    const { value } = phFromTwo(interval(7.3, 7.5, 7.6), interval(7.4, 7.6, 7.8));
    expect(value.together?.low).toBe(7.4);
    expect(value.together?.high).toBe(7.6);
    expect(value.contradiction).toBeNull();
  });

  it('past the top of the low range is what the high range says', () => {
    const { value, workings } = phFromTwo(interval(7.6, 7.6, Infinity), interval(8, 8.2, 8.4));
    expect(value.schools).toEqual({
      'low-first': { low: 8, best: 8.2, high: 8.4 },
      'high-always': { low: 8, best: 8.2, high: 8.4 },
      both: { low: 8, best: 8.2, high: 8.4 },
    });
    expect(workings.inputs[0]?.note).toMatch(/ends at 7.6: this means that or more/);
  });

  it('at the bottom of the high range is what the low range says', () => {
    const { value } = phFromTwo(interval(6.5, 6.6, 6.7), interval(7.4, 7.4, 7.5));
    expect(value.schools['high-always']).toEqual({ low: 6.5, best: 6.6, high: 6.7 });
    expect(value.together?.best).toBe(6.6);
  });

  it('lets the schools differ where they do', () => {
    const { schools } = phFromTwo(interval(7.2, 7.4, 7.6), interval(7.4, 7.6, 7.8)).value;
    expect(schools['low-first']?.best).toBe(7.4);
    expect(schools['high-always']?.best).toBe(7.6);
    expect(schools.both?.best).toBe(7.5);
  });

  it.each([
    [
      interval(6.3, 6.4, 6.5),
      interval(7.8, 8, 8.2),
      /low range says no more than 6.5, the high range at least 7.8/,
    ],
    [interval(7.6, 7.6, Infinity), interval(7.4, 7.45, 7.5), /they cannot both be right. Repeat both/],
  ])('says plainly that they contradict each other: %#', (low, high, why) => {
    const { value } = phFromTwo(low, high);
    expect(value.together).toBeNull();
    expect(value.contradiction).toMatch(why);
  });

  it('is never wider than either test, and holds the truth whenever both do', () => {
    const truth = fc.double({ min: 6, max: 8.8, noNaN: true });
    const off = fc.double({ min: 0.06, max: 0.3, noNaN: true });
    fc.assert(
      fc.property(truth, off, off, off, off, (ph, a, b, c, d) => {
        const low = ph >= 7.6 ? interval(7.6, 7.6, Infinity) : interval(ph - a, Math.min(ph, 7.55), ph + b);
        const high = ph <= 7.4 ? interval(7.4, 7.4, 7.5) : interval(ph - c, Math.max(ph, 7.45), ph + d);
        const { together } = phFromTwo(low, high).value;
        expect(together).not.toBeNull();
        expect(together!.low).toBeLessThanOrEqual(ph + 1e-9);
        expect(together!.high).toBeGreaterThanOrEqual(ph - 1e-9);
      }),
    );
  });

  it('refuses a pH that cannot be, by the test it belongs to', () => {
    expect(() => phFromTwo(interval(15, 15, 15), interval(8, 8, 8))).toThrow(
      expect.objectContaining({ field: 'low' }),
    );
  });
});
