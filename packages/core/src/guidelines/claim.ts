import { day } from '../wire';
import { type ParameterId, parameterInfo } from '../parameters';
import type { Water } from '../waters/water';
import { stockGrams, stockNow } from '../remedies/stock-count';
import type { Deed } from '../remedies/deed';

/** What decides how long a reading may speak for a water. */
export interface ClaimGiven {
  readonly water: Pick<Water, 'kind' | 'cycling' | 'stock' | 'netLiters'>;
  /** False where the keeper said that nobody lives there. */
  readonly hasAnimals: boolean;
  /** True where total ammonia can be read in a sunlit water: then its pH swings within the day. */
  readonly swings: boolean;
  /** True where this source ever showed ammonia. */
  readonly sourceAmmonia?: boolean;
  /** Arrivals, deaths and departures, for the density. */
  readonly deeds?: readonly Pick<Deed, 'kind' | 'at' | 'amount'>[];
}

/** Fish in a standing water beyond which its ammonia doubles within a day, g a liter. Common practice. */
const dense = 1;

function denselyStocked({ water, deeds = [] }: ClaimGiven): boolean {
  const grams = stockGrams(stockNow(water.stock, deeds));
  return grams !== null && water.netLiters !== null && grams / water.netLiters > dense;
}

/**
 * Days for which a reading may be part of the claim that all is well. A test may be done less often; the claim does
 * not hold longer. Common practice; for streams Hedge Lamp's own.
 */
export function claimDays(given: ClaimGiven, parameter: ParameterId): number {
  const { water, hasAnimals, swings } = given;
  if (water.kind === 'source') return parameter === 'ammonia' && given.sourceAmmonia ? 14 : 60;
  if (water.kind === 'stream') return 31;
  switch (parameter) {
    case 'ammonia':
    case 'nitrite':
      if (!hasAnimals) return 14;
      if (water.kind === 'standing') return denselyStocked(given) ? 1 : 2;
      return water.cycling ? 2 : 14;
    case 'ph':
      return swings ? 1 : parameterInfo(parameter).claimDays;
    default:
      return parameterInfo(parameter).claimDays;
  }
}

/** The same in milliseconds. */
export const claimOf = (given: ClaimGiven, parameter: ParameterId): number =>
  claimDays(given, parameter) * day;
