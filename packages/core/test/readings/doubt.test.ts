import { doubtIds, doubts, widenByDoubts } from '@hedge-lamp/core/readings';
import { interval } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';

const anyInterval = fc
  .tuple(fc.double({ min: 0, max: 100, noNaN: true }), fc.double({ min: 0, max: 10, noNaN: true }))
  .map(([low, width]) => interval(low, low + width / 2, low + width));

describe('doubts', () => {
  it('only ever widen, keep the best guess, and never fall below zero', () => {
    fc.assert(
      fc.property(anyInterval, fc.subarray([...doubtIds]), (i, ids) => {
        const wide = widenByDoubts(i, ids);
        expect(wide.low).toBeLessThanOrEqual(i.low);
        expect(wide.high).toBeGreaterThanOrEqual(i.high);
        expect(wide.best).toBe(i.best);
        expect(wide.low).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('widen the same in whatever order they came', () => {
    fc.assert(
      fc.property(anyInterval, fc.shuffledSubarray([...doubtIds]), (i, ids) => {
        const [a, b] = [widenByDoubts(i, ids), widenByDoubts(i, [...ids].reverse())];
        expect(a.low).toBeCloseTo(b.low, 9);
        expect(a.high).toBeCloseTo(b.high, 9);
      }),
    );
  });

  it('leave an unknown upper end unknown', () => {
    expect(widenByDoubts(interval(6, 6, Infinity), ['read-late']).high).toBe(Infinity);
  });

  it.each(doubtIds)('%s says what it does without blame', (id) => {
    expect(doubts[id].effect).toMatch(/\.$/);
    expect(doubts[id].effect).not.toMatch(/you should|wrong|mistake|fault/i);
  });

  it('of a tube that stood too long reaches down, of one read early up', () => {
    const five = interval(5, 5, 5);
    expect(widenByDoubts(five, ['read-late'])).toEqual({ low: 3.75, best: 5, high: 5 });
    expect(widenByDoubts(five, ['read-early'])).toEqual({ low: 5, best: 5, high: 7.5 });
  });
});
