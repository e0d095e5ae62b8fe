import { type Interval, type Worked, FieldError, formatReading, interval, worked } from '../quantity';

export interface TrendPoint {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Any one unit; all points by one method, since kits disagree. */
  readonly value: Interval;
}

export interface Trend {
  /** Change a day, unit of the values. */
  readonly perDay: Interval;
  readonly direction: 'rising' | 'falling' | 'cannot-tell';
  readonly points: number;
}

const day = 86_400_000;
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
 * Slope of readings that are intervals. The best is the Theil–Sen slope of the best guesses: the median over
 * all pairs. Its low end is the lower rank of Sen's 90 % interval among the slopes at their lowest (from the high
 * end of the earlier to the low end of the later), its high end the upper rank among those at their highest: it
 * holds both what the readings may have been and how they scatter.
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
  const perDay = interval(Math.min(best, slopes.low[lower]!), best, Math.max(best, slopes.high[upper]!));
  const direction = perDay.low > 0 ? 'rising' : perDay.high < 0 ? 'falling' : 'cannot-tell';
  const days = (sorted.at(-1)!.at - sorted[0]!.at) / day;
  return worked({ perDay, direction, points: n }, () => ({
    title: 'Trend',
    result: `${formatReading(perDay)} ${unit} a day`,
    formula:
      'the median of (later − earlier) ÷ days over all pairs; ends by Sen’s 90 % ranks over the ends of the readings',
    substituted: `${pairs} pairs of ${n} readings over ${Math.round(days)} days: ${formatReading(perDay)} ${unit} a day`,
    inputs: [{ label: 'Readings by one method', value: String(n) }],
    sources: ['Theil 1950; Sen 1968, J. Am. Stat. Assoc. 63: 1379–1389'],
    caveats: ['A straight line through what was read; water changes and harvests bend it.'],
  }));
}

/**
 * Days until a level reaches a limit at a slope; ∞ where it may never.
 * @param level now, `perDay` its change, `limit` in one unit
 * @returns null when it moves away from the limit for sure, or is past it already at best
 */
export function daysToLimit(level: Interval, perDay: Interval, limit: number): Interval | null {
  const up = limit > level.best;
  const gap = (x: number) => Math.max(0, up ? limit - x : x - limit);
  const speed = up ? perDay : interval(-perDay.high, -perDay.best, -perDay.low);
  if (level.best === limit || speed.best <= 0) return null;
  const [near, far] = up ? [level.high, level.low] : [level.low, level.high];
  const best = gap(level.best) / speed.best;
  const latest = speed.low > 0 ? gap(far) / speed.low : Infinity;
  return interval(Math.min(best, gap(near) / speed.high), best, Math.max(best, latest));
}

/** Days in which a level doubles if it grows by the same share each day: ln 2 ÷ share a day; ∞ where it may not grow. */
export function doublingDays(points: readonly TrendPoint[]): Interval | null {
  const grown = points.filter((p) => p.value.low > 0 && p.value.high !== Infinity);
  if (grown.length < fewestForTrend) return null;
  const share = trendOf(
    grown.map(({ at, value }) => ({
      at,
      value: interval(Math.log(value.low), Math.log(value.best), Math.log(value.high)),
    })),
    'in natural logarithms',
  ).value.perDay;
  if (share.best <= 0) return null;
  const days = (x: number) => (x > 0 ? Math.LN2 / x : Infinity);
  return interval(days(share.high), days(share.best), days(share.low));
}
