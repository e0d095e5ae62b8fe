import {
  type Conditions,
  type SaltId,
  airCarbonDioxide,
  carbonateSystem,
  estimatedIonicStrength,
  risePerGram,
  salts,
} from '../../chemistry';
import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';

/** Water in exact figures, as a plan reckons with it. Canonical units. */
export interface Tank {
  readonly liters: number;
  /** °C. */
  readonly celsius: number;
  /** meq/L. */
  readonly alkalinity: number;
  /** Inorganic carbon, mmol/L. */
  readonly dic: number;
  /** mmol/L. */
  readonly hardness: number;
  /** mg/L as N. */
  readonly ammonia: number;
  readonly nitrite: number;
  readonly nitrate: number;
  /** mg/L. */
  readonly chloride: number;
}

const conditionsOf = ({
  celsius,
  alkalinity,
  hardness,
}: Pick<Tank, 'celsius' | 'alkalinity' | 'hardness'>): Conditions => ({
  temperature: celsius,
  ionicStrength: estimatedIonicStrength(alkalinity, hardness),
});

/** Water of a pH: its carbon follows from pH and alkalinity. Less KH than its own OH is lifted to that. */
export function tankOf({ ph, ...water }: Omit<Tank, 'dic'> & { readonly ph: number }): Tank {
  const state = carbonateSystem({ alkalinity: water.alkalinity, ph }, conditionsOf(water));
  return { ...water, alkalinity: Math.max(water.alkalinity, state.alkalinity), dic: state.dic };
}

/** pH as the water stands, closed to the air. */
export const phOf = (tank: Tank): number =>
  carbonateSystem({ alkalinity: tank.alkalinity, dic: tank.dic }, conditionsOf(tank)).ph;

/** CO2, mmol/L. */
export const co2Of = (tank: Tank): number =>
  carbonateSystem({ alkalinity: tank.alkalinity, dic: tank.dic }, conditionsOf(tank)).co2;

/** pH once its CO2 is at a level, mmol/L: the level that the tank had before, say. */
export const phAtCo2 = (tank: Tank, co2: number): number =>
  carbonateSystem({ alkalinity: tank.alkalinity, co2: Math.max(co2, 1e-7) }, conditionsOf(tank)).ph;

/** pH once it is in balance with air of so much CO2. */
export const airedPhOf = (tank: Tank, ppm: number): number =>
  phAtCo2(tank, airCarbonDioxide(tank.celsius, ppm));

/** Free ammonia at a pH, mg/L as NH3-N. */
export const freeAt = (tank: Tank, ph: number): number =>
  tank.ammonia * uncheckedUnionizedFraction(ph, tank.celsius);

type MixedFigure = Exclude<keyof Tank, 'liters'>;

/** Waters poured together: what is neither made nor lost adds up. */
export function pouredTogether(parts: readonly { readonly tank: Tank; readonly liters: number }[]): Tank {
  const liters = parts.reduce((sum, p) => sum + p.liters, 0);
  const mean = (of: MixedFigure) => parts.reduce((sum, p) => sum + p.liters * p.tank[of], 0) / liters;
  return {
    liters,
    celsius: mean('celsius'),
    alkalinity: mean('alkalinity'),
    dic: mean('dic'),
    hardness: mean('hardness'),
    ammonia: mean('ammonia'),
    nitrite: mean('nitrite'),
    nitrate: mean('nitrate'),
    chloride: mean('chloride'),
  };
}

/** After a share was taken out and filled up from another water. */
export const changed = (tank: Tank, source: Tank, share: number): Tank => ({
  ...pouredTogether([
    { tank, liters: (1 - share) * tank.liters },
    { tank: source, liters: share * tank.liters },
  ]),
  liters: tank.liters,
});

/** After a continuous change of so many liters, while as much runs over. */
export const dripped = (tank: Tank, source: Tank, liters: number): Tank =>
  changed(tank, source, 1 - Math.exp(-liters / tank.liters));

/** After a salt went in and dissolved. */
export function dissolved(tank: Tank, salt: SaltId, grams: number): Tank {
  const rise = risePerGram(salts[salt]);
  const perLiter = grams / tank.liters;
  const { perMole, molarMass } = salts[salt];
  return {
    ...tank,
    alkalinity: tank.alkalinity + rise.alkalinity * perLiter,
    dic: tank.dic + (1000 * perMole.dic * perLiter) / molarMass,
    hardness: tank.hardness + rise.hardness * perLiter,
    ammonia: tank.ammonia + rise.ammonia * perLiter,
    nitrate: tank.nitrate + rise.nitrate * perLiter,
    chloride: tank.chloride + rise.chloride * perLiter,
  };
}

/** Grams of a salt that lift a figure of so many liters by so much, canonical. */
export const gramsToLift = (
  salt: SaltId,
  figure: 'alkalinity' | 'hardness' | 'chloride',
  by: number,
  liters: number,
): number => (by * liters) / risePerGram(salts[salt])[figure];

/** Calcium and magnesium are given 3 : 1 by weight. Common practice. */
const calciumToMagnesium = 3;
const [calcium, magnesium] = [40.078, 24.305];
const calciumShare = calciumToMagnesium / calcium / (calciumToMagnesium / calcium + 1 / magnesium);

/**
 * Salts that lift hardness and bring no carbonate: grams of CaCl2·2H2O and of MgSO4·7H2O.
 * @param by mmol/L; 0.357 is 2 °dGH
 * @example hardnessSalts(0.35665, 90) // [{ grams: 3.0 }, { grams: 2.8 }]
 */
export const hardnessSalts = (by: number, liters: number): { salt: SaltId; grams: number }[] => [
  {
    salt: 'calcium-chloride-dihydrate',
    grams: gramsToLift('calcium-chloride-dihydrate', 'hardness', by * calciumShare, liters),
  },
  {
    salt: 'magnesium-sulfate',
    grams: gramsToLift('magnesium-sulfate', 'hardness', by * (1 - calciumShare), liters),
  },
];
