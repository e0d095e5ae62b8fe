import type { Interval, QuantityKind, Workings } from '@hedge-lamp/core/quantity';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Given } from './given';

/** What a water can give: its volume, or the latest reading of a parameter. */
export type Pulled = ParameterId | 'volume';

/** What stands in one field: the text and the unit as the keeper left them, and when it was read, if it was. */
export interface Typed {
  readonly text: string;
  readonly unit: string;
  /** Instant of the reading it was taken from; null for what was typed by hand. */
  readonly takenAt: number | null;
}

/** The fields of one tool, by their id. */
export type TypedFields = Readonly<Record<string, Typed>>;

export interface ToolField {
  readonly id: string;
  readonly label: string;
  /** Heading under which it stands. */
  readonly group?: string;
  /** The quantity, which gives the units; absent for a plain number or a choice. May hang on what was chosen. */
  readonly kind?: QuantityKind | ((choice: (id: string) => string) => QuantityKind);
  /** Unit at the start; for a plain number the words behind it. */
  readonly unit?: string;
  /** Units offered, where not all of the kind make sense. */
  readonly units?: readonly string[];
  /** A choice among a few in place of a figure. May hang on what was chosen before. */
  readonly options?:
    | readonly { readonly value: string; readonly text: string }[]
    | ((choice: (id: string) => string) => readonly { readonly value: string; readonly text: string }[]);
  /** The answer is worth having without it. */
  readonly optional?: boolean;
  /** Set, not measured: a single figure is exact. */
  readonly exact?: boolean;
  /** What of a water's latest readings goes here. */
  readonly pull?: Pulled | ((choice: (id: string) => string) => Pulled | undefined);
  /** Usually a source's: the water to take from starts at a tap or a butt. */
  readonly fromSource?: boolean;
  readonly hint?: string;
  /** A made-up figure that shows what the tool does. */
  readonly example: string;
  /** Shown only when this holds. */
  readonly when?: (choice: (id: string) => string) => boolean;
}

/** One figure of an answer. */
export interface Shown {
  readonly label: string;
  readonly figure: string;
  readonly unit: string;
  /** Its range, where the figure alone would claim too much. */
  readonly range?: string;
  readonly remark?: string;
  readonly workings?: Workings;
}

export interface Table {
  readonly caption: string;
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** A figure before something is done, and after it; both in the unit. */
export interface Move {
  readonly parameter: ParameterId;
  readonly unit: string;
  readonly before: Interval;
  readonly after: Interval;
}

export interface Outcome {
  /** The first is the answer, the others go with it. */
  readonly results: readonly Shown[];
  readonly remarks?: readonly string[];
  readonly cautions?: readonly string[];
  /** What to do, in order. */
  readonly steps?: readonly string[];
  readonly tables?: readonly Table[];
  /** What it would do to a water's figures. */
  readonly moves?: readonly Move[];
}

/** A part of a sentence with blanks: words, or the blank of a field. */
export type SentencePart = string | { readonly field: string };

/** One calculation of the worktop: what goes in, and how core makes the answer. */
export interface Tool {
  readonly id: string;
  readonly name: string;
  /** What it answers, in a sentence. */
  readonly asks: string;
  readonly fields: readonly ToolField[];
  /** What it reckons, said with blanks; the fields it names are typed there. Fields that hang on a choice stand below. */
  readonly sentence?: readonly SentencePart[];
  /** Fields of a share that is new and of the whole volume: shown as a vessel to fill. */
  readonly vessel?: { readonly share: string; readonly volume: string };
  /** Each group is a water of its own; else one water fills all groups. */
  readonly waterPerGroup?: boolean;
  /** Fields of core's errors that bear another name here. */
  readonly named?: Readonly<Record<string, string>>;
  readonly work: (given: Given) => Outcome;
}
