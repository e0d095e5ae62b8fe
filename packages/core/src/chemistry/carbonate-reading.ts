import {
  type Interval,
  type Possible,
  type Worked,
  checkInterval,
  convertInterval,
  formatReading,
  interval,
  molarMass,
  extremesInBox,
  possiblePh,
  possibleTemperature,
  worked,
} from '../quantity';
import { airCarbonDioxide } from './air-equilibrium';
import { carbonateSystem } from './carbonate-system';
import { type StrengthInputs, ionicStrengthOf } from './ionic-strength';

/** What the carbonate of a water is worked out from. */
export interface CarbonateInputs extends StrengthInputs {
  readonly ph: Interval;
  /** °C. */
  readonly temperature: Interval;
}

export interface CarbonateReading {
  /** mg/L as CO2. */
  readonly co2: Interval;
  /** mmol/L. */
  readonly dic: Interval;
  readonly bicarbonate: Interval;
  readonly carbonate: Interval;
  /** The pH that this water goes to when it is aired well. */
  readonly airedPh: Interval;
  /** CO2 here, as many times as much as well-aired water holds. */
  readonly timesAir: Interval;
  /** CO2 by the rule of thumb 3 × KH × 10^(7 − pH), mg/L. */
  readonly ruleOfThumb: Interval;
  /** What the figures together tell; empty when nothing stands out. */
  readonly remarks: readonly string[];
}

/** The bounds keep within about 0.5 mol/L of ionic strength, as far as the activities by Davies hold. */
const possibleAlkalinity: Possible = { label: 'KH (alkalinity)', unit: 'meq/L', low: 0, high: 150 };
const possibleHardness: Possible = { label: 'GH (hardness)', unit: 'mmol/L', low: 0, high: 150 };
const possibleConductivity: Possible = { label: 'Conductivity', unit: 'µS/cm', low: 0, high: 40_000 };

/** Refuses inputs that cannot be, each by its own field. */
export function checkCarbonateInputs(inputs: CarbonateInputs, prefix = ''): void {
  checkInterval(inputs.alkalinity, `${prefix}alkalinity`, possibleAlkalinity);
  checkInterval(inputs.ph, `${prefix}ph`, possiblePh);
  checkInterval(inputs.temperature, `${prefix}temperature`, possibleTemperature);
  if (inputs.hardness) checkInterval(inputs.hardness, `${prefix}hardness`, possibleHardness);
  if (inputs.conductivity) checkInterval(inputs.conductivity, `${prefix}conductivity`, possibleConductivity);
}

/** Common practice: what is told apart from well-aired water within the accuracy of a color card. */
const muchOverAir = 3;
const wellUnderAir = 0.4;
/** mg/L; above this no kept water stands for long, so pH or KH is off, or something else carries the alkalinity. Our own bound. */
export const unlikelyCo2 = 100;

function remarksOn(timesAir: Interval, co2: Interval, airedPh: Interval): string[] {
  const aired = `Aired for a day it would go to pH ${formatReading(airedPh)}.`;
  if (co2.low > unlikelyCo2)
    return [
      `More than ${unlikelyCo2} mg/L CO2 does not stay in kept water: the pH or the KH is off, or something other than carbonate makes up the KH (buffer powders, humic acids). Repeat both tests.`,
    ];
  if (timesAir.low > muchOverAir)
    return [
      `Far more CO2 than well-aired water holds: added CO2, decay, crowding, a fresh well or tap, or a wrong KH. ${aired}`,
    ];
  if (timesAir.high < wellUnderAir)
    return [`Less CO2 than air would give: plants or algae at work in the light, or a wrong KH. ${aired}`];
  return [aired];
}

/**
 * CO2 and the other forms of carbonate from alkalinity, pH and temperature. Most rise or fall along each input,
 * but not all everywhere: in very basic water OH takes over from carbonate, and that turns with temperature.
 * @throws FieldError `not-a-number`, `out-of-range`, `upside-down` with field alkalinity, ph, temperature, …
 * @example carbonateReading({ alkalinity: point(2), ph: point(7.5), temperature: point(25) }).value.co2.best // 5.9
 */
export function carbonateReading(inputs: CarbonateInputs): Worked<CarbonateReading> {
  checkCarbonateInputs(inputs);
  const { alkalinity, ph, temperature, hardness = null, conductivity = null } = inputs;
  const strength = ionicStrengthOf(inputs);
  const [co2, dic, bicarbonate, carbonate, airedPh, timesAir] = extremesInBox(
    [alkalinity, ph, temperature, strength],
    (alk, p, celsius, ionicStrength) => {
      const conditions = { temperature: celsius, ionicStrength: ionicStrength };
      const state = carbonateSystem({ alkalinity: alk, ph: p }, conditions);
      const air = airCarbonDioxide(celsius);
      const aired = carbonateSystem({ alkalinity: alk, co2: air }, conditions);
      return [
        state.co2 * molarMass.CO2,
        state.dic,
        state.bicarbonate,
        state.carbonate,
        aired.ph,
        state.co2 / air,
      ];
    },
  ) as [Interval, Interval, Interval, Interval, Interval, Interval];
  const degrees = convertInterval(alkalinity, 'alkalinity', 'meq/L', '°dKH');
  const byRule = (kh: number, p: number) => 3 * kh * 10 ** (7 - p);
  const ruleOfThumb = interval(
    byRule(degrees.low, ph.high),
    byRule(degrees.best, ph.best),
    byRule(degrees.high, ph.low),
  );
  const remarks = remarksOn(timesAir, co2, airedPh);
  const value = { co2, dic, bicarbonate, carbonate, airedPh, timesAir, ruleOfThumb, remarks };
  return worked(value, () => ({
    title: 'Dissolved CO2',
    result: `${formatReading(co2)} mg/L CO2`,
    formula:
      'CO2 = (alkalinity − OH + H) × 10^−pH ÷ (K1 × (1 + 2 K2 ÷ 10^−pH)), the K at this temperature and ionic strength',
    substituted: `${formatReading(alkalinity)} meq/L at pH ${formatReading(ph)} and ${formatReading(temperature)} °C: HCO3 ${formatReading(bicarbonate)}, CO3 ${formatReading(carbonate)}, CO2 ${formatReading(convertInterval(co2, 'carbon-dioxide', 'mg/L CO2', 'mmol/L'))} mmol/L`,
    inputs: [
      { label: 'Alkalinity', value: `${formatReading(alkalinity)} meq/L (${formatReading(degrees)} °dKH)` },
      { label: 'pH', value: formatReading(ph) },
      { label: 'Temperature', value: `${formatReading(temperature)} °C` },
      {
        label: 'Ionic strength',
        value: `${formatReading(strength)} mol/L`,
        note: conductivity
          ? 'from conductivity'
          : hardness
            ? 'estimated from alkalinity and hardness'
            : 'estimated from alkalinity alone',
      },
    ],
    sources: [
      'Plummer & Busenberg 1982, Geochim. Cosmochim. Acta 46: 1011–1040 (constants)',
      'Davies 1962 (activities)',
      ...(conductivity ? ['Griffin & Jurinak 1973 (ionic strength from conductivity; from memory)'] : []),
    ],
    caveats: [
      ...remarks,
      'Valid only where carbonate is the alkalinity: phosphate buffers, borate and humic acids make it read high.',
      'pH moves through the day with plants and light: take both readings from one sample.',
    ],
    opinions: [
      {
        school: 'Rule of thumb, 3 × KH × 10^(7 − pH)',
        says: `${formatReading(ruleOfThumb)} mg/L CO2.`,
        source: 'common practice',
      },
    ],
  }));
}
