import {
  carbonateReading,
  type MixPart,
  carbonateSystem,
  estimatedIonicStrength,
  mixWaters,
} from '@hedge-lamp/core/chemistry';
import { interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';
import { type Exact, byBisection } from './by-bisection';

const part = (w: Exact): MixPart => ({
  liters: point(w.liters),
  temperature: point(w.temperature),
  alkalinity: point(w.alkalinity),
  ph: point(w.ph),
  hardness: point(w.hardness),
});

const anyWater = fc.record({
  liters: fc.double({ min: 1, max: 500, noNaN: true }),
  temperature: fc.double({ min: 2, max: 32, noNaN: true }),
  alkalinity: fc.double({ min: 0.1, max: 6, noNaN: true }),
  ph: fc.double({ min: 6, max: 9, noNaN: true }),
  hardness: evenShare.map((s) => s * 4),
});

describe('waters poured together', () => {
  it('have the pH that an independent bisection on the charge balance finds', () => {
    fc.assert(
      fc.property(fc.array(anyWater, { minLength: 1, maxLength: 5 }), (waters) => {
        expect(mixWaters(waters.map(part)).value.ph.best).toBeCloseTo(byBisection(waters), 6);
      }),
      { numRuns: Number(process.env.HEDGE_LAMP_RUNS ?? 200) },
    );
  });

  it('mixed with themselves stay as they are, whatever the volumes', () => {
    fc.assert(
      fc.property(anyWater, fc.double({ min: 1, max: 100, noNaN: true }), (water, liters) => {
        const { value } = mixWaters([part(water), part({ ...water, liters })]);
        expect(value.ph.best).toBeCloseTo(water.ph, 6);
        expect(value.alkalinity.best).toBeCloseTo(water.alkalinity, 9);
        expect(value.temperature.best).toBeCloseTo(water.temperature, 9);
        expect(value.liters.best).toBeCloseTo(water.liters + liters, 9);
        // mg/L, as the water itself is told to hold.
        const { co2 } = carbonateReading(part(water)).value;
        expect(value.co2.best / co2.best).toBeCloseTo(1, 4);
      }),
    );
  });

  it('keep what is conserved: the mix holds as much of each as its parts', () => {
    const [a, b] = [
      {
        liters: point(30),
        temperature: point(10),
        alkalinity: point(1),
        ph: point(8),
        nitrate: point(10),
        chloride: point(5),
      },
      {
        liters: point(90),
        temperature: point(26),
        alkalinity: point(3),
        ph: point(7),
        nitrate: point(2),
        chloride: null,
      },
    ];
    const { value } = mixWaters([a, b]);
    expect(value.liters.best).toBe(120);
    expect(value.temperature.best).toBeCloseTo(22, 12);
    expect(value.alkalinity.best).toBeCloseTo(2.5, 12);
    expect(value.nitrate?.best).toBeCloseTo(4, 12);
    // Unknown in one part means unknown in the mix, not zero.
    expect(value.chloride).toBeNull();
  });

  it('do not average: acid soft water and hard tap end well away from the mean of their pH', () => {
    const [a, b] = [
      { liters: 1, temperature: 24, alkalinity: 0.2, ph: 6, hardness: 0.1 },
      { liters: 1, temperature: 24, alkalinity: 5, ph: 8.2, hardness: 2.5 },
    ];
    const { ph } = mixWaters([part(a), part(b)]).value;
    expect(ph.best).toBeCloseTo(byBisection([a, b]), 6);
    expect(Math.abs(ph.best - 7.1)).toBeGreaterThan(0.2);
  });

  it('once aired end where their alkalinity alone decides, whatever CO2 came with the parts', () => {
    const at = (ph: number) => {
      const soft = { liters: 1, temperature: 20, alkalinity: 1, ph, hardness: 0.5 };
      const hard = { liters: 3, temperature: 20, alkalinity: 3, ph: 7.2, hardness: 1.5 };
      return mixWaters([part(soft), part(hard)]).value;
    };
    expect(at(6).ph.best).toBeLessThan(at(8).ph.best - 0.05);
    expect(at(6).airedPh.best).toBeCloseTo(at(8).airedPh.best, 9);
    // By hand: H = K1 × CO2 ÷ HCO3 = 10^−6.38 × 1.6e−5 ÷ 2.5e−3 mol/L is pH 8.57; the ions and CO3 take a little off.
    expect(at(6).airedPh.best).toBeGreaterThan(8.4);
    expect(at(6).airedPh.best).toBeLessThan(8.7);
  });

  it('trust the pH where a KH is less than the OH of that pH alone', () => {
    // At pH 10.45 and 33 °C the OH alone is over half a milliequivalent: any KH below that is contradicted.
    const mixed = (alkalinity: number) => {
      const odd = { liters: 1, temperature: 33, alkalinity, ph: 10.45, hardness: 0.5 };
      const tap = { liters: 1, temperature: 20, alkalinity: 2, ph: 7.4, hardness: 1 };
      return mixWaters([part(odd), part(tap)]).value.ph.best;
    };
    expect(mixed(0.3)).toBeCloseTo(mixed(0.05), 9);
    expect(mixed(1.5)).not.toBeCloseTo(mixed(0.05), 3);
  });

  it('may end outside the two: pH 8 cold and pH 8 hot make less than pH 8', () => {
    const [a, b] = [
      { liters: 1, temperature: 4, alkalinity: 2, ph: 8, hardness: 1 },
      { liters: 1, temperature: 40, alkalinity: 2, ph: 8, hardness: 1 },
    ];
    const { ph } = mixWaters([part(a), part(b)]).value;
    expect(ph.best).toBeCloseTo(byBisection([a, b]), 6);
    expect(ph.best).toBeLessThan(7.999);
  });

  it('hold in their interval every mix of points inside the readings', () => {
    const wide = (best: number, low: number, high: number) => interval(best - low, best, best + high);
    const parts: MixPart[] = [
      {
        liters: point(60),
        temperature: wide(24, 0.5, 0.5),
        alkalinity: wide(1.5, 0.3, 0),
        ph: wide(6.6, 0.1, 0.1),
        hardness: wide(1, 0.2, 0),
      },
      {
        liters: wide(20, 1, 1),
        temperature: wide(12, 1, 1),
        alkalinity: wide(3.2, 0.3, 0),
        ph: wide(7.9, 0.1, 0.2),
        hardness: wide(2, 0.2, 0),
      },
    ];
    const { ph, dic, co2, temperature } = mixWaters(parts).value;
    const inside = (i: { low: number; high: number }) =>
      evenShare.map((s) => point(i.low + s * (i.high - i.low)));
    const exact = (p: MixPart) =>
      fc.record({
        liters: inside(p.liters),
        temperature: inside(p.temperature),
        alkalinity: inside(p.alkalinity),
        ph: inside(p.ph),
        hardness: inside(p.hardness!),
      });
    fc.assert(
      fc.property(exact(parts[0]!), exact(parts[1]!), (a, b) => {
        const at = mixWaters([a, b]).value;
        for (const [inner, outer] of [
          [at.ph, ph],
          [at.dic, dic],
          [at.co2, co2],
          [at.temperature, temperature],
        ] as const) {
          expect(inner.best).toBeGreaterThanOrEqual(outer.low - 1e-7);
          expect(inner.best).toBeLessThanOrEqual(outer.high + 1e-7);
        }
      }),
      { numRuns: Number(process.env.HEDGE_LAMP_RUNS ?? 500) },
    );
  });

  it('do so for many waters too, where not all corners are tried', () => {
    const parts: MixPart[] = Array.from({ length: 7 }, (_, k) => ({
      liters: interval(10 + k, 11 + k, 12 + k),
      temperature: interval(10 + k, 12 + k, 13 + k),
      alkalinity: interval(0.3 + 0.4 * k, 0.5 + 0.4 * k, 0.6 + 0.4 * k),
      ph: interval(6.4 + 0.25 * k, 6.5 + 0.25 * k, 6.6 + 0.25 * k),
    }));
    const { ph } = mixWaters(parts).value;
    const share = evenShare;
    fc.assert(
      fc.property(fc.array(share, { minLength: 28, maxLength: 28 }), (s) => {
        const pick = (i: { low: number; high: number }, k: number) => point(i.low + s[k]! * (i.high - i.low));
        const at = mixWaters(
          parts.map((p, k) => ({
            liters: pick(p.liters, 4 * k),
            temperature: pick(p.temperature, 4 * k + 1),
            alkalinity: pick(p.alkalinity, 4 * k + 2),
            ph: pick(p.ph, 4 * k + 3),
          })),
        ).value.ph.best;
        expect(at).toBeGreaterThanOrEqual(ph.low - 1e-7);
        expect(at).toBeLessThanOrEqual(ph.high + 1e-7);
      }),
    );
  });

  it('refuse what cannot be, by water and field', () => {
    const good = { liters: 10, temperature: 20, alkalinity: 1, ph: 7, hardness: 1 };
    expect(() => mixWaters([])).toThrow(/at least one water/);
    expect(() => mixWaters([part(good), { ...part(good), ph: point(15) }])).toThrow(
      expect.objectContaining({ field: 'waters.1.ph', code: 'out-of-range' }),
    );
    expect(() => mixWaters([{ ...part(good), liters: point(0) }])).toThrow(/Volume must be more than 0/);
    expect(() => mixWaters([{ ...part(good), nitrate: point(-1) }])).toThrow(
      expect.objectContaining({ field: 'waters.0.nitrate' }),
    );
  });

  it('keep the pH of a water that is only warmed in company of its like', () => {
    // A check of the conditions: the constants used are those of the mixed temperature.
    const w = { liters: 5, temperature: 18, alkalinity: 2, ph: 7.4, hardness: 1 };
    const conditions = { temperature: 18, ionicStrength: estimatedIonicStrength(2, 1) };
    const { dic } = carbonateSystem({ alkalinity: 2, ph: 7.4 }, conditions);
    expect(mixWaters([part(w)]).value.dic.best).toBeCloseTo(dic, 9);
  });
});
