import { day } from '@hedge-lamp/core/wire';
import type { ShownBand } from '@hedge-lamp/core/guidelines';
import { type Status, severity, statusWord } from '@hedge-lamp/core/limits';
import {
  FieldError,
  type Interval,
  type Workings,
  formatInterval,
  formatReading,
  interval,
  scale,
} from '@hedge-lamp/core/quantity';
import {
  type TrendPoint,
  daysToLimit,
  doublingDays,
  fewestForTrend,
  trendOf,
} from '@hedge-lamp/core/readings';
import type { TracePoint, TraceSeries } from './trace-data';

/** What may come, by the figures of the sentence: the last reading, and how it goes on a day. */
export interface Ahead {
  readonly at: number;
  readonly level: Interval;
  readonly perDay: Interval;
  /** Days after it until the next limit is met, where the way leads to one. */
  readonly days: Interval | null;
}

export interface TrendNote {
  readonly methodId: string | null;
  readonly place: string;
  /** What part of the readings it is of, in words; empty where it is of all, and nothing else is told. */
  readonly stretch: string;
  readonly sentence: string;
  readonly workings: Workings;
  /** Null for a stretch whose pace is not the one that goes on. */
  readonly ahead: Ahead | null;
}

const asInterval = (p: TracePoint) => interval(p.low ?? -Infinity, p.y, p.high ?? Infinity);

/** The end of the band that the level is in, on the side it moves to, when what lies beyond is worse. */
function nextLimit(
  level: number,
  rising: boolean,
  bands: readonly ShownBand[],
): { at: number; status: Status } | null {
  const here = bands.findIndex((b) => level <= (b.to ?? Infinity));
  const beyond = bands[here + (rising ? 1 : -1)];
  const at = rising ? bands[here]?.to : bands[here]?.from;
  if (!beyond || at == null || severity(beyond.status) <= severity(bands[here]!.status)) return null;
  return { at, status: beyond.status };
}

const span = (days: number): string =>
  days < 14 ? `${Math.round(days)} days` : `${Math.round(days / 7)} weeks`;

/** "in about 6 weeks", "in 9 days to 3 weeks", "in 3 weeks or more". */
function when({ low, high }: { readonly low: number; readonly high: number }): string {
  if (!Number.isFinite(high)) return `in ${span(low)} or more`;
  return span(low) === span(high) ? `in about ${span(low)}` : `in ${span(low)} to ${span(high)}`;
}

const verbs = {
  rising: { sure: 'Rising', seems: 'Seems to rise by the best guesses' },
  falling: { sure: 'Falling', seems: 'Seems to fall by the best guesses' },
} as const;

/** Units of scales on which twice a figure means nothing; pH has none. */
const scalesWithoutZero = ['', '°C', '°F'];
/** Days; what takes longer to double is told well enough by its rise. Our own bound. */
const quickDoubling = 14;

function doublingWords(points: readonly TrendPoint[], unit: string): string {
  const doubling = scalesWithoutZero.includes(unit) ? null : doublingDays(points)?.value;
  if (!doubling || doubling.best > quickDoubling) return '';
  return ` It doubles ${when(doubling)}.`;
}

/** Days that "lately" is: long enough for a weekly test to tell a trend. Our own bound. */
const lately = 56;

interface Stretch {
  readonly stretch: string;
  /** Oldest first. */
  readonly points: readonly TracePoint[];
  /** Whether its pace is the one that goes on: not that of a long past beside another of late. */
  readonly goesOn: boolean;
}

/** A year may stand still as a whole and climb since the autumn: what is long is told lately and as a whole. */
function stretchesOf(points: readonly TracePoint[]): Stretch[] {
  const newest = points.at(-1)!.x;
  const weeks = Math.round((newest - points[0]!.x) / (7 * day));
  const recent = points.filter((p) => p.x >= newest - lately * day);
  if (weeks * 7 < 2 * lately || recent.length < fewestForTrend)
    return [{ stretch: '', points, goesOn: true }];
  return [
    { stretch: `The last ${lately / 7} weeks`, points: recent, goesOn: true },
    { stretch: `All ${weeks} weeks`, points, goesOn: false },
  ];
}

/**
 * What the readings of each method at each place tell of the way things go, and when they would leave their band; a method with
 * too few readings says nothing. Readings over a long time are told lately and as a whole;
 * what comes is told by the late pace alone.
 * @param unit shown unit, empty for pH
 */
export function trendNotes(
  series: readonly TraceSeries[],
  bands: readonly ShownBand[],
  unit: string,
): TrendNote[] {
  const stretches = series.flatMap(({ methodId, place, points }) =>
    points.length < fewestForTrend ? [] : stretchesOf(points).map((s) => ({ methodId, place, ...s })),
  );
  return stretches.flatMap(({ methodId, place, stretch, points, goesOn }) => {
    try {
      const read = points.map((p) => ({ at: p.x, value: asInterval(p) }));
      const trend = trendOf(read, unit || 'pH');
      const { perDay, bounds, direction, sure } = trend.value;
      const last = asInterval(points.at(-1)!);
      const from = { at: points.at(-1)!.x, level: last, perDay };
      const aWeek = `${formatReading(scale(perDay, 7))} ${unit || 'pH'} a week`;
      if (direction === 'cannot-tell')
        return [
          {
            methodId,
            place,
            stretch,
            sentence: `No clear way up or down: ${aWeek}.`,
            workings: trend.workings,
            ahead: goesOn ? { ...from, days: null } : null,
          },
        ];
      const limit = goesOn ? nextLimit(last.best, direction === 'rising', bands) : null;
      const days = limit && daysToLimit(last, perDay, limit.at)?.value;
      const leaves =
        limit && days && days.best > 0 && days.low < 3650
          ? ` At this pace it passes ${Number(limit.at.toPrecision(3))} into ${statusWord[limit.status]} ${when(days)}.`
          : '';
      return [
        {
          methodId,
          place,
          stretch,
          sentence: `${verbs[direction][sure ? 'sure' : 'seems']}, ${aWeek}.${goesOn && direction === 'rising' ? doublingWords(read, unit) : ''}${leaves}${sure ? '' : ` The ranges alone would allow ${formatInterval(scale(bounds, 7))}.`}`,
          workings: trend.workings,
          ahead: goesOn ? { ...from, days: leaves && days ? days : null } : null,
        },
      ];
    } catch (error) {
      // Readings that were all taken at one time have no slope.
      if (error instanceof FieldError) return [];
      throw error;
    }
  });
}
