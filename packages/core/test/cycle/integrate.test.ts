import {
  type CycleState,
  type Kinetics,
  advance,
  changeWater,
  chemistryOf,
  comfort,
  nitrify,
  nitrogenIn,
  slot,
  slots,
  warmthAt,
} from '@hedge-lamp/core/cycle';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { Solver } from 'odex';
import { usualKinetics as usual } from './usual-kinetics';

function water(held: Partial<Record<keyof typeof slot, number>>): CycleState {
  const state = new Float64Array(slots);
  // Past its lag, where nothing else is said.
  state[slot.awake] = 1e3;
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
    room: between(4, 40),
    halfAtPh: between(6, 7),
    halfAlkalinity: between(0.05, 0.4),
    ammoniaOnNitriteFilm: between(0.2, 4),
    nitrousOnBoth: between(0.2, 4),
  };
  const start = {
    ammonia: between(0.5, 5),
    nitrite: between(0, 3),
    nitrate: between(0, 10),
    ammoniaFilm: 10 ** between(-2.5, 0.5),
    nitriteFilm: 10 ** between(-2.5, 0.5),
    alkalinity: between(0.6, 3),
    food: k % 4 === 0 ? between(0.5, 3) : 0,
    awake: 10 ** between(-1, 1.5),
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
        nitrify(Float64Array.from(y), change, kinetics, warmth, chemistryOf(kinetics));
        return [...change];
      },
      0,
      [...water(start)],
      days,
    );
    // A hundredth of the lowest step of any card.
    for (let k = 0; k < slots; k++) {
      if (k !== slot.awake) expect(Math.abs(state[k]! - y[k]!)).toBeLessThan(0.0025);
      // Of the lag only the share that is over it acts.
      else expect(state[k]! / (1 + state[k]!)).toBeCloseTo(y[k]! / (1 + y[k]!), 2);
    }
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

  it('is faster by 7 to 10 % a degree from 15 to 25 °C, most at its best, and nothing at 4 and 41', () => {
    // Activated-sludge texts (from memory).
    const perDegree = (warmthAt(25).speed / warmthAt(15).speed) ** (1 / 10);
    expect(perDegree).toBeGreaterThan(1.07);
    expect(perDegree).toBeLessThan(1.1);
    for (let t = 10; t < 27; t++) expect(warmthAt(t + 1).speed).toBeGreaterThan(warmthAt(t).speed);
    expect(warmthAt(25).speed).toBe(1);
    for (const best of [25, 29, 33]) {
      expect(warmthAt(best, best).speed).toBeGreaterThan(warmthAt(best - 1, best).speed);
      expect(warmthAt(best, best).speed).toBeGreaterThan(warmthAt(best + 1, best).speed);
      for (const none of [-2, 4, 41, 55]) expect(warmthAt(none, best).speed).toBe(0);
    }
    // Rosso and others 1993, by hand at 20 °C, best 29: (20−41)(16)² / (25·(25·(−9) − (−12)·(−7))) = 0.696.
    expect(warmthAt(20).speed / warmthAt(29).speed).toBeCloseTo(0.696, 3);
  });
  it('slows under pH 7 and nearly stops under 6', () => {
    const at = (ph: number) =>
      comfort(2, { ...usual, phAtOne: ph - Math.log10(2) }) / comfort(2, { ...usual, phAtOne: 7.9 });
    expect(at(7)).toBeLessThan(0.95);
    expect(at(usual.halfAtPh)).toBeCloseTo(0.5, 1);
    expect(at(5.9)).toBeLessThan(0.07);
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
  it('grows no more where the surface is full, and passes no larger dose for ever', () => {
    const filled = (room: number) => {
      const state = water({ ammonia: 0, ammoniaFilm: 3, nitriteFilm: 3, alkalinity: 4 });
      for (let day = 0; day < 60; day++) {
        state[slot.ammonia] = 4;
        state[slot.alkalinity] = 4;
        advance(state, 1, { ...usual, room }, warmthAt(25));
      }
      return state[slot.ammoniaFilm]!;
    };
    expect(filled(5)).toBeLessThanOrEqual(5);
    expect(filled(5)).toBeGreaterThan(4);
    expect(filled(40)).toBeGreaterThan(20);
  });
  it('grows after a lag where it begins asleep (Baranyi & Roberts 1994)', () => {
    const grown = (awake: number) => {
      const state = water({ ammonia: 2, ammoniaFilm: 0.01, nitriteFilm: 0, alkalinity: 3, awake });
      advance(state, 4, usual, warmthAt(25));
      return state[slot.ammoniaFilm]!;
    };
    expect(grown(0.1)).toBeLessThan(0.5 * grown(1e3));
    // Awake it follows the closed form of growth without limits: exp(µ·S/(K+S)·comfort·t), for ammonia hardly falls.
    const speed = comfort(3, usual) * usual.ammoniaGrowth * (2 / (2 + usual.ammoniaHalf));
    expect(grown(1e3) / (0.01 * Math.exp((speed - 0.02) * 4))).toBeCloseTo(1, 1);
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
    changeWater(state, 0.5, { ammonia: 0.2, nitrite: 0, nitrate: 2, alkalinity: 2 }, 0);
    expect([...state].slice(0, 6)).toEqual([1.1, 2, 5, 1, 0.5, 1.5]);
    // But for the share that drifts.
    changeWater(state, 0.5, { ammonia: 0.2, nitrite: 0, nitrate: 2, alkalinity: 2 }, 0.2);
    expect(state[slot.ammoniaFilm]).toBeCloseTo(0.9, 12);
  });
});
