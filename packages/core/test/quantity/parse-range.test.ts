import { type Interval, formatReading, interval, parseRange } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const concentration = { floor: 0, trace: 0.25 };
const close = (i: Interval, [low, best, high]: readonly [number, number, number]) => {
  expect(i.low).toBeCloseTo(low, 12);
  expect(i.best).toBeCloseTo(best, 12);
  if (high === Infinity) expect(i.high).toBe(Infinity);
  else expect(i.high).toBeCloseTo(high, 12);
};

describe('what people type for a reading', () => {
  it.each([
    ['0,25', [0.245, 0.25, 0.255]],
    ['7.4', [7.35, 7.4, 7.45]],
    ['5', [4.5, 5, 5.5]],
    ['0', [0, 0, 0.5]],
    ['1/4', [0.25, 0.25, 0.25]],
    ['1 1/2', [1.5, 1.5, 1.5]],
    ['½', [0.5, 0.5, 0.5]],
    ['2½', [2.5, 2.5, 2.5]],
    ['<0.1', [0, 0.05, 0.1]],
    ['< 0,1', [0, 0.05, 0.1]],
    ['under 5', [0, 2.5, 5]],
    ['>160', [160, 160, Infinity]],
    ['over 8', [8, 8, Infinity]],
    ['0.25-0.5', [0.25, 0.375, 0.5]],
    ['0.25–0.5', [0.25, 0.375, 0.5]],
    ['0,25 - 0,5', [0.25, 0.375, 0.5]],
    ['1/4 to 1/2', [0.25, 0.375, 0.5]],
    ['20...40', [20, 30, 40]],
    ['160+', [160, 160, Infinity]],
    ['7.6 or more', [7.6, 7.6, Infinity]],
    ['between 0.25 and 0.5', [0.25, 0.375, 0.5]],
    ['between 0 and 0.25, say 0.15', [0, 0.15, 0.25]],
    ['20-40 say 25', [20, 25, 40]],
    ['7.4 ± 0.1', [7.3, 7.4, 7.5]],
    ['7.4 +/- 0.1', [7.3, 7.4, 7.5]],
    ['0.05 ± 0.1', [0, 0.05, 0.15]],
    ['trace', [0, 0.125, 0.25]],
    ['a Trace', [0, 0.125, 0.25]],
    ['none', [0, 0, 0]],
    ['~20', [19, 20, 21]],
    ['5 (4–5)', [4, 5, 5]],
    ['0.009 (0.004–0.013)', [0.004, 0.009, 0.013]],
  ] as const)('%j', (text, expected) => {
    close(parseRange(text, 'value', concentration), expected);
  });

  it('has no lower end on a scale without a zero', () => {
    expect(parseRange('<6', 'ph')).toEqual({ low: -Infinity, best: 6, high: 6 });
    close(parseRange('-2 to 3', 'temperature'), [-2, 0.5, 3]);
    close(parseRange('−2', 'temperature'), [-2.5, -2, -1.5]);
  });

  it('takes an amount that is set, not measured, as exact', () => {
    expect(parseRange('100', 'liters', { floor: 0, exact: true })).toEqual({
      low: 100,
      best: 100,
      high: 100,
    });
  });

  it.each([
    ['', /Nothing is typed/],
    ['abc', /is not a number/],
    ['0.5-0.25', /runs backwards/],
    ['5 (6–7)', /runs backwards/],
    ['1,000', /can be read in two ways. Type 1000, or 1.000/],
    ['1/0', /is not a number/],
    ['<', /Nothing is typed/],
    ['0.2-0.4-0.6', /is not a number/],
    ['NaN', /is not a number/],
    ['Infinity', /is not a number/],
    ['>1e400', /is not a number/],
    ['5 ppm', /is not a number. Type the figure alone; its unit stands beside it/],
    ['24°C', /its unit stands beside it/],
    ['0-0.25, say 0.5', /runs backwards/],
  ])('%j is refused with a sentence', (text, why) => {
    expect(() => parseRange(text, 'entered.text', concentration)).toThrow(why);
  });

  it.each(['trace', 'none', 'nil'])('knows no %s of a pH', (word) => {
    expect(() => parseRange(word, 'ph')).toThrow(/has no meaning here/);
  });

  it('ends in a number or a sentence, whatever is typed, and never hangs', () => {
    const odd = fc.string({ unit: fc.constantFrom(...'0123456789.,/-–<>~±() to½'), maxLength: 40 });
    fc.assert(
      fc.property(odd, (text) => {
        try {
          const { low, best, high } = parseRange(text, 'value', concentration);
          expect(low <= best && best <= high).toBe(true);
        } catch (error) {
          expect(error).toMatchObject({ name: 'FieldError', field: 'value' });
        }
      }),
      { numRuns: 2000 },
    );
  });
});

describe('a reading as shown', () => {
  const anyReading = fc
    .tuple(
      evenShare.map((s) => s * 500),
      fc.double({ min: 0.001, max: 100, noNaN: true }),
      evenShare,
      fc.boolean(),
    )
    .map(([low, width, share, open]) =>
      open ? interval(low, low, Infinity) : interval(low, low + share * width, low + width),
    );

  it('can be typed back, and then holds all that it held: rounding only ever widens', () => {
    fc.assert(
      fc.property(anyReading, (reading) => {
        const shown = formatReading(reading);
        const back = parseRange(shown, 'value', { floor: 0, exact: true });
        const slack = 1e-6 * Math.max(1, reading.best);
        expect(back.low).toBeLessThanOrEqual(reading.low + slack);
        expect(back.high).toBeGreaterThanOrEqual(reading.high - slack);
      }),
    );
  });

  it('shows no more digits than its width is worth: it grows by two fifths at most when read back', () => {
    fc.assert(
      fc.property(anyReading, (reading) => {
        fc.pre(Number.isFinite(reading.high) && reading.high - reading.low > 1e-4);
        const back = parseRange(formatReading(reading), 'value', { floor: 0, exact: true });
        const [was, is] = [reading.high - reading.low, back.high - back.low];
        expect(is).toBeLessThanOrEqual(was * 1.401);
        // And no digit that is worth less than a fiftieth of the width.
        const [low, high] = formatReading(reading)
          .replace(/.*\(|\)/g, '')
          .split('–');
        const decimals = (high ?? low)!.split('.')[1]?.length ?? 0;
        if (decimals > 0) expect(10 ** -decimals).toBeGreaterThan(was / 60);
      }),
    );
  });
});
