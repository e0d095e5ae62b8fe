import { day } from '../wire';
import { FieldError } from '../quantity';
import type { ParameterId } from '../parameters';
import {
  type Deed,
  type DeedKind,
  animalsOf,
  checkAmount,
  figureOf,
  gramsOfArrival,
  stockGrams,
  stockNow,
} from '../remedies';
import { type Water } from '../waters';
import { isInvertebrate } from '../limits';

/** Something done or befallen that makes what was read before it the past. */
export interface PastMaker {
  readonly at: number;
  readonly kind: DeedKind;
  readonly parameters: readonly ParameterId[];
  /** From this instant on; later than `at` where one test within some days will do. */
  readonly from: number;
  /** In a sentence: "The filter stopped for over two hours." */
  readonly because: string;
  /** True where ammonia and nitrite are watched closely for a fortnight afterwards. */
  readonly unsettles: boolean;
}

/** How long ammonia and nitrite are watched after something that can upset a filter. Common practice. */
export const unsettledFor = 14 * day;
/** Beyond this a filter without flow begins to die. Common practice. */
const mostStopped = 2;
/** Animals added beyond this share of the stock by weight ask more of the filter than it has. Common practice. */
const fewAdded = 0.1;
/** A dead snail in more water than this makes no ammonia that a kit shows. Hedge Lamp's own. */
const largeTank = 100;

const waste = ['ammonia', 'nitrite'] as const satisfies readonly ParameterId[];

/** True where an amount can still be read: what was kept by an earlier version may not. */
function readable(deed: Deed): boolean {
  if (!deed.amount) return false;
  try {
    checkAmount(deed.amount);
    return true;
  } catch (error) {
    if (error instanceof FieldError) return false;
    throw error;
  }
}

const hoursOf = (deed: Deed): number | null =>
  readable(deed) ? (figureOf(deed.amount!)?.best ?? null) : null;

/** Whether few animals came, by weight, beside those that lived there before. Not told is not few. */
function fewCame(deed: Deed, water: Pick<Water, 'stock'>, deeds: readonly Deed[]): boolean {
  if (!readable(deed) || deed.amount?.by !== 'animals') return false;
  const before = stockGrams(
    stockNow(
      water.stock,
      deeds.filter((d) => d.at < deed.at),
    ),
  );
  const came = gramsOfArrival(deed.amount, water.stock);
  return before !== null && before > 0 && came !== null && came <= fewAdded * before;
}

/** Whether the animals that died were only snails, in water enough for it. */
function snailInMuchWater(deed: Deed, { netLiters }: Pick<Water, 'netLiters'>): boolean {
  return (
    deed.amount?.by === 'animals' &&
    deed.amount.group === 'snails' &&
    readable(deed) &&
    animalsOf(deed.amount)!.count <= 1 &&
    netLiters !== null &&
    netLiters >= largeTank
  );
}

/** Whether only animals without a backbone died. */
export const onlyInvertebrates = ({ amount }: Pick<Deed, 'amount'>): boolean =>
  amount?.by === 'animals' && amount.group !== null && isInvertebrate(amount.group);

type Told = Omit<PastMaker, 'at' | 'kind' | 'from'> & { readonly grace?: number };

/** Why a deed may have killed part of a filter, in a sentence; null where it does not. */
export function filterUpsetBy(deed: Deed): string | null {
  switch (deed.kind) {
    case 'media-change':
      return 'Filter media were changed.';
    case 'filter-wash':
      return 'The filter was washed under the tap.';
    case 'filter-clean':
      return 'The filter was cleaned, and nobody said how.';
    case 'filter-stopped':
    case 'power-cut': {
      const hours = hoursOf(deed);
      if (hours !== null && hours <= mostStopped) return null;
      return hours === null
        ? 'The filter stopped, and nobody said how long.'
        : 'The filter stopped for over two hours.';
    }
    case 'medicine':
      return 'Medicine was given.';
    default:
      return null;
  }
}

function toldBy(deed: Deed, water: Water, deeds: readonly Deed[]): Told | null {
  const upset = (because: string): Told => ({ parameters: waste, because, unsettles: true });
  switch (deed.kind) {
    case 'stocked':
      return fewCame(deed, water, deeds)
        ? { ...upset('A few animals were added.'), grace: 3 * day }
        : upset('Animals were added.');
    case 'loss':
      return snailInMuchWater(deed, water) ? null : upset('Animals died.');
    case 'sign':
      return deed.amount?.by === 'signs' && deed.amount.signs.includes('death')
        ? upset('Animals died.')
        : null;
    case 'rescape':
      return upset('The tank was rescaped.');
    case 'media-change':
    case 'filter-wash':
    case 'filter-clean':
    case 'filter-stopped':
    case 'power-cut':
    case 'medicine': {
      const because = filterUpsetBy(deed);
      return because === null ? null : upset(because);
    }
    case 'treatment':
      return upset('A treatment was given, and nobody said which.');
    case 'ammonia-dose':
    case 'challenge':
      return { parameters: waste, because: 'Ammonia was dosed.', unsettles: false };
    case 'buffer':
      return { parameters: ['ph', 'alkalinity'], because: 'A buffer was put in.', unsettles: false };
    case 'mineral':
      // Told with its weight, it is carried by the arithmetic.
      return readable(deed)
        ? null
        : {
            parameters: ['hardness', 'chloride'],
            because: 'Salt or minerals were put in, and nobody said how much.',
            unsettles: false,
          };
    case 'acid':
      return { parameters: ['ph', 'alkalinity'], because: 'Acid was put in.', unsettles: false };
    case 'conditioner':
      return deed.amount?.by === 'against' && deed.amount.against === 'chlorine'
        ? null
        : { parameters: ['ammonia'], because: 'A conditioner against ammonia was put in.', unsettles: false };
    case 'harvest':
      return {
        parameters: water.kind === 'aquaponics' ? ['nitrate', 'ammonia'] : ['nitrate'],
        because: 'Plants were harvested.',
        unsettles: false,
      };
    // Changes of water and rain are carried where they can be: see carried.ts.
    case 'water-change':
    case 'rain':
    case 'feed':
    case 'seeding':
    case 'planting':
    case 'departure':
    case 'filter-rinse':
    case 'sign-over':
    case 'water-ready':
    case 'other':
      return null;
  }
}

/**
 * What was done or befell, as far as it makes earlier readings the past. Common practice. What was told in no way that
 * can be weighed is taken at its worst.
 * @param deeds of this water, newest first
 * @param stockDeeds arrivals, deaths and departures since the stock was told
 */
export function pastMakers(
  water: Water,
  deeds: readonly Deed[],
  stockDeeds: readonly Deed[] = deeds,
): PastMaker[] {
  return deeds.flatMap((deed) => {
    const told = toldBy(deed, water, stockDeeds);
    if (!told) return [];
    const { grace = 0, ...rest } = told;
    return [{ ...rest, at: deed.at, kind: deed.kind, from: deed.at + grace }];
  });
}
