import { type Status, severity, statusWord } from '@hedge-lamp/core/guidelines';
import { FieldError, type Workings, formatReading, interval, scale } from '@hedge-lamp/core/quantity';
import { daysToLimit, fewestForTrend, trendOf } from '@hedge-lamp/core/readings';
import type { TracePoint, TraceSeries } from './trace-data';

/** A stretch of the chart with one status, in the shown unit; null ends are open. */
export interface ShownBand {
  readonly from: number | null;
  readonly to: number | null;
  readonly status: Status;
}

export interface TrendNote {
  readonly methodId: string | null;
  readonly sentence: string;
  readonly workings: Workings;
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

/**
 * What each method's readings tell of the way things go, and when they would leave their band; a method with
 * too few readings says nothing.
 * @param unit shown unit, empty for pH
 */
export function trendNotes(
  series: readonly TraceSeries[],
  bands: readonly ShownBand[],
  unit: string,
): TrendNote[] {
  return series.flatMap(({ methodId, points }) => {
    if (points.length < fewestForTrend) return [];
    try {
      const trend = trendOf(
        points.map((p) => ({ at: p.x, value: asInterval(p) })),
        unit || 'pH',
      );
      const { perDay, direction } = trend.value;
      const aWeek = `${formatReading(scale(perDay, 7))} ${unit || 'pH'} a week`;
      if (direction === 'cannot-tell')
        return [{ methodId, sentence: `No clear way up or down: ${aWeek}.`, workings: trend.workings }];
      const last = asInterval(points.at(-1)!);
      const limit = nextLimit(last.best, direction === 'rising', bands);
      const days = limit && daysToLimit(last, perDay, limit.at);
      const when =
        limit && days && days.best > 0 && days.low < 3650
          ? ` At this pace it passes ${Number(limit.at.toPrecision(3))} into ${statusWord[limit.status]} in ${
              Number.isFinite(days.high)
                ? `${span(days.low)} to ${span(days.high)}`
                : `${span(days.low)} or more`
            }.`
          : '';
      return [
        {
          methodId,
          sentence: `${direction === 'rising' ? 'Rising' : 'Falling'}, ${aWeek}.${when}`,
          workings: trend.workings,
        },
      ];
    } catch (error) {
      // Readings that were all taken at one time have no slope.
      if (error instanceof FieldError) return [];
      throw error;
    }
  });
}
