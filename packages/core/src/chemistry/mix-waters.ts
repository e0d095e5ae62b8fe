import {
  FieldError,
  type Interval,
  type Worked,
  add,
  checkInterval,
  convertInterval,
  extremesInBox,
  formatReading,
  molarMass,
  overBox,
  overOpenBox,
  possibleAmount,
  possibleConcentration,
  worked,
} from '../quantity';
import { airCarbonDioxide } from './air-equilibrium';
import { checkCarbonateInputs } from './carbonate-reading';
import { carbonateSystem } from './carbonate-system';
import { ionicStrengthOf } from './ionic-strength';

/** What is neither made nor lost when waters are mixed, beside carbonate and heat. Canonical units, mg/L or mmol/L. */
const mixedSpecies = ['hardness', 'ammonia', 'nitrite', 'nitrate', 'chloride'] as const;
export type MixedSpecies = (typeof mixedSpecies)[number];

/** One of the waters that are poured together. */
export interface MixPart extends Partial<Record<MixedSpecies, Interval | null>> {
  readonly liters: Interval;
  /** °C. */
  readonly temperature: Interval;
  /** meq/L. */
  readonly alkalinity: Interval;
  readonly ph: Interval;
}

export interface Mixture extends Readonly<Record<MixedSpecies, Interval | null>> {
  readonly liters: Interval;
  readonly temperature: Interval;
  readonly alkalinity: Interval;
  /** At once, before any CO2 leaves. */
  readonly ph: Interval;
  /** Once aired well. */
  readonly airedPh: Interval;
  /** mmol/L. */
  readonly dic: Interval;
  /** mg/L as CO2. */
  readonly co2: Interval;
}

const labels: Readonly<Record<MixedSpecies, string>> = {
  hardness: 'Hardness',
  ammonia: 'Total ammonia',
  nitrite: 'Nitrite',
  nitrate: 'Nitrate',
  chloride: 'Chloride',
};

function check(parts: readonly MixPart[]): void {
  if (parts.length === 0)
    throw new FieldError('out-of-range', 'waters', 'There is nothing to mix: give at least one water.');
  parts.forEach((part, k) => {
    const at = `waters.${k}.`;
    checkInterval(part.liters, `${at}liters`, possibleAmount('Volume', 'L'));
    checkCarbonateInputs(part, at);
    for (const species of mixedSpecies) {
      const value = part[species];
      if (value) checkInterval(value, at + species, possibleConcentration(labels[species], 'mg/L'));
    }
  });
}

/** The mean weighted by volume: rises with each value; with each volume, toward that water's own. */
const blended = (parts: readonly MixPart[], values: readonly Interval[]): Interval => {
  const n = parts.length;
  return overOpenBox([...parts.map((p) => p.liters), ...values], (...x) => {
    let [sum, liters] = [0, 0];
    for (let k = 0; k < n; k++) {
      sum += x[k]! * x[n + k]!;
      liters += x[k]!;
    }
    return sum / liters;
  });
};

type FiveNumbers = [number, number, number, number, number];

/**
 * Solves one mix of exact waters. Volumes, alkalinity, inorganic carbon, hardness and heat add up; pH does not,
 * and is solved from the charge balance at the temperature of the mix.
 * @param x for each water: liters, °C, meq/L, pH, mol/L of ionic strength
 * @returns pH, inorganic carbon in mmol/L, CO2 in mg/L
 */
function solveMix(x: readonly number[]): number[] {
  let [liters, heat, alk, carbon, salts] = [0, 0, 0, 0, 0];
  for (let k = 0; k < x.length; k += 5) {
    const [v, temperature, alkalinity, ph, ionicStrength] = x.slice(k, k + 5) as FiveNumbers;
    // Where KH and pH contradict each other (less KH than the OH of this pH alone), the pH decides.
    const state = carbonateSystem({ alkalinity, ph }, { temperature, ionicStrength });
    liters += v;
    heat += v * temperature;
    alk += v * state.alkalinity;
    carbon += v * state.dic;
    salts += v * ionicStrength;
  }
  const mixed = carbonateSystem(
    { alkalinity: alk / liters, dic: carbon / liters },
    { temperature: heat / liters, ionicStrength: salts / liters },
  );
  return [mixed.ph, mixed.dic, mixed.co2 * molarMass.CO2];
}

/**
 * What comes out when any number of waters are poured together, each with its own temperature. The ends of pH,
 * inorganic carbon and CO2 are sought over all the ranges at once: which way they go with a volume, a KH or a
 * temperature depends on the rest, and may turn within a range.
 * Missing hardness is taken as what the alkalinity carries; another species missing in one part is missing in
 * the mix. Source: conservation of mass, charge and heat; constants, see carbonateConstants.
 * @throws FieldError with fields like `waters.1.ph`
 * @example mixWaters([8, 6].map((ph) => ({ ph: point(ph), alkalinity: point(1), temperature: point(20), liters: point(10) }))).value.ph.best // 6.3
 */
export function mixWaters(parts: readonly MixPart[]): Worked<Mixture> {
  check(parts);
  const box = parts.flatMap((p) => [p.liters, p.temperature, p.alkalinity, p.ph, ionicStrengthOf(p)]);
  const [ph, dic, co2] = extremesInBox(box, (...x) => solveMix(x)) as [Interval, Interval, Interval];
  const species = (name: MixedSpecies): Interval | null => {
    const values = parts.map((p) => p[name]);
    return values.every((v) => v) ? blended(parts, values as Interval[]) : null;
  };
  const mean = (of: (part: MixPart) => Interval) => blended(parts, parts.map(of));
  const [temperature, alkalinity] = [mean((p) => p.temperature), mean((p) => p.alkalinity)];
  const airedPh = overBox([alkalinity, temperature, mean(ionicStrengthOf)], (alk, celsius, ionicStrength) => {
    const conditions = { temperature: celsius, ionicStrength: ionicStrength };
    return carbonateSystem({ alkalinity: alk, co2: airCarbonDioxide(celsius) }, conditions).ph;
  });
  const value: Mixture = {
    liters: add(...parts.map((p) => p.liters)),
    temperature,
    alkalinity,
    ph,
    airedPh,
    dic,
    co2,
    hardness: species('hardness'),
    ammonia: species('ammonia'),
    nitrite: species('nitrite'),
    nitrate: species('nitrate'),
    chloride: species('chloride'),
  };
  return worked(value, () => ({
    title: 'Mixed water',
    result: `pH ${formatReading(value.ph)}, KH ${formatReading(convertInterval(value.alkalinity, 'alkalinity', 'meq/L', '°dKH'))} °dKH, ${formatReading(value.temperature)} °C`,
    formula:
      'sum of volume × value ÷ sum of volumes, for alkalinity, inorganic carbon, hardness, nitrogen, chloride and heat; pH from HCO3 + 2 CO3 + OH − H = alkalinity',
    substituted: `${parts.map((p) => `${formatReading(p.liters)} L × ${formatReading(p.alkalinity)} meq/L`).join(' + ')} = ${formatReading(value.liters)} L × ${formatReading(value.alkalinity)} meq/L; with ${formatReading(value.dic)} mmol/L of inorganic carbon that balances at pH ${formatReading(value.ph)}, and at ${formatReading(value.airedPh)} once aired`,
    inputs: parts.map((p, k) => ({
      label: `Water ${k + 1}`,
      value: `${formatReading(p.liters)} L, ${formatReading(p.temperature)} °C, pH ${formatReading(p.ph)}, ${formatReading(p.alkalinity)} meq/L`,
      ...(p.hardness ? {} : { note: 'Hardness not given: taken as what the alkalinity carries.' }),
    })),
    sources: [
      'Conservation of mass, charge and heat',
      'Plummer & Busenberg 1982, Geochim. Cosmochim. Acta 46: 1011–1040 (constants)',
    ],
    caveats: [
      `This is the pH at once. Over hours CO2 leaves or enters, and pH moves toward that of aired water, ${formatReading(value.airedPh)}.`,
      'pH does not average: it may even fall outside the two waters mixed.',
      'Valid only where carbonate is the alkalinity.',
    ],
  }));
}
