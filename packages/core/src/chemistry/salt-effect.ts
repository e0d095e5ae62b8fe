import {
  type Interval,
  type Worked,
  add,
  checkInterval,
  convertInterval,
  formatReading,
  interval,
  extremesInBox,
  possibleAmount,
  scale,
  worked,
} from '../quantity';
import { airCarbonDioxide } from './air-equilibrium';
import { type CarbonateInputs, checkCarbonateInputs } from './carbonate-reading';
import { carbonateSystem } from './carbonate-system';
import { ionicStrengthOf } from './ionic-strength';
import type { Salt } from './salts';

export interface SaltEffect {
  /** meq/L after. */
  readonly alkalinity: Interval;
  /** mmol/L after; null when it was not known before. */
  readonly hardness: Interval | null;
  /** At once, before CO2 leaves or enters. */
  readonly ph: Interval;
  /** After airing well. */
  readonly airedPh: Interval;
}

/**
 * What adding a salt does to KH, GH and pH. Alkalinity, carbon and hardness add by stoichiometry; pH is solved
 * from the charge balance. Ionic strength is that
 * of the water and of the ions that the salt brings.
 * @param water before
 * @param grams of pure salt
 * @throws FieldError for each input that cannot be; `contradiction` when no pH up to 14 fits
 * @example saltEffect({ alkalinity: point(2), ph: point(7.5), temperature: point(25) }, saltOf('sodium-bicarbonate'), point(8.4), point(100)).value.alkalinity.best // 3.0
 */
export function saltEffect(
  water: CarbonateInputs,
  salt: Salt,
  grams: Interval,
  liters: Interval,
): Worked<SaltEffect> {
  checkCarbonateInputs(water);
  checkInterval(grams, 'grams', { ...possibleAmount('Salt', 'g'), low: 0 });
  checkInterval(liters, 'liters', possibleAmount('Volume', 'L'));
  const { perMole, molarMass, ionicStrength: strengthPerMole } = salt;
  const millimolesIn = (g: number, v: number) => (g * 1000) / molarMass / v;
  const [alkalinity, ph, airedPh] = extremesInBox(
    [water.alkalinity, water.ph, water.temperature, ionicStrengthOf(water), grams, liters],
    (alk, p, celsius, before, g, v) => {
      const temperature = celsius;
      // Where KH and pH contradict each other (less KH than the OH of this pH alone), the pH decides.
      const state = carbonateSystem({ alkalinity: alk, ph: p }, { temperature, ionicStrength: before });
      const added = millimolesIn(g, v);
      const alkAfter = state.alkalinity + added * perMole.alkalinity;
      const dicAfter = state.dic + added * perMole.dic;
      const conditions = { temperature, ionicStrength: before + (added * strengthPerMole) / 1000 };
      // A salt that leaves carbonate alone leaves pH alone, but for the activities.
      const after = carbonateSystem({ alkalinity: alkAfter, dic: dicAfter }, conditions);
      const aired = carbonateSystem({ alkalinity: alkAfter, co2: airCarbonDioxide(temperature) }, conditions);
      // KH is told from what was measured, whatever pH says of it.
      return [alk + added * perMole.alkalinity, after.ph, aired.ph];
    },
  ) as [Interval, Interval, Interval];
  const millimoles = interval(
    millimolesIn(grams.low, liters.high),
    millimolesIn(grams.best, liters.best),
    millimolesIn(grams.high, liters.low),
  );
  const hardness = water.hardness ? add(water.hardness, scale(millimoles, perMole.hardness)) : null;
  const value: SaltEffect = { alkalinity, hardness, ph, airedPh };
  const kh = (i: Interval) => `${formatReading(convertInterval(i, 'alkalinity', 'meq/L', '°dKH'))} °dKH`;
  const gh = (i: Interval) => `${formatReading(convertInterval(i, 'hardness', 'mmol/L', '°dGH'))} °dGH`;
  return worked(value, () => ({
    title: `What ${salt.formula} does`,
    result: `KH ${kh(alkalinity)}${value.hardness ? `, GH ${gh(value.hardness)}` : ''}, pH ${formatReading(ph)} at once, ${formatReading(airedPh)} once aired`,
    formula: `a mole of ${salt.formula} brings ${perMole.alkalinity} equivalents of alkalinity, ${perMole.dic} mol of inorganic carbon, ${perMole.hardness} mol of hardness; pH from HCO3 + 2 CO3 + OH − H = alkalinity`,
    substituted: `${formatReading(grams)} g ÷ ${molarMass.toFixed(2)} g/mol ÷ ${formatReading(liters)} L = ${formatReading(millimoles)} mmol/L; ${formatReading(water.alkalinity)} → ${formatReading(alkalinity)} meq/L`,
    inputs: [
      { label: 'KH before', value: kh(water.alkalinity) },
      ...(water.hardness ? [{ label: 'GH before', value: gh(water.hardness) }] : []),
      { label: 'pH before', value: formatReading(water.ph) },
      { label: 'Temperature', value: `${formatReading(water.temperature)} °C` },
      { label: salt.name, value: `${formatReading(grams)} g in ${formatReading(liters)} L` },
    ],
    sources: [
      'Stoichiometry from IUPAC 2021 atomic weights',
      'Plummer & Busenberg 1982, Geochim. Cosmochim. Acta 46: 1011–1040 (constants)',
    ],
    caveats: [
      ...salt.cautions,
      'All of it dissolved and mixed; gravel, rock and plants may take part or give more.',
    ],
  }));
}
