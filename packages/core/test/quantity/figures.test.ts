import { formatInterval, formatReading, interval, parseFigure, point } from '@hedge-lamp/core/quantity';

describe('a figure as typed', () => {
  it.each([
    ['7.4', 7.4, 0.1],
    ['7,40', 7.4, 0.01],
    [' 12 ', 12, 1],
    ['.5', 0.5, 0.1],
    ['−2', -2, 1],
  ])('%j is %d to %d', (text, value, lastDigit) => {
    const figure = parseFigure(text);
    expect(figure.value).toBe(value);
    expect(figure.lastDigit).toBeCloseTo(lastDigit, 12);
  });

  it.each(['abc', '7.4.1', '', '1e400', 'NaN', '7..', '--1', '0x10', '1e3'])(
    '%j is refused with a sentence',
    (text) => {
      expect(() => parseFigure(text, 'entered.text')).toThrow(/is not a number|Nothing is typed/);
    },
  );
});

describe('a figure as shown', () => {
  it('has the digits its interval deserves, not more', () => {
    expect(formatReading(interval(4, 5, 5))).toBe('5 (4–5)');
    expect(formatReading(interval(7.3, 7.4, 7.5))).toBe('7.4 (7.3–7.5)');
    expect(formatReading(interval(0.0041, 0.00881, 0.0129))).toBe('0.009 (0.004–0.013)');
    expect(formatReading(interval(0.2, 0.3123, 0.4))).toBe('0.3 (0.2–0.4)');
    expect(formatReading(interval(9.9, 16.4, 36.2))).toBe('16 (9–37)');
    expect(formatReading(interval(-2.04, 0.02, 2.04))).toBe('0 (−2.1 to 2.1)');
    // A little that nobody measured is not "0"; what was read as 0 is.
    expect(formatReading(interval(0, 0.002, 0.18))).toBe('0.002 (0–0.18)');
    expect(formatReading(interval(0, 0, 0.18))).toBe('0 (0–0.18)');
    expect(formatReading(interval(1230, 1800, 2490))).toBe('1800 (1200–2500)');
    expect(formatReading(interval(50, 75, 100))).toBe('75 (50–100)');
    // The same after a conversion to nitrogen and back.
    expect(formatReading(interval(50, 85 + 1e-12, 100))).toBe('85 (50–100)');
    expect(formatReading(interval(50, 74.9, 100))).toBe('70 (50–100)');
    expect(formatInterval(point(0.3942))).toBe('0.3942');
    expect(formatInterval(point(12345))).toBe('12345');
  });

  it('says over and under where an end is unknown', () => {
    expect(formatReading(interval(6, 6, Infinity))).toBe('over 6');
    // A picture of a tube near the top of its card: no digits that it cannot tell.
    expect(formatReading(interval(40.6213, 80.5, Infinity))).toBe('over 40');
    expect(formatReading(interval(0.1534, 0.4, Infinity))).toBe('over 0.15');
    expect(formatReading(interval(-Infinity, 6.1, 6.4321))).toBe('under 6.44');
    expect(formatReading(interval(-Infinity, 7.4, 7.4))).toBe('under 7.4');
  });
});
