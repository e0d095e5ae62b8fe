import type { Kind } from '../quantity';
import type { WayToRead } from './way-to-read';
import type { WrittenAs } from './written-as';

/** What becomes of a figure when a known share of the water is changed: it mixes, it goes as pH does, or nothing is told. */
type AfterChange = 'mixes' | 'as-ph' | 'as-it-was';

/** What can be measured, with all that follows from it elsewhere: units, forms, lists, order, claims. */
export interface Parameter<Id extends string = string> {
  readonly id: Id;
  /** Name in the words of the interface. */
  readonly label: string;
  readonly kind: Kind;
  /** The unit in which a new water shows it. */
  readonly usualUnit: string;
  /** What can be at all, in the canonical unit; a figure outside is a slip of the finger. */
  readonly possible: readonly [low: number, high: number];
  /**
   * Beyond this a figure is asked about once before it is kept: it can be, but a slip of the finger is likelier. In the
   * canonical unit; Hedge Lamp's own.
   */
  readonly seldom?: readonly [low: number, high: number];
  /** What "trace" reaches up to, in the canonical unit: the lowest step that a usual card shows (common practice). */
  readonly trace?: number;
  /** True where 0 means none of it: doubts then widen by shares, and a chart begins there. */
  readonly startsAtZero: boolean;
  /** True for what halves when the sample is diluted to twice its volume. */
  readonly dilutes: boolean;
  readonly afterChange: AfterChange;
  /** False for what only some keepers measure: it is not called missing where it was never read. */
  readonly routine: boolean;
  /** True for what can kill unseen within days, so that Clear may have to wait for it. */
  readonly vital: boolean;
  /** True for what harms by too much alone: of two colors the higher is then the safe one. */
  readonly harmsAbove?: true;
  /** How soon it hurts animals: what has the lower rank is tested first. Common practice. */
  readonly danger: number;
  /** Days for which a reading may speak for a settled tank. */
  readonly claimDays: number;
  /** Digits after the point that a chart or a list shows at most, in the usual unit. */
  readonly decimals: number;
  /** Ways to read it that need no more than numbers to describe; a method is made of each. */
  readonly read: readonly WayToRead[];
  /** Further units of which no factor makes the canonical one. */
  readonly writtenAs?: readonly WrittenAs[];
  /** Published source of what is written here, or "common practice". */
  readonly source: string;
}

/** A concentration that mixes, dilutes and starts at zero, as most of them do. */
export const dissolved = {
  startsAtZero: true,
  dilutes: true,
  afterChange: 'mixes',
  routine: false,
  vital: false,
  claimDays: 60,
  decimals: 2,
  read: [],
} as const satisfies Partial<Parameter>;

/** A gas that air gives and takes within hours: a change of water tells nothing about it, nor does diluting. */
export const gas = {
  ...dissolved,
  dilutes: false,
  afterChange: 'as-it-was',
  claimDays: 1,
} as const satisfies Partial<Parameter>;
