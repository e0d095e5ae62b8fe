import { FieldError, checkValue, possiblePh, possibleTemperature } from '../quantity';
import { activityCoefficient } from './ionic-strength';
import { carbonateConstants } from './carbonate-constants';
import { solveRising } from './solve-rising';

/** The conditions under which the carbonate of a water divides into its forms. */
export interface Conditions {
  /** °C. */
  readonly temperature: number;
  /** Ionic strength, mol/L; 0 for the ideal, infinitely dilute water. */
  readonly ionicStrength: number;
}

/** A carbonate system in full. Concentrations in mmol/L, alkalinity in meq/L. */
export interface CarbonateState {
  readonly ph: number;
  readonly alkalinity: number;
  /** Dissolved inorganic carbon: CO2 + HCO3 + CO3. */
  readonly dic: number;
  readonly co2: number;
  readonly bicarbonate: number;
  readonly carbonate: number;
}

/** Constants for concentrations beside the activity of H+, which is what a pH test reads. mol/L. */
interface Mixed {
  readonly k1: number;
  readonly k2: number;
  readonly kw: number;
  /** Activity coefficient of a single charge. */
  readonly gamma: number;
}

function mixedConstants({ temperature, ionicStrength }: Conditions): Mixed {
  const { pK1, pK2, pKw } = carbonateConstants(temperature);
  const gamma = activityCoefficient(1, ionicStrength, temperature);
  // Davies: two charges have the fourth power of one. CO2 itself is taken as ideal.
  return { k1: 10 ** -pK1 / gamma, k2: (10 ** -pK2 * gamma) / gamma ** 4, kw: 10 ** -pKw / gamma, gamma };
}

/** Shares of CO2, HCO3 and CO3 in the inorganic carbon at a hydrogen ion activity. */
function shares(h: number, { k1, k2 }: Mixed): { co2: number; hco3: number; co3: number } {
  const whole = h * h + k1 * h + k1 * k2;
  return { co2: (h * h) / whole, hco3: (k1 * h) / whole, co3: (k1 * k2) / whole };
}

/** Alkalinity that the water itself carries: OH − H, mol/L. Below zero in acid. */
const ofWater = (h: number, { kw, gamma }: Mixed): number => kw / h - h / gamma;

function stateFrom(ph: number, dic: number, k: Mixed): CarbonateState {
  const h = 10 ** -ph;
  const { co2, hco3, co3 } = shares(h, k);
  return {
    ph,
    dic,
    alkalinity: dic * (hco3 + 2 * co3) + ofWater(h, k) * 1000,
    co2: dic * co2,
    bicarbonate: dic * hco3,
    carbonate: dic * co3,
  };
}

/** Any two of the four; the others follow. mmol/L, alkalinity meq/L. */
export type KnownPair =
  | { readonly alkalinity: number; readonly ph: number }
  | { readonly alkalinity: number; readonly dic: number }
  | { readonly alkalinity: number; readonly co2: number }
  | { readonly ph: number; readonly dic: number }
  | { readonly ph: number; readonly co2: number }
  | { readonly dic: number; readonly co2: number };

const amount = (x: number, field: string, label: string): number => {
  if (Number.isFinite(x) && x >= 0) return x;
  throw new FieldError(
    Number.isNaN(x) ? 'not-a-number' : 'out-of-range',
    field,
    `${label} must be 0 mmol/L or more, and not endless; ${x} cannot be. Check the figure.`,
  );
};

/**
 * The carbonate system from any two of alkalinity, pH, inorganic carbon and CO2.
 * Alkalinity = HCO3 + 2 CO3 + OH − H; valid where carbonate is the alkalinity. With alkalinity and pH in
 * contradiction (high pH from OH alone) the carbon stops at zero.
 * Sources: constants, see carbonateConstants; activities, see activityCoefficient.
 * @throws FieldError `not-a-number`, `out-of-range`; `contradiction` when no pH fits
 * @example carbonateSystem({ alkalinity: 2, ph: 7.5 }, { temperature: 25, ionicStrength: 0.003 }) // { co2: 0.13 }
 */
export function carbonateSystem(known: KnownPair, conditions: Conditions): CarbonateState {
  checkValue(conditions.temperature, 'temperature', possibleTemperature);
  const k = mixedConstants(conditions);
  if ('ph' in known) checkValue(known.ph, 'ph', possiblePh);
  if ('dic' in known) amount(known.dic, 'dic', 'Inorganic carbon');
  if ('co2' in known) amount(known.co2, 'co2', 'CO2');
  if ('alkalinity' in known && !Number.isFinite(known.alkalinity))
    throw new FieldError('not-a-number', 'alkalinity', 'Alkalinity must be a number, and not endless.');

  if ('alkalinity' in known && 'ph' in known)
    return stateFrom(known.ph, dicFrom(known.alkalinity, 10 ** -known.ph, k), k);
  if ('alkalinity' in known && 'dic' in known)
    return stateFrom(phFrom(known.alkalinity, known.dic, k), known.dic, k);
  if ('alkalinity' in known && 'co2' in known) {
    const ph = solveRising(
      (p) => {
        const h = 10 ** -p;
        return (
          (known.co2 * (k.k1 / h + (2 * k.k1 * k.k2) / (h * h))) / 1000 +
          ofWater(h, k) -
          known.alkalinity / 1000
        );
      },
      possiblePh.low,
      possiblePh.high,
      'alkalinity',
    );
    return stateFrom(ph, known.co2 / shares(10 ** -ph, k).co2, k);
  }
  if ('ph' in known && 'dic' in known) return stateFrom(known.ph, known.dic, k);
  if ('ph' in known && 'co2' in known)
    return stateFrom(known.ph, known.co2 / shares(10 ** -known.ph, k).co2, k);
  const { dic, co2 } = known as { dic: number; co2: number };
  const part = co2 / dic;
  if (!(part > 0 && part < 1))
    throw new FieldError(
      'contradiction',
      'co2',
      'CO2 is a part of the inorganic carbon: it must be more than 0 and less than the whole.',
    );
  // part = h² / (h² + k1 h + k1 k2), a square equation in h.
  const [a, b, c] = [1 - part, -part * k.k1, -part * k.k1 * k.k2];
  const h = (-b + Math.sqrt(b * b - 4 * a * c)) / (2 * a);
  return stateFrom(checkValue(-Math.log10(h), 'ph', possiblePh), dic, k);
}

/** Inorganic carbon, mmol/L, that goes with an alkalinity, meq/L, at a hydrogen ion activity; not below 0. */
function dicFrom(alkalinity: number, h: number, k: Mixed): number {
  const { hco3, co3 } = shares(h, k);
  return Math.max(0, (alkalinity - ofWater(h, k) * 1000) / (hco3 + 2 * co3));
}

/** The pH at which this much carbon carries this alkalinity: the charge balance, rising in pH. */
function phFrom(alkalinity: number, dic: number, k: Mixed): number {
  const [alk, carbon] = [alkalinity / 1000, dic / 1000];
  const excess = (p: number): number => {
    const h = 10 ** -p;
    const { hco3, co3 } = shares(h, k);
    return carbon * (hco3 + 2 * co3) + ofWater(h, k) - alk;
  };
  // Without OH and H the balance is a square equation; its root is nearly always within a twentieth.
  if (alk > 0 && alk < 2 * carbon) {
    const b = (alk - carbon) * k.k1;
    const h = (-b + Math.sqrt(b * b - 4 * alk * (alk - 2 * carbon) * k.k1 * k.k2)) / (2 * alk);
    const near = -Math.log10(h);
    const [low, high] = [near - 0.02, near + 0.02];
    if (excess(low) <= 0 && excess(high) >= 0) return solveRising(excess, low, high, 'alkalinity');
  }
  return solveRising(excess, possiblePh.low, possiblePh.high, 'alkalinity');
}
