import { canonicalUnit, convertInterval, fromWire } from '@hedge-lamp/core/quantity';
import { type Reading, parameters } from '@hedge-lamp/core/readings';

/** A reading as the chart draws it, in the shown unit; `high` is null past the top of a card. */
export interface TracePoint {
  readonly x: number;
  readonly y: number;
  readonly low: number | null;
  readonly high: number | null;
  readonly id: string;
}

/** One line of the chart: the readings of one method, since two kits never share a trend. */
export interface TraceSeries {
  readonly methodId: string | null;
  readonly points: readonly TracePoint[];
}

/**
 * Groups readings by method, oldest first.
 * @param unit the unit to show
 */
export function traceSeries(readings: readonly Reading[], unit: string): TraceSeries[] {
  const byMethod = new Map<string | null, TracePoint[]>();
  for (const r of readings) {
    if (!r.value) continue;
    const { kind } = parameters[r.parameter];
    const shown = convertInterval(fromWire(r.value), kind, canonicalUnit(kind), unit);
    const points = byMethod.get(r.methodId) ?? [];
    points.push({
      x: r.takenAt,
      y: shown.best,
      low: Number.isFinite(shown.low) ? shown.low : null,
      high: Number.isFinite(shown.high) ? shown.high : null,
      id: r.id,
    });
    byMethod.set(r.methodId, points);
  }
  return [...byMethod]
    .map(([methodId, points]) => ({ methodId, points: points.sort((a, b) => a.x - b.x) }))
    .sort((a, b) => b.points.length - a.points.length);
}
