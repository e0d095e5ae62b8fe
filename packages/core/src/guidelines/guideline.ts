import type { WaterKind } from '../waters/water';
import type { StockGroupId } from '../limits/stock-group';
import type { Limit } from '../limits/limit';
import type { SchoolId } from '../limits/school';

/** For whom a guideline speaks. */
export interface ForWhom {
  readonly kinds: readonly WaterKind[];
  /** For these animals; in a water that has them it takes the place of the general limits. */
  readonly stock?: readonly StockGroupId[];
  /** Only beside plants, for young animals, or while the filter grows in. It holds beside the others. */
  readonly planted?: true;
  readonly young?: true;
  readonly cycling?: true;
}

export interface GuidelineLimit extends Limit {
  /** The school whose view this is, as "nitrate/twenty"; it holds only where that view does. */
  readonly view?: `${SchoolId}/${string}`;
  /** Where it holds only under a condition that readings tell. */
  readonly when?: LimitCondition;
  /** Statuses that begin at their bound, not past it: "under 1" no longer holds at 1. */
  readonly onStep?: readonly ('watch' | 'act' | 'urgent')[];
}

/** Conditions of a limit, in words for the page of all limits. */
export const limitConditions = {
  'free-unbounded': 'only where pH is unread, so that free ammonia cannot be told',
  'chloride-unread': 'only where chloride is unread',
  'chloride-unread-soft': 'only in RO, rain or very soft water whose chloride is unread',
  'not-shielded': 'only where chloride is under ten times nitrite-N',
  fresh: 'only in fresh water',
  marine: 'only in sea water',
} as const;
type LimitCondition = keyof typeof limitConditions;

/** A set of limits under one name, with its source and whom it is for. Opinions of a school, not laws. */
export interface Guideline {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly forWhom: ForWhom;
  /** True where it holds without being chosen, for those it is for; or the kinds of water in which it does. */
  readonly usual: boolean | readonly WaterKind[];
  /** True for a published criterion that is held beside whatever else holds. */
  readonly beside?: true;
  readonly limits: readonly GuidelineLimit[];
}
