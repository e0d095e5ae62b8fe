import { type TrendPoint, daysToLimit, doublingDays, trendOf } from '@hedge-lamp/core/readings';
import { interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';
import { TheilSenRegression } from 'ml-regression-theil-sen';

const day = 86_400_000;
const on = (k: number, value: number, off = 0): TrendPoint => ({
  at: 1_700_000_000_000 + k * day,
  value: interval(value - off, value, value + off),
});

/** As many readings as make an odd number of pairs: of an even number the package takes the lower middle one. */
const oddPairs = fc.constantFrom(6, 7, 10, 11, 14, 15, 22, 23).chain((n) =>
  fc.array(
    evenShare.map((s) => s * 80),
    { minLength: n, maxLength: n },
  ),
);

describe('a trend', () => {
  it('has the slope that an independent package finds', () => {
    fc.assert(
      fc.property(oddPairs, (values) => {
        const days = values.map((_, k) => k);
        const reference = new TheilSenRegression(days, values).slope;
        const { perDay } = trendOf(
          values.map((v, k) => on(k, v)),
          'mg/L',
        ).value;
        expect(perDay.best).toBeCloseTo(reference, 9);
      }),
    );
  });

  it('of a straight line is that line, one wild reading or not', () => {
    const line = Array.from({ length: 12 }, (_, k) => on(k, 10 + 2 * k));
    expect(trendOf(line, 'mg/L').value).toMatchObject({ perDay: { best: 2 }, direction: 'rising' });
    const wild = [...line.slice(0, 5), on(5, 160), ...line.slice(6)];
    expect(trendOf(wild, 'mg/L').value.perDay.best).toBeCloseTo(2, 9);
  });

  it('holds the slope of whatever values lie inside the readings', () => {
    const readings = Array.from({ length: 10 }, (_, k) => on(3 * k, 20 + k, 4));
    const { bounds, perDay } = trendOf(readings, 'mg/L').value;
    expect(bounds.low).toBeLessThanOrEqual(perDay.low);
    expect(bounds.high).toBeGreaterThanOrEqual(perDay.high);
    const share = evenShare;
    fc.assert(
      fc.property(fc.array(share, { minLength: 10, maxLength: 10 }), (s) => {
        const inside = readings.map(({ at, value }, k) => ({
          at,
          value: point(value.low + s[k]! * (value.high - value.low)),
        }));
        const slope = trendOf(inside, 'mg/L').value.perDay.best;
        expect(slope).toBeGreaterThanOrEqual(bounds.low - 1e-9);
        expect(slope).toBeLessThanOrEqual(bounds.high + 1e-9);
      }),
    );
  });

  it('claims no direction where the guesses scatter, and no certainty where the ranges allow both', () => {
    const scattered = [20, 24, 19, 23, 21, 25, 18, 22].map((v, k) => on(k, v, 1));
    expect(trendOf(scattered, 'mg/L').value.direction).toBe('cannot-tell');
    const wide = Array.from({ length: 8 }, (_, k) => on(k, 20 + k, 12));
    expect(trendOf(wide, 'mg/L').value).toMatchObject({ direction: 'rising', sure: false });
    const narrow = Array.from({ length: 8 }, (_, k) => on(k, 20 + k, 0.2));
    expect(trendOf(narrow, 'mg/L').value).toMatchObject({ direction: 'rising', sure: true });
  });

  it('lives with readings past the top of their card', () => {
    const readings = [on(0, 10), on(7, 20), on(14, 40), { ...on(21, 80), value: interval(80, 80, Infinity) }];
    const { bounds } = trendOf(readings, 'mg/L').value;
    expect(Number.isNaN(bounds.low) || Number.isNaN(bounds.high)).toBe(false);
    expect(bounds.high).toBe(Infinity);
  });

  it('needs four readings at different times', () => {
    expect(() => trendOf([on(0, 1), on(1, 2), on(2, 3)], 'mg/L')).toThrow(/needs 4 readings/);
    expect(() => trendOf([on(0, 1), on(0, 2), on(0, 3), on(0, 4)], 'mg/L')).toThrow(/needs 4 readings/);
  });
});

describe('what a trend leads to', () => {
  it('10 mg/L to go at 2 a day is five days; a slope that may be half takes up to ten', () => {
    expect(daysToLimit(point(30), point(2), 40)?.value.best).toBe(5);
    expect(daysToLimit(point(30), interval(1, 2, 4), 40)?.value).toEqual({ low: 2.5, best: 5, high: 10 });
    expect(daysToLimit(interval(28, 30, 35), interval(-1, 2, 4), 40)?.value).toEqual({
      low: 1.25,
      best: 5,
      high: Infinity,
    });
  });

  it('falling KH reaches its lower limit, and what moves away never does', () => {
    expect(daysToLimit(point(4), point(-0.5), 2)?.value.best).toBe(4);
    expect(daysToLimit(point(4), point(0.5), 2)).toBeNull();
  });

  it('what grows by a tenth a day doubles in 7.27 days', () => {
    // ln 2 / ln 1.1 = 7.2725.
    const grown = Array.from({ length: 8 }, (_, k) => on(k, 1.1 ** k));
    expect(doublingDays(grown)?.value.best).toBeCloseTo(7.2725, 3);
    expect(doublingDays(grown.map((p, k) => on(k, 9 - k)))).toBeNull();
  });
});
