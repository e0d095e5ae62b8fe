import type { Interval } from '../../quantity';
import type { ParameterId } from '../../parameters';
import type { StockGroupId } from '../../limits/stock-group';
import type { WaterKind } from '../../waters/water';
import type { Deed } from '../deed';
import type { SignId } from '../sign-id';
import type { Proposal } from './proposal';

export const planFigures = [
  'ammonia',
  'nitrite',
  'nitrate',
  'ph',
  'alkalinity',
  'hardness',
  'temperature',
  'chloride',
] as const satisfies readonly ParameterId[];
export type PlanFigure = (typeof planFigures)[number];
/** Canonical; null where it was not read, or nobody knows what became of it. */
export type PlanFigures = Readonly<Record<PlanFigure, Interval | null>>;

/** Water that a change can be made with. */
export interface PlanSource {
  /** Null for clean water that nobody named. */
  readonly id: string | null;
  readonly name: string;
  readonly figures: PlanFigures;
  /** True where its ammonia was read too long ago to count on, and showed some. */
  readonly showedAmmoniaLongAgo: boolean;
  /** Liters that stand ready, as was told; null where it runs as wanted, or nobody said. */
  readonly litersAtHand: number | null;
  /** What comes after that, and when. */
  readonly next: { readonly liters: number; readonly at: number } | null;
}

/** Where Watch, Act and Urgent begin above; Infinity where there is none. Canonical. */
export interface Steps {
  readonly watch: number;
  readonly act: number;
  readonly urgent: number;
}

/** A finding, as far as the plan needs it. */
export interface Concern {
  readonly findingId: string;
  readonly rule: string;
  readonly subject: string | null;
  readonly status: 'unread' | 'clear' | 'watch' | 'act' | 'urgent';
  readonly note: boolean;
  readonly sure: boolean;
  readonly placeId: string | null;
  readonly place: string;
  readonly proposals: readonly Proposal[];
}

export interface PlanGiven {
  readonly at: number;
  /** Zone of the keeper's clock, for "tomorrow morning". */
  readonly zone: string;
  readonly water: {
    readonly kind: WaterKind;
    /** Net; null where it is not known. */
    readonly liters: number | null;
    readonly animals: readonly StockGroupId[];
    readonly young: boolean;
    readonly planted: boolean;
    readonly hasFilter: boolean;
    readonly cycling: boolean;
    readonly lives: 'animals' | 'nobody' | 'untold';
    readonly salted: boolean;
    /** True where light drives pH: its afternoon is what counts. */
    readonly swings: boolean;
    /** True where nitrite gets in easily: soft water, trout, young. */
    readonly sensitiveToNitrite: boolean;
  };
  readonly figures: PlanFigures;
  /** True where the temperature was not read but taken as usual. */
  readonly temperatureAssumed: boolean;
  /** When each was read; null where never. */
  readonly readAt: (parameter: ParameterId) => number | null;
  /** True where the readings before anything was done about them were urgent, within a day. */
  readonly wasUrgent: boolean;
  /** True where a figure was worked out from what was done since it was read. */
  readonly isEstimate: (parameter: ParameterId) => boolean;
  /** True where something done since makes what was read the past, and nobody can carry it. */
  readonly isPast: (parameter: ParameterId) => boolean;
  /** Null where the water names none. */
  readonly source: PlanSource | null;
  /** Others of which it was told how much stands ready. */
  readonly others: readonly PlanSource[];
  readonly limits: {
    /** mg/L as NH3-N. */
    readonly free: Steps;
    readonly ammonia: Steps;
    readonly nitrite: Steps;
    readonly nitrate: Steps;
    /** Where too little begins. */
    readonly alkalinityFrom: number;
    readonly hardnessFrom: number;
    /** What nitrate is brought to. */
    readonly nitrateTarget: number;
  };
  /** Worst first. */
  readonly concerns: readonly Concern[];
  /** Of the last fortnight, newest first. */
  readonly deeds: readonly Deed[];
  readonly signs: readonly SignId[];
  /** Two or more died within a day. */
  readonly dying: boolean;
  /** mg/L of CO2 by pH and KH, where that is over what fish stand; null otherwise. */
  readonly muchCo2: boolean;
  /** Ammonia made a day, mg/L as N; zero where none was told. */
  readonly load: Interval;
  /** Rise of nitrate a day, mg/L as N; null where it is not known. */
  readonly nitrateRise: number | null;
  readonly stockGrams: number | null;
  /** When the readings that Clear rests on run out. */
  readonly claims: readonly {
    readonly parameter: ParameterId;
    readonly until: number;
    readonly placeId: string | null;
  }[];
  readonly putOff: readonly { readonly lineId: string; readonly until: number }[];
  /** How the newest readings agree with what was foretold, in sentences. */
  readonly afterwards: readonly string[];
  /** Liters said in the keeper's unit: "54 L". */
  readonly volume: (liters: number) => string;
  /** A figure in the keeper's unit with range and unit. */
  readonly words: (figure: PlanFigure | 'free-ammonia', value: Interval) => string;
  /** A bare best guess likewise, in two digits. */
  readonly rough: (figure: PlanFigure | 'free-ammonia', value: number) => string;
  /** A difference of temperature, in °C, in the keeper's unit. */
  readonly apart: (celsius: number) => string;
  readonly shown: (
    figure: PlanFigure | 'free-ammonia',
    value: Interval,
  ) => { readonly value: Interval; readonly unit: string };
}

/** Grams of fish and what it gives off unfed: 0.1 to 0.4 g of nitrogen a kilogram a day (from memory). */
export const unfedPerGram = { low: 0.1, best: 0.2, high: 0.4 } as const;
