import { canonicalUnit, convertInterval, fromWire } from '@hedge-lamp/core/quantity';
import { type Reading } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';

/** A reading as the chart draws it, in the shown unit; `high` is null past the top of a card. */
export interface TracePoint {
  readonly x: number;
  readonly y: number;
  readonly low: number | null;
  readonly high: number | null;
  readonly id: string;
}

/** One line of the chart: the readings of one method at one place, since two kits or two places never share a trend. */
export interface TraceSeries {
  readonly methodId: string | null;
  /** The sampling point; empty for a water that has none. */
  readonly place: string;
  readonly points: readonly TracePoint[];
}

/**
 * Groups readings by method and place, oldest first.
 * @param unit the unit to show
 * @param placeName of a sampling point; empty where there is only one place
 */
export function traceSeries(
  readings: readonly Reading[],
  unit: string,
  placeName: (samplingPointId: string | null) => string = () => '',
): TraceSeries[] {
  const lines = new Map<string, { methodId: string | null; place: string; points: TracePoint[] }>();
  for (const r of readings) {
    if (!r.value) continue;
    const { kind } = parameterInfo(r.parameter);
    const shown = convertInterval(fromWire(r.value), kind, canonicalUnit(kind), unit);
    const place = placeName(r.samplingPointId);
    const key = JSON.stringify([r.methodId, place]);
    const line = lines.get(key) ?? { methodId: r.methodId, place, points: [] };
    line.points.push({
      x: r.takenAt,
      y: shown.best,
      low: Number.isFinite(shown.low) ? shown.low : null,
      high: Number.isFinite(shown.high) ? shown.high : null,
      id: r.id,
    });
    lines.set(key, line);
  }
  return [...lines.values()]
    .map((line) => ({ ...line, points: line.points.sort((a, b) => a.x - b.x) }))
    .sort((a, b) => b.points.length - a.points.length);
}
