const kelvin = 273.15;

/** The equilibrium constants of the carbonate system at zero ionic strength, as −log10. */
export interface CarbonateConstants {
  /** CO2(aq) + H2O = H+ + HCO3−. */
  readonly pK1: number;
  /** HCO3− = H+ + CO3 2−. */
  readonly pK2: number;
  /** H2O = H+ + OH−. */
  readonly pKw: number;
  /** CO2(gas) = CO2(aq), mol/(L·atm). */
  readonly pKH: number;
}

/**
 * Constants at a temperature in °C, 0–50.
 * Sources: pK1, pK2 and Henry's constant: Plummer & Busenberg 1982, Geochim. Cosmochim. Acta 46: 1011–1040
 * (Henry's constant from memory); pKw: the expression that goes with them in Nordstrom and others 1990, ACS
 * Symposium Series 416: 398–413 (from memory).
 * @example carbonateConstants(25) // { pK1: 6.352, pK2: 10.329, pKw: 14.0 }
 */
export function carbonateConstants(celsius: number): CarbonateConstants {
  const T = celsius + kelvin;
  const log = Math.log10(T);
  return {
    pK1: 356.3094 + 0.06091964 * T - 21834.37 / T - 126.8339 * log + 1684915 / T ** 2,
    pK2: 107.8871 + 0.03252849 * T - 5151.79 / T - 38.92561 * log + 563713.9 / T ** 2,
    pKw: 283.971 + 0.05069842 * T - 13323 / T - 102.24447 * log + 1119669 / T ** 2,
    pKH: -(108.3865 + 0.01985076 * T - 6919.53 / T - 40.45154 * log + 669365 / T ** 2),
  };
}
