import type { CycleLog, Feeding, Seeding } from './cycle-log';
import { type CycleState, type Kinetics, slot, slots } from './nitrification';

/**
 * What nobody knows of a growing filter, each as a normal distribution, most of them in logarithms. Sizes of growth
 * and half-speed amounts start from activated-sludge texts (growth about 0.8 a day at 20–25 °C, half-speed amounts
 * 0.5–1 mg/L; from memory), a little less for a film in a quiet filter. What a filter starts with is set so that an
 * unseeded one fed with ammonia at 25 °C is ready after three to six weeks, four times in five (common practice).
 */
interface Unknown {
  readonly id: UnknownId;
  /** Mean and standard deviation; of the logarithm, but for pH. */
  readonly mean: number;
  readonly spread: number;
}
export const unknownIds = [
  'ammonia-film',
  'nitrite-film',
  'ammonia-growth',
  'nitrite-growth',
  'ammonia-half',
  'nitrite-half',
  'alkalinity',
  'ph-at-one',
  'nitrate',
  'dose',
  'nitrate-kit',
  'ammonia',
  'nitrite',
  'load',
  'feed',
  'seed',
  'uptake',
] as const;
export type UnknownId = (typeof unknownIds)[number];

const log = Math.log;
/** Film capacities at the start, mg/L of N a day: ammonia's, nitrite's, and the spread of both. */
const films: Readonly<Record<Seeding, readonly [number, number, number]>> = {
  none: [0.008, 0.003, 0.9],
  little: [0.08, 0.04, 1],
  plenty: [0.6, 0.4, 1],
  upset: [0.8, 0.5, 1.3],
};
/** Where animals came in, they and their water brought some. Hedge Lamp's own. */
const withAnimals = [0.03, 0.015, 1.1] as const;
/** Ammonia that comes by itself, mg/L as N a day. Hedge Lamp's own: a few fish in a tank make about 0.3. */
const loads: Readonly<Record<Exclude<Feeding, 'ammonia'>, number>> = { food: 0.3, fish: 0.3 };

/** The unknowns of one log: only those that something of it depends on. */
export function unknownsOf(cycle: CycleLog): readonly Unknown[] {
  const [ammoniaFilm, nitriteFilm, spread] =
    cycle.feeding === 'fish' && cycle.seeding === 'none' ? withAnimals : films[cycle.seeding];
  const fed = cycle.events.some((e) => e.did === 'feed');
  const of = (id: UnknownId, mean: number, spread: number): Unknown => ({ id, mean, spread });
  const upset = cycle.seeding === 'upset';
  return [
    of('ammonia-film', log(ammoniaFilm), spread),
    of('nitrite-film', log(nitriteFilm), spread),
    of('ammonia-growth', log(0.55), 0.18),
    of('nitrite-growth', log(0.5), 0.18),
    of('ammonia-half', log(0.6), 0.3),
    of('nitrite-half', log(0.5), 0.3),
    of('alkalinity', log(1.4), 0.6),
    // Water in balance with air has about pH 8.3 at 1 meq/L; a tank holds several times as much CO2.
    of('ph-at-one', 7.4, 0.4),
    of('nitrate', log(2), 1),
    // Spoons, syringes and damp salt.
    of('dose', 0, 0.12),
    // Two nitrate kits on one sample can differ by two or three times (common practice).
    of('nitrate-kit', 0, 0.35),
    ...(cycle.feeding !== 'ammonia' || upset ? [of('ammonia', log(upset ? 0.5 : 0.1), 1.3)] : []),
    ...(upset ? [of('nitrite', log(0.3), 1.3)] : []),
    ...(cycle.feeding !== 'ammonia'
      ? [of('load', log(loads[cycle.feeding] * (fed ? 0.2 : 1)), fed ? 1 : 0.7)]
      : []),
    ...(fed ? [of('feed', 0, 0.4)] : []),
    ...(cycle.events.some((e) => e.did === 'seed') ? [of('seed', log(0.3), 1.2)] : []),
    ...(cycle.planted ? [of('uptake', log(0.1), 1)] : []),
  ];
}

/** One guess at everything: how fast things go, how it began, and how far doses and the nitrate kit are off. */
export interface Guess {
  readonly kinetics: Kinetics;
  readonly start: CycleState;
  readonly dose: number;
  readonly nitrateKit: number;
  readonly feed: number;
  /** Capacity that grown media brought, mg/L of N a day. */
  readonly seed: number;
}

/**
 * The guess that a point in standard coordinates stands for.
 * @param z standard normal coordinates, one for each unknown
 */
export function guessAt(unknowns: readonly Unknown[], z: ArrayLike<number>): Guess {
  const value: Partial<Record<UnknownId, number>> = {};
  for (let k = 0; k < unknowns.length; k++) {
    const { id, mean, spread } = unknowns[k]!;
    const x = mean + spread * z[k]!;
    value[id] = id === 'ph-at-one' ? x : Math.exp(x);
  }
  const start = new Float64Array(slots);
  start[slot.ammonia] = value.ammonia ?? 0;
  start[slot.nitrite] = value.nitrite ?? 0;
  start[slot.nitrate] = value.nitrate!;
  start[slot.ammoniaFilm] = value['ammonia-film']!;
  start[slot.nitriteFilm] = value['nitrite-film']!;
  start[slot.alkalinity] = value.alkalinity!;
  return {
    kinetics: {
      ammoniaGrowth: value['ammonia-growth']!,
      nitriteGrowth: value['nitrite-growth']!,
      ammoniaHalf: value['ammonia-half']!,
      nitriteHalf: value['nitrite-half']!,
      load: value.load ?? 0,
      uptake: value.uptake ?? 0,
      phAtOne: value['ph-at-one']!,
    },
    start,
    dose: value.dose!,
    nitrateKit: value['nitrate-kit']!,
    feed: value.feed ?? 1,
    seed: value.seed ?? 0,
  };
}
