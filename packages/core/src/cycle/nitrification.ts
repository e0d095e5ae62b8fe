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
  /** How far cells are past their lag: they grow at q/(1 + q) of their speed (Baranyi & Roberts 1994). */
  awake: 8,
} as const;
export const slots = 9;
export type CycleState = Float64Array;

/** How fast things go, and what slows them. Rates hold at 25 °C. */
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
  /** Film for which the surface has room, of each kind, mg/L of N a day: one that fills it grows no more. */
  readonly room: number;
  /** Low pH at which both films work at half speed. */
  readonly halfAtPh: number;
  /** Alkalinity at which both films work at half speed, meq/L. */
  readonly halfAlkalinity: number;
  /** Free ammonia that slows the nitrite film to half, mg/L as NH3. */
  readonly ammoniaOnNitriteFilm: number;
  /** Nitrous acid that slows both films to half, mg/L as HNO2. */
  readonly nitrousOnBoth: number;
}

/**
 * Die-off of both films, 1/d. Activated-sludge texts give 0.05 to 0.15 (from memory) for flocs that are stirred; a film
 * that sits lasts longer: with 0.05 a settled, stocked tank would show nitrite on the card for good, and it does not
 * (common practice). Hedge Lamp's own.
 */
const decay = 0.02;
/** Part of the food that rots in a day. Hedge Lamp's own: a pinch is gone in about a week. */
const rotting = 0.3;
const halfAtHighPh = 10 ** -9.5;
/** Nitrate at which plants take up at half speed, mg/L as N. Hedge Lamp's own. */
export const halfUptake = 0.5;
/**
 * What a filter is like where nobody knows better.
 * - Inhibition, Anthonisen and others 1976: free ammonia slows nitrite oxidizers from 0.1–1 mg/L NH3 and ammonia
 *   oxidizers from 10–150, nitrous acid both from 0.22–2.8 mg/L HNO2.
 * - Both films slow under pH 7 and nearly stop under 6 (common practice).
 * - They stop near zero alkalinity. Hedge Lamp's own within that.
 * - Room: a filter of usual size carries five to eighty mg/L of N a day at full speed. Hedge Lamp's own.
 */
export const usualLimits = {
  room: 30,
  halfAtPh: 6.5,
  halfAlkalinity: 0.15,
  ammoniaOnNitriteFilm: 0.8,
  nitrousOnBoth: 1,
} as const;
const ammoniaOnAmmoniaFilm = 40;

const { ammonia, nitrite, nitrate, ammoniaFilm, nitriteFilm, alkalinity, food, plants, awake } = slot;
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

/** Least and most °C at which the films work at all, and where they usually work best (from memory). */
const least = 4;
const most = 41;
export const usualBest = 29;
/** Cardinal temperatures with inflection: Rosso, Lobry & Flandrois 1993, J. Theor. Biol. 162: 447–463. */
const cardinal = (celsius: number, best: number): number =>
  celsius <= least || celsius >= most
    ? 0
    : ((celsius - most) * (celsius - least) ** 2) /
      ((best - least) * ((best - least) * (celsius - best) - (best - most) * (best + least - 2 * celsius)));

/**
 * Speed of both films against 25 °C, by a curve that is bounded: nothing at 4 and 41 °C, most at its best. Between 15 and
 * 25 °C about 9 % a degree; activated-sludge texts give 7 to 10 (from memory).
 * @param celsius water temperature
 * @param best °C at which the films work fastest
 * @example warmthAt(25) // { speed: 1 }
 */
export function warmthAt(celsius: number, best: number = usualBest): Warmth {
  return {
    celsius,
    speed: cardinal(celsius, best) / cardinal(25, best),
    ammoniumKa: 10 ** -ammoniumPKa(celsius),
    // Anthonisen and others 1976, J. Water Pollut. Control Fed. 48: 835–852.
    nitrousKa: Math.exp(-2300 / (celsius + 273)),
  };
}

/**
 * pH that goes with an alkalinity in meq/L.
 * @example phOf(10, 7.2) // 8.2
 */
export const phOf = (alkalinity: number, phAtOne: number): number =>
  Math.min(9.5, phAtOne + Math.log10(Math.max(alkalinity, 1e-3)));

/** What pH and alkalinity of a water leave the films, worked out once for a stretch of time. */
export interface Chemistry {
  /** 10^(−pH) where alkalinity is 1 meq/L. */
  readonly hydrogenAtOne: number;
  /** Hydrogen ion at which the films work at half speed, mol/L. */
  readonly halfAtHydrogen: number;
}
export const chemistryOf = ({ phAtOne, halfAtPh }: Kinetics): Chemistry => ({
  hydrogenAtOne: 10 ** -phAtOne,
  halfAtHydrogen: 10 ** -halfAtPh,
});

/** How much of their full speed pH and alkalinity leave both films, 0 to 1. */
export function comfort(alkalinity: number, kinetics: Kinetics): number {
  return comfortIn(alkalinity, kinetics, chemistryOf(kinetics));
}
/** The same where the chemistry is worked out already. */
export function comfortIn(
  alkalinity: number,
  { halfAlkalinity }: Kinetics,
  { hydrogenAtOne, halfAtHydrogen }: Chemistry,
): number {
  const alk = Math.max(alkalinity, 1e-9);
  return comfortOf(alk, hydrogenAtOne / alk, halfAtHydrogen, halfAlkalinity);
}
const comfortOf = (alk: number, hydrogen: number, halfAtHydrogen: number, halfAlkalinity: number): number => {
  const acid = hydrogen / halfAtHydrogen;
  const base = halfAtHighPh / hydrogen;
  return alk / (alk + halfAlkalinity) / ((1 + acid * acid) * (1 + base * base));
};

/**
 * Two-step nitrification: Monod growth with Haldane inhibition of each step by its own form, slowed by cold, low pH and want
 * of alkalinity, after a lag, and less the fuller the surface is.
 * - Nitrogen is conserved: what is lost by ammonia, nitrite, nitrate and food is gained by another of them or by plants.
 * - Alkalinity: two equivalents are used a mole of N oxidized (7.146 mg CaCO3 a mg of N); decay and the excretion of
 *   ammonia give one back, and so does nitrate that plants take up.
 * @param state as `slot` lays it out
 * @param change written to: the change of each a day
 */
export function nitrify(
  state: CycleState,
  change: CycleState,
  kinetics: Kinetics,
  warmth: Warmth,
  { hydrogenAtOne, halfAtHydrogen }: Chemistry,
): void {
  const s = state[ammonia]! > 0 ? state[ammonia]! : 0;
  const i = state[nitrite]! > 0 ? state[nitrite]! : 0;
  const o = state[nitrate]! > 0 ? state[nitrate]! : 0;
  const alk = state[alkalinity]! > 1e-9 ? state[alkalinity]! : 1e-9;
  // No logarithm here: this runs tens of millions of times in one fit.
  const hydrogen = hydrogenAtOne / alk;
  const speed = warmth.speed * comfortOf(alk, hydrogen, halfAtHydrogen, kinetics.halfAlkalinity);
  const free = (s * freePerNitrogen) / (1 + hydrogen / warmth.ammoniumKa);
  const nitrous = (i * nitrousPerNitrogen * hydrogen) / (hydrogen + warmth.nitrousKa);
  const slowedByNitrous = 1 + nitrous / kinetics.nitrousOnBoth;
  const eatsAmmonia =
    (speed * s) / (slowedByNitrous * (kinetics.ammoniaHalf + s * (1 + free / ammoniaOnAmmoniaFilm)));
  const eatsNitrite =
    (speed * i) / (kinetics.nitriteHalf + i * slowedByNitrous) / (1 + free / kinetics.ammoniaOnNitriteFilm);
  const oxidized = state[ammoniaFilm]! * eatsAmmonia;
  const passed = state[nitriteFilm]! * eatsNitrite;
  const rotted = rotting * warmth.speed * state[food]!;
  const made = kinetics.load + rotted;
  const taken = (kinetics.uptake * o) / (halfUptake + o);
  const past = state[awake]! / (1 + state[awake]!);
  const room = 1 / kinetics.room;
  change[ammonia] = made - oxidized;
  change[nitrite] = oxidized - passed;
  change[nitrate] = passed - taken;
  change[ammoniaFilm] =
    state[ammoniaFilm]! *
    (past * Math.max(0, 1 - state[ammoniaFilm]! * room) * kinetics.ammoniaGrowth * eatsAmmonia -
      decay * warmth.speed);
  change[nitriteFilm] =
    state[nitriteFilm]! *
    (past * Math.max(0, 1 - state[nitriteFilm]! * room) * kinetics.nitriteGrowth * eatsNitrite -
      decay * warmth.speed);
  change[alkalinity] = perNitrogen * (made + taken - 2 * oxidized);
  change[food] = -rotted;
  change[plants] = taken;
  // Wide awake there is nothing left to follow.
  change[awake] = state[awake]! < 1e3 ? state[awake]! * kinetics.ammoniaGrowth * eatsAmmonia : 0;
}

/** All nitrogen that the water, its food and its plants hold, mg/L as N. */
export const nitrogenIn = (state: CycleState): number =>
  state[slot.ammonia]! +
  state[slot.nitrite]! +
  state[slot.nitrate]! +
  state[slot.food]! +
  state[slot.plants]!;
