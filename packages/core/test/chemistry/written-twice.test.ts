import {
  ammoniaFromProtein,
  ammoniumPKa,
  airCarbonDioxide,
  alkalinityUsed,
  carbonateConstants,
  carbonateSystem,
  activityCoefficient,
  eifacNitrite,
  epaAcuteWithSalmonids,
  epaAcuteWithoutSalmonids,
  epaChronic,
  estimatedIonicStrength,
  feedLoad,
  householdAmmoniaDose,
  ionicStrengthOf,
  oxygenSaturation,
  phAtFreeAmmonia,
  phenolphthaleinAlkalinity,
  pressureAtHeight,
  saltDose,
  salts,
  temperatureAtFreeAmmonia,
  unionizedFraction,
  chlorideNitrite,
} from '@hedge-lamp/core/chemistry';
import { point } from '@hedge-lamp/core/quantity';

/**
 * Every published equation a second time, arranged as its source prints it or the other way round, at waters all over the
 * range: a figure or a sign that is wrong in one of the two shows. The same hand wrote both from the same source; what holds
 * them against something else stands in the other tests of this room.
 */
const close = (a: number, b: number) =>
  expect(Math.abs(a - b)).toBeLessThanOrEqual(1e-9 * Math.abs(b) + 1e-15);
const temperatures = [0, 4, 7, 10, 15, 20, 25, 30, 38];
const phs = [5, 6, 6.5, 7, 7.5, 8, 8.5, 9, 10];
const grid = temperatures.flatMap((celsius) => phs.map((ph) => [celsius, ph] as const));

describe('ammonia', () => {
  it.each(grid)(
    'free share at %d °C and pH %d: NH4/NH3 = 10^pKa · H (Emerson and others 1975)',
    (celsius, ph) => {
      const ammoniumPerAmmonia = 10 ** (0.09018 + 2729.92 / (273.15 + celsius)) * 10 ** -ph;
      close(unionizedFraction(ph, celsius), 1 / (ammoniumPerAmmonia + 1));
    },
  );

  it.each(grid)('at %d °C and pH %d the way back from a limit is the way there', (celsius, ph) => {
    const limit = 0.02;
    const total = limit / unionizedFraction(ph, celsius);
    expect(phAtFreeAmmonia(total, celsius, limit)).toBeCloseTo(ph, 9);
    expect(temperatureAtFreeAmmonia(total, ph, limit)).toBeCloseTo(celsius, 6);
    expect(phAtFreeAmmonia(limit, celsius, limit)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(limit, ph, limit)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(1e9, 14, limit)).toBe(-2);
    expect(temperatureAtFreeAmmonia(limit * 1.0000001, ph, limit)).toBe(Infinity);
  });

  it.each(grid)('criteria of the US EPA 2013 at %d °C and pH %d', (celsius, ph) => {
    const acidBase = (pK: number, a: number, b: number) =>
      a / (10 ** (pK - ph) + 1) + b / (10 ** (ph - pK) + 1);
    const warm = 10 ** (0.036 * (20 - celsius));
    const mussels = 0.7249 * acidBase(7.204, 0.0114, 1.6181);
    close(epaAcuteWithoutSalmonids(ph, celsius), mussels * (23.12 * warm < 51.93 ? 23.12 * warm : 51.93));
    const trout = 0.275 / (1 + 10 ** (7.204 - ph)) + 39.0 / (1 + 10 ** (ph - 7.204));
    close(epaAcuteWithSalmonids(ph, celsius), Math.min(trout, mussels * 23.12 * warm));
    const felt = celsius > 7 ? celsius : 7;
    close(
      epaChronic(ph, celsius),
      0.8876 * acidBase(7.688, 0.0278, 1.1994) * 2.126 * 10 ** (0.56 - 0.028 * felt),
    );
  });

  it('the pKa of 25 °C is that which the source prints, 9.25', () => {
    expect(ammoniumPKa(25)).toBeCloseTo(9.25, 2);
  });

  it('feed, protein and 9.2 parts of a hundred (Timmons & Ebeling)', () => {
    const { milligrams, perLiter } = feedLoad(
      { low: 8, best: 10, high: 12 },
      { low: 0.3, best: 0.35, high: 0.4 },
      { low: 90, best: 100, high: 125 },
    ).value;
    close(ammoniaFromProtein, 9.2 / 100);
    close(milligrams.low, 8 * 0.3 * 92);
    close(milligrams.best, 10 * 0.35 * 92);
    close(milligrams.high, 12 * 0.4 * 92);
    close(perLiter.low, milligrams.low / 125);
    close(perLiter.best, milligrams.best / 100);
    close(perLiter.high, milligrams.high / 90);
  });

  it('two equivalents of alkalinity for each mole of nitrogen', () => {
    const used = alkalinityUsed({ low: 1, best: 2, high: 4 }).value;
    for (const [meq, n] of [
      [used.low, 1],
      [used.best, 2],
      [used.high, 4],
    ] as const)
      close(meq, n / (14.007 / 2));
  });
});

describe('carbonate', () => {
  it.each(temperatures)(
    'constants at %d °C (Plummer & Busenberg 1982; Nordstrom and others 1990)',
    (celsius) => {
      const T = 273.15 + celsius;
      const log = (a: number, b: number, c: number, d: number, e: number) =>
        a + b * T + c / T + d * (Math.log(T) / Math.LN10) + e / (T * T);
      const { pK1, pK2, pKw, pKH } = carbonateConstants(celsius);
      close(10 ** -pK1, 10 ** log(-356.3094, -0.06091964, 21834.37, 126.8339, -1684915));
      close(10 ** -pK2, 10 ** log(-107.8871, -0.03252849, 5151.79, 38.92561, -563713.9));
      close(10 ** -pKw, 10 ** log(-283.971, -0.05069842, 13323, 102.24447, -1119669));
      close(10 ** -pKH, 10 ** log(108.3865, 0.01985076, -6919.53, -40.45154, 669365));
    },
  );

  it.each(temperatures)('activities at %d °C (Davies 1962; Malmberg & Maryott 1956)', (celsius) => {
    const eps = 87.74 - celsius * (0.40008 - celsius * (9.398e-4 - celsius * 1.41e-6));
    const A = 1.82e6 / Math.sqrt((eps * (273.15 + celsius)) ** 3);
    for (const strength of [0.0005, 0.002, 0.01, 0.1])
      for (const charge of [1, 2]) {
        const root = strength ** 0.5;
        const logGamma = A * charge * charge * (0.3 * strength - root / (root + 1));
        close(Math.log10(activityCoefficient(charge, strength, celsius)), logGamma);
      }
  });

  it.each(grid)(
    'at %d °C and pH %d charge and mass add up, and each form follows from the one before',
    (celsius, ph) => {
      const ionicStrength = 0.004;
      const { pK1, pK2, pKw } = carbonateConstants(celsius);
      const g1 = activityCoefficient(1, ionicStrength, celsius);
      const g2 = activityCoefficient(2, ionicStrength, celsius);
      const h = 10 ** -ph;
      const dic = 2;
      const state = carbonateSystem({ ph, dic }, { temperature: celsius, ionicStrength });
      close(state.co2 + state.bicarbonate + state.carbonate, dic);
      // K1 = H · γ1 HCO3 / CO2; K2 = H · γ2 CO3 / (γ1 HCO3): activities, as the constants are.
      close((h * g1 * state.bicarbonate) / state.co2, 10 ** -pK1);
      expect((h * g2 * state.carbonate) / (g1 * state.bicarbonate) / 10 ** -pK2).toBeCloseTo(1, 9);
      // A pH test reads the activity of H; alkalinity counts OH and H as they are.
      const water = (10 ** -pKw / h / g1 - h / g1) * 1000;
      close(state.alkalinity, state.bicarbonate + 2 * state.carbonate + water);
      // Pink is what lies above plain bicarbonate: CO3 + OH − CO2 − H.
      close(phenolphthaleinAlkalinity(state), state.alkalinity - dic);
      for (const known of [
        { alkalinity: state.alkalinity, ph },
        { alkalinity: state.alkalinity, dic },
        { ph, co2: state.co2 },
      ]) {
        const back = carbonateSystem(known, { temperature: celsius, ionicStrength });
        expect(back.ph).toBeCloseTo(ph, 6);
        expect(back.dic).toBeCloseTo(dic, 4);
      }
    },
  );

  it.each(temperatures)(
    'CO2 in balance with air at %d °C is Henry’s constant times 420 millionths',
    (celsius) => {
      close(airCarbonDioxide(celsius), (420 / 1e6) * 10 ** -carbonateConstants(celsius).pKH * 1000);
      close(airCarbonDioxide(celsius, 1000), airCarbonDioxide(celsius) * (1000 / 420));
    },
  );

  it('ionic strength is half the sum of concentration times charge squared', () => {
    // 3 meq/L of bicarbonate, 1 mmol/L of calcium: one of sodium makes the charges even.
    close(estimatedIonicStrength(3, 1), (0.5 * (1 * 4 + 3 * 1 + 1 * 1)) / 1000);
    // 3 of bicarbonate, 2 of calcium: one of chloride.
    close(estimatedIonicStrength(3, 2), (0.5 * (2 * 4 + 3 * 1 + 1 * 1)) / 1000);
    close(estimatedIonicStrength(3), (0.5 * (1.5 * 4 + 3)) / 1000);
    const told = ionicStrengthOf({ alkalinity: point(3), conductivity: { low: 300, best: 400, high: 500 } });
    // Griffin & Jurinak 1973: 0.013 mol/L for each mS/cm.
    close(told.low, 0.3 * 0.013);
    close(told.best, 0.4 * 0.013);
    close(told.high, 0.5 * 0.013);
  });
});

describe('oxygen', () => {
  it.each(temperatures)('at %d °C, with salt and height (Benson & Krause 1984)', (celsius) => {
    const T = 273.15 + celsius;
    for (const [meters, salt] of [
      [0, 0],
      [500, 0],
      [2000, 10],
      [0, 35],
    ] as const) {
      const fresh = -139.34411 + (1.575701e5 + (-6.642308e7 + (1.2438e10 - 8.621949e11 / T) / T) / T) / T;
      const salted = salt * (0.017674 + (-10.754 + 2140.7 / T) / T);
      const P = (1 - meters * 2.25577e-5) ** 5.25588;
      close(pressureAtHeight(meters), P);
      const Pwv = Math.exp(11.8571 - (3840.7 + 216961 / T) / T);
      const th = 0.000975 - celsius * (1.426e-5 - 6.436e-8 * celsius);
      const C = Math.exp(fresh - salted);
      close(
        oxygenSaturation(celsius, meters, salt),
        C * P * (((1 - Pwv / P) * (1 - th * P)) / ((1 - Pwv) * (1 - th))),
      );
    }
  });
});

describe('nitrite and chloride', () => {
  it('the figures of EIFAC 1984 and straight lines between them', () => {
    for (const [chloride, trout, coarse] of [
      [1, 0.01, 0.02],
      [5, 0.05, 0.1],
      [10, 0.09, 0.18],
      [20, 0.12, 0.24],
      [40, 0.15, 0.3],
      [0, 0.01, 0.02],
      [400, 0.15, 0.3],
      [3, 0.03, 0.06],
      [15, 0.105, 0.21],
      [30, 0.135, 0.27],
    ] as const) {
      close(eifacNitrite(chloride, 'salmonids'), trout);
      close(eifacNitrite(chloride), coarse);
    }
  });

  it('ten parts of chloride for one of nitrite, on either basis, at each end', () => {
    const { wantingPerIon, wantingPerNitrogen, perNitrogen } = chlorideNitrite(
      { low: 8, best: 10, high: 30 },
      { low: 1, best: 2, high: 4 },
    ).value;
    const ion = (14.007 + 2 * 15.999) / 14.007;
    close(wantingPerNitrogen.low, 0);
    close(wantingPerNitrogen.best, 10 * 2 - 10);
    close(wantingPerNitrogen.high, 10 * 4 - 8);
    expect(wantingPerIon.low).toBeCloseTo(10 * ion - 30, 2);
    expect(wantingPerIon.high).toBeCloseTo(40 * ion - 8, 2);
    close(perNitrogen!.best, 5);
  });
});

describe('salts, by moles', () => {
  // Formula weights added up here once more from IUPAC 2021 atomic weights, abridged to three decimals.
  const [H, C, N, O, Na, Mg, S, Cl, K, Ca] = [
    1.008, 12.011, 14.007, 15.999, 22.99, 24.305, 32.06, 35.45, 39.098, 40.078,
  ] as const;
  const weights: Readonly<Record<string, number>> = {
    NaHCO3: Na + H + C + 3 * O,
    KHCO3: K + H + C + 3 * O,
    Na2CO3: 2 * Na + C + 3 * O,
    CaCl2: Ca + 2 * Cl,
    'CaCl2·2H2O': Ca + 2 * Cl + 2 * (2 * H + O),
    'MgSO4·7H2O': Mg + S + 4 * O + 7 * (2 * H + O),
    NaCl: Na + Cl,
    NH4Cl: N + 4 * H + Cl,
    KNO3: K + N + 3 * O,
  };
  const known = Object.values(salts).filter(({ formula }) => formula in weights);

  it('is held for most of the salts', () => {
    expect(known.length).toBeGreaterThanOrEqual(5);
  });

  it.each(known.map((salt) => [salt.formula, salt] as const))(
    '%s weighs what its atoms weigh',
    (formula, salt) => {
      expect(salt.molarMass / weights[formula]!).toBeCloseTo(1, 4);
    },
  );

  it('grams are moles wanted times the weight of a mole', () => {
    const salt = Object.values(salts).find(({ formula }) => formula === 'NaHCO3')!;
    const { grams } = saltDose(
      salt,
      'alkalinity',
      { low: 1, best: 2, high: 3 },
      { low: 90, best: 100, high: 110 },
    ).value;
    expect(grams.low).toBeCloseTo((0.001 * 90 * weights.NaHCO3!) / 1, 2);
    expect(grams.best).toBeCloseTo(0.002 * 100 * weights.NaHCO3!, 2);
    expect(grams.high).toBeCloseTo(0.003 * 110 * weights.NaHCO3!, 2);
  });

  it('household ammonia: nitrogen is 14 parts of 17 of what is dissolved', () => {
    const dose = householdAmmoniaDose(point(2), point(100), point(10), point(0.96)).value;
    const milligrams = 2 * 100;
    const perMilliliter = 0.1 * 0.96 * 1000 * (N / (N + 3 * H));
    expect(dose.best).toBeCloseTo(milligrams / perMilliliter, 3);
  });
});
