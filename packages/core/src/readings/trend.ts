import { day } from '../wire';
import {
  type Interval,
  type Worked,
  FieldError,
  formatInterval,
  formatReading,
  interval,
  point,
  worked,
} from '../quantity';

export interface TrendPoint {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Any one unit; all points by one method, since kits disagree. */
  readonly value: Interval;
}

export interface Trend {
  /** Change a day by the best guesses, with Sen's 90 % interval: how they scatter. Unit of the values. */
  readonly perDay: Interval;
  /** Change a day that the ranges of the readings allow, were each of them off in the worst way. Holds `perDay`. */
  readonly bounds: Interval;
  readonly direction: 'rising' | 'falling' | 'cannot-tell';
  /** True when the direction stands even within `bounds`. */
  readonly sure: boolean;
  readonly points: number;
}

/** Two-sided 90 %. */
const z = 1.645;
/** Fewer points than these have no trend worth a word. Our own bound. */
export const fewestForTrend = 4;
/** The newest that count; pairs grow with the square. Our own bound. */
const mostForTrend = 200;

const middle = (sorted: readonly number[]): number => {
  const half = sorted.length / 2;
  return Number.isInteger(half) ? (sorted[half - 1]! + sorted[half]!) / 2 : sorted[Math.floor(half)]!;
};

/**
 * Slope of readings that are intervals, twice over. By the best guesses: the Theil–Sen slope, the median over all
 * pairs, with the ranks of Sen's 90 % interval; that is how they scatter. By the ranges: the same ranks among the
 * slopes at their lowest (from the high end of the earlier to the low end of the later) and at their highest;
 * that holds the slope of whatever values lie inside the readings.
 * Source: Sen 1968, J. Am. Stat. Assoc. 63: 1379–1389.
 * @throws FieldError `out-of-range` with fewer than four points of different times
 */
export function trendOf(points: readonly TrendPoint[], unit: string): Worked<Trend> {
  const sorted = [...points].sort((a, b) => a.at - b.at).slice(-mostForTrend);
  const slopes = { low: [] as number[], best: [] as number[], high: [] as number[] };
  for (let j = 1; j < sorted.length; j++)
    for (let i = 0; i < j; i++) {
      const [first, last] = [sorted[i]!, sorted[j]!];
      const days = (last.at - first.at) / day;
      if (days <= 0) continue;
      slopes.low.push((last.value.low - first.value.high) / days);
      slopes.best.push((last.value.best - first.value.best) / days);
      slopes.high.push((last.value.high - first.value.low) / days);
    }
  const n = sorted.length;
  if (n < fewestForTrend || slopes.best.length < 3)
    throw new FieldError(
      'out-of-range',
      'points',
      `A trend needs ${fewestForTrend} readings by one method; there are ${n}.`,
    );
  for (const list of Object.values(slopes)) list.sort((a, b) => a - b);
  const pairs = slopes.best.length;
  const spread = z * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const lower = Math.max(0, Math.floor((pairs - spread) / 2) - 1);
  const upper = Math.min(pairs - 1, Math.ceil((pairs + spread) / 2));
  const best = middle(slopes.best);
  const between = (lows: readonly number[], highs: readonly number[]) =>
    interval(Math.min(best, lows[lower]!), best, Math.max(best, highs[upper]!));
  const perDay = between(slopes.best, slopes.best);
  const bounds = between(slopes.low, slopes.high);
  const direction = perDay.low > 0 ? 'rising' : perDay.high < 0 ? 'falling' : 'cannot-tell';
  const sure = bounds.low > 0 || bounds.high < 0;
  const days = (sorted.at(-1)!.at - sorted[0]!.at) / day;
  return worked({ perDay, bounds, direction, sure, points: n }, () => ({
    title: 'Trend',
    result: `${formatReading(perDay)} ${unit} a day`,
    formula: 'the median of (later − earlier) ÷ days over all pairs; ends by Sen’s 90 % ranks',
    substituted: `${pairs} pairs of ${n} readings over ${Math.round(days)} days: ${formatReading(perDay)} ${unit} a day`,
    inputs: [
      { label: 'Readings by one method', value: String(n) },
      {
        label: 'If every reading were off in the worst way',
        value: `${formatInterval(bounds)} ${unit} a day`,
        note: 'the same ranks over the ends of the readings',
      },
    ],
    sources: ['Theil 1950; Sen 1968, J. Am. Stat. Assoc. 63: 1379–1389'],
    caveats: ['A straight line through what was read; water changes and harvests bend it.'],
  }));
}

/** What a trend leads to: days until something, with the workings. */
const inDays = (title: string, days: Interval, formula: string, substituted: string): Worked<Interval> =>
  worked(days, () => ({
    title,
    result: `${formatReading(days)} days`,
    formula,
    substituted: `${substituted} = ${formatReading(days)} days`,
    inputs: [],
    sources: ['Arithmetic of the trend'],
    caveats: ['As long as it goes on as it went.'],
  }));

/**
 * Days until a level reaches a limit at a slope; ∞ where it may never.
 * @param level now, `perDay` its change, `limit` in one unit
 * @returns null when it moves away from the limit by its best guess, or stands at it
 */
export function daysToLimit(level: Interval, perDay: Interval, limit: number): Worked<Interval> | null {
  const up = limit > level.best;
  const gap = (x: number) => Math.max(0, up ? limit - x : x - limit);
  const speed = up ? perDay : interval(-perDay.high, -perDay.best, -perDay.low);
  if (level.best === limit || speed.best <= 0) return null;
  const [near, far] = up ? [level.high, level.low] : [level.low, level.high];
  const best = gap(level.best) / speed.best;
  const latest = speed.low > 0 ? gap(far) / speed.low : Infinity;
  const days = interval(Math.min(best, gap(near) / speed.high), best, Math.max(best, latest));
  return inDays(
    `Days to ${formatReading(point(limit))}`,
    days,
    '(limit − level) ÷ change a day',
    `(${formatReading(point(limit))} − ${formatReading(level)}) ÷ ${formatReading(perDay)}`,
  );
}

/**
 * Days in which a level doubles if it grows by the same share each day: ln 2 ÷ share a day, by the trend of the
 * logarithms; ∞ where it may not grow.
 * @returns null when it does not grow by its best guess, or too few readings are above zero
 */
export function doublingDays(points: readonly TrendPoint[]): Worked<Interval> | null {
  const grown = points.filter((p) => p.value.low > 0 && p.value.high !== Infinity);
  if (grown.length < fewestForTrend) return null;
  const logarithm = ({ low, best, high }: Interval) =>
    interval(Math.log(low), Math.log(best), Math.log(high));
  const share = trendOf(
    grown.map(({ at, value }) => ({ at, value: logarithm(value) })),
    'in natural logarithms',
  ).value.perDay;
  if (share.best <= 0) return null;
  const days = (x: number) => (x > 0 ? Math.LN2 / x : Infinity);
  const doubling = interval(days(share.high), days(share.best), days(share.low));
  return inDays(
    'Days to double',
    doubling,
    'ln 2 ÷ change of ln(level) a day',
    `0.693 ÷ ${formatReading(share)}`,
  );
}
