import { cardOf } from '@hedge-lamp/core/color';
import { interval, point, toWire } from '@hedge-lamp/core/quantity';
import { type Before, falseZero, interpret, widenByDoubts } from '@hedge-lamp/core/readings';

const day = 86_400_000;
const now = Date.UTC(2026, 5, 1);
const before = (parameter: Before['parameter'], best: number, daysAgo: number): Before => ({
  parameter,
  value: toWire(point(best)),
  takenAt: now - daysAgo * day,
});
const zero = interval(0, 0, 0.01);

describe('a zero that may be a false one', () => {
  it('is asked about for nitrite and total ammonia, and for nothing else', () => {
    expect(falseZero('nitrite', zero, now, [], false)).toEqual({ level: 'possible', reasons: [] });
    expect(falseZero('ammonia', zero, now, [], false)?.level).toBe('possible');
    expect(falseZero('nitrate', zero, now, [], false)).toBeNull();
  });
  it('is none where something was read', () =>
    expect(falseZero('nitrite', interval(0.1, 0.2, 0.3), now, [], true)).toBeNull());
  it('is likely when ammonia fell and nitrite stayed away', () => {
    const history = [before('ammonia', 4, 9), before('ammonia', 2, 5), before('ammonia', 0.5, 1)];
    const found = falseZero('nitrite', zero, now, history, false)!;
    expect(found.level).toBe('likely');
    expect(found.reasons[0]).toMatch(/fell from 4 to 0.5 mg\/L as nitrogen/);
  });
  it('the order of the history does not matter, nor what is older than three weeks', () => {
    const history = [before('ammonia', 0.5, 1), before('ammonia', 4, 9)];
    expect(falseZero('nitrite', zero, now, history, false)).toEqual(
      falseZero('nitrite', zero, now, [...history].reverse(), false),
    );
    expect(falseZero('nitrite', zero, now, [before('ammonia', 4, 40)], false)?.level).toBe('possible');
  });
  it('is likely right after a high one, and in a filter that grows in', () => {
    expect(falseZero('nitrite', zero, now, [before('nitrite', 2, 2)], false)!.reasons[0]).toMatch(
      /read 2 mg\/L as nitrogen 2 days ago/,
    );
    expect(falseZero('ammonia', zero, now, [before('ammonia', 3, 1)], false)!.reasons[0]).toMatch(
      /yesterday/,
    );
    expect(falseZero('nitrite', zero, now, [], true)?.level).toBe('likely');
  });
  it('ammonia that only rose speaks for nothing yet', () =>
    expect(falseZero('nitrite', zero, now, [before('ammonia', 0.5, 3)], false)?.level).toBe('possible'));
});

describe('a color that flashed and faded', () => {
  it('leaves no high end, whatever other doubts there are', () => {
    expect(widenByDoubts(interval(0, 0, 0.05), ['flashed'])).toEqual({ low: 0, best: 0, high: Infinity });
    expect(widenByDoubts(point(0), ['flashed', 'read-late']).high).toBe(Infinity);
  });
  it('is kept with the reading', () => {
    const { value } = interpret({
      parameter: 'nitrite',
      methodId: 'nitrite-one-bottle',
      entered: { how: 'card', cardId: cardOf('azo-nitrite').id, match: { found: 'at', swatch: 0 } },
      doubts: ['flashed'],
    });
    expect(value).toMatchObject({ low: 0, best: 0, high: Infinity });
  });
});
