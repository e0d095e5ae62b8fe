import { molarMass } from './atomic-weights';
import { FieldError } from './field-error';
import { type Interval, mapIncreasing } from './interval';

/** What a figure is a figure of. Units convert within a kind and never across kinds. */
export type QuantityKind =
  'ammonia' | 'nitrite' | 'nitrate' | 'alkalinity' | 'hardness' | 'ph' | 'temperature' | 'volume';

export interface Unit {
  /** The name shown and stored, with its basis: `mg/L NO2-N`. */
  readonly id: string;
  /** canonical = value × factor + offset. */
  readonly factor: number;
  readonly offset?: number;
  /** What the name means, for a tooltip or a screen reader. */
  readonly meaning: string;
}

const { N, NH3, NH4, NO2, NO3, CaO, CaCO3 } = molarMass;

/** mmol/L of Ca in 1 °d: 10 mg/L CaO by definition (DIN 38409-6). */
const mmolPerGermanDegree = 10 / CaO;
/** mg/L CaCO3 in 1 grain per US gallon: 64.79891 mg in 3.785411784 L (exact by definition). */
const caco3PerGrain = 64.79891 / 3.785411784;

/** Alkalinity and hardness share their scales: one mmol of Ca carries two equivalents of carbonate. */
const hardnessScales = (perMmol: number, degree: string) => [
  { id: degree, factor: mmolPerGermanDegree * perMmol, meaning: 'German degrees, 10 mg/L as CaO each' },
  { id: 'mg/L CaCO3', factor: perMmol / CaCO3, meaning: 'milligrams per liter as calcium carbonate' },
  {
    id: 'gr/gal',
    factor: (caco3PerGrain / CaCO3) * perMmol,
    meaning: 'grains per US gallon as calcium carbonate',
  },
  { id: '°f', factor: (10 / CaCO3) * perMmol, meaning: 'French degrees, 10 mg/L as CaCO3 each' },
];

/** Units by kind; the first is canonical (factor 1, no offset). */
export const units: Readonly<Record<QuantityKind, readonly Unit[]>> = {
  ammonia: [
    { id: 'mg/L NH3-N', factor: 1, meaning: 'milligrams per liter, ammonia and ammonium as nitrogen' },
    { id: 'mg/L NH4', factor: N / NH4, meaning: 'milligrams per liter as the ion ammonium' },
    { id: 'mg/L NH3', factor: N / NH3, meaning: 'milligrams per liter as ammonia' },
  ],
  nitrite: [
    { id: 'mg/L NO2-N', factor: 1, meaning: 'milligrams per liter, nitrite as nitrogen' },
    { id: 'mg/L NO2', factor: N / NO2, meaning: 'milligrams per liter as the ion nitrite' },
  ],
  nitrate: [
    { id: 'mg/L NO3-N', factor: 1, meaning: 'milligrams per liter, nitrate as nitrogen' },
    { id: 'mg/L NO3', factor: N / NO3, meaning: 'milligrams per liter as the ion nitrate' },
  ],
  alkalinity: [
    { id: 'meq/L', factor: 1, meaning: 'milliequivalents per liter' },
    ...hardnessScales(2, '°dKH'),
  ],
  hardness: [
    { id: 'mmol/L', factor: 1, meaning: 'millimoles of calcium and magnesium per liter' },
    ...hardnessScales(1, '°dGH'),
  ],
  ph: [{ id: 'pH', factor: 1, meaning: 'pH, no unit' }],
  temperature: [
    { id: '°C', factor: 1, meaning: 'degrees Celsius' },
    { id: '°F', factor: 5 / 9, offset: -160 / 9, meaning: 'degrees Fahrenheit' },
  ],
  volume: [
    { id: 'L', factor: 1, meaning: 'liters' },
    { id: 'US gal', factor: 3.785411784, meaning: 'US gallons' },
    { id: 'imp gal', factor: 4.54609, meaning: 'imperial gallons' },
  ],
};

/** The unit in which the core computes this kind. */
export const canonicalUnit = (kind: QuantityKind): string => units[kind][0]!.id;

/**
 * @throws FieldError `across-kinds` when the unit belongs to another kind, `unknown-unit` when to none.
 */
export function unitOf(kind: QuantityKind, id: string, field = 'unit'): Unit {
  const unit = units[kind].find((u) => u.id === id);
  if (unit) return unit;
  const other = (Object.keys(units) as QuantityKind[]).find((k) => units[k].some((u) => u.id === id));
  const known = units[kind].map((u) => u.id).join(', ');
  if (other)
    throw new FieldError(
      'across-kinds',
      field,
      `${id} measures ${other}, not ${kind}. Use one of: ${known}.`,
    );
  throw new FieldError('unknown-unit', field, `“${id}” is no unit of ${kind}. Use one of: ${known}.`);
}

/** Converts a value to the canonical unit of its kind. */
export function toCanonical(value: number, kind: QuantityKind, from: string): number {
  const unit = unitOf(kind, from);
  return value * unit.factor + (unit.offset ?? 0);
}

/** Converts a canonical value to a unit of its kind. */
export function fromCanonical(value: number, kind: QuantityKind, to: string): number {
  const unit = unitOf(kind, to);
  return (value - (unit.offset ?? 0)) / unit.factor;
}

/** Converts within a kind. All scales rise together, so ends map to ends. */
export const convert = (value: number, kind: QuantityKind, from: string, to: string): number =>
  from === to ? value : fromCanonical(toCanonical(value, kind, from), kind, to);

export const convertInterval = (i: Interval, kind: QuantityKind, from: string, to: string): Interval =>
  mapIncreasing(i, (x) => convert(x, kind, from, to));
