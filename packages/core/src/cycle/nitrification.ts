import { ammoniumPKa } from '../chemistry';
import { molarMass } from '../quantity';

/**
 * What a cycling water holds, as one row of numbers so that the integrator can run through it quickly.
 * Nitrogen in mg/L as N; film capacities in mg/L of N a day that each film turns over at most, at 25 °C and in
 * comfortable water; alkalinity in meq/L.
 */
export const slot = {
  ammonia: 0,
  nitrite: 1,
  nitrate: 2,
  /** Ammonia oxidizers: turn ammonia into nitrite. */
  ammoniaFilm: 3,
  /** Nitrite oxidizers: turn nitrite into nitrate. */
  nitriteFilm: 4,
  alkalinity: 5,
  /** Nitrogen in food that has yet to rot. */
  food: 6,
  /** Nitrogen that plants took up. */
  plants: 7,
} as const;
export const slots = 8;
export type CycleState = Float64Array;

/** How fast things go. Rates hold at 25 °C. */
export interface Kinetics {
  /** Growth of the ammonia film at its fullest, 1/d. */
  readonly ammoniaGrowth: number;
  /** Growth of the nitrite film at its fullest, 1/d. */
  readonly nitriteGrowth: number;
  /** Ammonia at which its film works at half speed, mg/L as N. */
  readonly ammoniaHalf: number;
  /** Nitrite at which its film works at half speed, mg/L as N. */
  readonly nitriteHalf: number;
  /** Ammonia that fish or decay bring, mg/L as N a day. */
  readonly load: number;
  /** Most nitrate that plants take up, mg/L as N a day. */
  readonly uptake: number;
  /** pH where alkalinity is 1 meq/L. In water of one CO2 content the pH rises by one for ten times the alkalinity. */
  readonly phAtOne: number;
}

/**
 * Die-off of both films, 1/d. Activated-sludge texts give 0.05 to 0.15 (from memory) for flocs that are stirred; a film
 * that sits lasts longer: with 0.05 a settled, stocked tank would show nitrite on the card for good, and it does not
 * (common practice). Hedge Lamp's own.
 */
const decay = 0.02;
/** Part of the food that rots in a day. Hedge Lamp's own: a pinch is gone in about a week. */
const rotting = 0.3;
/** Warmer by one degree, faster by so much: 1.07 to 1.10 in activated-sludge texts (from memory). */
const perDegree = 1.085;
/** pH at which both films work at half speed: they slow under 7 and nearly stop under 6 (common practice). */
const halfAtLowPh = 10 ** -6.5;
const halfAtHighPh = 10 ** -9.5;
/** Alkalinity at which they work at half speed, meq/L: they stop near zero. Hedge Lamp's own within that. */
const halfAlkalinity = 0.1;
/** Nitrate at which plants take up at half speed, mg/L as N. Hedge Lamp's own. */
export const halfUptake = 0.5;
/**
 * Inhibition, Anthonisen and others 1976: free ammonia slows nitrite oxidizers from 0.1–1 mg/L NH3 and ammonia
 * oxidizers from 10–150, nitrous acid both from 0.22–2.8 mg/L HNO2. Each the upper end or the middle of its range:
 * a film that sits in ammonia grows used to it.
 */
const ammoniaOnNitriteFilm = 1;
const ammoniaOnAmmoniaFilm = 40;
const nitrousOnBoth = 1.5;

const { ammonia, nitrite, nitrate, ammoniaFilm, nitriteFilm, alkalinity, food, plants } = slot;
/** mg of NH3 and of HNO2 in a mg of N. */
const freePerNitrogen = molarMass.NH3 / molarMass.N;
const nitrousPerNitrogen = molarMass.HNO2 / molarMass.N;
/** Equivalents of alkalinity in a mg of N that changes its charge by one. */
const perNitrogen = 1 / molarMass.N;

/** What the temperature does, worked out once for a stretch of time. */
export interface Warmth {
  readonly celsius: number;
  /** Speed against that at 25 °C. */
  readonly speed: number;
  /** Acid constant of ammonium, mol/L. */
  readonly ammoniumKa: number;
  /** Acid constant of nitrous acid, mol/L. */
  readonly nitrousKa: number;
}

/**
 * Speed of both films against 25 °C: by 8.5 % a degree between 15 and 30 °C, less than that outside, nothing at 42.
 * Source of the step: activated-sludge texts (from memory); the fall outside is common practice, its shape our own.
 * @param celsius water temperature
 */
export function warmthAt(celsius: number): Warmth {
  const usual = perDegree ** (Math.min(celsius, 30) - 25);
  const cold = celsius < 15 ? Math.exp(-(((15 - celsius) / 10) ** 2)) : 1;
  const hot = celsius > 30 ? Math.max(0, (42 - celsius) / 12) : 1;
  return {
    celsius,
    speed: usual * cold * hot,
    ammoniumKa: 10 ** -ammoniumPKa(celsius),
    // Anthonisen and others 1976, J. Water Pollut. Control Fed. 48: 835–852.
    nitrousKa: Math.exp(-2300 / (celsius + 273)),
  };
}

/** pH that goes with an alkalinity in meq/L. */
export const phOf = (alkalinity: number, phAtOne: number): number =>
  Math.min(9.5, phAtOne + Math.log10(Math.max(alkalinity, 1e-3)));

/** How much of their full speed pH and alkalinity leave both films, 0 to 1. */
export function comfort(alkalinity: number, phAtOne: number): number {
  const alk = Math.max(alkalinity, 1e-9);
  return comfortOf(alk, 10 ** -phAtOne / alk);
}
const comfortOf = (alk: number, hydrogen: number): number => {
  const acid = hydrogen / halfAtLowPh;
  const base = halfAtHighPh / hydrogen;
  return alk / (alk + halfAlkalinity) / ((1 + acid * acid) * (1 + base * base));
};

/**
 * Two-step nitrification: Monod growth with Haldane inhibition, slowed by cold, low pH and want of alkalinity.
 * - Nitrogen is conserved: what is lost by ammonia, nitrite, nitrate and food is gained by another of them or by plants.
 * - Alkalinity: two equivalents are used a mole of N oxidized (7.146 mg CaCO3 a mg of N); decay and the excretion of
 *   ammonia give one back, and so does nitrate that plants take up.
 * @param state as `slot` lays it out
 * @param change written to: the change of each a day
 * @param hydrogenAtOne 10^(−pH) where alkalinity is 1 meq/L
 */
export function nitrify(
  state: CycleState,
  change: CycleState,
  kinetics: Kinetics,
  warmth: Warmth,
  hydrogenAtOne: number,
): void {
  const s = state[ammonia]! > 0 ? state[ammonia]! : 0;
  const i = state[nitrite]! > 0 ? state[nitrite]! : 0;
  const o = state[nitrate]! > 0 ? state[nitrate]! : 0;
  const alk = state[alkalinity]! > 1e-9 ? state[alkalinity]! : 1e-9;
  // No logarithm here: this runs tens of millions of times in one fit.
  const hydrogen = hydrogenAtOne / alk;
  const speed = warmth.speed * comfortOf(alk, hydrogen);
  const free = (s * freePerNitrogen) / (1 + hydrogen / warmth.ammoniumKa);
  const nitrous = (i * nitrousPerNitrogen * hydrogen) / (hydrogen + warmth.nitrousKa);
  const byNitrous = 1 / (1 + nitrous / nitrousOnBoth);
  const eatsAmmonia =
    (speed * byNitrous * s) / (kinetics.ammoniaHalf + s * (1 + free / ammoniaOnAmmoniaFilm));
  const eatsNitrite =
    (speed * i) /
    (kinetics.nitriteHalf + i * (1 + nitrous / nitrousOnBoth)) /
    (1 + free / ammoniaOnNitriteFilm);
  const oxidized = state[ammoniaFilm]! * eatsAmmonia;
  const passed = state[nitriteFilm]! * eatsNitrite;
  const rotted = rotting * warmth.speed * state[food]!;
  const made = kinetics.load + rotted;
  const taken = (kinetics.uptake * o) / (halfUptake + o);
  change[ammonia] = made - oxidized;
  change[nitrite] = oxidized - passed;
  change[nitrate] = passed - taken;
  change[ammoniaFilm] = state[ammoniaFilm]! * (kinetics.ammoniaGrowth * eatsAmmonia - decay * warmth.speed);
  change[nitriteFilm] = state[nitriteFilm]! * (kinetics.nitriteGrowth * eatsNitrite - decay * warmth.speed);
  change[alkalinity] = perNitrogen * (made + taken - 2 * oxidized);
  change[food] = -rotted;
  change[plants] = taken;
}

/** All nitrogen that the water, its food and its plants hold, mg/L as N. */
export const nitrogenIn = (state: CycleState): number =>
  state[slot.ammonia]! +
  state[slot.nitrite]! +
  state[slot.nitrate]! +
  state[slot.food]! +
  state[slot.plants]!;
