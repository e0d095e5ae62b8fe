import { type Band, type CycleEvent, type Forecast, type ObservedId } from '@hedge-lamp/core/cycle';
import { canonicalUnit, convert } from '@hedge-lamp/core/quantity';
import { type Reading } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { type UnitChoice, chosenUnit } from '@hedge-lamp/core/waters';
import { type TracePoint, traceSeries } from '../readings/trace-data';
import { shownUnit } from '../readings/reading-words';
import { instantOf } from './cycle-words';

/** What the chart draws, from the top down. */
const laneIds = ['ammonia', 'nitrite', 'nitrate', 'alkalinity'] as const satisfies readonly ObservedId[];
type LaneId = (typeof laneIds)[number];

export interface BandPoint {
  readonly x: number;
  readonly low: number;
  readonly mid: number;
  readonly high: number;
}
/** One strip of the chart: a curve with its band, past and to come, and the readings. All in the keeper's unit. */
export interface Lane {
  readonly id: LaneId;
  readonly label: string;
  readonly unit: string;
  readonly past: readonly BandPoint[];
  readonly ahead: readonly BandPoint[];
  readonly points: readonly TracePoint[];
}

/**
 * How far ahead the chart shows: until it is ready nine times in ten and a little beyond, a fortnight to six weeks.
 * @param named false where no day of readiness is named: then no further than curves were held against the truth
 */
export function daysShownAhead(forecast: Forecast | null, today: number, named = true): number {
  if (!forecast) return 3;
  if (!named) return 14;
  const late = forecast.ready.late ?? forecast.ready.middle ?? today + 42;
  return Math.min(42, Math.max(10, Math.ceil(late - today) + 4));
}

/** The lanes that have something to show. */
export function lanesOf(
  readings: readonly Reading[],
  units: UnitChoice,
  startedAt: number,
  past: Forecast['bands'] | null,
  ahead: Forecast['bands'] | null,
  until: number,
): Lane[] {
  const all = laneIds.map((id) => {
    const { kind, label } = parameterInfo(id);
    const unit = chosenUnit(units, kind);
    const show = (x: number) => convert(x, kind, canonicalUnit(kind), unit);
    const band = (bands: readonly Band[] | undefined) =>
      (bands ?? [])
        .map((b) => ({
          x: instantOf(startedAt, b.day),
          low: show(b.low),
          mid: show(b.mid),
          high: show(b.high),
        }))
        .filter((p) => p.x <= until);
    return {
      id,
      label: id === 'alkalinity' ? 'KH' : label,
      unit: shownUnit(id, units),
      past: band(past?.[id]),
      ahead: band(ahead?.[id]),
      points: traceSeries(
        readings.filter((r) => r.parameter === id),
        unit,
      ).flatMap((s) => s.points),
    };
  });
  return all.filter((lane) => lane.points.length + lane.past.length + lane.ahead.length > 0);
}

/** What was done, as a short word on a flag. */
export function flagWord(event: CycleEvent): string | null {
  switch (event.did) {
    case 'dose':
      return `dose ${Number(event.nitrogen.toPrecision(2))}`;
    case 'change':
      return `change ${Math.round(event.part * 100)} %`;
    case 'buffer':
      return 'KH up';
    case 'feed':
      return 'fed';
    case 'seed':
      return 'seeded';
    case 'upset':
      return 'upset';
    case 'warm':
      return null;
  }
}
