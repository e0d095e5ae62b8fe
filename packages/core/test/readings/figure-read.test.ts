import { figureRead, figureWays, interpret, isSeldomRead, usualWay } from '@hedge-lamp/core/readings';
import { measuredIds, parameterInfo } from '@hedge-lamp/core/parameters';
import { interval, point, unitsOf } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';

/** A figure typed for a parameter, as the record takes it. */
const typed = (
  parameter: 'ammonia' | 'nitrite' | 'nitrate' | 'ph' | 'alkalinity',
  text: string,
  unit: string,
  readBy?: (typeof figureWays)[number],
) =>
  interpret({
    parameter,
    methodId: null,
    methodVersion: null,
    doubts: [],
    entered: { how: 'figure', text, unit, ...(readBy ? { readBy } : {}) },
  } as never).value;

describe('a figure that was typed', () => {
  it('of 0 on a card is not nothing: it reaches to the next shade, as half of it', () => {
    const zero = typed('ammonia', '0', 'mg/L NH3-N', 'card')!;
    expect(zero.low).toBe(0);
    expect(zero.high).toBeGreaterThanOrEqual(0.1);
    expect(typed('ammonia', '0', 'mg/L NH3-N', 'unknown')!.high).toBeGreaterThanOrEqual(zero.high);
  });

  it('of 0.25 from a card is not ± 0.005; of a meter it is', () => {
    const card = typed('ammonia', '0.25', 'mg/L NH3-N', 'card')!;
    expect(card.low).toBeLessThanOrEqual(0.125);
    expect(card.high).toBeGreaterThanOrEqual(0.375);
    const meter = typed('ammonia', '0.25', 'mg/L NH3-N', 'meter')!;
    expect([meter.low, meter.high]).toEqual([expect.closeTo(0.245, 9), expect.closeTo(0.255, 9)]);
  });

  it('of drops lies within the last drop', () => {
    // 1 °dKH is 1 / 2.8 meq/L.
    const kh = typed('alkalinity', '5', '°dKH', 'drops');
    expect(kh!.low * 2.8).toBeLessThanOrEqual(4.01);
    expect(kh!.high * 2.8).toBeLessThanOrEqual(5.51);
  });

  it('at the top of the longest card is not known upward', () => {
    expect(figureRead(point(8), 'card', 'ammonia', 'mg/L NH3-N').high).toBe(Infinity);
  });

  it('is, however read and whatever it is, never narrower than its digits, and keeps its figure', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...measuredIds()),
        fc.constantFrom(...figureWays),
        fc.double({ min: 0, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.nat(),
        (parameter, way, best, half, k) => {
          const { kind } = parameterInfo(parameter);
          const units = unitsOf(kind);
          const unit = units[k % units.length]!;
          const unitText = typeof unit === 'string' ? unit : (unit as { id: string }).id;
          const digits = interval(Math.max(0, best - half), best, best + half);
          const read = figureRead(digits, way, parameter, unitText);
          expect(read.best).toBe(best);
          expect(read.low).toBeLessThanOrEqual(digits.low);
          expect(read.high).toBeGreaterThanOrEqual(digits.high);
          expect(read.low === -Infinity || Number.isFinite(read.low)).toBe(true);
        },
      ),
      { numRuns: 500 },
    );
  });

  it('that nobody knows the way of is at least as wide as of any way', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('ammonia' as const, 'nitrite' as const, 'nitrate' as const),
        fc.double({ min: 0, max: 100, noNaN: true }),
        (parameter, best) => {
          const unit = { ammonia: 'mg/L NH3-N', nitrite: 'mg/L NO2-N', nitrate: 'mg/L NO3-N' }[parameter];
          const unknown = figureRead(point(best), 'unknown', parameter, unit);
          for (const way of figureWays) {
            const one = figureRead(point(best), way, parameter, unit);
            expect(unknown.low).toBeLessThanOrEqual(one.low);
            expect(unknown.high).toBeGreaterThanOrEqual(one.high);
          }
        },
      ),
    );
  });

  it('is taken first for the way that its kits are mostly read', () => {
    expect(usualWay('ammonia')).toBe('card');
    expect(usualWay('alkalinity')).toBe('drops');
    expect(usualWay('temperature')).toBe('meter');
  });
});

describe('what is hardly ever read', () => {
  it('is asked about: pH 1.2, ammonia 900; not a pH of 6 or 9, nor ammonia of a cycling tank', () => {
    expect(isSeldomRead('ph', { best: 1.2 })).toBe(true);
    expect(isSeldomRead('ph', { best: 13 })).toBe(true);
    expect(isSeldomRead('ammonia', { best: 900 })).toBe(true);
    for (const best of [5.5, 6, 7.4, 9]) expect(isSeldomRead('ph', { best })).toBe(false);
    for (const best of [0, 0.25, 4, 8]) expect(isSeldomRead('ammonia', { best })).toBe(false);
    expect(isSeldomRead('ph', null)).toBe(false);
  });
});
