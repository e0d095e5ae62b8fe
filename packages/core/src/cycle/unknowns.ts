import type { CycleLog, Feeding, Seeding } from './cycle-log';
import { type CycleState, type Kinetics, slot, slots, usualBest, usualLimits } from './nitrification';
import { shareUnder } from './normal-distribution';

/**
 * What nobody knows of a growing filter, each as a normal distribution, most of them in logarithms. They are wide on purpose:
 * filters unlike each other, and unlike this model, must find a place in them. Growth 0.3 to 1.1 a day at 25 °C, half-speed
 * amounts over a decade. What a filter starts with is set so that an unseeded one fed with ammonia at 25 °C is ready after
 * three to eight weeks, four times in five (common practice).
 */
interface Unknown {
  readonly id: UnknownId;
  /** Mean and standard deviation; of the logarithm, but for pH, temperatures and the odds of an event. */
  readonly mean: number;
  readonly spread: number;
}
export type UnknownId =
  | 'ammonia-film'
  | 'nitrite-film'
  | 'awake'
  | 'ammonia-growth'
  | 'nitrite-growth'
  | 'ammonia-half'
  | 'nitrite-half'
  | 'room'
  | 'drifting'
  | 'alkalinity'
  | 'ph-at-one'
  | 'half-at-ph'
  | 'half-alkalinity'
  | 'ammonia-on-nitrite-film'
  | 'nitrous-on-both'
  | 'best-warmth'
  | 'warmer'
  | 'nitrate'
  | 'dose'
  | 'ammonia-kit'
  | 'nitrite-kit'
  | 'nitrate-kit'
  | 'other-ammonia-kit'
  | 'other-nitrite-kit'
  | 'loss'
  | 'loss-day'
  | 'survival'
  | 'basis'
  | 'basis-day'
  | 'ammonia'
  | 'nitrite'
  | 'load'
  | 'feed'
  | 'seed'
  | 'uptake'
  | 'tap-ammonia'
  | 'tap-nitrite'
  | 'tap-nitrate'
  | 'tap-alkalinity';
/** These are no logarithms. */
const plain: ReadonlySet<UnknownId> = new Set([
  'ph-at-one',
  'half-at-ph',
  'best-warmth',
  'warmer',
  'loss',
  'loss-day',
  'basis',
  'basis-day',
]);

const log = Math.log;
/** Film capacities at the start, mg/L of N a day: ammonia's, nitrite's, and the spread of both. */
const films: Readonly<Record<Seeding, readonly [number, number, number]>> = {
  none: [0.006, 0.003, 1.4],
  little: [0.1, 0.05, 1.5],
  plenty: [0.6, 0.4, 1.2],
  upset: [0.8, 0.5, 1.4],
};
/** Where animals came in, they and their water brought some. Hedge Lamp's own. */
const withAnimals = [0.02, 0.01, 1.4] as const;
/** Ammonia that comes by itself, mg/L as N a day. Hedge Lamp's own: a few fish in a tank make about 0.3. */
const loads: Readonly<Record<Exclude<Feeding, 'ammonia'>, number>> = { food: 0.3, fish: 0.3 };
/** How far asleep cells are at first: a grown filter's less. */
const sleep: Readonly<Record<Seeding, number>> = { none: 0.5, little: 1, plenty: 3, upset: 3 };
/**
 * How far the water is from the temperature that was read, or from the usual one where none was: middle and spread, °C. Water
 * that nobody measures is more often a cold room's than a heater's. Hedge Lamp's own.
 */
const warmthDoubt = { read: [0, 0.5], unread: [-1, 3] } as const;

/**
 * What a source holds that nobody read: ammonia and nitrite in mg/L as N, middle and spread of the logarithm (tap water
 * disinfected with chloramine brings some tenths; common practice); nitrate and alkalinity as shares of what the water
 * began with, which was most often the same source. Hedge Lamp's own.
 */
const usualTap = {
  ammonia: [0.03, 1.2],
  nitrite: [0.003, 1],
  nitrate: [1, 0.6],
  alkalinity: [1, 0.3],
} as const;
const ofTap = ['ammonia', 'nitrite', 'nitrate', 'alkalinity'] as const;
/** What of the source matters and was not read: where water was changed, or will be for animals. */
const tapUnknowns = ({ events, feeding }: CycleLog) =>
  ofTap.filter(
    (held) => feeding === 'fish' || events.some((e) => e.did === 'change' && e.source[held] === null),
  );

/** The unknowns of one log: only those that something of it depends on. */
export function unknownsOf(cycle: CycleLog): readonly Unknown[] {
  const [ammoniaFilm, nitriteFilm, spread] =
    cycle.feeding === 'fish' && cycle.seeding === 'none' ? withAnimals : films[cycle.seeding];
  const did = (what: string) => cycle.events.some((e) => e.did === what);
  const of = (id: UnknownId, mean: number, spread: number): Unknown => ({ id, mean, spread });
  const other = (of: string) => cycle.observations.some((o) => o.of === of && o.otherKit === true);
  const upset = cycle.seeding === 'upset';
  const warmth = did('warm') ? warmthDoubt.read : warmthDoubt.unread;
  const fed = did('feed');
  return [
    of('ammonia-film', log(ammoniaFilm), spread),
    of('nitrite-film', log(nitriteFilm), spread),
    of('awake', log(sleep[cycle.seeding]), 1),
    of('ammonia-growth', log(0.85), 0.4),
    of('nitrite-growth', log(0.8), 0.4),
    of('ammonia-half', log(0.5), 0.55),
    of('nitrite-half', log(0.4), 0.55),
    of('room', log(usualLimits.room), 0.6),
    // Share of the cells that drift in the water and go with a change, by its logarithm: a twentieth to nearly all.
    of('drifting', log(0.2), 0.8),
    of('alkalinity', log(1.6), 0.7),
    // Water in balance with air has about pH 8.3 at 1 meq/L; a tank holds several times as much CO2.
    of('ph-at-one', 7.5, 0.4),
    of('half-at-ph', usualLimits.halfAtPh, 0.35),
    of('half-alkalinity', log(usualLimits.halfAlkalinity), 0.7),
    of('ammonia-on-nitrite-film', log(usualLimits.ammoniaOnNitriteFilm), 1),
    of('nitrous-on-both', log(usualLimits.nitrousOnBoth), 1),
    of('best-warmth', usualBest, 1.8),
    of('warmer', warmth[0], warmth[1]),
    of('nitrate', log(2), 1),
    // Spoons, syringes and damp salt.
    of('dose', 0, 0.15),
    // A kit reads high or low throughout. Two nitrate kits on one sample can differ by two or three times (common practice).
    of('ammonia-kit', 0, 0.18),
    of('nitrite-kit', 0, 0.18),
    of('nitrate-kit', 0, 0.35),
    ...(other('ammonia') ? [of('other-ammonia-kit', 0, 0.25)] : []),
    ...(other('nitrite') ? [of('other-nitrite-kit', 0, 0.25)] : []),
    of('loss', 0, 1),
    of('loss-day', 0, 1),
    ...(did('upset') ? [of('survival', log(0.1), 2)] : []),
    of('basis', 0, 1),
    of('basis-day', 0, 1),
    ...(cycle.feeding !== 'ammonia' || upset ? [of('ammonia', log(upset ? 0.5 : 0.1), 1.3)] : []),
    ...(upset ? [of('nitrite', log(0.3), 1.3)] : []),
    ...(cycle.feeding !== 'ammonia'
      ? [of('load', log(loads[cycle.feeding] * (fed ? 0.2 : 1)), fed ? 1 : 0.8)]
      : []),
    ...(fed ? [of('feed', 0, 0.5)] : []),
    ...(did('seed') ? [of('seed', log(0.3), 1.2)] : []),
    ...(cycle.planted ? [of('uptake', log(0.1), 1)] : []),
    ...tapUnknowns(cycle).map((held) => of(`tap-${held}`, log(usualTap[held][0]), usualTap[held][1])),
  ];
}

/** One guess at everything: how fast things go, how it began, what went wrong, and how far doses and kits are off. */
export interface Guess {
  readonly kinetics: Kinetics;
  readonly start: CycleState;
  /** °C at which the films work fastest, and how much warmer the water is than was read. */
  readonly bestWarmth: number;
  readonly warmer: number;
  /** Share of the cells that a change takes with its part of the water. */
  readonly drifting: number;
  /** Factors on what was noted and read. */
  readonly dose: number;
  readonly feed: number;
  readonly kit: { readonly ammonia: number; readonly nitrite: number; readonly nitrate: number };
  readonly otherKit: { readonly ammonia: number; readonly nitrite: number };
  /** Capacity that grown media brought, mg/L of N a day. */
  readonly seed: number;
  /** What a source brings where it was not read: mg/L as N, meq/L. */
  readonly tap: {
    readonly ammonia: number;
    readonly nitrite: number;
    readonly nitrate: number;
    readonly alkalinity: number;
  };
  /** Share of both films that a noted upset left. */
  readonly survival: number;
  /** A loss that nobody noted; null where there was none. */
  readonly lost: { readonly day: number; readonly left: number } | null;
  /** From this day on nitrite was noted in the other basis, larger or smaller by this; null where it was not. */
  readonly basis: { readonly day: number; readonly times: number } | null;
  /** Which film does not start at all. */
  readonly dead: 'ammonia' | 'nitrite' | null;
}

/**
 * What a film starts with has a foot: of one in thirty-three it never starts, and of half as many more only weeks later. The
 * foot hangs on the same coordinate as the rest, so that a sampler can walk from a film that is slow to one that is dead; a
 * switch of its own would be lost or would take over by chance. Hedge Lamp's own.
 */
const never = -1.881;
const weeksLater = -1.65;
/** Logarithm by which the last of the late starters begin with less: about three weeks of growth. */
const latest = 10;

/** A film at the start, mg/L of N a day; nothing where it never starts. */
const filmAt = (usual: number, z: number): number =>
  z < never
    ? 0
    : z < weeksLater
      ? usual * Math.exp((-latest * (weeksLater - z)) / (weeksLater - never))
      : usual;

/** Filters of which a film was lost that nobody noted, and logs whose basis was mistaken. Hedge Lamp's own. */
const losses = 0.08;
const mistaken = 0.03;
/** mg of NO2 in a mg of its N: what a basis mistaken is off by. */
const nitriteBasis = 3.284;

/**
 * The guess that a point in standard coordinates stands for.
 * @param z standard normal coordinates, one for each unknown
 * @param days days of the log, over which a loss or a mistaken basis may have begun
 */
export function guessAt(unknowns: readonly Unknown[], z: ArrayLike<number>, days: number): Guess {
  const value: Partial<Record<UnknownId, number>> = {};
  const standard: Partial<Record<UnknownId, number>> = {};
  for (let k = 0; k < unknowns.length; k++) {
    const { id, mean, spread } = unknowns[k]!;
    const x = mean + spread * z[k]!;
    standard[id] = z[k]!;
    value[id] = plain.has(id) ? x : Math.exp(x);
  }
  const films = {
    ammonia: filmAt(value['ammonia-film']!, standard['ammonia-film']!),
    nitrite: filmAt(value['nitrite-film']!, standard['nitrite-film']!),
  };
  const dead = films.ammonia === 0 ? 'ammonia' : films.nitrite === 0 ? 'nitrite' : null;
  const loss = shareUnder(value.loss!);
  const basis = shareUnder(value.basis!);
  const start = new Float64Array(slots);
  start[slot.ammonia] = value.ammonia ?? 0;
  start[slot.nitrite] = value.nitrite ?? 0;
  start[slot.nitrate] = value.nitrate!;
  start[slot.ammoniaFilm] = films.ammonia;
  start[slot.nitriteFilm] = films.nitrite;
  start[slot.alkalinity] = value.alkalinity!;
  start[slot.awake] = value.awake!;
  return {
    kinetics: {
      ammoniaGrowth: value['ammonia-growth']!,
      nitriteGrowth: value['nitrite-growth']!,
      ammoniaHalf: value['ammonia-half']!,
      nitriteHalf: value['nitrite-half']!,
      load: value.load ?? 0,
      uptake: value.uptake ?? 0,
      phAtOne: value['ph-at-one']!,
      room: value.room!,
      halfAtPh: value['half-at-ph']!,
      halfAlkalinity: value['half-alkalinity']!,
      ammoniaOnNitriteFilm: value['ammonia-on-nitrite-film']!,
      nitrousOnBoth: value['nitrous-on-both']!,
    },
    start,
    bestWarmth: Math.min(36, Math.max(23, value['best-warmth']!)),
    warmer: value.warmer!,
    drifting: value.drifting! / (1 + value.drifting!),
    dose: value.dose!,
    feed: value.feed ?? 1,
    kit: { ammonia: value['ammonia-kit']!, nitrite: value['nitrite-kit']!, nitrate: value['nitrate-kit']! },
    otherKit: { ammonia: value['other-ammonia-kit'] ?? 1, nitrite: value['other-nitrite-kit'] ?? 1 },
    seed: value.seed ?? 0,
    tap: {
      ammonia: value['tap-ammonia'] ?? usualTap.ammonia[0],
      nitrite: value['tap-nitrite'] ?? usualTap.nitrite[0],
      nitrate: value.nitrate! * (value['tap-nitrate'] ?? 1),
      alkalinity: value.alkalinity! * (value['tap-alkalinity'] ?? 1),
    },
    survival: Math.min(1, value.survival ?? 1),
    // What is left of it: from a third down to a thousandth, the rarer the less.
    lost:
      loss < losses
        ? { day: shareUnder(value['loss-day']!) * days, left: 0.35 * 10 ** (-2.5 * (1 - loss / losses)) }
        : null,
    basis:
      basis < mistaken
        ? {
            day: shareUnder(value['basis-day']!) * days,
            times: basis < mistaken / 2 ? nitriteBasis : 1 / nitriteBasis,
          }
        : null,
    dead,
  };
}
