import { checkValue, possiblePh, possibleTemperature } from '../quantity';

const kelvin = 273.15;

/**
 * pKa of ammonium in fresh water at a temperature in °C.
 * Source: Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32: 2379–2383.
 * @example ammoniumPKa(25) // 9.246
 */
export const ammoniumPKa = (celsius: number): number => 0.09018 + 2729.92 / (celsius + kelvin);

/** The share below for inputs that were checked already: for loops over many readings. */
export const uncheckedUnionizedFraction = (ph: number, celsius: number): number =>
  1 / (1 + 10 ** (ammoniumPKa(celsius) - ph));

/**
 * Share of total ammonia that is free (un-ionized, NH3), 0 to 1, in fresh water.
 * Rises with pH and with temperature. Valid for 0–50 °C, the range of the source.
 * @param ph pH, 0 to 14
 * @param celsius water temperature, −2 to 50 °C
 * @throws FieldError `not-a-number`, `out-of-range`
 * @example unionizedFraction(8, 25) // 0.0537
 */
export function unionizedFraction(ph: number, celsius: number): number {
  checkValue(ph, 'ph', possiblePh);
  checkValue(celsius, 'temperature', possibleTemperature);
  return uncheckedUnionizedFraction(ph, celsius);
}

/**
 * The pH at which the free share of this much total ammonia reaches a limit: the formula of Emerson and
 * others 1975 solved for pH. ∞ where no pH up to 14 gets there.
 * @param total and `limit` in one unit, mg/L as NH3-N
 * @example phAtFreeAmmonia(1, 25, 0.05) // 7.97
 */
export function phAtFreeAmmonia(total: number, celsius: number, limit: number): number {
  if (total <= limit) return Infinity;
  const ph = ammoniumPKa(celsius) - Math.log10(total / limit - 1);
  return ph > possiblePh.high ? Infinity : Math.max(possiblePh.low, ph);
}

/**
 * The temperature, °C, at which the free share of this much total ammonia reaches a limit: the formula of
 * Emerson and others 1975 solved for T. ∞ where no temperature up to 50 °C gets there, −2 where all do.
 * @param total and `limit` in one unit, mg/L as NH3-N
 * @example temperatureAtFreeAmmonia(1, 8, 0.05) // 24
 */
export function temperatureAtFreeAmmonia(total: number, ph: number, limit: number): number {
  if (total <= limit) return Infinity;
  const pKa = ph + Math.log10(total / limit - 1);
  if (pKa <= ammoniumPKa(possibleTemperature.high)) return Infinity;
  return Math.max(possibleTemperature.low, 2729.92 / (pKa - 0.09018) - kelvin);
}
