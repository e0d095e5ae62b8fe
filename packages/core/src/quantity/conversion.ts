import { formatReading } from './format-interval';
import type { Interval } from './interval';
import { type QuantityKind, canonicalUnit, convertInterval, unitOf, units } from './units';
import { type Worked, worked } from './workings';

/** One figure in one unit, with the other names that the unit goes by. */
export interface InUnit {
  readonly unit: string;
  readonly alsoCalled: readonly string[];
  readonly meaning: string;
  readonly value: Interval;
}

/**
 * A figure in every unit and basis of its kind at once. ppm stands with the mg/L that it is another name of.
 * Sources of the factors: see `units`.
 * @throws FieldError `unknown-unit`, `across-kinds`
 */
export function inEveryUnit(value: Interval, kind: QuantityKind, unit: string): Worked<readonly InUnit[]> {
  const from = unitOf(kind, unit);
  const all = units[kind]
    .filter((u) => !u.sameAs)
    .map((u): InUnit => ({
      unit: u.id,
      alsoCalled: units[kind].filter((other) => other.sameAs === u.id).map((other) => other.id),
      meaning: u.meaning,
      value: convertInterval(value, kind, unit, u.id),
    }));
  const canonical = canonicalUnit(kind);
  const factor = Number(from.factor.toPrecision(6));
  const offset = from.offset ? ` ${from.offset < 0 ? '−' : '+'} ${Math.abs(from.offset).toPrecision(6)}` : '';
  return worked(all, () => ({
    title: `${formatReading(value)} ${unit}`,
    result: all.map((u) => `${formatReading(u.value)} ${u.unit}`).join(' = '),
    formula: `${canonical} = figure × ${factor}${offset}; every other unit from there by its own factor`,
    substituted: all.map((u) => `${formatReading(u.value)} ${u.unit}`).join(' = '),
    inputs: [
      { label: 'Figure', value: `${formatReading(value)} ${unit}`, note: from.meaning },
      ...units[kind]
        .filter((u) => !u.sameAs && u.factor !== 1)
        .map((u) => ({ label: `1 ${u.id}`, value: `${Number(u.factor.toPrecision(6))} ${canonical}` })),
    ],
    sources: [
      'Ion and nitrogen, calcium carbonate, bicarbonate: IUPAC 2021 atomic weights',
      'German degree: DIN 38409-6; grains and gallons: exact by definition (NIST Handbook 44, appendix C)',
    ],
    caveats: [
      'A single figure means ± half its last digit. Type a range, such as 20-40, where that is what was seen.',
      'ppm is mg/L in fresh water only, whose density is near 1.',
    ],
  }));
}
