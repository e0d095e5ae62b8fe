import {
  convert,
  fromCanonical,
  inEveryUnit,
  interval,
  molarMass,
  toCanonical,
  units,
  type QuantityKind,
} from '@hedge-lamp/core/quantity';
import fc from 'fast-check';

/** Relative closeness: `digits` significant digits agree. */
const near = (actual: number, expected: number, relative: number) =>
  expect(Math.abs(actual / expected - 1)).toBeLessThan(relative);

describe('units of water', () => {
  // Factors as printed in hardness tables (DIN 38409-6 degree; Standard Methods 2340): to the digits given.
  it.each([
    ['alkalinity', 1, '°dKH', 'mg/L CaCO3', 17.848],
    ['alkalinity', 1, '°dKH', 'meq/L', 0.35665],
    ['hardness', 1, '°dGH', 'mmol/L', 0.17832],
    ['hardness', 1, '°dGH', 'mg/L CaCO3', 17.848],
    ['hardness', 1, 'gr/gal', 'mg/L CaCO3', 17.118],
    ['hardness', 1, '°f', 'mg/L CaCO3', 10],
    ['hardness', 1, '°dGH', '°f', 1.7848],
    ['alkalinity', 1, 'meq/L', 'mg/L CaCO3', 50.043],
    ['volume', 1, 'US gal', 'L', 3.785411784],
    ['volume', 1, 'imp gal', 'L', 4.54609],
    ['hardness', 1, '°Clark', 'mg/L CaCO3', 14.254],
    ['hardness', 1, 'mmol/L', 'meq/L', 2],
    ['alkalinity', 1, 'meq/L', 'mg/L HCO3', 61.017],
    ['alkalinity', 9, 'gr/gal', 'mg/L CaCO3', 154.06],
    ['nitrate', 50, 'ppm NO3', 'mg/L NO3', 50],
    ['chloride', 1, 'mg/L Cl', 'mg/L NaCl', 1.6485],
    ['carbon-dioxide', 1, 'mmol/L', 'mg/L CO2', 44.009],
    ['temperature', 212, '°F', '°C', 100],
    // NIST Handbook 44, appendix C.
    ['volume', 1, 'US gal', 'cup', 16],
    ['volume', 1, 'tsp', 'mL', 4.92892],
    ['volume', 1, 'tbsp', 'tsp', 3],
    ['mass', 1, 'lb', 'oz', 16],
    ['mass', 1, 'oz', 'g', 28.3495],
    ['share', 25, '%', 'part of 1', 0.25],
  ] as const)('%s: %d %s is %s %d', (kind, value, from, to, expected) => {
    near(convert(value, kind, from, to), expected, 5e-5);
  });

  // Ion and nitrogen: ratios of molar masses as printed in water-quality handbooks.
  it.each([
    ['nitrate', 50, 'mg/L NO3', 'mg/L NO3-N', 11.29],
    ['nitrate', 1, 'mg/L NO3-N', 'mg/L NO3', 4.4268],
    ['nitrite', 1, 'mg/L NO2-N', 'mg/L NO2', 3.2845],
    ['ammonia', 1, 'mg/L NH3-N', 'mg/L NH4', 1.2878],
    ['ammonia', 1, 'mg/L NH3-N', 'mg/L NH3', 1.2159],
  ] as const)('%s: %d %s is %s %d', (kind, value, from, to, expected) => {
    near(convert(value, kind, from, to), expected, 5e-4);
  });

  it('reads 4 to 8 German degrees as 71 to 143 mg/L, the usual advice', () => {
    expect(Math.round(convert(4, 'alkalinity', '°dKH', 'mg/L CaCO3'))).toBe(71);
    expect(Math.round(convert(8, 'alkalinity', '°dKH', 'mg/L CaCO3'))).toBe(143);
  });

  it('holds molar masses to the atomic weights', () => {
    expect(molarMass.CaCO3).toBeCloseTo(100.086, 3); // CRC Handbook: 100.087
    expect(molarMass.NO3).toBeCloseTo(62.004, 3); // CRC Handbook: 62.005
  });

  it('comes back to where it started from every unit', () => {
    const all = (Object.keys(units) as QuantityKind[]).flatMap((kind) =>
      units[kind].map((u) => [kind, u.id] as const),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...all),
        fc.double({ min: 0, max: 1e6, noNaN: true }),
        ([kind, unit], x) => {
          const back = fromCanonical(toCanonical(x, kind, unit), kind, unit);
          expect(Math.abs(back - x)).toBeLessThanOrEqual(1e-9 * Math.max(1, x));
        },
      ),
    );
  });

  it('refuses to cross from one kind to another, and names the units that would do', () => {
    expect(() => convert(1, 'alkalinity', '°dGH', 'meq/L')).toThrow(
      /measures hardness, not alkalinity.*°dKH/,
    );
    expect(() => convert(1, 'nitrite', 'mg/L NO3', 'mg/L NO2')).toThrow(/measures nitrate, not nitrite/);
    expect(() => convert(1, 'nitrite', 'drops', 'mg/L NO2')).toThrow(/“drops” is no unit of nitrite/);
  });

  it('shows a figure in every basis at once, ppm beside the mg/L that it is', () => {
    const { value, workings } = inEveryUnit(interval(49.5, 50, 50.5), 'nitrate', 'ppm NO3');
    expect(value.map((u) => [u.unit, ...u.alsoCalled])).toEqual([
      ['mg/L NO3-N', 'ppm NO3-N'],
      ['mg/L NO3', 'ppm NO3'],
    ]);
    near(value[0]!.value.best, 11.29, 5e-4);
    expect(workings.substituted).toBe('11.3 (11.18–11.41) mg/L NO3-N = 50 (49.5–50.5) mg/L NO3');
  });
});
