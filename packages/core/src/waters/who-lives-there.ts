import { type StockGroupId, isAnimal } from './stock-group';
import type { Water } from './water';

/** What of a water tells who lives there. */
export type Stocked = Pick<Water, 'kind' | 'stockGroups' | 'stock' | 'livesHere'>;

/** The kinds that live there, ticked or listed. A kind of which none is left does not count, unless it is ticked too. */
export const groupsIn = ({ stockGroups, stock }: Pick<Water, 'stockGroups' | 'stock'>): StockGroupId[] => [
  ...new Set([...stockGroups, ...stock.filter((s) => s.count !== 0).map((s) => s.group)]),
];

export const animalsIn = (water: Pick<Water, 'stockGroups' | 'stock'>): StockGroupId[] =>
  groupsIn(water).filter(isAnimal);

/**
 * Whether animals live in a kept water. "Nobody" only where the keeper said so; boxes that nobody ticked tell nothing,
 * and what was not told is judged as if animals lived there.
 * @param fishless true while a filter is grown in by a start that was told to be without fish: that is saying so
 */
export function livesIn(water: Stocked, fishless = false): 'animals' | 'nobody' | 'untold' {
  if (animalsIn(water).length > 0 || water.livesHere === 'animals') return 'animals';
  return water.livesHere === 'nobody' || fishless ? 'nobody' : 'untold';
}
