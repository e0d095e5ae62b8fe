import {
  alkalinityUsed,
  carbonateReading,
  carbonateSystem,
  chlorideNitrite,
  feedLoad,
  householdAmmoniaDose,
  mixWaters,
  nitrogenBalance,
  phenolphthaleinContradiction,
  saltDose,
  saltEffect,
  saltOf,
  spoonsAndWeight,
  totalNitrogen,
  unionizedFraction,
} from '@hedge-lamp/core/chemistry';
import { type Interval, interval, point } from '@hedge-lamp/core/quantity';

const water = { alkalinity: point(2), ph: point(7.5), temperature: point(25) };
const part = { ...water, liters: point(10) };
const forms = { ammonia: point(1), nitrite: point(0.5), nitrate: point(20) };
const soda = saltOf('sodium-bicarbonate');

/** Each figure that is asked for: what takes it, under which field it is refused, how a sentence calls it, what is too much. */
const asked: readonly [
  field: string,
  label: string,
  most: number | null,
  takes: (figure: Interval) => unknown,
][] = [
  ['alkalinity', 'KH (alkalinity)', 150, (x) => carbonateReading({ ...water, alkalinity: x })],
  ['ph', 'pH', 14, (x) => carbonateReading({ ...water, ph: x })],
  ['temperature', 'Temperature', 50, (x) => carbonateReading({ ...water, temperature: x })],
  ['hardness', 'GH (hardness)', 150, (x) => carbonateReading({ ...water, hardness: x })],
  ['conductivity', 'Conductivity', 40_000, (x) => carbonateReading({ ...water, conductivity: x })],
  ['chloride', 'Chloride', null, (x) => chlorideNitrite(x, point(1))],
  ['nitrite', 'Nitrite', null, (x) => chlorideNitrite(point(1), x)],
  ['feed', 'Feed', 1e300, (x) => feedLoad(x, point(0.4), point(100))],
  ['protein', 'Protein', 1, (x) => feedLoad(point(5), x, point(100))],
  ['liters', 'Volume', 1e300, (x) => feedLoad(point(5), point(0.4), x)],
  ['ammonia', 'Total ammonia', null, (x) => totalNitrogen({ ...forms, ammonia: x })],
  ['nitrite', 'Nitrite', null, (x) => totalNitrogen({ ...forms, nitrite: x })],
  ['nitrate', 'Nitrate', null, (x) => totalNitrogen({ ...forms, nitrate: x })],
  ['before.ammonia', 'Total ammonia', null, (x) => nitrogenBalance({ ...forms, ammonia: x }, forms)],
  ['after.nitrate', 'Nitrate', null, (x) => nitrogenBalance(forms, { ...forms, nitrate: x })],
  ['added', 'What was added', null, (x) => nitrogenBalance(forms, forms, x)],
  ['nitrified', 'Ammonia turned over', null, (x) => alkalinityUsed(x)],
  ['rise', 'The rise wanted', null, (x) => saltDose(soda, 'alkalinity', x, point(100))],
  ['liters', 'Volume', 1e300, (x) => saltDose(soda, 'alkalinity', point(1), x)],
  ['rise', 'The rise wanted', 1e300, (x) => householdAmmoniaDose(x, point(100), point(10), point(0.96))],
  ['liters', 'Volume', 1e300, (x) => householdAmmoniaDose(point(2), x, point(10), point(0.96))],
  ['strength', 'Strength', 35, (x) => householdAmmoniaDose(point(2), point(100), x, point(0.96))],
  ['density', 'Density', 1.05, (x) => householdAmmoniaDose(point(2), point(100), point(10), x)],
  ['grams', 'Salt', 1e300, (x) => saltEffect(water, soda, x, point(100))],
  ['liters', 'Volume', 1e300, (x) => saltEffect(water, soda, point(1), x)],
  ['ph', 'pH', 14, (x) => saltEffect({ ...water, ph: x }, soda, point(1), point(100))],
  ['amount', 'The amount', null, (x) => spoonsAndWeight(soda, { grams: x })],
  ['amount', 'The amount', null, (x) => spoonsAndWeight(soda, { teaspoons: x })],
  ['waters.1.liters', 'Volume', 1e300, (x) => mixWaters([part, { ...part, liters: x }])],
  ['waters.1.ph', 'pH', 14, (x) => mixWaters([part, { ...part, ph: x }])],
  ['waters.0.temperature', 'Temperature', 50, (x) => mixWaters([{ ...part, temperature: x }, part])],
  ['waters.0.hardness', 'GH (hardness)', 150, (x) => mixWaters([{ ...part, hardness: x }])],
  ['waters.0.ammonia', 'Total ammonia', null, (x) => mixWaters([{ ...part, ammonia: x }])],
  ['waters.0.nitrite', 'Nitrite', null, (x) => mixWaters([{ ...part, nitrite: x }])],
  ['waters.0.nitrate', 'Nitrate', null, (x) => mixWaters([{ ...part, nitrate: x }])],
  ['waters.0.chloride', 'Chloride', null, (x) => mixWaters([{ ...part, chloride: x }])],
];

const names = (code: string, field: string, label: string) =>
  expect.objectContaining({ code, field, message: expect.stringContaining(label) as string });

describe('a figure that cannot be', () => {
  it.each(asked)(
    'is refused by its field, in a sentence that names it: %s, %s',
    (field, label, most, takes) => {
      expect(() => takes({ low: NaN, best: NaN, high: NaN })).toThrow(names('not-a-number', field, label));
      expect(() => takes(point(-100))).toThrow(names('out-of-range', field, label));
      expect(() => takes({ low: 1, best: 0.95, high: 0.9 })).toThrow(names('upside-down', field, label));
      if (most !== null && most < 1e300)
        expect(() => takes(interval(most, most, most * 1.001))).toThrow(names('out-of-range', field, label));
    },
  );

  it.each(asked.filter(([, , most]) => most === null))(
    'may have no upper end: %s, %s',
    (_f, _l, _m, takes) => {
      expect(() => takes(interval(0.8, 1, Infinity))).not.toThrow();
    },
  );

  it('is said for exact figures too', () => {
    expect(() => unionizedFraction(15, 20)).toThrow(names('out-of-range', 'ph', 'pH'));
    expect(() => unionizedFraction(7, 60)).toThrow(names('out-of-range', 'temperature', 'Temperature'));
    const at = { temperature: 25, ionicStrength: 0 };
    expect(() => carbonateSystem({ alkalinity: 1, ph: -1 }, at)).toThrow(names('out-of-range', 'ph', 'pH'));
    expect(() => carbonateSystem({ ph: 7, dic: -1 }, at)).toThrow(
      names('out-of-range', 'dic', 'Inorganic carbon'),
    );
    expect(() => carbonateSystem({ ph: 7, dic: NaN }, at)).toThrow(
      names('not-a-number', 'dic', 'Inorganic carbon'),
    );
    expect(() => carbonateSystem({ ph: 7, co2: Infinity }, at)).toThrow(names('out-of-range', 'co2', 'CO2'));
    expect(() => carbonateSystem({ alkalinity: Infinity, ph: 7 }, at)).toThrow(
      names('not-a-number', 'alkalinity', 'Alkalinity'),
    );
    expect(() => carbonateSystem({ alkalinity: 1, ph: 7 }, { ...at, temperature: 51 })).toThrow(
      names('out-of-range', 'temperature', 'Temperature'),
    );
    expect(() => carbonateSystem({ ph: 7, dic: 0 }, at)).not.toThrow();
  });

  it.each([
    ['none', 0],
    ['all', 2],
    ['more', 3],
  ])('is CO2 that is %s of the inorganic carbon', (_, co2) => {
    expect(() => carbonateSystem({ dic: 2, co2 }, { temperature: 25, ionicStrength: 0 })).toThrow(
      names('contradiction', 'co2', 'CO2 is a part'),
    );
  });

  it('is nothing to mix, or a salt for something else', () => {
    expect(() => mixWaters([])).toThrow(names('out-of-range', 'waters', 'nothing to mix'));
    expect(() => saltDose(soda, 'hardness', point(1), point(100))).toThrow(
      names('wrong-entry', 'salt', `${soda.name} does not raise GH`),
    );
    expect(() => saltOf('table-salt', 'powder')).toThrow(
      expect.objectContaining({ field: 'powder', message: expect.stringMatching(/table-salt/) as string }),
    );
  });
});

describe('the color after phenolphthalein against a pH', () => {
  it.each([
    ['pink', true, 7.2, 7.9, /^Pink means a pH above about 8\.3, but pH was read as no more than 7\.9\./],
    ['pink, and it may be', true, 7.2, 8, null],
    ['colorless', false, 8.7, 9, /^Colorless means a pH below about 8\.3, but pH was read as 8\.7 or more\./],
    ['colorless, and it may be', false, 8.6, 9, null],
  ] as const)('%s', (_, pink, low, high, says) => {
    const told = phenolphthaleinContradiction(pink, interval(low, (low + high) / 2, high));
    if (says) expect(told).toMatch(says);
    else expect(told).toBeNull();
  });
});
