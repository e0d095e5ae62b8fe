import { molarMass } from './atomic-weights';
import { FieldError } from './field-error';
import { type Interval, mapIncreasing } from './interval';

/** What a figure is a figure of. Units convert within a kind and never across kinds. */
export type QuantityKind =
  | 'ammonia'
  | 'nitrite'
  | 'nitrate'
  | 'alkalinity'
  | 'hardness'
  | 'chloride'
  | 'carbon-dioxide'
  | 'inorganic-carbon'
  | 'conductivity'
  | 'ph'
  | 'temperature'
  | 'volume'
  | 'mass'
  | 'share'
  /** Something that is seen or not, as fizzing is; it has no amount. */
  | 'presence';

export interface Unit {
  /** The name shown and stored, with its basis: `mg/L NO2-N`. */
  readonly id: string;
  /** canonical = value × factor + offset. */
  readonly factor: number;
  readonly offset?: number;
  /** What the name means, for a tooltip or a screen reader. */
  readonly meaning: string;
  /** The unit of which this is another name in fresh water: ppm of mg/L. */
  readonly sameAs?: string;
}

const { C, N, Cl, CO2, HCO3, NH3, NH4, NO2, NO3, CaO, CaCO3, NaCl } = molarMass;

/** mmol/L of Ca in 1 °d: 10 mg/L CaO by definition (DIN 38409-6). */
const mmolPerGermanDegree = 10 / CaO;
const milligramsPerGrain = 64.79891;
/** Exact by definition. */
const litersPerUsGallon = 3.785411784;
const litersPerImperialGallon = 4.54609;

/**
 * A kind that no formula of the core computes with: its name, as “units convert within phosphate”, and its units, of
 * which the first is canonical (factor 1, no offset).
 */
interface PlainKind {
  readonly name: string;
  readonly units: readonly Unit[];
}

/** What a figure is a figure of: one that formulas know by name, or one that tells its units itself. */
export type Kind = QuantityKind | PlainKind;

/** A concentration in mg/L, and its second name in ppm: the same figure in fresh water, whose density is near 1. */
export const milligrams = (basis: string, factor: number, of: string): Unit[] => [
  { id: `mg/L ${basis}`, factor, meaning: `milligrams per liter, ${of}` },
  {
    id: `ppm ${basis}`,
    factor,
    meaning: `parts per million, ${of}; the same as mg/L in fresh water`,
    sameAs: `mg/L ${basis}`,
  },
];

/** Alkalinity and hardness share their scales: one mmol of Ca carries two equivalents of carbonate. */
const hardnessScales = (perMmol: number, degree: string): Unit[] => [
  { id: degree, factor: mmolPerGermanDegree * perMmol, meaning: 'German degrees, 10 mg/L as CaO each' },
  ...milligrams('CaCO3', perMmol / CaCO3, 'as calcium carbonate'),
  {
    id: 'gr/gal',
    factor: (milligramsPerGrain / litersPerUsGallon / CaCO3) * perMmol,
    meaning: 'grains per US gallon as calcium carbonate',
  },
  {
    id: '°Clark',
    factor: (milligramsPerGrain / litersPerImperialGallon / CaCO3) * perMmol,
    meaning: 'Clark (English) degrees, grains per imperial gallon as calcium carbonate',
  },
  { id: '°f', factor: (10 / CaCO3) * perMmol, meaning: 'French degrees, 10 mg/L as CaCO3 each' },
];

/** Units by kind; the first is canonical (factor 1, no offset). */
export const units: Readonly<Record<QuantityKind, readonly Unit[]>> = {
  ammonia: [
    ...milligrams('NH3-N', 1, 'ammonia and ammonium as nitrogen'),
    ...milligrams('NH4', N / NH4, 'as the ion ammonium'),
    ...milligrams('NH3', N / NH3, 'as ammonia'),
  ],
  nitrite: [
    ...milligrams('NO2-N', 1, 'nitrite as nitrogen'),
    ...milligrams('NO2', N / NO2, 'as the ion nitrite'),
  ],
  nitrate: [
    ...milligrams('NO3-N', 1, 'nitrate as nitrogen'),
    ...milligrams('NO3', N / NO3, 'as the ion nitrate'),
  ],
  alkalinity: [
    { id: 'meq/L', factor: 1, meaning: 'milliequivalents per liter' },
    ...hardnessScales(2, '°dKH'),
    ...milligrams('HCO3', 1 / HCO3, 'as bicarbonate'),
  ],
  hardness: [
    { id: 'mmol/L', factor: 1, meaning: 'millimoles of calcium and magnesium per liter' },
    ...hardnessScales(1, '°dGH'),
    { id: 'meq/L', factor: 0.5, meaning: 'milliequivalents of calcium and magnesium per liter' },
  ],
  chloride: [
    ...milligrams('Cl', 1, 'as the ion chloride'),
    ...milligrams('NaCl', Cl / NaCl, 'as common salt'),
  ],
  'carbon-dioxide': [
    ...milligrams('CO2', 1, 'as carbon dioxide'),
    { id: 'mmol/L', factor: CO2, meaning: 'millimoles per liter' },
  ],
  'inorganic-carbon': [
    { id: 'mmol/L', factor: 1, meaning: 'millimoles of carbon dioxide, bicarbonate and carbonate per liter' },
    ...milligrams('C', 1 / C, 'as carbon'),
  ],
  conductivity: [
    { id: 'µS/cm', factor: 1, meaning: 'microsiemens per centimeter at 25 °C' },
    { id: 'mS/cm', factor: 1000, meaning: 'millisiemens per centimeter at 25 °C' },
  ],
  ph: [{ id: 'pH', factor: 1, meaning: 'pH, no unit' }],
  temperature: [
    { id: '°C', factor: 1, meaning: 'degrees Celsius' },
    { id: '°F', factor: 5 / 9, offset: -160 / 9, meaning: 'degrees Fahrenheit' },
  ],
  // NIST Handbook 44, appendix C: all exact.
  volume: [
    { id: 'L', factor: 1, meaning: 'liters' },
    { id: 'US gal', factor: litersPerUsGallon, meaning: 'US gallons' },
    { id: 'imp gal', factor: litersPerImperialGallon, meaning: 'imperial gallons' },
    { id: 'mL', factor: 0.001, meaning: 'milliliters' },
    { id: 'cup', factor: litersPerUsGallon / 16, meaning: 'US cups' },
    { id: 'tbsp', factor: litersPerUsGallon / 256, meaning: 'US tablespoons' },
    { id: 'tsp', factor: litersPerUsGallon / 768, meaning: 'US teaspoons' },
  ],
  mass: [
    { id: 'g', factor: 1, meaning: 'grams' },
    { id: 'mg', factor: 0.001, meaning: 'milligrams' },
    { id: 'kg', factor: 1000, meaning: 'kilograms' },
    { id: 'oz', factor: 28.349523125, meaning: 'ounces' },
    { id: 'lb', factor: 453.59237, meaning: 'pounds' },
  ],
  presence: [{ id: 'seen', factor: 1, meaning: 'seen or not seen' }],
  share: [
    { id: 'part of 1', factor: 1, meaning: 'a share of the whole, 0 to 1' },
    { id: '%', factor: 0.01, meaning: 'percent' },
  ],
};

export const kindName = (kind: Kind): string => (typeof kind === 'string' ? kind : kind.name);

/** The units of a kind; the first is canonical. */
export const unitsOf = (kind: Kind): readonly Unit[] => (typeof kind === 'string' ? units[kind] : kind.units);

/** The unit in which the core computes this kind. */
export const canonicalUnit = (kind: Kind): string => unitsOf(kind)[0]!.id;

/**
 * @throws FieldError `across-kinds` when the unit belongs to another kind, `unknown-unit` when to none.
 */
export function unitOf(kind: Kind, id: string, field = 'unit'): Unit {
  const unit = unitsOf(kind).find((u) => u.id === id);
  if (unit) return unit;
  const other = (Object.keys(units) as QuantityKind[]).find((k) => units[k].some((u) => u.id === id));
  const known = unitsOf(kind)
    .map((u) => u.id)
    .join(', ');
  if (other)
    throw new FieldError(
      'across-kinds',
      field,
      `${id} measures ${other}, not ${kindName(kind)}. Use one of: ${known}.`,
    );
  throw new FieldError(
    'unknown-unit',
    field,
    `“${id}” is no unit of ${kindName(kind)}. Use one of: ${known}.`,
  );
}

/**
 * Converts a value to the canonical unit of its kind.
 * @example toCanonical(20, 'nitrate', 'mg/L NO3') // 4.518
 */
export function toCanonical(value: number, kind: Kind, from: string): number {
  const unit = unitOf(kind, from);
  return value * unit.factor + (unit.offset ?? 0);
}

/**
 * Converts a canonical value to a unit of its kind.
 * @example fromCanonical(1, 'nitrite', 'mg/L NO2') // 3.284
 */
export function fromCanonical(value: number, kind: Kind, to: string): number {
  const unit = unitOf(kind, to);
  return (value - (unit.offset ?? 0)) / unit.factor;
}

/**
 * Converts within a kind. All scales rise together, so ends map to ends.
 * @example convert(1, 'alkalinity', '°dKH', 'mg/L CaCO3') // 17.85
 */
export const convert = (value: number, kind: Kind, from: string, to: string): number =>
  from === to ? value : fromCanonical(toCanonical(value, kind, from), kind, to);

export const convertInterval = (i: Interval, kind: Kind, from: string, to: string): Interval =>
  mapIncreasing(i, (x) => convert(x, kind, from, to));
