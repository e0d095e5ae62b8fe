import { type Kit, type MethodBook, shippedBook } from '../methods';
import { type Interval, fromWire } from '../quantity';
import type { FreeAmmoniaResult, ParameterId, Reading } from '../readings';
import type { Deed, DeedKind } from '../remedies';
import { staleAfter } from '../schedule/due';
import { type Water, isAnimal } from '../waters';
import { type AppliedLimit, appliedLimits } from './applied-limits';
import { type Figure, type Latest, figuresOf } from './figure';
import { type Band, strictest } from './limit';
import { type Subject, parameterOf } from './subject';

/** A reading as the history knows it: enough to compare, quick to fetch. */
export type Past = Pick<Reading, 'id' | 'parameter' | 'methodId' | 'samplingPointId' | 'takenAt' | 'value'>;

/** An earlier reading that tells an amount; canonical. */
export type PastRead = Omit<Past, 'value'> & { readonly value: Interval };

export type Earlier = (parameter: ParameterId, before: number, methodId?: string | null) => Past | null;

/** Another water that this one is changed with. */
export interface SourceGiven {
  readonly water: Water;
  readonly latest: Latest;
}

/** What a judgment is made from. */
export interface FactsGiven {
  readonly water: Water;
  /** The newest reading by parameter, deleted ones left out. */
  readonly latest: Latest;
  /** What was done lately, newest first. */
  readonly deeds?: readonly Deed[];
  readonly at: number;
  readonly book?: MethodBook;
  /** The newest few readings of a parameter, newest first; asked for only when a rule needs them. */
  readonly history?: (parameter: ParameterId) => readonly Past[];
  /** The newest reading of a parameter at or before an instant; by this method, where one is named. */
  readonly earlier?: Earlier;
  readonly source?: SourceGiven | null;
  readonly kits?: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
}

/** What the rules look at. */
export interface Facts {
  readonly water: Water;
  readonly at: number;
  readonly book: MethodBook;
  readonly latest: Latest;
  readonly deeds: readonly Deed[];
  readonly kits: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
  readonly free: FreeAmmoniaResult | null;
  readonly hasAnimals: boolean;
  /** The figure of a subject, unless it was never read or is no color of its card. */
  readonly figure: (subject: Subject) => Figure | undefined;
  /** Its value where it is recent enough to speak of today; canonical. */
  readonly now: (subject: Subject) => Interval | null;
  readonly history: (parameter: ParameterId) => readonly PastRead[];
  readonly earlier: Earlier;
  readonly limits: (subject: Subject) => readonly AppliedLimit[];
  readonly bands: (subject: Subject) => readonly Band[];
  readonly source: {
    readonly water: Water;
    readonly figure: (subject: Subject) => Figure | undefined;
  } | null;
  /** The newest deed of a kind since an instant. */
  readonly done: (since: number, ...kinds: DeedKind[]) => Deed | undefined;
}

const readOf = (p: Past): PastRead[] => (p.value === null ? [] : [{ ...p, value: fromWire(p.value) }]);

interface JudgedBy {
  readonly limits: readonly AppliedLimit[];
  readonly bands: readonly Band[];
}

/** Waters of one kind and stock are judged alike: of a hundred waters few differ. */
const shared = new Map<string, Map<Subject, JudgedBy>>();
const mostShared = 200;

function limitsOf(water: Water, acid: boolean): (subject: Subject) => JudgedBy {
  const { kind, stockGroups, cycling, guidance } = water;
  const key = JSON.stringify([kind, stockGroups, cycling, guidance, acid]);
  if (shared.size > mostShared) shared.clear();
  const known = shared.get(key) ?? new Map<Subject, JudgedBy>();
  shared.set(key, known);
  return (subject) => {
    let there = known.get(subject);
    if (!there) {
      const limits = appliedLimits(subject, water, acid);
      there = { limits, bands: limits.length > 0 ? strictest(limits.map((l) => l.bands)) : [] };
      known.set(subject, there);
    }
    return there;
  };
}

export function factsOf(given: FactsGiven): Facts {
  const { water, latest, at, deeds = [], book = shippedBook, kits = [] } = given;
  const { of, free } = figuresOf(water, latest, book);
  const histories = new Map<ParameterId, readonly PastRead[]>();
  const ph = of.get('ph')?.value;
  const acid = ph !== null && ph !== undefined && ph.high < 7;
  const judgedBy = limitsOf(water, acid);
  let sourceFigures: ReadonlyMap<Subject, Figure> | null = null;
  return {
    water,
    at,
    book,
    latest,
    deeds,
    kits,
    free,
    hasAnimals: water.stockGroups.some(isAnimal),
    figure: (subject) => of.get(subject),
    now: (subject) => {
      const figure = of.get(subject);
      if (!figure?.value) return null;
      return at - figure.takenAt > staleAfter(water, parameterOf(subject)) ? null : figure.value;
    },
    history: (parameter) => {
      const there =
        histories.get(parameter) ??
        (latest[parameter] ? (given.history?.(parameter) ?? []) : []).flatMap(readOf);
      histories.set(parameter, there);
      return there;
    },
    earlier: given.earlier ?? (() => null),
    limits: (subject) => judgedBy(subject).limits,
    bands: (subject) => judgedBy(subject).bands,
    source: given.source
      ? {
          water: given.source.water,
          figure: (subject) =>
            (sourceFigures ??= figuresOf(given.source!.water, given.source!.latest, book).of).get(subject),
        }
      : null,
    done: (since, ...kinds) => deeds.find((d) => d.at >= since && kinds.includes(d.kind)),
  };
}
