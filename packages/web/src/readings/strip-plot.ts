import { dateStyle } from '../clock/dated';
import { day, hour } from '@hedge-lamp/core/wire';
import type { ShownBand } from '@hedge-lamp/core/guidelines';
import { beamScale } from '@hedge-lamp/core/limits';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { interval } from '@hedge-lamp/core/quantity';
import { type LevelAt, levelBetween } from '@hedge-lamp/core/readings';
import {
  addDays,
  addHours,
  addMonths,
  addWeeks,
  addYears,
  format,
  startOfDay,
  startOfMonth,
  startOfWeek,
  startOfYear,
} from 'date-fns';
import { bankText } from '../shell/beam/bank-text';
import type { TracePoint, TraceSeries } from './trace-data';

/** How far apart two banks must be for both limits to be written between them, and how high a line of them is, px. */
const roomForTwo = 34;
const line = 12;

/**
 * Limits as they are written beside the banks in sight: in the open water where that is wide enough, else beyond it.
 * @param y the height of a value in the strip, px from its top
 * @param roomy true where there is room for words
 */
export function limitLabels(
  { low, high }: Banks,
  y: (value: number) => number,
  height: number,
  roomy: boolean,
): { readonly text: string; y: number }[] {
  const narrow = low !== null && high !== null && y(low) - y(high) < roomForTwo;
  const label = (bank: number | null, below: boolean, words: string) => {
    if (bank === null || y(bank) < 0 || y(bank) > height) return [];
    const at = below ? y(bank) + line + 3 : y(bank) - 5;
    return [{ text: bankText(bank) + words, y: Math.min(Math.max(at, line), height - 3) }];
  };
  const labels = [
    ...label(high, !narrow, low === null && roomy ? ' open water below' : ''),
    ...label(low, narrow, high === null && roomy ? ' open water above' : ''),
  ];
  const [upper, lower] = labels;
  // Two banks at one edge: the limits stand below one another, away from it.
  if (upper && lower && lower.y - upper.y < line + 1) {
    if (upper.y < height / 2) lower.y = upper.y + line + 1;
    else upper.y = lower.y - line - 1;
  }
  return labels;
}

/** The stretch of values that a strip shows. */
export interface Window {
  readonly low: number;
  readonly high: number;
}

/** The two banks of a strip's open water, in the shown unit; null where no hedge stands. */
export interface Banks {
  readonly low: number | null;
  readonly high: number | null;
}

export function banksOf(bands: readonly ShownBand[], floor: number | null): Banks {
  if (bands.length === 0) return { low: null, high: null };
  const { lowBank, highBank } = beamScale(bands, floor);
  return { low: lowBank, high: highBank };
}

/**
 * What a strip shows: every range whose ends are known, and the nearer of its banks.
 * @param floor the least that there can be; null where there is none
 */
export function windowOf(points: readonly TracePoint[], banks: Banks, floor: number | null): Window {
  const ends = points.flatMap((p) => [p.low ?? p.y, p.y, p.high ?? p.y]);
  let [low, high] = [Math.min(...ends), Math.max(...ends)];
  const near = [banks.low, banks.high].filter((b): b is number => b !== null);
  if (near.length > 0) {
    const away = (bank: number) => Math.max(low - bank, bank - high, 0);
    const nearest = near.reduce((a, b) => (away(b) < away(a) ? b : a));
    [low, high] = [Math.min(low, nearest), Math.max(high, nearest)];
  }
  const room = high > low ? (high - low) * 0.14 : Math.abs(high) * 0.2 || 1;
  const least = floor ?? -Infinity;
  // What cannot be less than nothing shows its floor where it is near.
  low = low - least < (high - low) * 0.6 ? least : Math.max(least, low - room);
  return { low: Number.isFinite(low) ? low : high - room, high: high + room };
}

/** A stretch of time in which no reading was young enough to rest on, ms. */
export interface Dusk {
  readonly from: number;
  readonly to: number;
}

/**
 * When the light of a strip had faded: from the end of a reading's claim to the next reading.
 * @param taken instants of the readings, rising
 * @param claim ms for which a reading may be part of a claim
 */
export function duskOf(taken: readonly number[], claim: number, from: number, to: number): Dusk[] {
  const starts = [Math.min(from, ...taken), ...taken];
  return starts.flatMap((at, k) => {
    // Before the first reading nothing was known at all.
    const fades = k === 0 ? at : at + claim;
    const next = starts[k + 1] ?? to;
    const dusk = { from: Math.max(from, fades), to: Math.min(to, next) };
    return dusk.to > dusk.from ? [dusk] : [];
  });
}

/** What animals make and the tap holds little of: a change of water moves it by a good part. Common practice; how far is our own. */
const made: readonly ParameterId[] = ['ammonia', 'nitrite', 'nitrate', 'phosphate'];
export const changeMoves = (parameter: ParameterId): number => (made.includes(parameter) ? 0.5 : 0.05);

/** Level between the readings of the line that has the most of them, at most one each few pixels. */
export function ribbonOf(
  series: readonly TraceSeries[],
  from: number,
  to: number,
  changes: readonly number[],
  moves: number,
  steps = 110,
): LevelAt[] {
  const reads = (series[0]?.points ?? []).map((p) => ({
    at: p.x,
    value: interval(p.low ?? Math.min(p.y, 0), p.y, p.high ?? Infinity),
  }));
  const [first, last] = [reads[0]?.at ?? 0, reads.at(-1)?.at ?? 0];
  if (last <= first) return [];
  const [begin, end] = [Math.max(first, from), Math.min(last, to)];
  const times = Array.from({ length: steps + 1 }, (_, k) => begin + ((end - begin) * k) / steps);
  return levelBetween(reads, times, { changes, moves });
}

/** Marks of the time axis, with their words. */
export interface Tick {
  readonly at: number;
  readonly label: string;
}

/** Days, weeks, months or years, whichever are few enough to be read. */
export function ticksOf(from: number, to: number, most = 8): Tick[] {
  const days = (to - from) / day;
  const marks = (start: Date, next: (d: Date) => Date, words: string): Tick[] => {
    const found: Tick[] = [];
    for (let d = start; d.getTime() <= to && found.length < 400; d = next(d))
      if (d.getTime() >= from) found.push({ at: d.getTime(), label: format(d, words) });
    return found;
  };
  const ways = [
    ...[3, 6, 12].map((n) => ({
      each: (n * hour) / day,
      of: () => marks(startOfDay(from), (d) => addHours(d, n), 'EEE HH:mm'),
    })),
    ...[1, 2].map((n) => ({
      each: n,
      of: () => marks(startOfDay(from), (d) => addDays(d, n), dateStyle('d MMM')),
    })),
    ...[1, 2].map((n) => ({
      each: 7 * n,
      of: () => marks(startOfWeek(from), (d) => addWeeks(d, n), dateStyle('d MMM')),
    })),
    ...[1, 2, 3, 6].map((n) => ({
      each: 30 * n,
      of: () => marks(startOfMonth(from), (d) => addMonths(d, n), days > 300 ? 'MMM yy' : 'MMM'),
    })),
    ...[1, 2, 5].map((n) => ({
      each: 365 * n,
      of: () => marks(startOfYear(from), (d) => addYears(d, n), 'yyyy'),
    })),
  ];
  const way = ways.find(({ each }) => days / each <= most) ?? ways.at(-1)!;
  return way.of();
}

/** The reading that stood at an instant: the newest at or before it. */
export function standingAt(points: readonly TracePoint[], at: number): TracePoint | null {
  let found: TracePoint | null = null;
  for (const p of points) {
    if (p.x > at) break;
    found = p;
  }
  return found;
}
