import type { WireInterval } from '../wire';
import { FieldError } from './field-error';

/**
 * A value that is known only to lie between two ends, with a best guess. `low ≤ best ≤ high`.
 * `high` is Infinity for a color past the top of its card, `low` is −Infinity below the bottom of a card
 * that does not start at zero. Units and basis are the caller's: an interval travels with its quantity.
 */
export interface Interval {
  readonly low: number;
  readonly best: number;
  readonly high: number;
}

/**
 * Makes an interval.
 * @throws FieldError `not-a-number` for NaN or an infinite best, `upside-down` when the ends are crossed.
 */
export function interval(low: number, best: number, high: number, field = 'value'): Interval {
  // The common case first, and without making anything: this runs for every figure there is.
  if (low <= best && best <= high && best < Infinity && best > -Infinity)
    // Adding zero turns −0 into 0, which JSON could not carry.
    return { low: low + 0, best: best + 0, high: high + 0 };
  if ([low, best, high].some(Number.isNaN) || !Number.isFinite(best))
    throw new FieldError('not-a-number', field, `This is not a number: ${low}, ${best}, ${high}.`);
  // Two ways to one figure may differ by rounding in the last place: no end is crossed by that.
  const hair = 1e-12 * Math.abs(best);
  if (low <= best + hair && best <= high + hair)
    return { low: Math.min(low, best) + 0, best: best + 0, high: Math.max(high, best) + 0 };
  throw new FieldError(
    'upside-down',
    field,
    `The low end (${low}) must not be above the best guess (${best}), nor that above the high end (${high}).`,
  );
}

/** An interval without width. */
export const point = (value: number): Interval => interval(value, value, value);

/** True when an end is unknown. */
export const isOpen = (i: Interval): boolean => !Number.isFinite(i.low) || !Number.isFinite(i.high);

/** The image under a function that rises (or stays level) everywhere: ends map to ends. */
export const mapIncreasing = (i: Interval, f: (x: number) => number): Interval =>
  interval(f(i.low), f(i.best), f(i.high));

/** The image under a function that falls everywhere: the ends change places. */
export const mapDecreasing = (i: Interval, f: (x: number) => number): Interval =>
  interval(f(i.high), f(i.best), f(i.low));

/**
 * Multiplies by a factor of zero or more.
 * @example scale(interval(1, 2, 3), 2) // { low: 2, best: 4, high: 6 }
 */
export const scale = (i: Interval, factor: number): Interval => mapIncreasing(i, (x) => x * factor);

/** Past this many uncertain inputs not all corners are tried any more; see cornersOfBox. */
const mostForAllCorners = 12;

/** One result over a box: at the best guesses, and the corners at which it is least and most. */
export interface Corners {
  readonly best: number;
  readonly low: number;
  readonly high: number;
  readonly lowAt: readonly number[];
  readonly highAt: readonly number[];
}

/**
 * Where a function is large among the corners of a box of many inputs: from the best guesses, from all low ends
 * and from all high ends one input at a time is moved to its better end until none gets further.
 */
function climb(inputs: readonly Interval[], wide: readonly number[], f: (x: number[]) => number): number[] {
  let [top, found] = [-Infinity, [] as number[]];
  for (const start of ['best', 'low', 'high'] as const) {
    const x = inputs.map((input) => input[start]);
    let here = f(x);
    for (let moved = true; moved;) {
      moved = false;
      for (const k of wide)
        for (const end of [inputs[k]!.low, inputs[k]!.high]) {
          const before = x[k]!;
          x[k] = end;
          const value = f(x);
          if (value > here) [here, moved] = [value, true];
          else x[k] = before;
        }
    }
    if (!(here <= top)) [top, found] = [here, x];
  }
  return found;
}

/**
 * The least and the largest value of each of several functions among the corners of a box. Inputs without width
 * are not varied. Past twelve uncertain inputs the corners are too many, and are climbed among.
 * @param f gives all the results at once, always as many, from one value for each input
 */
export function cornersOfBox(
  inputs: readonly Interval[],
  f: (...x: number[]) => readonly number[],
): Corners[] {
  const wide = inputs.flatMap((input, k) => (input.high > input.low ? [k] : []));
  const bests = inputs.map((input) => input.best);
  const found = f(...bests).map((best) => ({ best, low: best, high: best, lowAt: bests, highAt: bests }));
  if (wide.length > mostForAllCorners)
    return found.map(({ best }, j) => {
      const lowAt = climb(inputs, wide, (at) => -f(...at)[j]!);
      const highAt = climb(inputs, wide, (at) => f(...at)[j]!);
      return { best, low: f(...lowAt)[j]!, high: f(...highAt)[j]!, lowAt, highAt };
    });
  const x = [...bests];
  for (let corner = 0; wide.length > 0 && corner < 2 ** wide.length; corner++) {
    wide.forEach((k, bit) => (x[k] = corner & (1 << bit) ? inputs[k]!.high : inputs[k]!.low));
    f(...x).forEach((value, j) => {
      const result = found[j]!;
      if (value < result.low) [result.low, result.lowAt] = [value, [...x]];
      if (value > result.high) [result.high, result.highAt] = [value, [...x]];
    });
  }
  return found;
}

/**
 * The images of several intervals under functions that are monotone in each argument (rising in some, falling
 * in others, or which of the two depending on the rest): their extremes lie at corners of the box. Where a
 * function may bend inside the box, see extremesInBox.
 */
const overBoxAll = (inputs: readonly Interval[], f: (...x: number[]) => readonly number[]): Interval[] =>
  cornersOfBox(inputs, f).map(({ low, best, high }) => interval(low, best, high));

/** The image under one such function. */
export const overBox = (inputs: readonly Interval[], f: (...x: number[]) => number): Interval =>
  overBoxAll(inputs, (...x) => [f(...x)])[0]!;

/**
 * The same where an upper end may be unknown, for functions that rise, or stay level, with every such input: the
 * result has no upper end either, unless that input has no say in it.
 */
export function overOpenBox(inputs: readonly Interval[], f: (...x: number[]) => number): Interval {
  if (!inputs.some(isOpen)) return overBox(inputs, f);
  // Far beyond any amount; twice as far tells whether the open input has a say. Infinity itself times 0 is no number.
  const upTo = (end: number) =>
    overBox(
      inputs.map((i) => ({ ...i, high: Math.min(i.high, end) })),
      f,
    );
  const [near, far] = [upTo(1e12), upTo(2e12)];
  return interval(near.low, near.best, far.high > near.high ? Infinity : near.high);
}

/**
 * The sum: ends add.
 * @example add(interval(1, 2, 3), point(1)) // { low: 2, best: 3, high: 4 }
 */
export const add = (...terms: readonly Interval[]): Interval =>
  interval(
    terms.reduce((sum, t) => sum + t.low, 0),
    terms.reduce((sum, t) => sum + t.best, 0),
    terms.reduce((sum, t) => sum + t.high, 0),
  );

/**
 * The difference of two values that know nothing of each other.
 * @example subtract(interval(1, 2, 3), interval(0, 1, 2)) // { low: -1, best: 1, high: 3 }
 */
export const subtract = (a: Interval, b: Interval): Interval =>
  interval(a.low - b.high, a.best - b.best, a.high - b.low);

/**
 * The quotient of two values of zero or more; no upper end where the divisor may be zero.
 * @example divide(interval(2, 3, 4), interval(1, 2, 2)) // { low: 1, best: 1.5, high: 4 }
 */
export function divide(a: Interval, b: Interval): Interval {
  if (b.best <= 0) throw new FieldError('out-of-range', 'value', 'Nothing can be divided by 0.');
  const low = b.high === Infinity ? 0 : a.low / b.high;
  return interval(Math.min(low, a.best / b.best), a.best / b.best, b.low > 0 ? a.high / b.low : Infinity);
}

/** True where both could be the same value. */
export const overlap = (a: Interval, b: Interval): boolean => a.low <= b.high && b.low <= a.high;

export const toWire = (i: Interval): WireInterval => ({
  low: Number.isFinite(i.low) ? i.low : null,
  best: i.best,
  high: Number.isFinite(i.high) ? i.high : null,
});

export const fromWire = (w: WireInterval): Interval =>
  interval(w.low ?? -Infinity, w.best, w.high ?? Infinity);
