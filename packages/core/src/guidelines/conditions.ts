import type { Water } from '../waters';

/** What of a water, beside its kind and stock, decides which limits hold. */
export interface Conditions {
  /** pH is below 7 for certain; one school does not judge total ammonia there. */
  readonly acid: boolean;
  /** False where pH is unread or open, so that free ammonia cannot be bounded. */
  readonly bounded: boolean;
  /** Chloride beside nitrite: not read, read, or at ten times nitrite-N or more. */
  readonly chloride: 'unknown' | 'known' | 'shielding';
  /** Very soft water, RO or rain: nitrite gets in more easily. */
  readonly soft: boolean;
  /** What salt is in it: as told, or by so much chloride that nothing else can be; null for fresh water. */
  readonly salted: 'medicine' | 'brackish' | 'marine' | 'untold' | null;
  /** The keeper said that nobody lives there. */
  readonly nobody: boolean;
}

export const usualConditions: Conditions = {
  acid: false,
  bounded: true,
  chloride: 'unknown',
  soft: false,
  salted: null,
  nobody: false,
};

/** Chloride beyond which a water is brackish, sea or medicine, mg/L: about 2.5 g of plain salt a liter. Our own step. */
const saltedFrom = 1500;

/** What salt is in a water. Told "fresh" it is fresh, whatever was read: then chloride is judged. */
export function saltedAs(
  { salinity }: Pick<Water, 'salinity'>,
  chloride: number | null,
): Conditions['salted'] {
  if (salinity === 'fresh') return null;
  if (salinity !== null) return salinity;
  return chloride !== null && chloride > saltedFrom ? 'untold' : null;
}
