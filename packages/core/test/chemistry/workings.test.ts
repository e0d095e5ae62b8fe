import {
  alkalinityUsed,
  carbonateReading,
  chlorideNitrite,
  doseTargets,
  feedLoad,
  householdAmmoniaDose,
  mixWaters,
  nitrogenBalance,
  saltDose,
  saltEffect,
  saltIds,
  saltOf,
  saltsFor,
  spoonsAndWeight,
  totalNitrogen,
} from '@hedge-lamp/core/chemistry';
import { type Workings, interval, point } from '@hedge-lamp/core/quantity';

/** The figures and signs of a sum, without its units: “2 × 7 ÷ 14.007”. */
const signsOf = (text: string): string[] =>
  text
    .replaceAll(/[A-Za-z°µ][\w/°-]*/g, ' ')
    .match(/\d+(?:\.\d+)?|[+−×÷()]/g)
    ?.slice() ?? [];

/** What a sum in words comes to, by the school's rules: brackets, then × and ÷, then + and −. */
function worksOut(text: string): number {
  const signs = signsOf(text);
  const one = (): number => {
    const sign = signs.shift();
    if (sign === '−') return -one();
    if (sign !== '(') return Number(sign);
    const inside = sum();
    expect(signs.shift()).toBe(')');
    return inside;
  };
  const product = (): number => {
    let value = one();
    while (signs[0] === '×' || signs[0] === '÷')
      value = signs.shift() === '×' ? value * one() : value / one();
    return value;
  };
  function sum(): number {
    let value = product();
    while (signs[0] === '+' || signs[0] === '−')
      value = signs.shift() === '+' ? value + product() : value - product();
    return value;
  }
  const value = sum();
  expect(signs).toEqual([]);
  return value;
}

/** Each part of a sum that is shown comes to the next; four digits are shown. */
function addsUp(sum: string, factor = 1): void {
  const sides = sum.split(' = ');
  expect(sides.length).toBeGreaterThan(1);
  const [first, second] = [worksOut(sides[0]!) * factor, worksOut(sides[1]!)];
  expect(Math.abs(first - second)).toBeLessThanOrEqual(2e-3 * Math.abs(second));
}

/** Nothing is left empty, and somebody is named who says so. */
function saysSomething({ title, result, formula, substituted, sources, caveats, inputs }: Workings): void {
  for (const list of [sources, caveats, inputs]) expect(list.length).toBeGreaterThan(0);
  for (const text of [title, result, formula, substituted, ...sources, ...caveats])
    expect(text).toMatch(/\p{L}/u);
  for (const { label, value } of inputs) expect(`${label} ${value}`).toMatch(/^\p{L}.* .*\d/u);
}

const inputsOf = ({ inputs }: Workings) => inputs.map(({ label, value }) => `${label}: ${value}`);
const forms = (ammonia: number, nitrite: number, nitrate: number) => ({
  ammonia: point(ammonia),
  nitrite: point(nitrite),
  nitrate: point(nitrate),
});
const water = { alkalinity: point(2), ph: point(7.5), temperature: point(25), hardness: point(1.5) };

/** What a figure opens to: the sum that is shown is one that whoever has a pencil finds to be true. */
describe('workings', () => {
  it('add up nitrogen', () => {
    const { workings } = totalNitrogen(forms(1, 0.5, 20));
    expect(workings.substituted).toBe('1 + 0.5 + 20 = 21.5 mg/L N');
    expect(workings.result).toBe('21.5 mg/L N');
    expect(inputsOf(workings)).toEqual([
      'Total ammonia: 1 mg/L NH3-N',
      'Nitrite: 0.5 mg/L NO2-N',
      'Nitrate: 20 mg/L NO3-N',
    ]);
  });

  it('balance nitrogen, and say what the balance means', () => {
    const { value, workings } = nitrogenBalance(forms(3, 0, 5), forms(0.5, 1, 9), point(1));
    expect(workings.substituted).toBe('(0.5 + 1 + 9) − (3 + 0 + 5) − 1 = 1.5 mg/L N');
    addsUp(workings.substituted);
    expect(workings.result).toBe('1.5 mg/L N');
    expect(workings.caveats[0]).toBe(value.sentence);
    expect(inputsOf(workings)).toEqual(['Before: 8 mg/L N', 'Added: 1 mg/L N', 'After: 10.5 mg/L N']);
  });

  it('work out KH that a filter uses', () => {
    const { workings } = alkalinityUsed(point(7));
    addsUp(workings.substituted);
    // By hand: 14 ÷ 14.007 = 0.9995 meq/L; 2.804 °dKH to a milliequivalent.
    expect(workings.substituted).toMatch(/^2 × 7 ÷ 14\.007 = 0\.9995 meq\/L = 2\.80[23] °dKH$/);
    expect(workings.substituted.endsWith(`= ${workings.result}`)).toBe(true);
    expect(inputsOf(workings)).toEqual(['Ammonia turned into nitrate: 7 mg/L N']);
  });

  it('set chloride against nitrite on both bases', () => {
    const { workings } = chlorideNitrite(point(30), point(1));
    const [ion, nitrogen] = workings.substituted.split('; ');
    expect(worksOut(ion!)).toBeCloseTo(30 / 3.2845, 2);
    expect(worksOut(nitrogen!)).toBe(30);
    expect(workings.result).toBe('9.134 to 1 by nitrite, 30 to 1 by nitrite-N');
    expect(inputsOf(workings)).toEqual(['Chloride: 30 mg/L Cl', 'Nitrite: 1 mg/L NO2-N = 3.284 mg/L NO2']);
    expect(chlorideNitrite(point(30), interval(0, 0, 0.3)).workings.result).toBe(
      'No nitrite read, so no ratio.',
    );
  });

  it('work out what feed brings', () => {
    const { workings } = feedLoad(point(5), point(0.4), point(100));
    const [day, liter] = workings.substituted.split('; ');
    // Grams there, milligrams here.
    addsUp(day!, 1000);
    addsUp(`184 ${liter}`);
    expect(workings.result).toBe('1.84 mg/L NH3-N a day');
    expect(inputsOf(workings)).toEqual(['Feed: 5 g a day', 'Protein: 0.4 of the feed', 'Water: 100 L']);
  });

  it('work out a dose of a salt, and what rises with it', () => {
    const { workings } = saltDose(saltOf('calcium-chloride'), 'hardness', point(1), point(100));
    addsUp(workings.substituted);
    // 1 mmol/L of calcium in 100 L: 0.1 mol × 110.98 g/mol = 11.1 g of the salt without water; two chlorides go with it.
    expect(workings.result).toBe(`${workings.substituted.split(' = ')[1]}`);
    expect(workings.title).toBe(`GH with ${saltOf('calcium-chloride').formula}`);
    expect(inputsOf(workings)).toEqual([
      'GH to rise by: 5.608 °dGH',
      'Water: 100 L',
      expect.stringMatching(/^.+: .+, \d+\.\d\d g\/mol$/),
      expect.stringMatching(/^Level teaspoons: \d.* \(.*\)$/),
      'Chloride rises too: 70.9 mg/L Cl',
    ]);
  });

  it('work out a dose of household ammonia', () => {
    const { workings } = householdAmmoniaDose(point(2), point(100), point(10), point(0.96));
    addsUp(workings.substituted);
    expect(workings.substituted.endsWith(`= ${workings.result}`)).toBe(true);
    expect(inputsOf(workings)).toEqual([
      'Total ammonia to rise by: 2 mg/L NH3-N',
      'Water: 100 L',
      'Ammonia in the bottle: 10 % by weight',
      'Density of the bottle: 0.96 g/mL',
    ]);
  });

  it('work out spoons and weight, whichever is known', () => {
    const salt = { ...saltOf('sodium-chloride'), bulkDensity: point(1.2) };
    const bySpoon = spoonsAndWeight(salt, { teaspoons: point(2) }).workings;
    addsUp(bySpoon.substituted);
    expect(bySpoon.result).toBe('11.83 g, 2 level teaspoons');
    expect(inputsOf(bySpoon)).toEqual(['Level teaspoons: 2 tsp', 'Bulk density: 1.2 g/mL']);
    const byWeight = spoonsAndWeight(salt, { grams: point(11.83) }).workings;
    addsUp(byWeight.substituted);
    expect(byWeight.result).toBe('11.83 g, 2 level teaspoons');
    expect(inputsOf(byWeight)).toEqual(['Weight: 11.83 g', 'Bulk density: 1.2 g/mL']);
  });

  it('tell what a salt does', () => {
    const salt = saltOf('sodium-bicarbonate');
    const { value, workings } = saltEffect(water, salt, point(8.4), point(100));
    const [moles, after] = workings.substituted.split('; ');
    addsUp(moles!, 1000);
    // 0.1 mol of NaHCO3 in 100 L: 1 mmol/L, a milliequivalent each.
    expect(after).toBe('2 → 3 meq/L');
    expect(value.alkalinity.best).toBeCloseTo(3, 3);
    expect(workings.result).toMatch(
      /^KH 8\.41\d? °dKH, GH 8\.41\d? °dGH, pH 7\.\d+ at once, 8\.\d+ once aired$/,
    );
    expect(inputsOf(workings).slice(0, 4)).toEqual([
      expect.stringMatching(/^KH before: 5\.60\d °dKH$/),
      expect.stringMatching(/^GH before: 8\.41\d °dGH$/),
      'pH before: 7.5',
      'Temperature: 25 °C',
    ]);
    const { hardness: _, ...soft } = water;
    expect(inputsOf(saltEffect(soft, salt, point(8.4), point(100)).workings)).not.toContainEqual(
      expect.stringContaining('GH'),
    );
  });

  it('mix waters', () => {
    const { workings } = mixWaters([
      { ...water, liters: point(30) },
      { alkalinity: point(0.5), ph: point(6.8), temperature: point(15), liters: point(10) },
    ]);
    const [sum] = workings.substituted.split('; ');
    const [left, right] = sum!.split(' = ');
    expect(worksOut(left!)).toBeCloseTo(65, 9);
    expect(worksOut(right!)).toBeCloseTo(65, 9);
    expect(workings.result).toMatch(/^pH \d\.\d+, KH 4\.55\d °dKH, 22\.5 °C$/);
    expect(inputsOf(workings)).toEqual([
      'Water 1: 30 L, 25 °C, pH 7.5, 2 meq/L',
      'Water 2: 10 L, 15 °C, pH 6.8, 0.5 meq/L',
    ]);
    expect(workings.inputs.map(({ note }) => note !== undefined)).toEqual([false, true]);
  });

  it('tell carbonate apart, and where the ionic strength comes from', () => {
    const { value, workings } = carbonateReading(water);
    const found = /HCO3 (?<hco3>[\d.]+), CO3 (?<co3>[\d.]+), CO2 (?<co2>[\d.]+) mmol\/L$/.exec(
      workings.substituted,
    )!.groups!;
    // What is shown makes up the alkalinity, but for a trace of OH.
    expect(Number(found.hco3) + 2 * Number(found.co3)).toBeCloseTo(2, 2);
    expect(Number(found.hco3) + Number(found.co3) + Number(found.co2)).toBeCloseTo(value.dic.best, 2);
    expect(worksOut(workings.result)).toBeCloseTo(Number(found.co2) * 44.009, 2);
    const strength = (inputs: Parameters<typeof carbonateReading>[0]) =>
      carbonateReading(inputs).workings.inputs.at(-1)?.note;
    const { hardness: _, ...alone } = water;
    expect(strength(water)).toBe('estimated from alkalinity and hardness');
    expect(strength(alone)).toBe('estimated from alkalinity alone');
    expect(strength({ ...alone, conductivity: point(300) })).toBe('from conductivity');
    const named = (inputs: Parameters<typeof carbonateReading>[0]) =>
      carbonateReading(inputs).workings.sources.some((source) => source.startsWith('Griffin & Jurinak 1973'));
    expect([named(water), named({ ...alone, conductivity: point(300) })]).toEqual([false, true]);
    // The rule of thumb is a school's own opinion: 3 × 5.608 × 10^(7 − 7.5).
    expect(workings.opinions?.[0]?.says).toMatch(/^5\.32\d? mg\/L CO2\.$/);
  });

  it.each([
    ['nitrogen', totalNitrogen(forms(1, 0.5, 20)).workings],
    ['a balance', nitrogenBalance(forms(3, 0, 5), forms(0.5, 1, 9)).workings],
    ['KH used', alkalinityUsed(point(7)).workings],
    ['chloride', chlorideNitrite(point(30), point(1)).workings],
    ['feed', feedLoad(point(5), point(0.4), point(100)).workings],
    ['household ammonia', householdAmmoniaDose(point(2), point(100), point(10), point(0.96)).workings],
    ['spoons', spoonsAndWeight(saltOf('sodium-chloride'), { grams: point(5) }).workings],
    ['a mix', mixWaters([{ ...water, liters: point(30) }]).workings],
    ['carbonate', carbonateReading({ ...water, conductivity: point(300) }).workings],
    ...saltIds.flatMap((id) => [
      [`what ${id} does`, saltEffect(water, saltOf(id), point(1), point(100)).workings] as const,
      ...doseTargets
        .filter((target) => saltsFor(target).includes(saltOf(id)))
        .map(
          (target) =>
            [`${target} by ${id}`, saltDose(saltOf(id), target, point(1), point(100)).workings] as const,
        ),
    ]),
  ] as const)('leave nothing unsaid: %s', (_, workings) => {
    saysSomething(workings);
  });

  it('have, of each salt, a name of its own and a formula', () => {
    expect(new Set(saltIds.map((id) => saltOf(id).name)).size).toBe(saltIds.length);
    for (const id of saltIds) {
      const { name, formula, bulkDensity, cautions } = saltOf(id);
      expect(saltOf(id).id).toBe(id);
      for (const text of [name, formula, ...cautions]) expect(text).toMatch(/\p{L}/u);
      expect(bulkDensity.low).toBeLessThan(bulkDensity.high);
      expect(bulkDensity.best).toBeCloseTo((bulkDensity.low + bulkDensity.high) / 2, 9);
    }
  });

  it.each([
    ['too much CO2 for kept water', 4, 6.5, /^More than 100 mg\/L/],
    ['far more CO2 than air gives', 2, 7, /^Far more CO2/],
    ['less CO2 than air gives', 2, 9, /^Less CO2/],
    ['aired water', 2, 8.2, /^Aired for a day/],
  ])('remark on %s', (_, alkalinity, ph, remark) => {
    const { value } = carbonateReading({ ...water, alkalinity: point(alkalinity), ph: point(ph) });
    expect(value.remarks).toEqual([expect.stringMatching(remark)]);
  });

  it('remark on CO2 only where all that was read says so', () => {
    const wide = carbonateReading({ ...water, ph: interval(7, 7.8, 8.4) });
    expect(wide.value.remarks).toEqual([expect.stringMatching(/^Aired for a day/)]);
  });
});
