import {
  FieldError,
  type Interval,
  type Worked,
  canonicalUnit,
  checkInterval,
  convert,
  formatReading,
  interval,
  molarMass,
  point,
  possibleAmount,
  possibleConcentration,
  scale,
  worked,
} from '../quantity';
import { type Salt, type SaltYield, saltIds, salts, spoonWarning, teaspoonsOf } from './salts';

/** What a salt can be dosed for. Canonical units: meq/L, mmol/L, mg/L as N, mg/L. */
export const doseTargets = ['alkalinity', 'hardness', 'ammonia', 'chloride', 'nitrate'] as const;
export type DoseTarget = (typeof doseTargets)[number];

/** Canonical units that one millimole (or milliequivalent) per liter is worth. */
const perMillimole: Readonly<Record<DoseTarget, number>> = {
  alkalinity: 1,
  hardness: 1,
  ammonia: molarMass.N,
  chloride: molarMass.Cl,
  nitrate: molarMass.N,
};

const yields = (salt: Salt, target: DoseTarget): number => salt.perMole[target as keyof SaltYield];

/** The salts that raise this, in the order of the list. */
export const saltsFor = (target: DoseTarget): Salt[] =>
  saltIds.map((id) => salts[id]).filter((salt) => yields(salt, target) > 0);

/**
 * How much one gram of a salt in one liter raises each target, in canonical units.
 * @example risePerGram(saltOf('sodium-bicarbonate')).alkalinity // 11.9
 */
export function risePerGram(salt: Salt): Readonly<Record<DoseTarget, number>> {
  const rise = (target: DoseTarget) => (yields(salt, target) * 1000 * perMillimole[target]) / salt.molarMass;
  return Object.fromEntries(doseTargets.map((t) => [t, rise(t)])) as Record<DoseTarget, number>;
}

export interface Dose {
  readonly grams: Interval;
  /** Level US teaspoons, by bulk density; wide. */
  readonly teaspoons: Interval;
  /** What else rises with it, canonical units. */
  readonly rises: Readonly<Record<DoseTarget, Interval>>;
}

const labels: Readonly<Record<DoseTarget, string>> = {
  alkalinity: 'KH',
  hardness: 'GH',
  ammonia: 'Total ammonia',
  chloride: 'Chloride',
  nitrate: 'Nitrate',
};
const usual: Readonly<Record<DoseTarget, string>> = {
  alkalinity: '°dKH',
  hardness: '°dGH',
  ammonia: 'mg/L NH3-N',
  chloride: 'mg/L Cl',
  nitrate: 'mg/L NO3',
};

/**
 * Grams of a salt that raise one figure of a water by so much: moles wanted ÷ moles in a mole of salt × molar
 * mass. Rises with both inputs. Pure salt is meant.
 * @param rise by how much, canonical unit of the target; without an upper end where at least so much is wanting
 * @param liters of water
 * @throws FieldError `rise` or `liters` out of range; `salt` when this salt does not raise it
 * @example saltDose(saltOf('sodium-bicarbonate'), 'alkalinity', point(0.357), point(100)).value.grams.best // 3.0
 */
export function saltDose(salt: Salt, target: DoseTarget, rise: Interval, liters: Interval): Worked<Dose> {
  checkInterval(rise, 'rise', possibleConcentration('The rise wanted', canonicalUnit(target)));
  checkInterval(liters, 'liters', possibleAmount('Volume', 'L'));
  const perGram = risePerGram(salt);
  if (perGram[target] === 0)
    throw new FieldError(
      'wrong-entry',
      'salt',
      `${salt.name} does not raise ${labels[target]}. Choose another salt.`,
    );
  const need = (r: number, v: number) => (r * v) / perGram[target];
  const grams = interval(
    need(rise.low, liters.low),
    need(rise.best, liters.best),
    need(rise.high, liters.high),
  );
  const teaspoons = teaspoonsOf(salt, grams);
  // The others rise in fixed proportion to the one wanted.
  const rises = Object.fromEntries(
    doseTargets.map((t) => {
      const ratio = perGram[t] / perGram[target];
      return [t, ratio === 0 ? point(0) : scale(rise, ratio)];
    }),
  ) as Record<DoseTarget, Interval>;
  const shown = (t: DoseTarget, i: Interval) => {
    const to = (x: number) => convert(x, t, canonicalUnit(t), usual[t]);
    return `${formatReading(interval(to(i.low), to(i.best), to(i.high)))} ${usual[t]}`;
  };
  return worked({ grams, teaspoons, rises }, () => ({
    title: `${labels[target]} with ${salt.formula}`,
    result: `${formatReading(grams)} g`,
    formula: 'grams = rise × liters × molar mass ÷ (1000 × what a mole brings)',
    substituted: `${formatReading(rise)} ${canonicalUnit(target)} × ${formatReading(liters)} L ÷ ${formatReading(interval(perGram[target], perGram[target], perGram[target]))} ${canonicalUnit(target)} per g/L = ${formatReading(grams)} g`,
    inputs: [
      { label: `${labels[target]} to rise by`, value: shown(target, rise) },
      { label: 'Water', value: `${formatReading(liters)} L` },
      { label: salt.name, value: `${salt.formula}, ${salt.molarMass.toFixed(2)} g/mol` },
      { label: 'Level teaspoons', value: formatReading(teaspoons), note: spoonWarning },
      ...doseTargets
        .filter((t) => t !== target && perGram[t] > 0)
        .map((t) => ({ label: `${labels[t]} rises too`, value: shown(t, rises[t]) })),
    ],
    sources: ['Stoichiometry from IUPAC 2021 atomic weights', 'Bulk densities: from memory'],
    caveats: [
      ...salt.cautions,
      'Pure salt is meant. What is sold for gardens, roads or baths may hold other things.',
    ],
  }));
}

/**
 * Milliliters of household ammonia for a dose of total ammonia. Nitrogen per mL = 10 · w · d · N/NH3 mg.
 * @param rise mg/L as NH3-N
 * @param weightPercent ammonia, % by weight as NH3
 * @param density g/mL of the solution, about 0.9 to 1
 * @throws FieldError for each input that cannot be
 * @example householdAmmoniaDose(point(2), point(100), point(10), point(0.96)).value.best // 2.53
 */
export function householdAmmoniaDose(
  rise: Interval,
  liters: Interval,
  weightPercent: Interval,
  density: Interval,
): Worked<Interval> {
  checkInterval(rise, 'rise', { ...possibleAmount('The rise wanted', 'mg/L NH3-N'), low: 0 });
  checkInterval(liters, 'liters', possibleAmount('Volume', 'L'));
  checkInterval(weightPercent, 'strength', { ...possibleAmount('Strength', '%'), high: 35 });
  checkInterval(density, 'density', { label: 'Density', unit: 'g/mL', low: 0.85, high: 1.05 });
  const perMilliliter = (w: number, d: number) => (10 * w * d * molarMass.N) / molarMass.NH3;
  const need = (r: number, v: number, w: number, d: number) => (r * v) / perMilliliter(w, d);
  const milliliters = interval(
    need(rise.low, liters.low, weightPercent.high, density.high),
    need(rise.best, liters.best, weightPercent.best, density.best),
    need(rise.high, liters.high, weightPercent.low, density.low),
  );
  return worked(milliliters, () => ({
    title: 'Household ammonia',
    result: `${formatReading(milliliters)} mL`,
    formula: 'mL = rise × liters ÷ (10 × weight % × density × 0.8225)',
    substituted: `${formatReading(rise)} mg/L × ${formatReading(liters)} L ÷ (10 × ${formatReading(weightPercent)} × ${formatReading(density)} × 0.8225) = ${formatReading(milliliters)} mL`,
    inputs: [
      { label: 'Total ammonia to rise by', value: `${formatReading(rise)} mg/L NH3-N` },
      { label: 'Water', value: `${formatReading(liters)} L` },
      { label: 'Ammonia in the bottle', value: `${formatReading(weightPercent)} % by weight` },
      { label: 'Density of the bottle', value: `${formatReading(density)} g/mL` },
    ],
    sources: ['Stoichiometry from IUPAC 2021 atomic weights'],
    caveats: [
      'Only for growing a filter in without animals. Only plain ammonia and water: nothing scented, colored or that foams when shaken.',
      'Fumes and burns: open a window, gloves and eye protection. Never near bleach.',
      'It loses strength once opened: test the water after the dose.',
    ],
  }));
}
