import { carbonateConstants } from './carbonate-constants';

/** CO2 in outdoor air, parts per million by volume: about 420 (NOAA global means of the early 2020s, from memory). Indoors often 600–1000. */
const airCarbonDioxidePpm = 420;

/**
 * CO2 that water holds in equilibrium with air at one atmosphere, mmol/L: Henry's law.
 * Source of the constant: see carbonateConstants.
 * @param ppm CO2 in the air; water vapor is left out of account
 * @example airCarbonDioxide(25) // 0.0143
 */
export const airCarbonDioxide = (celsius: number, ppm: number = airCarbonDioxidePpm): number =>
  10 ** -carbonateConstants(celsius).pKH * ppm * 1e-3;
