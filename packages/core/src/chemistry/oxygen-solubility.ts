/**
 * Standard atmosphere: pressure at a height, as a share of that at sea level (ISO 2533, from memory).
 * @example pressureAtHeight(1500) // 0.835
 */
export const pressureAtHeight = (meters: number): number => (1 - 2.25577e-5 * meters) ** 5.25588;

/** Vapor pressure of water, atm. Source: Benson & Krause 1980, as in Standard Methods 4500-O (from memory). */
const vaporPressure = (kelvin: number): number => Math.exp(11.8571 - 3840.7 / kelvin - 216961 / kelvin ** 2);

/** Second virial coefficient of oxygen, as it enters the pressure term (same source). */
const theta = (celsius: number): number => 0.000975 - 1.426e-5 * celsius + 6.436e-8 * celsius ** 2;

/**
 * Oxygen that water holds in balance with moist air, mg/L.
 * Source: Benson & Krause 1980 and 1984, the table of Standard Methods 4500-O (coefficients from memory, held against
 * that table).
 * @param celsius 0 to 40
 * @param meters above the sea
 * @param salt g/kg; 0 for fresh water, 35 for sea water
 * @example oxygenSaturation(20, 0, 0) // 9.09
 */
export function oxygenSaturation(celsius: number, meters: number, salt: number): number {
  const t = celsius + 273.15;
  const atSea = Math.exp(
    -139.34411 +
      1.575701e5 / t -
      6.642308e7 / t ** 2 +
      1.2438e10 / t ** 3 -
      8.621949e11 / t ** 4 -
      salt * (0.017674 - 10.754 / t + 2140.7 / t ** 2),
  );
  const p = pressureAtHeight(meters);
  const vapor = vaporPressure(t);
  const bend = theta(celsius);
  return (atSea * p * (1 - vapor / p) * (1 - bend * p)) / ((1 - vapor) * (1 - bend));
}
