import { FieldError } from '../quantity';

const kelvin = 273.15;

/**
 * pKa of ammonium in fresh water at a temperature in °C.
 * Source: Emerson, Russo, Lund & Thurston 1975, J. Fish. Res. Board Can. 32: 2379–2383.
 */
export const ammoniumPKa = (celsius: number): number => 0.09018 + 2729.92 / (celsius + kelvin);

/**
 * Share of total ammonia that is free (un-ionized, NH3), 0 to 1, in fresh water.
 * Rises with pH and with temperature. Valid for 0–50 °C, the range of the source.
 * @param ph pH, 0 to 14
 * @param celsius water temperature, −2 to 50 °C
 * @throws FieldError `out-of-range`
 */
export function unionizedFraction(ph: number, celsius: number): number {
  if (!(ph >= 0 && ph <= 14))
    throw new FieldError('out-of-range', 'ph', `A pH of ${ph} cannot be: pH runs from 0 to 14.`);
  if (!(celsius >= -2 && celsius <= 50))
    throw new FieldError(
      'out-of-range',
      'temperature',
      `${celsius} °C is outside −2 to 50 °C, where this formula holds.`,
    );
  return 1 / (1 + 10 ** (ammoniumPKa(celsius) - ph));
}
