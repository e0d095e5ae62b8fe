import { type Interval, canonicalUnit, convert, convertInterval, formatReading, point } from '../quantity';
import { type Water, chosenUnit } from '../waters';
import type { Band } from '../limits/limit';
import { type Subject, subjectKind } from '../limits/subject';

/** The unit in which a water's keeper sees a subject; shares are seen in percent. */
export function displayUnit(water: Pick<Water, 'units'>, subject: Subject): string {
  return chosenUnit(water.units, subjectKind(subject));
}

/** A canonical value in the keeper's unit. */
export function shownValue(water: Pick<Water, 'units'>, subject: Subject, value: Interval): Interval {
  const kind = subjectKind(subject);
  return convertInterval(value, kind, canonicalUnit(kind), displayUnit(water, subject));
}

/** A band in the unit that its keeper sees; null where it has no end. */
export interface ShownBand {
  readonly from: number | null;
  readonly to: number | null;
  readonly status: Band['status'];
}

/** Bands of a subject in a unit. */
export function shownBands(bands: readonly Band[], subject: Subject, unit: string): ShownBand[] {
  const kind = subjectKind(subject);
  const show = (x: number) => (Number.isFinite(x) ? convert(x, kind, canonicalUnit(kind), unit) : null);
  return bands.map((b) => ({ from: show(b.from), to: show(b.to), status: b.status }));
}

/** Best guess and range with unit and basis, in the keeper's unit: "0.3 (0.2–0.4) mg/L NH3-N". */
export function shownWords(water: Pick<Water, 'units'>, subject: Subject, value: Interval): string {
  const unit = subject === 'ph' ? '' : ` ${displayUnit(water, subject)}`;
  return `${formatReading(shownValue(water, subject, value))}${unit}`;
}

/** A figure that is only a best guess, in the keeper's unit: two digits are all that it deserves. */
export function roughWords(water: Pick<Water, 'units'>, subject: Subject, value: number): string {
  const shown = shownValue(water, subject, point(value)).best;
  const unit = subject === 'ph' ? '' : ` ${displayUnit(water, subject)}`;
  return `${formatReading(point(Number(shown.toPrecision(2))))}${unit}`;
}
