import type { Gauge } from '@hedge-lamp/core/guidelines';

/** A band as a stretch of the gauge, in percent of its width. */
interface Stretch {
  readonly status: Gauge['status'];
  readonly left: number;
  readonly width: number;
}

export interface GaugeScale {
  readonly stretches: readonly Stretch[];
  /** Values between bands, with their place in percent. */
  readonly ticks: readonly { readonly value: number; readonly at: number }[];
  /** Place of a value in percent; beyond the ends it stays at the ends. */
  place(value: number): number;
}

/** The clear band is drawn twice as wide as the others: most readings live there. */
const weightOf = (status: Gauge['status']) => (status === 'clear' ? 2 : 1);

/**
 * Lays bands out side by side. Limits span three powers of ten, so the scale is not linear across bands: each
 * band has its own stretch, linear inside; the breaks between them are labeled.
 * @param bands from the lowest to the highest, covering all values
 * @param floor lowest value that can be: 0 for a concentration, null where the outer band has no end
 */
export function gaugeScale(bands: Gauge['bands'], floor: number | null): GaugeScale {
  const breaks = bands.slice(0, -1).map((b) => b.to!);
  const first = breaks[0] ?? 1;
  const last = breaks.at(-1) ?? 1;
  const usual = breaks.length > 1 ? Math.abs(breaks[1]! - first) : Math.abs(first) || 1;
  // An outer band without an end is drawn as deep as its neighbor.
  const bottom = floor ?? first - usual;
  const top = last + (breaks.length > 1 ? last - breaks.at(-2)! : Math.abs(last) || 1);
  const edges = [bottom, ...breaks, top];
  const total = bands.reduce((sum, b) => sum + weightOf(b.status), 0);
  let left = 0;
  const stretches = bands.map((b) => {
    const width = (100 * weightOf(b.status)) / total;
    const stretch = { status: b.status, left, width };
    left += width;
    return stretch;
  });
  const place = (value: number): number => {
    if (value <= bottom) return 0;
    const k = edges.findIndex((edge, i) => i > 0 && value <= edge);
    if (k < 0) return 100;
    const stretch = stretches[k - 1]!;
    const [from, to] = [edges[k - 1]!, edges[k]!];
    return stretch.left + (stretch.width * (value - from)) / (to - from);
  };
  return { stretches, ticks: breaks.map((value) => ({ value, at: place(value) })), place };
}
