import {
  doseTargets,
  gramsOfTeaspoons,
  householdAmmoniaDose,
  risePerGram,
  saltDose,
  saltEffect,
  saltOf,
  salts,
  saltsFor,
  teaspoonsOf,
} from '@hedge-lamp/core/chemistry';
import { convert, point } from '@hedge-lamp/core/quantity';
import { MF } from 'mf-parser';
import { byBisection } from './by-bisection';

/** Molar mass by an independent path: a registry package with its own atomic weights, from the formula as text. */
const massOf = (formula: string): number => new MF(formula.replace(/·(\d)H2O/, '(H2O)$1')).getInfo().mass;

describe('molar masses', () => {
  it.each(Object.values(salts).map((s) => [s.formula, s.molarMass] as const))(
    '%s: %d g/mol',
    (formula, mass) => {
      expect(Math.abs(mass / massOf(formula) - 1)).toBeLessThan(2e-4);
    },
  );
});

describe('the ionic strength that a salt brings', () => {
  // Half the sum of concentration × charge²: Lewis & Randall 1921. 1:1 salts 1, 1:2 salts 3, 2:2 salts 4.
  it.each([
    ['sodium-chloride', 1],
    ['calcium-chloride', 3],
    ['magnesium-sulfate', 4],
    ['sodium-bicarbonate', 1],
    ['calcium-carbonate', 3],
  ] as const)('%s: %d mol/L for each mol/L', (id, strength) => {
    expect(saltOf(id).ionicStrength).toBe(strength);
  });
});

describe('dosing by stoichiometry, g per 100 L', () => {
  // The table of the design, recomputed: equivalents wanted × the package's own molar mass ÷ equivalents a mole.
  const degree = 10 / massOf('CaO');
  it.each([
    ['alkalinity', 'sodium-bicarbonate', 'NaHCO3', 2.996, 1],
    ['alkalinity', 'potassium-bicarbonate', 'KHCO3', 3.571, 1],
    ['alkalinity', 'sodium-carbonate', 'Na2CO3', 1.89, 2],
    ['alkalinity', 'potassium-carbonate', 'K2CO3', 2.465, 2],
    ['alkalinity', 'calcium-hydroxide', 'Ca(OH)2', 1.321, 2],
    ['alkalinity', 'calcium-carbonate', 'CaCO3', 1.785, 2],
  ] as const)('one °dKH (%s) with %s is as printed', (target, id, formula, printed, equivalents) => {
    const rise = point(convert(1, 'alkalinity', '°dKH', 'meq/L'));
    const grams = saltDose(saltOf(id), target, rise, point(100)).value.grams.best;
    expect(Math.abs(grams / printed - 1)).toBeLessThan(5e-4);
    expect(Math.abs(grams / ((2 * degree * 0.1 * massOf(formula)) / equivalents) - 1)).toBeLessThan(3e-4);
  });

  it.each([
    ['calcium-chloride', 'CaCl2', 1.979],
    ['calcium-chloride-dihydrate', 'CaCl2·2H2O', 2.622],
    ['magnesium-sulfate', 'MgSO4·7H2O', 4.395],
    ['calcium-sulfate', 'CaSO4·2H2O', 3.07],
  ] as const)('one °dGH with %s is as printed', (id, formula, printed) => {
    const rise = point(convert(1, 'hardness', '°dGH', 'mmol/L'));
    const grams = saltDose(saltOf(id), 'hardness', rise, point(100)).value.grams.best;
    expect(Math.abs(grams / printed - 1)).toBeLessThan(5e-4);
    expect(Math.abs(grams / (degree * 0.1 * massOf(formula)) - 1)).toBeLessThan(3e-4);
  });

  it('one mg/L NH3-N takes 0.3819 g of ammonium chloride, one mg/L chloride 0.1649 g of salt', () => {
    expect(
      saltDose(saltOf('ammonium-chloride'), 'ammonia', point(1), point(100)).value.grams.best,
    ).toBeCloseTo(0.3819, 4);
    expect(
      saltDose(saltOf('sodium-chloride'), 'chloride', point(1), point(100)).value.grams.best,
    ).toBeCloseTo(0.1649, 4);
  });

  it('a liter of 1000 mg/L nitrate standard takes 1.631 g of potassium or 1.371 g of sodium nitrate', () => {
    const rise = point(convert(1000, 'nitrate', 'mg/L NO3', 'mg/L NO3-N'));
    expect(saltDose(saltOf('potassium-nitrate'), 'nitrate', rise, point(1)).value.grams.best).toBeCloseTo(
      1.631,
      3,
    );
    expect(saltDose(saltOf('sodium-nitrate'), 'nitrate', rise, point(1)).value.grams.best).toBeCloseTo(
      1.371,
      3,
    );
  });

  it('household ammonia of 10 % and 0.96 g/mL holds 10 × 10 × 0.96 × 0.8224 mg N a milliliter', () => {
    const { value } = householdAmmoniaDose(point(2), point(100), point(10), point(0.96));
    expect(value.best).toBeCloseTo(200 / (96 * 0.8224), 3);
    expect(() => householdAmmoniaDose(point(2), point(100), point(60), point(0.96))).toThrow(
      /Strength must be more than 0 and at most 35 %/,
    );
  });

  it('slaked lime raises GH by as many degrees as KH', () => {
    const dose = saltDose(
      saltOf('calcium-hydroxide'),
      'alkalinity',
      point(convert(3, 'alkalinity', '°dKH', 'meq/L')),
      point(80),
    );
    expect(convert(dose.value.rises.hardness.best, 'hardness', 'mmol/L', '°dGH')).toBeCloseTo(3, 9);
    expect(dose.workings.inputs.map((i) => i.label)).toContain('GH rises too');
  });

  it('offers for each want only salts that serve it, and refuses the others by name', () => {
    const offered = (target: Parameters<typeof saltsFor>[0]) => saltsFor(target).map(({ id }) => id);
    // From the formulas: what holds calcium or magnesium, ammonium, chloride, nitrate.
    expect(offered('hardness')).toEqual([
      'calcium-hydroxide',
      'calcium-carbonate',
      'calcium-chloride',
      'calcium-chloride-dihydrate',
      'magnesium-sulfate',
      'calcium-sulfate',
    ]);
    expect(offered('alkalinity')).toHaveLength(6);
    expect(offered('ammonia')).toEqual(['ammonium-chloride']);
    expect(offered('chloride')).toHaveLength(4);
    expect(offered('nitrate')).toEqual(['potassium-nitrate', 'sodium-nitrate']);
    for (const target of doseTargets)
      for (const salt of saltsFor(target)) expect(risePerGram(salt)[target]).toBeGreaterThan(0);
    expect(() => saltDose(saltOf('magnesium-sulfate'), 'alkalinity', point(1), point(10))).toThrow(
      /does not raise KH/,
    );
    expect(() => saltOf('toString')).toThrow(/There is no salt/);
  });

  it('turns grams into teaspoons and back within the spread of its density', () => {
    const soda = saltOf('sodium-bicarbonate');
    const spoons = teaspoonsOf(soda, point(10));
    // Common practice: a level teaspoon of baking soda is about 5 g.
    expect(spoons.best).toBeGreaterThan(1.8);
    expect(spoons.best).toBeLessThan(2.4);
    const back = gramsOfTeaspoons(soda, spoons);
    expect(back.low).toBeLessThan(10);
    expect(back.best).toBeCloseTo(10, 9);
    expect(back.high).toBeGreaterThan(10);
  });
});

describe('what a salt does to a water', () => {
  const water = { alkalinity: point(1.07), ph: point(6.8), temperature: point(24), hardness: point(0.9) };
  const effect = (id: string, grams: number) => saltEffect(water, saltOf(id), point(grams), point(100)).value;

  it.each([
    // Equivalents, carbon and ionic strength of a mole, by hand.
    ['sodium-bicarbonate', 'NaHCO3', 1, 1, 1],
    ['sodium-carbonate', 'Na2CO3', 2, 1, 2],
    ['calcium-hydroxide', 'Ca(OH)2', 2, 0, 3],
    ['magnesium-sulfate', 'MgSO4·7H2O', 0, 0, 4],
  ] as const)('%s moves pH as an independent charge balance says', (id, formula, eq, carbon, strength) => {
    for (const grams of [0.5, 4, 12]) {
      const moles = grams / massOf(formula);
      const exact = { liters: 100, temperature: 24, alkalinity: 1.07, ph: 6.8, hardness: 0.9 };
      const ph = byBisection([exact], {
        alkalinity: eq * moles,
        carbon: carbon * moles,
        strength: strength * moles,
      });
      expect(effect(id, grams).ph.best).toBeCloseTo(ph, 4);
    }
  });

  it('baking soda brings its degrees of KH and moves pH toward its own, about 8.3', () => {
    const { alkalinity, ph, hardness } = effect('sodium-bicarbonate', 2.996 * 3);
    expect(convert(alkalinity.best - 1.07, 'alkalinity', 'meq/L', '°dKH')).toBeCloseTo(3, 2);
    expect(ph.best).toBeGreaterThan(6.8);
    expect(ph.best).toBeLessThan(8.3);
    expect(hardness?.best).toBeCloseTo(0.9, 9);
  });

  it('the carbonate lifts pH more than the bicarbonate for the same KH, the hydroxide most', () => {
    const bicarbonate = effect('sodium-bicarbonate', 2.996).ph.best;
    const carbonate = effect('sodium-carbonate', 1.89).ph.best;
    const hydroxide = effect('calcium-hydroxide', 1.321).ph.best;
    expect(carbonate).toBeGreaterThan(bicarbonate + 0.05);
    expect(hydroxide).toBeGreaterThan(carbonate + 0.05);
  });

  it('once aired they all end at the same pH, which KH alone decides', () => {
    const aired = [
      ['sodium-bicarbonate', 2.996],
      ['potassium-carbonate', 2.465],
    ].map(([id, g]) => effect(id as string, g as number).airedPh.best);
    expect(aired[0]).toBeCloseTo(aired[1]!, 2);
  });

  it('Epsom salt leaves KH as it is and pH nearly so', () => {
    const { alkalinity, ph, hardness } = effect('magnesium-sulfate', 4.395 * 2);
    expect(alkalinity.best).toBe(1.07);
    expect(Math.abs(ph.best - 6.8)).toBeLessThan(0.03);
    expect(convert(hardness!.best - 0.9, 'hardness', 'mmol/L', '°dGH')).toBeCloseTo(2, 2);
  });

  it('refuses an absurd dose rather than show a pH that cannot be', () => {
    expect(() => saltEffect(water, saltOf('sodium-carbonate'), point(-1), point(100))).toThrow(
      /Salt must be 0 g or more/,
    );
    expect(() =>
      saltEffect(water, saltOf('sodium-carbonate'), { low: NaN, best: NaN, high: NaN }, point(100)),
    ).toThrow(/Salt is not a number/);
  });
});
