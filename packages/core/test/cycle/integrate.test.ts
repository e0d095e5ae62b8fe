import {
  type CycleState,
  type Kinetics,
  advance,
  changeWater,
  comfort,
  nitrify,
  nitrogenIn,
  slot,
  slots,
  warmthAt,
} from '@hedge-lamp/core/cycle';
import { seededRandom } from '@hedge-lamp/core/practice';
import { Solver } from 'odex';

const usual: Kinetics = {
  ammoniaGrowth: 0.6,
  nitriteGrowth: 0.55,
  ammoniaHalf: 0.6,
  nitriteHalf: 0.5,
  load: 0,
  uptake: 0,
  phAtOne: 7.5,
};
function water(held: Partial<Record<keyof typeof slot, number>>): CycleState {
  const state = new Float64Array(slots);
  for (const [name, value] of Object.entries(held)) state[slot[name as keyof typeof slot]] = value;
  return state;
}
const newFilter = () => water({ ammonia: 2, ammoniaFilm: 0.05, nitriteFilm: 0.02, alkalinity: 2 });

/** Ten filters, from unseeded to grown, cold to warm, with and without load, food and plants. */
const sets = Array.from({ length: 10 }, (_, k) => {
  const random = seededRandom(40 + k);
  const between = (low: number, high: number) => low + (high - low) * random.next();
  const kinetics: Kinetics = {
    ammoniaGrowth: between(0.3, 1),
    nitriteGrowth: between(0.3, 1),
    ammoniaHalf: between(0.3, 1.2),
    nitriteHalf: between(0.3, 1.2),
    load: k % 3 === 0 ? 0 : between(0.05, 0.6),
    uptake: k % 2 === 0 ? 0 : between(0.02, 0.4),
    phAtOne: between(6.9, 7.9),
  };
  const start = {
    ammonia: between(0.5, 5),
    nitrite: between(0, 3),
    nitrate: between(0, 10),
    ammoniaFilm: 10 ** between(-2.5, 0.5),
    nitriteFilm: 10 ** between(-2.5, 0.5),
    alkalinity: between(0.6, 3),
    food: k % 4 === 0 ? between(0.5, 3) : 0,
  };
  return { name: `set ${k + 1}`, kinetics, start, celsius: between(12, 31), days: between(8, 20) };
});

describe('the integrator', () => {
  it.each(sets)('follows the general-purpose solver ODEX: $name', ({ kinetics, start, celsius, days }) => {
    const warmth = warmthAt(celsius);
    const state = water(start);
    advance(state, days, kinetics, warmth);
    const solver = new Solver(slots);
    solver.absoluteTolerance = solver.relativeTolerance = 1e-9;
    solver.maxSteps = 1e6;
    const change = new Float64Array(slots);
    const { y } = solver.solve(
      (_day, y) => {
        nitrify(Float64Array.from(y), change, kinetics, warmth, 10 ** -kinetics.phAtOne);
        return [...change];
      },
      0,
      [...water(start)],
      days,
    );
    // A hundredth of the lowest step of any card.
    for (let k = 0; k < slots; k++) expect(Math.abs(state[k]! - y[k]!)).toBeLessThan(0.0025);
  });

  it.each(sets.filter((s) => s.kinetics.load === 0))(
    'keeps all nitrogen to a billionth: $name',
    ({ kinetics, start, celsius, days }) => {
      const state = water(start);
      const before = nitrogenIn(state);
      advance(state, days, kinetics, warmthAt(celsius));
      expect(Math.abs(nitrogenIn(state) / before - 1)).toBeLessThan(1e-9);
    },
  );

  it('gains exactly the load where there is one', () => {
    const state = newFilter();
    advance(state, 7, { ...usual, load: 0.3 }, warmthAt(25));
    expect(nitrogenIn(state)).toBeCloseTo(2 + 7 * 0.3, 9);
  });

  it('uses 7.146 mg of CaCO3 for each mg of ammonia nitrogen that it turns over', () => {
    const state = newFilter();
    advance(state, 12, usual, warmthAt(25));
    const turned = state[slot.nitrite]! + state[slot.nitrate]!;
    const used = (2 - state[slot.alkalinity]!) * 50.043;
    expect(turned).toBeGreaterThan(1);
    expect(used / turned).toBeCloseTo(7.146, 2);
  });

  it('gives half of that back where nitrogen comes as food and leaves into plants', () => {
    // Protein nitrogen to nitrate uses one equivalent, and its uptake gives that one back.
    const state = water({ food: 2, ammoniaFilm: 3, nitriteFilm: 3, alkalinity: 2 });
    advance(state, 60, { ...usual, uptake: 0.5 }, warmthAt(25));
    expect(state[slot.plants]!).toBeCloseTo(2, 1);
    expect(state[slot.alkalinity]!).toBeCloseTo(2, 2);
  });

  it('never goes below nothing, however hungry a large film is', () => {
    const state = water({ ammonia: 4, ammoniaFilm: 40, nitriteFilm: 40, alkalinity: 3 });
    for (let hour = 0; hour < 48; hour++) {
      advance(state, 1 / 24, usual, warmthAt(28));
      for (let k = 0; k < slots; k++) expect(state[k]!).toBeGreaterThanOrEqual(0);
    }
    expect(state[slot.nitrate]!).toBeCloseTo(4, 6);
  });
});

describe('what slows a filter', () => {
  const eaten = (
    change: Partial<Kinetics>,
    held: Partial<Record<keyof typeof slot, number>>,
    celsius = 25,
  ) => {
    const state = water({ ammonia: 2, ammoniaFilm: 0.5, nitriteFilm: 0.5, alkalinity: 2, ...held });
    advance(state, 1, { ...usual, ...change }, warmthAt(celsius));
    return (held.ammonia ?? 2) - state[slot.ammonia]!;
  };
  const usually = eaten({}, {});

  it('is faster by 7 to 10 % a degree between 20 and 28 °C, and falls outside', () => {
    for (let t = 20; t < 28; t++) {
      const step = warmthAt(t + 1).speed / warmthAt(t).speed;
      expect(step).toBeGreaterThan(1.069);
      expect(step).toBeLessThan(1.101);
    }
    expect(warmthAt(8).speed / warmthAt(9).speed).toBeLessThan(1 / 1.1);
    expect(warmthAt(38).speed).toBeLessThan(warmthAt(30).speed);
    expect(warmthAt(43).speed).toBe(0);
  });
  it('slows under pH 7 and nearly stops under 6', () => {
    expect(comfort(2, 7 - Math.log10(2))).toBeLessThan(0.95);
    expect(comfort(2, 6.5 - Math.log10(2))).toBeCloseTo(0.476, 2);
    expect(comfort(2, 5.9 - Math.log10(2))).toBeLessThan(0.07);
    expect(eaten({ phAtOne: 5.6 }, {})).toBeLessThan(0.12 * usually);
  });
  it('stops where the alkalinity is gone', () => {
    expect(eaten({}, { alkalinity: 0.005 })).toBeLessThan(0.1 * usually);
  });
  it('lets free ammonia slow the nitrite film long before the ammonia film (Anthonisen and others 1976)', () => {
    const passed = (ammonia: number) => {
      const state = water({ ammonia, nitrite: 2, nitriteFilm: 0.5, alkalinity: 4 });
      advance(state, 1, { ...usual, phAtOne: 7.7 }, warmthAt(25));
      return state[slot.nitrate]!;
    };
    expect(passed(15)).toBeLessThan(0.65 * passed(0));
    expect(eaten({ phAtOne: 7.7 }, { alkalinity: 4, ammonia: 15 })).toBeGreaterThan(0.85 * usually);
  });
  it('is not washed out by a water change: the films sit', () => {
    const state = water({
      ammonia: 2,
      nitrite: 4,
      nitrate: 8,
      ammoniaFilm: 1,
      nitriteFilm: 0.5,
      alkalinity: 1,
    });
    changeWater(state, 0.5, { ammonia: 0.2, nitrite: 0, nitrate: 2, alkalinity: 2 });
    expect([...state].slice(0, 6)).toEqual([1.1, 2, 5, 1, 0.5, 1.5]);
  });
});
