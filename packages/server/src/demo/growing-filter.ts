import { day, hour } from '@hedge-lamp/core/wire';
import {
  type CycleStartDraft,
  type CycleState,
  type Kinetics,
  advance,
  slot,
  slots,
  usualLimits,
  warmthAt,
} from '@hedge-lamp/core/cycle';
import { risePerGram, salts } from '@hedge-lamp/core/chemistry';
import { convert } from '@hedge-lamp/core/quantity';
import type { SeededRandom } from '@hedge-lamp/core/quantity';
import type { DeedAmount, DeedKind } from '@hedge-lamp/core/remedies';
import type { WaterDraft } from '@hedge-lamp/core/waters';

/** What was done to a filter that grows in, and how many days ago. */
interface FilterDeed {
  readonly daysAgo: number;
  readonly kind: DeedKind;
  readonly detail: string;
  readonly amount: DeedAmount;
}
/** What its tests would show, each in the unit of its method. */
export interface FilterTruth {
  /** mg/L as N. */
  readonly ammonia: number;
  /** mg/L NO2. */
  readonly nitrite: number;
  /** mg/L NO3. */
  readonly nitrate: number;
  /** °dKH. */
  readonly kh: number;
  readonly ph: number;
}

/** A day of it on which somebody tested; nitrite as read, which far over the card is nothing. */
export interface FilterDay
  extends Pick<FilterTruth, 'ammonia' | 'nitrite' | 'ph'>, Partial<Pick<FilterTruth, 'nitrate' | 'kh'>> {
  readonly daysAgo: number;
  /** mg/L NO2 by a sample diluted to twenty times, from the day on when somebody thought of it. */
  readonly diluted?: number;
}
/** Makes up a cycle of a water, up to the day before `now`. */
export type MadeUpCycle = (
  water: WaterDraft,
  now: number,
  zone: string,
  random: SeededRandom,
) => { start: CycleStartDraft; days: readonly FilterDay[]; deeds: readonly FilterDeed[] };

export interface FilterNature {
  readonly liters: number;
  readonly celsius: number;
  /** How quickly its two films grow and eat; the rest is the core's usual. */
  readonly kinetics: Pick<
    Kinetics,
    'ammoniaGrowth' | 'nitriteGrowth' | 'ammoniaHalf' | 'nitriteHalf' | 'phAtOne'
  >;
  /** mg/L of N a day that its films turn over at the start. */
  readonly films: readonly [ammonia: number, nitrite: number];
  /** KH at the start, °dKH. */
  readonly kh: number;
}

/** Noon, UTC, some days before the day of an instant. */
export const noon = (now: number, daysAgo: number): number =>
  Math.floor(now / day) * day - daysAgo * day + 12 * hour;

/** Grams as one weighs them out. */
const weighed = (grams: number): string => String(Number(grams.toPrecision(2)));

/** A filter of the demo that grows in by the core's own model; what is given to it is kept as deeds. All invented. */
export function growingFilter({ liters, celsius, kinetics: own, films, kh }: FilterNature) {
  const kinetics: Kinetics = { load: 0, uptake: 0, ...usualLimits, ...own };
  const warmth = warmthAt(celsius);
  const state: CycleState = new Float64Array(slots);
  [state[slot.ammoniaFilm], state[slot.nitriteFilm]] = films;
  [state[slot.nitrate], state[slot.awake]] = [1, 1];
  state[slot.alkalinity] = convert(kh, 'alkalinity', '°dKH', 'meq/L');
  const deeds: FilterDeed[] = [];
  return {
    state,
    kinetics,
    warmth,
    deeds,
    nextDay: () => advance(state, 1, kinetics, warmth),
    truth: (): FilterTruth => ({
      ammonia: state[slot.ammonia]!,
      nitrite: convert(state[slot.nitrite]!, 'nitrite', 'mg/L NO2-N', 'mg/L NO2'),
      nitrate: convert(state[slot.nitrate]!, 'nitrate', 'mg/L NO3-N', 'mg/L NO3'),
      kh: convert(state[slot.alkalinity]!, 'alkalinity', 'meq/L', '°dKH'),
      ph: kinetics.phAtOne + Math.log10(state[slot.alkalinity]!),
    }),
    /** A dose of ammonium chloride, for a rise in mg/L as N. */
    dose: (daysAgo: number, rise: number) => {
      state[slot.ammonia] = state[slot.ammonia]! + rise;
      const grams = weighed((rise * liters) / risePerGram(salts['ammonium-chloride']).ammonia);
      deeds.push({
        daysAgo,
        kind: 'ammonia-dose',
        detail: `for ${rise} mg/L as N`,
        amount: { by: 'ammonium-chloride', grams },
      });
    },
    /** Sodium bicarbonate, for a rise in °dKH. */
    buffer: (daysAgo: number, degrees: number, detail: string) => {
      const rise = convert(degrees, 'alkalinity', '°dKH', 'meq/L');
      state[slot.alkalinity] = state[slot.alkalinity]! + rise;
      const grams = weighed((rise * liters) / risePerGram(salts['sodium-bicarbonate']).alkalinity);
      deeds.push({
        daysAgo,
        kind: 'buffer',
        detail,
        amount: { by: 'salt', salt: 'sodium-bicarbonate', grams },
      });
    },
  };
}
