import {
  activityCoefficient,
  airCarbonDioxide,
  carbonateConstants,
  carbonateReading,
  carbonateSystem,
  estimatedIonicStrength,
  phenolphthaleinAlkalinity,
  phenolphthaleinContradiction,
} from '@hedge-lamp/core/chemistry';
import { FieldError, convert, interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const ideal = (temperature: number) => ({ temperature, ionicStrength: 0 });
const kh = (degrees: number) => convert(degrees, 'alkalinity', '°dKH', 'meq/L');

describe('the constants of the carbonate system', () => {
  // Plummer & Busenberg 1982, as tabulated to three decimals.
  it.each([
    [25, 6.352, 10.329],
    [20, 6.382, 10.376],
    [5, 6.516, 10.554],
  ])('at %d °C are pK1 %d and pK2 %d', (celsius, pK1, pK2) => {
    const k = carbonateConstants(celsius);
    expect(k.pK1).toBeCloseTo(pK1, 3);
    expect(k.pK2).toBeCloseTo(pK2, 3);
  });

  it('give water 14.00 and Henry’s constant 10^−1.468 at 25 °C', () => {
    expect(carbonateConstants(25).pKw).toBeCloseTo(14, 2);
    expect(carbonateConstants(25).pKH).toBeCloseTo(1.468, 3);
  });

  it('go with activity coefficients of the Davies table: 0.90 and 0.66 at 0.01 mol/L and 25 °C', () => {
    // Stumm & Morgan, Aquatic Chemistry, table of Davies coefficients (from memory).
    expect(activityCoefficient(1, 0.01, 25)).toBeCloseTo(0.9, 2);
    expect(activityCoefficient(2, 0.01, 25)).toBeCloseTo(0.66, 2);
    expect(activityCoefficient(1, 0, 25)).toBe(1);
  });

  it('estimate the ionic strength of a hard bicarbonate water as one and a half times its equivalents', () => {
    // 1 mmol/L Ca(HCO3)2: (4 × 1 + 2) / 2 = 3 mmol/L.
    expect(estimatedIonicStrength(2, 1)).toBeCloseTo(0.003, 12);
    expect(estimatedIonicStrength(2)).toBeCloseTo(0.003, 12);
    expect(estimatedIonicStrength(0, 0)).toBe(0);
  });
});

describe('carbonate in water', () => {
  it('gives 14.1 mg/L CO2 at 4 °dKH, pH 7 and 25 °C, where the rule of thumb gives 12', () => {
    expect(carbonateSystem({ alkalinity: kh(4), ph: 7 }, ideal(25)).co2 * 44.009).toBeCloseTo(14.1, 1);
    const { value } = carbonateReading({ alkalinity: point(kh(4)), ph: point(7), temperature: point(25) });
    expect(value.ruleOfThumb.best).toBeCloseTo(12, 9);
    // With its own ions the same water holds some less.
    expect(value.co2.best).toBeGreaterThan(13);
    expect(value.co2.best).toBeLessThan(14.1);
  });

  it('in equilibrium with air is pH 5.6 when pure and 8.3 with one milliequivalent', () => {
    // Stumm & Morgan, Aquatic Chemistry: rain 5.65 at 350 ppm; 1 meq/L in air of 10^−3.5 atm at 25 °C: pH 8.3 (from memory).
    expect(carbonateSystem({ alkalinity: 0, co2: airCarbonDioxide(25, 350) }, ideal(25)).ph).toBeCloseTo(
      5.65,
      1,
    );
    expect(carbonateSystem({ alkalinity: 1, co2: airCarbonDioxide(25, 316.2) }, ideal(25)).ph).toBeCloseTo(
      8.3,
      1,
    );
  });

  it('is the same whichever two of the four are known', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 10, noNaN: true }),
        fc.double({ min: 5, max: 9.5, noNaN: true }),
        evenShare.map((s) => s * 40),
        evenShare.map((s) => s * 0.05),
        (alkalinity, ph, temperature, ionicStrength) => {
          const conditions = { temperature, ionicStrength };
          const s = carbonateSystem({ alkalinity, ph }, conditions);
          const pairs = [
            { alkalinity: s.alkalinity, dic: s.dic },
            { alkalinity: s.alkalinity, co2: s.co2 },
            { ph, dic: s.dic },
            { ph, co2: s.co2 },
            { dic: s.dic, co2: s.co2 },
          ];
          fc.pre(s.dic > 1e-6 && s.co2 / s.dic < 1 - 1e-9);
          for (const pair of pairs) {
            const other = carbonateSystem(pair, conditions);
            expect(Math.abs(other.ph - ph)).toBeLessThan(1e-6);
            expect(Math.abs(other.alkalinity - s.alkalinity)).toBeLessThan(1e-6 * Math.max(1, s.alkalinity));
            expect(Math.abs(other.dic - s.dic)).toBeLessThan(1e-6 * Math.max(1, s.dic));
          }
        },
      ),
    );
  });

  it('holds its forms together: CO2 + HCO3 + CO3 is the carbon, and the charges balance', () => {
    const s = carbonateSystem({ alkalinity: 3, ph: 8.6 }, ideal(15));
    expect(s.co2 + s.bicarbonate + s.carbonate).toBeCloseTo(s.dic, 12);
    const { pKw } = carbonateConstants(15);
    const charges = s.bicarbonate + 2 * s.carbonate + 1000 * (10 ** (8.6 - pKw) - 10 ** -8.6);
    expect(charges).toBeCloseTo(3, 9);
  });

  it.each([
    [{ alkalinity: 2, ph: NaN }, 'ph', 'not-a-number'],
    [{ alkalinity: 2, ph: 14.5 }, 'ph', 'out-of-range'],
    [{ alkalinity: NaN, ph: 7 }, 'alkalinity', 'not-a-number'],
    [{ ph: 7, dic: -1 }, 'dic', 'out-of-range'],
    [{ ph: 7, co2: Infinity }, 'co2', 'out-of-range'],
    [{ dic: 1, co2: 2 }, 'co2', 'contradiction'],
    [{ alkalinity: 1e9, dic: 0 }, 'alkalinity', 'contradiction'],
  ])('refuses %j by its field', (known, field, code) => {
    let refused: unknown;
    try {
      carbonateSystem(known as never, ideal(25));
    } catch (error) {
      refused = error;
    }
    expect(refused).toBeInstanceOf(FieldError);
    expect(refused).toMatchObject({ field, code });
  });

  it('holds every point of the box in its interval', () => {
    const inside = (i: { low: number; high: number }) => evenShare.map((s) => i.low + s * (i.high - i.low));
    const box = {
      alkalinity: interval(1, 1.4, 1.8),
      ph: interval(6.9, 7.1, 7.3),
      temperature: interval(22, 24, 25),
    };
    const { value } = carbonateReading({ ...box, hardness: interval(0.8, 1, 1.2) });
    fc.assert(
      fc.property(
        inside(box.alkalinity),
        inside(box.ph),
        inside(box.temperature),
        inside({ low: 0.8, high: 1.2 }),
        (a, p, t, h) => {
          const at = carbonateReading({
            alkalinity: point(a),
            ph: point(p),
            temperature: point(t),
            hardness: point(h),
          }).value;
          for (const name of ['co2', 'dic', 'airedPh', 'timesAir'] as const) {
            expect(at[name].best).toBeGreaterThanOrEqual(value[name].low * (1 - 1e-9));
            expect(at[name].best).toBeLessThanOrEqual(value[name].high * (1 + 1e-9));
          }
        },
      ),
    );
  });

  it('says so when pH and KH together would need more CO2 than any kept water holds', () => {
    const { value } = carbonateReading({ alkalinity: point(kh(10)), ph: point(6), temperature: point(24) });
    expect(value.remarks[0]).toMatch(/the pH or the KH is off/);
  });

  it('tells CO2-rich water from water in the sun', () => {
    const reading = (ph: number) =>
      carbonateReading({ alkalinity: point(kh(5)), ph: point(ph), temperature: point(24) }).value.remarks[0];
    expect(reading(6.9)).toMatch(/Far more CO2/);
    expect(reading(9.2)).toMatch(/plants or algae/);
  });

  it('takes ionic strength from conductivity when that is known', () => {
    const at = (microsiemens: number) =>
      carbonateReading({
        alkalinity: point(2),
        ph: point(7.5),
        temperature: point(25),
        conductivity: point(microsiemens),
      }).value.co2.best;
    // 10,000 µS/cm is 0.13 mol/L: the ion's activity there is about 0.77 (Davies), the CO2 less by as much.
    expect(at(10_000) / at(0)).toBeCloseTo(activityCoefficient(1, 0.13, 25), 2);
  });
});

describe('phenolphthalein', () => {
  it('turns where plain bicarbonate stands, about pH 8.3', () => {
    const at = (ph: number) => phenolphthaleinAlkalinity(carbonateSystem({ alkalinity: 2, ph }, ideal(25)));
    expect(at(8)).toBeLessThan(0);
    expect(at(8.6)).toBeGreaterThan(0);
  });

  it('pink contradicts a low pH, and colorless a high one', () => {
    expect(phenolphthaleinContradiction(true, interval(6.8, 7, 7.2))).toMatch(/Pink means a pH above/);
    expect(phenolphthaleinContradiction(false, interval(8.8, 9, 9.2))).toMatch(/Colorless means/);
    expect(phenolphthaleinContradiction(false, interval(7, 7.2, 7.4))).toBeNull();
    expect(phenolphthaleinContradiction(true, interval(7.8, 8.3, 8.8))).toBeNull();
  });
});
