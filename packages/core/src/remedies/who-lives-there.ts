import type { Deed } from './deed';
import { isAnimalSign } from './sign-id';
import { type StockGroupId, isAnimal } from '../limits/stock-group';
import type { Water } from '../waters/water';

/** What of a water tells who lives there. */
export type Stocked = Pick<Water, 'kind' | 'stockGroups' | 'stock' | 'livesHere' | 'livesToldAt'>;

/** The kinds that live there, ticked or listed. A kind of which none is left does not count, unless it is ticked too. */
export const groupsIn = ({ stockGroups, stock }: Pick<Water, 'stockGroups' | 'stock'>): StockGroupId[] => [
  ...new Set([...stockGroups, ...stock.filter((s) => s.count !== 0).map((s) => s.group)]),
];

export const animalsIn = (water: Pick<Water, 'stockGroups' | 'stock'>): StockGroupId[] =>
  groupsIn(water).filter(isAnimal);

type Noted = Pick<Deed, 'kind' | 'at' | 'amount'>;

/** True of a deed that nobody can note of a water without animals. */
const showsAnimals = ({ kind, amount }: Noted): boolean =>
  kind === 'stocked' ||
  kind === 'loss' ||
  kind === 'departure' ||
  (kind === 'sign' && amount?.by === 'signs' && amount.signs.some(isAnimalSign));

/** What else tells who lives there. */
export interface Told {
  /** When a filter began to be grown in by a start that was told to be without fish: that is saying so. Null without one. */
  readonly fishlessSince?: number | null;
  /** Arrivals, deaths, departures and signs. */
  readonly deeds?: readonly Noted[];
}

/**
 * Whether animals live in a kept water. "Nobody" only where the keeper said so, and noted no animals since; boxes that
 * nobody ticked tell nothing, and what was not told is judged as if animals lived there.
 */
export function livesIn(water: Stocked, told: Told = {}): 'animals' | 'nobody' | 'untold' {
  if (animalsIn(water).length > 0 || water.livesHere === 'animals') return 'animals';
  const since = [
    ...(water.livesHere === 'nobody' ? [water.livesToldAt ?? 0] : []),
    ...(told.fishlessSince == null ? [] : [told.fishlessSince]),
  ];
  if (since.length === 0) return 'untold';
  return (told.deeds ?? []).some((d) => d.at > Math.max(...since) && showsAnimals(d)) ? 'untold' : 'nobody';
}
