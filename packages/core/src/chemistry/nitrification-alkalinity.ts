import {
  type Interval,
  type Worked,
  checkInterval,
  convertInterval,
  formatReading,
  molarMass,
  possibleConcentration,
  scale,
  worked,
} from '../quantity';

/** Equivalents of alkalinity that nitrifying one mole of ammonium uses: NH4+ + 2 O2 → NO3− + 2 H+ + H2O. */
const equivalentsPerNitrogen = 2;

/**
 * Alkalinity, meq/L, that turning so much ammonia into nitrate uses: two equivalents a mole, 7.15 mg CaCO3 or
 * 0.400 °dKH for each mg of N.
 * @param nitrified mg/L as N
 * @example alkalinityUsed(point(14.007)).value.best // 2
 */
export function alkalinityUsed(nitrified: Interval): Worked<Interval> {
  checkInterval(nitrified, 'nitrified', possibleConcentration('Ammonia turned over', 'mg/L N'));
  const value = scale(nitrified, equivalentsPerNitrogen / molarMass.N);
  const kh = convertInterval(value, 'alkalinity', 'meq/L', '°dKH');
  return worked(value, () => ({
    title: 'KH used by the filter',
    result: `${formatReading(kh)} °dKH`,
    formula: 'alkalinity used = 2 × mg/L N ÷ 14.007, in meq/L',
    substituted: `2 × ${formatReading(nitrified)} ÷ 14.007 = ${formatReading(value)} meq/L = ${formatReading(kh)} °dKH`,
    inputs: [{ label: 'Ammonia turned into nitrate', value: `${formatReading(nitrified)} mg/L N` }],
    sources: ['Stoichiometry of nitrification, NH4+ + 2 O2 → NO3− + 2 H+ + H2O'],
    caveats: ['Plants and denitrification give some of it back.'],
  }));
}
