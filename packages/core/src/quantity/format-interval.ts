import type { Interval } from './interval';

/** Finest figure shown: a hundred-thousandth of any unit in use is beyond every test of this trade. */
const finest = 6;

/** Decimals of the place of the first figure of a step: negative for tens and hundreds. */
const decimalsOf = (step: number): number =>
  step > 0 && Number.isFinite(step) ? Math.min(finest, Math.ceil(-Math.log10(step) - 1e-9)) : 0;

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

/** Width that is more than the rounding of a conversion there and back; 0 for an exact or an open figure. */
function widthOf({ low, best, high }: Interval): number {
  const width = high - low;
  return Number.isFinite(width) && width > 1e-9 * Math.abs(best) ? width : 0;
}

/** An exact figure gets four significant digits, but never loses its tens and ones. */
const exactDecimals = (best: number): number => Math.max(0, decimalsOf(Math.abs(best) / 1000));

/** The ends are given to a fifth of the width or finer: rounded outward, the range grows by two fifths at most. */
const endDecimals = (i: Interval): number => {
  // Of a figure that is open at one end, the best guess tells how fine the other end can be.
  const open = Number.isFinite(i.high - i.low)
    ? 0
    : Number.isFinite(i.low)
      ? i.best - i.low
      : i.high - i.best;
  const width = widthOf(i) || (open > 1e-9 * Math.abs(i.best) && Number.isFinite(open) ? open : 0);
  return width > 0 ? decimalsOf(width / 5) : exactDecimals(i.best);
};

/**
 * A figure alone, with the digits that its interval deserves: coarser than the ends where that moves it little.
 * @example formatBest(interval(7.21, 7.38, 7.55)) // '7.4'
 */
export function formatBest(i: Interval): string {
  const width = widthOf(i);
  if (width === 0) return tidy(i.best, exactDecimals(i.best));
  const coarse = decimalsOf(width / 2);
  const step = 10 ** coarse;
  const rounded = Math.round(i.best * step) / step;
  // A guess in the very middle of a step, 75 in tens, was meant to be there: half a step is not little.
  const moved = Math.abs(rounded - i.best) / width;
  const stays = rounded >= i.low && rounded <= i.high && moved < 0.1 - 1e-9;
  const text = tidy(i.best, stays ? coarse : decimalsOf(width / 10));
  // A little that nobody measured is not "0".
  return text === '0' && i.best > 0 && i.low >= 0 ? tidy(i.best, decimalsOf(i.best)) : text;
}

/**
 * An interval in words and figures, unit-less: "4–5", "−2 to 3", "over 8", "under 6", "7.4". The ends are rounded
 * outward, so that what is shown never claims more than what is known. The caller puts the unit behind it.
 * @example formatInterval(interval(160, 200, Infinity)) // 'over 160'
 */
export function formatInterval(i: Interval): string {
  const decimals = endDecimals(i);
  if (i.high === Infinity && i.low === -Infinity) return 'unknown';
  if (i.high === Infinity) return `over ${tidy(i.low, decimals, Math.floor)}`;
  if (i.low === -Infinity) return `under ${tidy(i.high, decimals, Math.ceil)}`;
  if (i.low === i.high || (Number.isFinite(i.high - i.low) && widthOf(i) === 0))
    return tidy(i.best, decimals);
  const low = tidy(i.low, decimals, Math.floor);
  const high = tidy(i.high, decimals, Math.ceil);
  if (low === high) return low;
  // A dash beside a minus would be read as either.
  return low.startsWith('−') ? `${low} to ${high}` : `${low}–${high}`;
}

/**
 * Best guess and interval: "5 (4–5)", or only the interval where a best guess would mislead.
 * @example formatReading(interval(4, 4.6, 5)) // '4.6 (4–5)'
 * @example formatReading(interval(0, 0.002, 0.18)) // '0.002 (0–0.18)'
 */
export function formatReading(i: Interval): string {
  const range = formatInterval(i);
  if (!Number.isFinite(i.high - i.low) || !/–| to /.test(range)) return range;
  return `${formatBest(i)} (${range})`;
}
