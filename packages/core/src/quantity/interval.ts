import { z } from 'zod';
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
  if ([low, best, high].some(Number.isNaN) || !Number.isFinite(best))
    throw new FieldError('not-a-number', field, `This is not a number: ${low}, ${best}, ${high}.`);
  if (low > best || best > high)
    throw new FieldError(
      'upside-down',
      field,
      `The low end (${low}) must not be above the best guess (${best}), nor that above the high end (${high}).`,
    );
  // Adding zero turns −0 into 0, which JSON could not carry.
  return { low: low + 0, best: best + 0, high: high + 0 };
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

/** Multiplies by a factor of zero or more. */
export const scale = (i: Interval, factor: number): Interval => mapIncreasing(i, (x) => x * factor);

/**
 * The image of several intervals under a function that is monotone in each argument (rising in some,
 * falling in others): its extremes lie at corners of the box, so all corners are tried.
 */
export function overBox(inputs: readonly Interval[], f: (...x: number[]) => number): Interval {
  let low = Infinity;
  let high = -Infinity;
  for (let corner = 0; corner < 2 ** inputs.length; corner++) {
    const value = f(...inputs.map((input, k) => (corner & (1 << k) ? input.high : input.low)));
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const best = f(...inputs.map((input) => input.best));
  // Rounding may put the best a hair outside its own ends.
  return interval(Math.min(low, best), best, Math.max(high, best));
}

/** An interval as it travels and is kept: JSON has no infinity, so an unknown end is null. */
export const WireIntervalSchema = z
  .object({ low: z.number().nullable(), best: z.number(), high: z.number().nullable() })
  .meta({ id: 'Interval', description: 'Low end, best guess and high end; null where an end is unknown.' });
export type WireInterval = z.infer<typeof WireIntervalSchema>;

export const toWire = (i: Interval): WireInterval => ({
  low: Number.isFinite(i.low) ? i.low : null,
  best: i.best,
  high: Number.isFinite(i.high) ? i.high : null,
});

export const fromWire = (w: WireInterval): Interval =>
  interval(w.low ?? -Infinity, w.best, w.high ?? Infinity);
