import {
  type Interval,
  type QuantityKind,
  type Workings,
  canonicalUnit,
  convertInterval,
  formatBest,
  formatInterval,
} from '@hedge-lamp/core/quantity';
import type { Shown } from './tool';

/** An interval as a figure of an answer: best guess large, range beside it; where an end is unknown only the words. */
export function shown(
  label: string,
  value: Interval,
  unit: string,
  more: { workings?: Workings; remark?: string } = {},
): Shown {
  const range = formatInterval(value);
  const figure = Number.isFinite(value.high - value.low) ? formatBest(value) : range;
  return { label, figure, unit, ...(range !== figure ? { range } : {}), ...more };
}

/** The same from a canonical interval, in a unit of its kind. */
export const shownIn = (
  label: string,
  value: Interval,
  kind: QuantityKind,
  unit: string,
  more: { workings?: Workings; remark?: string } = {},
): Shown =>
  shown(label, convertInterval(value, kind, canonicalUnit(kind), unit), unit === 'pH' ? '' : unit, more);
