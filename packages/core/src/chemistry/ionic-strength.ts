import { type Interval, interval, scale } from '../quantity';

/**
 * Ionic strength, mol/L, of the plainest water with this alkalinity and hardness: calcium and magnesium,
 * bicarbonate, and as much of a single-charged ion (chloride or sodium) as makes the charges even. Real waters
 * hold some more; with conductivity known, `ionicStrengthFromConductivity` is better.
 * @param alkalinity meq/L
 * @param hardness mmol/L of Ca + Mg; as much as the alkalinity carries when not known
 * @example estimatedIonicStrength(2, 1) // 0.003
 */
export function estimatedIonicStrength(
  alkalinity: number,
  hardness: number = Math.abs(alkalinity) / 2,
): number {
  const charge = Math.abs(alkalinity);
  return (0.5 * (4 * hardness + charge + Math.abs(2 * hardness - charge))) / 1000;
}

/**
 * Ionic strength, mol/L, for each µS/cm of electrical conductivity at 25 °C.
 * Source: Griffin & Jurinak 1973, Soil Science 116: 26–30 (from memory).
 */
const ionicStrengthPerMicrosiemens = 1.3e-5;

/** What a water's ionic strength is told from. */
export interface StrengthInputs {
  /** meq/L. */
  readonly alkalinity: Interval;
  /** mmol/L; taken as what the alkalinity carries when not known. */
  readonly hardness?: Interval | null;
  /** µS/cm at 25 °C; when known, it alone decides. */
  readonly conductivity?: Interval | null;
}

/**
 * Ionic strength of a water, mol/L: from conductivity when known, else from hardness and alkalinity. Both rise
 * with what they are made from, so ends map to ends. Whoever computes on takes it as an input of its own: a
 * little wider than need be, and free of the bend that the estimate has where hardness and alkalinity are even.
 */
export function ionicStrengthOf({ alkalinity, hardness, conductivity }: StrengthInputs): Interval {
  if (conductivity) return scale(conductivity, ionicStrengthPerMicrosiemens);
  const at = (end: 'low' | 'best' | 'high') => estimatedIonicStrength(alkalinity[end], hardness?.[end]);
  return interval(at('low'), at('best'), at('high'));
}

/**
 * Activity coefficient of an ion by the Davies equation, good to about 0.5 mol/L.
 * Sources: Davies 1962, Ion Association; the permittivity of water: Malmberg & Maryott 1956.
 * @param charge number of charges
 * @param strength ionic strength, mol/L
 * @example activityCoefficient(1, 0.01, 25) // 0.902
 */
export function activityCoefficient(charge: number, strength: number, celsius: number): number {
  const permittivity = 87.74 - 0.40008 * celsius + 9.398e-4 * celsius ** 2 - 1.41e-6 * celsius ** 3;
  const A = 1.82e6 * (permittivity * (celsius + 273.15)) ** -1.5;
  const root = Math.sqrt(strength);
  return 10 ** (-A * charge ** 2 * (root / (1 + root) - 0.3 * strength));
}
