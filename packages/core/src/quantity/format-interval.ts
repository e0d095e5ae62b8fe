import type { Interval } from './interval';

/** Finest figure shown: a hundred-thousandth of any unit in use is beyond every test of this trade. */
const finest = 6;

/**
 * Decimals worth showing: the place of the first figure of half the width, negative for tens and hundreds. An
 * exact figure gets four significant digits.
 */
function decimalsFor(width: number, magnitude: number): number {
  // Converting there and back leaves a width of rounding only; such a figure is exact.
  const real = width > 1e-9 * Math.abs(magnitude);
  const step = real ? width / 2 : Math.abs(magnitude) / 1000;
  if (step === 0 || !Number.isFinite(step)) return 0;
  return Math.min(finest, Math.ceil(-Math.log10(step) - 1e-9));
}

type Round = (x: number) => number;

function tidy(x: number, decimals: number, round: Round = Math.round): string {
  if (Math.abs(x) >= 1e12) return x.toExponential(2);
  const step = 10 ** decimals;
  const scaled = x * step;
  // A hair of rounding must not push a figure to the next step.
  const near = Math.round(scaled);
  const whole = Math.abs(scaled - near) < 1e-6 * Math.max(1, Math.abs(near)) ? near : round(scaled);
  const text = (whole / step).toFixed(Math.max(0, decimals));
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short.replace('-', '−');
}

/** Exact figures under a thousand keep their tens and ones; a wide one does not pretend to. */
const placesOf = (i: Interval): number => {
  const finite = Number.isFinite(i.high - i.low);
  const width = finite ? i.high - i.low : 0;
  const decimals = decimalsFor(width, i.best);
  return width > 0 && finite ? decimals : Math.max(0, decimals);
};

/** A figure alone, with the digits that its interval deserves. */
export const formatBest = (i: Interval): string => tidy(i.best, placesOf(i));

/**
 * An interval in words and figures, unit-less: "4–5", "−2 to 3", "over 8", "under 6", "7.4". The ends are rounded
 * outward, so that what is shown never claims more than what is known. The caller puts the unit behind it.
 */
export function formatInterval(i: Interval): string {
  const decimals = placesOf(i);
  if (i.high === Infinity && i.low === -Infinity) return 'unknown';
  if (i.high === Infinity) return `over ${tidy(i.low, decimals, Math.floor)}`;
  if (i.low === -Infinity) return `under ${tidy(i.high, decimals, Math.ceil)}`;
  if (i.high - i.low <= 1e-9 * Math.abs(i.best)) return tidy(i.best, decimals);
  const low = tidy(i.low, decimals, Math.floor);
  const high = tidy(i.high, decimals, Math.ceil);
  if (low === high) return low;
  // A dash beside a minus would be read as either.
  return low.startsWith('−') ? `${low} to ${high}` : `${low}–${high}`;
}

/** Best guess and interval: "5 (4–5)", or only the interval where a best guess would mislead. */
export function formatReading(i: Interval): string {
  const range = formatInterval(i);
  if (!Number.isFinite(i.high - i.low) || !/–| to /.test(range)) return range;
  return `${formatBest(i)} (${range})`;
}
