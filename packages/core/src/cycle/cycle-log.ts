import type { Interval } from '../quantity';
import type { UnitChoice } from '../waters';

/** What is read while a filter grows in, and enters its fit. */
export const observedIds = ['ammonia', 'nitrite', 'nitrate', 'alkalinity', 'ph'] as const;
export type ObservedId = (typeof observedIds)[number];

/** One reading on the cycle's own clock. */
export interface Observation {
  readonly readingId: string;
  /** Days since the start. */
  readonly day: number;
  readonly of: ObservedId;
  /** Canonical unit of the parameter. */
  readonly value: Interval;
  /** True where the sample was thinned first: it cannot have bleached back to zero. */
  readonly diluted?: boolean;
  /** True where it was read by another kit than most of its kind. */
  readonly otherKit?: boolean;
}

/** What a filter turns over; both are waste that harms. */
export type WasteId = Extract<ObservedId, 'ammonia' | 'nitrite'>;
export type WasteObservation = Observation & { readonly of: WasteId };
export const isOfWaste = (o: Observation): o is WasteObservation => o.of === 'ammonia' || o.of === 'nitrite';

/** The water that a change brings in; canonical units. Null where it was never read: unknown, not zero. */
export interface SourceWater {
  readonly ammonia: number | null;
  readonly nitrite: number | null;
  readonly nitrate: number | null;
  readonly alkalinity: number | null;
}

/** What was done, on the cycle's own clock. */
export type CycleEvent = { readonly day: number } & (
  | {
      readonly did: 'dose';
      /** Rise of ammonia, mg/L as N. */
      readonly nitrogen: number;
      /** Rise of alkalinity, meq/L: household ammonia is a base, ammonium chloride is none. */
      readonly alkalinity: number;
    }
  /** Nitrogen in food that went in, mg/L as N. */
  | { readonly did: 'feed'; readonly nitrogen: number }
  | { readonly did: 'change'; readonly part: number; readonly source: SourceWater }
  /** Rise of alkalinity, meq/L. */
  | { readonly did: 'buffer'; readonly alkalinity: number }
  /** Grown media came in. */
  | { readonly did: 'seed' }
  /** Something that may have killed part of the films: a medicine, a cleaned filter, a power cut, chlorine, a dry day. */
  | { readonly did: 'upset' }
  | { readonly did: 'warm'; readonly celsius: number }
);

/** How ammonia comes into the water. */
export type Feeding = 'ammonia' | 'food' | 'fish';
/** How much grown filter it began with. */
export type Seeding = 'none' | 'little' | 'plenty' | 'upset';

/** All that a fit looks at: what was read and done since the start. */
export interface CycleLog {
  /** Days from the start to the present. */
  readonly days: number;
  readonly feeding: Feeding;
  readonly seeding: Seeding;
  readonly planted: boolean;
  /** In which the keeper wants to read sentences; the usual ones where it is left out. */
  readonly units?: UnitChoice;
  /** By time. */
  readonly events: readonly CycleEvent[];
  readonly observations: readonly Observation[];
}

/** Where no thermometer was read: a heated tank's usual 25 °C (common practice). */
export const usualCelsius = 25;

/** Day of the last upset that was noted; −∞ where none was. */
export const lastUpset = ({ events }: Pick<CycleLog, 'events'>): number =>
  events.filter((e) => e.did === 'upset').at(-1)?.day ?? -Infinity;

/**
 * The log as of a filter that begins anew with its last upset, on a clock of its own: what was read before tells nothing of how
 * far it is since. The same log where none was noted.
 */
export function sinceUpset(log: CycleLog): CycleLog {
  const from = lastUpset(log);
  if (from === -Infinity) return log;
  const later = <T extends { readonly day: number }>(list: readonly T[]): T[] =>
    list.filter((x) => x.day > from).map((x) => ({ ...x, day: x.day - from }));
  return {
    ...log,
    days: log.days - from,
    seeding: 'upset',
    events: later(log.events),
    observations: later(log.observations),
  };
}
