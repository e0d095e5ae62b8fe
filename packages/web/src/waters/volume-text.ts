import { convert, formatBest, point } from '@hedge-lamp/core/quantity';
import type { Water } from '@hedge-lamp/core/waters';

/** A water's volume in its keeper's unit, to three figures. */
export function volumeText(water: Pick<Water, 'netLiters' | 'units'>): string {
  if (water.netLiters === null) return '';
  const { volume } = water.units;
  const shown = Number(convert(water.netLiters, 'volume', 'L', volume).toPrecision(3));
  return `${formatBest(point(shown))} ${volume}`;
}
