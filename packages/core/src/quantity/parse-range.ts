import { FieldError } from './field-error';
import { type Interval, interval } from './interval';
import { type TypedFigure, parseFigure } from './parse-figure';

export interface RangeReading {
  /** Smallest value that can be; the half digit of a single figure stops there. */
  readonly floor?: number;
  /** True for amounts of something, where "<0.1" runs from nothing; false on scales such as pH. */
  readonly fromZero?: boolean;
  /** Largest value that can be; the half digit of a single figure stops there. */
  readonly ceiling?: number;
  /** What "trace" reaches up to, in the typed unit; absent where the word means nothing. */
  readonly trace?: number | undefined;
  /** Half-width of a single figure where its method says so; at least half the last digit is taken. */
  readonly halfWidth?: number;
  /** True for amounts that are set, not measured: a single figure is exact. */
  readonly exact?: boolean;
}

/** A word before a figure that makes it an end. */
const under = /^(?:<=?|≤|under|below|less than|up to)\s*/i;
const over = /^(?:>=?|≥|over|above|more than)\s*/i;
const orMore = /\s*(?:\+|or more|and up)$/i;
const between = /^between\s+(.+?)\s+and\s+(.+)$/i;
const about = /^(?:~|≈|about|around|ca\.?)\s*/i;
const number = String.raw`[+−-]?(?:\d[\d.,]*|[.,]\d+)(?:\s+\d+\s*\/\s*\d+|\s*\/\s*\d+)?[¼½¾⅓⅔⅛]?|[¼½¾⅓⅔⅛]`;
const twoFigures = new RegExp(`^(${number})\\s*(?:-|–|—|−|\\bto\\b|…|\\.{2,3})\\s*(${number})$`, 'i');
const plusMinus = new RegExp(`^(${number})\\s*(?:±|\\+\\/?-)\\s*(${number})$`);
const bestAndRange = /^(.+?)\s*\((.+)\)$/;
const rangeSayBest = /^(.+?),?\s+say\s+(.+)$/i;
const noMore = /^(?:nil|none|zero|nothing)$/i;
const someTrace = /^(?:a\s+)?traces?$/i;

/**
 * Reads what people type for a measured value: "7.4", "0,25", "1/4", "<0.1", ">160", "0.25-0.5", "7.4 ± 0.1",
 * "160+", "between 0 and 0.25, say 0.15", "trace", and what Hedge Lamp itself shows: "5 (4–5)", "over 8".
 * - A single figure means ± half its last digit, as a figure read off a scale does; "~" makes that a whole digit.
 * - "<0.1" runs from zero, and its best guess is half of it (common practice for censored values); where the
 *   scale has no zero of its own (pH, temperature) it has no lower end.
 * - ">160" has no upper end; its best guess is the figure.
 * - "trace" runs from the floor to the lowest step that a usual card shows.
 * @throws FieldError `not-a-number`, `upside-down`
 * @example parseRange('4-5') // { low: 4, high: 5 }
 */
export function parseRange(text: string, field = 'value', reading: RangeReading = {}): Interval {
  const {
    floor = -Infinity,
    ceiling = Infinity,
    trace,
    halfWidth = 0,
    exact = false,
    fromZero = floor === 0,
  } = reading;
  const plain = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(rangeSayBest, '$2 ($1)')
    .replace(between, '$1 to $2');

  const around = ({ value, lastDigit }: TypedFigure, digits = 0.5): Interval => {
    const half = exact ? 0 : Math.max(halfWidth, lastDigit * digits);
    // The figure itself may lie outside what can be; whoever asked checks that. The ends stop there.
    return interval(
      Math.min(value, Math.max(floor, value - half)),
      value,
      Math.max(value, Math.min(ceiling, value + half)),
      field,
    );
  };
  const crossed = (low: number, high: number): never => {
    throw new FieldError(
      'upside-down',
      field,
      `“${text}” runs backwards: ${low} is more than ${high}. Type the smaller figure first.`,
    );
  };

  if (someTrace.test(plain)) {
    if (trace === undefined)
      throw new FieldError('not-a-number', field, '“Trace” has no meaning here. Type a figure.');
    return interval(0, trace / 2, trace, field);
  }
  if (noMore.test(plain) && !fromZero)
    throw new FieldError('not-a-number', field, `“${text}” has no meaning here. Type a figure.`);
  if (noMore.test(plain)) return around({ value: 0, lastDigit: 0 });
  if (under.test(plain)) {
    const { value } = parseFigure(plain.replace(under, ''), field);
    if (value < floor) crossed(floor, value);
    // On a scale that starts at zero half of it is the usual guess; elsewhere half would mean nothing.
    return fromZero ? interval(0, value / 2, value, field) : interval(-Infinity, value, value, field);
  }
  if (over.test(plain) || orMore.test(plain)) {
    const { value } = parseFigure(plain.replace(over, '').replace(orMore, ''), field);
    return interval(value, value, Infinity, field);
  }
  if (about.test(plain)) return around(parseFigure(plain.replace(about, ''), field), 1);

  const shown = bestAndRange.exec(plain);
  if (shown) {
    const best = parseFigure(shown[1]!, field).value;
    const range = parseRange(shown[2]!, field, { ...reading, exact: true });
    if (best < range.low) crossed(range.low, best);
    if (best > range.high) crossed(best, range.high);
    return interval(range.low, best, range.high, field);
  }
  const spread = plusMinus.exec(plain);
  if (spread) {
    const [value, half] = [parseFigure(spread[1]!, field).value, parseFigure(spread[2]!, field).value];
    return interval(Math.max(Math.min(floor, value), value - half), value, value + half, field);
  }
  const ends = twoFigures.exec(plain);
  if (ends) {
    const [low, high] = [parseFigure(ends[1]!, field).value, parseFigure(ends[2]!, field).value];
    if (low > high) crossed(low, high);
    return interval(low, low + (high - low) / 2, high, field);
  }
  return around(parseFigure(plain, field));
}
