import { toCanonical } from '../../quantity';
import type { StockGroupId } from '../../limits/stock-group';

/**
 * How much one day, or one moment, may move a water. All of them stand here and nowhere else. Steady beats ideal:
 * common practice; the sizes are Hedge Lamp's own where none is named.
 */
export interface Caps {
  /** Share of the water at once. */
  readonly share: number;
  /** pH a day at equal CO2, down and up. */
  readonly phDown: number;
  readonly phUp: number;
  /** pH that a change may not go under at once. */
  readonly phFloor: number;
  /** meq/L and mmol/L a day, up or down. */
  readonly alkalinity: number;
  readonly hardness: number;
  /** °C at once. */
  readonly temperature: number;
  /** True where new water only drips in. */
  readonly drip: boolean;
}

const kh = (degrees: number) => toCanonical(degrees, 'alkalinity', '°dKH');
const gh = (degrees: number) => toCanonical(degrees, 'hardness', '°dGH');

/** Half the water at once, whatever the figures say. Common practice. */
export const mostAtOnce = 0.5;
/** °C that water may warm or cool within an hour. Common practice. */
export const degreesAnHour = 1;
/** Three halves in the first day of an emergency. */
export const mostChangesInADay = 3;

export interface CapsFor {
  readonly animals: readonly StockGroupId[];
  readonly young: boolean;
}

const soft: readonly StockGroupId[] = ['soft-water-fish', 'discus', 'crystal-shrimp'];
const shrimps: readonly StockGroupId[] = ['shrimp', 'crystal-shrimp'];

/** Those that stand a slow change only. */
export const isSensitive = ({ animals, young }: CapsFor): boolean =>
  young || animals.some((g) => soft.includes(g) || shrimps.includes(g) || g === 'trout');
const hasShrimp = ({ animals }: CapsFor): boolean => animals.some((g) => shrimps.includes(g));

/** What holds on any day but one of danger. */
export function everydayCaps(of: CapsFor): Caps {
  const careful = of.animals.some((g) => soft.includes(g) || shrimps.includes(g));
  const shrimp = hasShrimp(of);
  return {
    share: shrimp ? 0.15 : mostAtOnce,
    phDown: isSensitive(of) ? 0.3 : 0.5,
    phUp: isSensitive(of) ? 0.3 : 0.5,
    phFloor: 0,
    alkalinity: kh(careful ? 1 : 2),
    hardness: gh(careful ? 1 : 2),
    temperature: 2,
    drip: shrimp || of.young,
  };
}

/**
 * While the poison is the greater harm: a fall of pH takes ammonia's edge off, so up to one pH a day is borne, not under
 * 6.0 at once, nor under 7.0 for rift-lake fish. Against nitrite a fall gains nothing.
 * @param against what the change is for
 */
export function emergencyCaps(of: CapsFor, against: 'ammonia' | 'nitrite'): Caps {
  return {
    share: mostAtOnce,
    phDown: against === 'ammonia' ? 1 : everydayCaps(of).phDown,
    phUp: Infinity,
    phFloor: of.animals.includes('rift-lake-fish') ? 7 : 6,
    alkalinity: Infinity,
    hardness: Infinity,
    temperature: 2,
    drip: false,
  };
}

/**
 * The airing bound: free ammonia under its Watch limit in the air of a close room, and under its Act limit outdoors. What
 * lifts KH keeps to it at the top of the ammonia reading. Hedge Lamp's own step.
 */
export const airing = { watchAtPpm: 1000, actAtPpm: 420 } as const;
/** "After airing" is told as the range of these: from a close room to outdoors. */
export const airedPpm = { close: 2000, outdoors: 420 } as const;

/** Old acid water takes a tenth a day, once total ammonia is at or under this, mg/L as N. */
export const oldAcidWater = { below: 6.5, part: 0.1, ammonia: 0.5 } as const;

/** Chloride beyond which no salt is put in against nitrite, mg/L: by the ion; by the nitrogen; beside plants of a loop. */
export const mostChloride = { ion: 120, nitrogen: 230, loop: 140 } as const;
