import { FieldError } from './field-error';
import type { Interval } from './interval';

/** What a measured value can be at all; anything outside is a slip, not a water. */
export interface Possible {
  /** Name in a sentence: "pH". */
  readonly label: string;
  /** Unit behind a figure, empty for none. */
  readonly unit: string;
  readonly low: number;
  readonly high: number;
}

export const possiblePh: Possible = { label: 'pH', unit: '', low: 0, high: 14 };
/** Liquid water that something lives in. */
export const possibleTemperature: Possible = { label: 'Temperature', unit: '°C', low: -2, high: 50 };
/** Any concentration of a kept water, in whatever unit the caller computes in. */
export const possibleConcentration = (label: string, unit: string): Possible => ({
  label,
  unit,
  low: 0,
  high: Infinity,
});
/** An amount that must be there: a volume, a mass. */
export const possibleAmount = (label: string, unit: string): Possible => ({
  label,
  unit,
  low: Number.MIN_VALUE,
  high: Number.MAX_VALUE,
});
/** A share of a whole, 0 to 1. */
export const possibleShare = (label: string): Possible => ({ label, unit: '', low: 0, high: 1 });

/** No amount that anybody means is larger, in whatever unit, and powers of it would run out of numbers. */
export const mostMeant = 1e9;

/** As sentences show it, with a true minus and no digits of rounding. */
const said = (x: number) =>
  (Math.abs(x) >= 1e6 ? x.toLocaleString('en-US') : String(Number(x.toFixed(6)) + 0)).replace('-', '−');

function refuse(x: number, field: string, { label, unit, low, high }: Possible): never {
  const behind = unit ? ` ${unit}` : '';
  if (Number.isNaN(x))
    throw new FieldError('not-a-number', field, `${label} is not a number. Type digits, for example 7.4.`);
  if (x === Infinity)
    throw new FieldError(
      'out-of-range',
      field,
      `${label} needs an upper end here. Type a figure, or a range such as 4-6.`,
    );
  const least = low === Number.MIN_VALUE ? 'more than 0' : `${said(low)}${behind} or more`;
  const most = high >= mostMeant && (x < low || high > mostMeant) ? '' : `${said(high)}${behind}`;
  const range =
    low === Number.MIN_VALUE || !most
      ? `must be ${least}${most ? ` and at most ${most}` : ''}`
      : `lies between ${said(low)} and ${most}`;
  throw new FieldError(
    'out-of-range',
    field,
    `${label} ${range}; ${said(x)}${behind} cannot be. Check the figure.`,
  );
}

/**
 * Refuses a value that cannot be.
 * @throws FieldError `not-a-number`, `out-of-range`
 */
export function checkValue(x: number, field: string, possible: Possible): number {
  // Written so that NaN fails both comparisons.
  if (x >= possible.low && x <= possible.high && x !== Infinity) return x;
  refuse(x, field, possible);
}

/**
 * Refuses an interval whose ends or best guess cannot be. An open upper end is allowed where the value has no
 * upper bound of its own.
 * @throws FieldError `not-a-number`, `out-of-range`, `upside-down`
 */
export function checkInterval(i: Interval, field: string, possible: Possible): Interval {
  const { low, best, high } = i;
  if (low >= possible.low && high <= possible.high && low <= best && best <= high && best !== Infinity)
    return i;
  for (const x of [best, low, high])
    if (Number.isNaN(x) || x < possible.low || x > possible.high) refuse(x, field, possible);
  if (best === Infinity) refuse(best, field, possible);
  throw new FieldError(
    'upside-down',
    field,
    `${possible.label}: the low end (${low}) must not be above the best guess (${best}), nor that above the high end (${high}).`,
  );
}

/** Puts what can be at most in the place of an end that is not known; a known end stays, even one that cannot be. */
export const bounded = (i: Interval, { low, high }: Possible): Interval =>
  Number.isFinite(i.low) && Number.isFinite(i.high)
    ? i
    : {
        low: i.low === -Infinity ? Math.min(low, i.best) : i.low,
        best: i.best,
        high: i.high === Infinity ? Math.max(high, i.best) : i.high,
      };
