import { toCanonical } from '../quantity';

/**
 * Criteria for total ammonia in fresh water of the US EPA 2013, EPA-822-R-13-001, in mg/L TAN as N. They fall
 * as pH rises and never rise with temperature.
 */

/** The share of the two forms at a pH, as the source writes it. */
const between = (ph: number, pK: number, acid: number, base: number): number =>
  acid / (1 + 10 ** (pK - ph)) + base / (1 + 10 ** (ph - pK));

/**
 * One-hour average not to be exceeded more than once in three years, without salmonids.
 * @example epaAcuteWithoutSalmonids(7, 20) // 17
 */
export const epaAcuteWithoutSalmonids = (ph: number, celsius: number): number =>
  0.7249 * between(ph, 7.204, 0.0114, 1.6181) * Math.min(51.93, 23.12 * 10 ** (0.036 * (20 - celsius)));

/**
 * The same with salmonids present.
 * @example epaAcuteWithSalmonids(7, 20) // 17
 */
export const epaAcuteWithSalmonids = (ph: number, celsius: number): number =>
  Math.min(
    between(ph, 7.204, 0.275, 39.0),
    0.7249 * between(ph, 7.204, 0.0114, 1.6181) * 23.12 * 10 ** (0.036 * (20 - celsius)),
  );

/**
 * Thirty-day average not to be exceeded more than once in three years.
 * @example epaChronic(7, 20) // 1.9
 */
export const epaChronic = (ph: number, celsius: number): number =>
  0.8876 * between(ph, 7.688, 0.0278, 1.1994) * 2.126 * 10 ** (0.028 * (20 - Math.max(celsius, 7)));

/** Free ammonia, mg/L as NH3, that European inland fish stand for long: EIFAC 1970, Technical Paper 11. */
export const eifacFreeAmmonia = 0.025;

/** The same in the canonical unit of ammonia, mg/L as NH3-N. */
export const eifacFreeAmmoniaNitrogen = toCanonical(eifacFreeAmmonia, 'ammonia', 'mg/L NH3');
/** Free ammonia, mg/L as NH3, above which harm begins: IFAS FA16, from memory. */
export const ifasFreeAmmonia = 0.05;
