import type { Interval } from './interval';

/** Decimals worth showing for a width: the digit in which the width has its first figure, at most four. */
function decimalsFor(width: number, magnitude: number): number {
  // An exact figure is shown to three significant digits; a wide one to the first digit of its width.
  const step = width > 0 ? width / 2 : Math.abs(magnitude) / 1000;
  if (step === 0) return 0;
  return Math.min(4, Math.max(0, Math.ceil(-Math.log10(step) - 1e-9)));
}

const tidy = (x: number, decimals: number) => {
  const text = x.toFixed(decimals);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short;
};

/** A figure alone, with the digits that its interval deserves. */
export function formatBest(i: Interval): string {
  const finite = Number.isFinite(i.high - i.low);
  return tidy(i.best, decimalsFor(finite ? i.high - i.low : 0, i.best));
}

/**
 * An interval in words and figures, unit-less: "4–5", "over 8", "under 6", "7.4".
 * The caller puts the unit behind it.
 */
export function formatInterval(i: Interval): string {
  const finite = Number.isFinite(i.high - i.low);
  const decimals = decimalsFor(finite ? i.high - i.low : 0, i.best);
  if (i.high === Infinity && i.low === -Infinity) return 'unknown';
  if (i.high === Infinity) return `over ${tidy(i.low, decimals)}`;
  if (i.low === -Infinity) return `under ${tidy(i.high, decimals)}`;
  const low = tidy(i.low, decimals);
  const high = tidy(i.high, decimals);
  return low === high ? low : `${low}–${high}`;
}

/** Best guess and interval: "5 (4–5)", or only the interval where a best guess would mislead. */
export function formatReading(i: Interval): string {
  const range = formatInterval(i);
  if (!Number.isFinite(i.high - i.low) || i.low === i.high) return range;
  return `${formatBest(i)} (${range})`;
}
