import { type Kit, type MethodBook, shippedBook } from '../methods';
import { type Interval, fromWire } from '../quantity';
import type { DoubtId, FreeAmmoniaResult, Reading } from '../readings';
import type { ParameterId } from '../parameters';
import type { Deed, DeedKind } from '../remedies';
import type { Growing } from '../schedule';
import { type StockGroupId } from '../limits';
import { type Water, waterKindInfo } from '../waters';
import { animalsIn, livesIn } from '../remedies';
import { type AppliedLimit, appliedLimits } from './applied-limits';
import { type ClaimGiven, claimOf } from './claim';
import { type Conditions, saltedAs } from './conditions';
import { type EffectiveReading, effectiveReadings } from './effective';
import { pastMakers } from './events';
import { chlorideLasts, type Figure, type Latest, figuresOf } from './figure';
import { isFilterReady } from './filter-ready';
import { type Band, strictest } from '../limits/limit';
import { type PlaceGiven, type PlaceView, placeViews } from './place-view';
import { type Subject, parameterOf } from '../limits/subject';
import { isSwinging, openPh } from './sunlit-ph';

/** A reading as the history knows it: enough to compare, quick to fetch. */
export type Past = Pick<
  Reading,
  'id' | 'parameter' | 'methodId' | 'samplingPointId' | 'takenAt' | 'value'
> & {
  readonly doubts?: readonly DoubtId[];
  /** Times the sample was diluted. */
  readonly dilution?: number;
};

/** An earlier reading that tells an amount; canonical. */
export type PastRead = Omit<Past, 'value'> & { readonly value: Interval };

type Earlier = (parameter: ParameterId, before: number, methodId?: string | null) => Past | null;

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
  /** The same by place, for a water with sampling points. */
  readonly places?: readonly PlaceGiven[];
  /** What was done lately, newest first. */
  readonly deeds?: readonly Deed[];
  /** Arrivals, deaths and departures since the stock was told, where they reach back further. */
  readonly stockDeeds?: readonly Deed[];
  readonly at: number;
  readonly book?: MethodBook;
  /** The newest few readings of a parameter, newest first; asked for only when a rule needs them. */
  readonly history?: (parameter: ParameterId) => readonly Past[];
  /** The newest reading of a parameter at or before an instant; by this method, where one is named. */
  readonly earlier?: Earlier;
  readonly source?: SourceGiven | null;
  /** Any water that a change was made with. */
  readonly sourceOf?: (waterId: string) => SourceGiven | null;
  readonly kits?: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
  /** A filter that is grown in by a start told to be without fish, and how that ended. */
  readonly start?: {
    readonly fishless: boolean;
    readonly live: boolean;
    /** When it was found ready; null where it was not. */
    readonly readyAt: number | null;
    readonly startedAt: number;
  } | null;
}

/** What the rules look at: one water at one place. */
export interface Facts {
  readonly water: Water;
  readonly place: PlaceView;
  /** True for the first of the places: what holds for the water as a whole is said there. */
  readonly first: boolean;
  readonly at: number;
  readonly book: MethodBook;
  readonly latest: Latest;
  readonly deeds: readonly Deed[];
  /** Arrivals, deaths and departures since the stock was told. */
  readonly stockDeeds: readonly Deed[];
  readonly kits: readonly Pick<Kit, 'id' | 'name' | 'bottles'>[];
  readonly free: FreeAmmoniaResult | null;
  readonly lives: 'animals' | 'nobody' | 'untold';
  /** True unless the keeper said that nobody lives here: what was not told is judged as if animals did. */
  readonly hasAnimals: boolean;
  /** The kinds of animals, as far as they were told. */
  readonly animals: readonly StockGroupId[];
  readonly conditions: Conditions;
  /** True while a filter that was found ready is still taken for it: see filter-ready.ts. */
  readonly filterReady: boolean;
  /** A cycle that runs, by whether animals live in its water meanwhile; null where none does. */
  readonly growing: Growing | null;
  /** True where total ammonia can be read in a sunlit water, whose pH swings within a day. */
  readonly swings: boolean;
  /** True where free ammonia rests on a pH without an upper end, since none is of the afternoon. */
  readonly afternoonWanted: boolean;
  /** The figure of a subject, unless it was never read or is no color of its card. */
  readonly figure: (subject: Subject) => Figure | undefined;
  /** The newest reading of a parameter as it holds today; null where there is none. */
  readonly read: (parameter: ParameterId) => EffectiveReading | null;
  /** Milliseconds for which a reading of a parameter may be part of the claim that all is well. */
  readonly claim: (parameter: ParameterId) => number;
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
const mostShared = 400;

function limitsOf(water: Water, conditions: Conditions): (subject: Subject) => JudgedBy {
  const { kind, stockGroups, stock, cycling, guidance } = water;
  const lines = stock.map((s) => [s.group, s.stage, s.count === 0]);
  const key = JSON.stringify([kind, stockGroups, lines, cycling, guidance, conditions]);
  if (shared.size > mostShared) shared.clear();
  const known = shared.get(key) ?? new Map<Subject, JudgedBy>();
  shared.set(key, known);
  return (subject) => {
    let there = known.get(subject);
    if (!there) {
      const limits = appliedLimits(subject, water, conditions);
      there = { limits, bands: limits.length > 0 ? strictest(limits.map((l) => l.bands)) : [] };
      known.set(subject, there);
    }
    return there;
  };
}

/** Hardness under which a water counts as very soft, mmol/L: 3 °dGH, about 54 mg/L as CaCO3. Hedge Lamp's own. */
const verySoft = 0.535;
/** KH of a source that is RO or rain, meq/L: 1 °dKH. Hedge Lamp's own. */
const bareSource = 0.357;

function conditionsOf(
  water: Water,
  read: ReadonlyMap<ParameterId, EffectiveReading>,
  free: FreeAmmoniaResult | null,
  lives: Facts['lives'],
  source: SourceGiven | null | undefined,
): Conditions {
  const holding = (p: ParameterId) => {
    const r = read.get(p);
    return r?.value && r.state !== 'past' ? r.value : null;
  };
  const chloride = read.get('chloride')?.value ?? null;
  const nitrite = read.get('nitrite')?.value ?? null;
  const lately = holding('chloride');
  const near =
    lately !== null &&
    nitrite !== null &&
    Math.abs(read.get('chloride')!.takenAt - read.get('nitrite')!.takenAt) <= chlorideLasts;
  const ph = read.get('ph')?.value ?? null;
  const gh = read.get('hardness')?.value ?? null;
  const tap = source?.latest;
  const soft =
    gh !== null
      ? gh.best < verySoft
      : (tap?.alkalinity?.value?.best ?? Infinity) <= bareSource ||
        (tap?.hardness?.value?.best ?? Infinity) <= bareSource / 2;
  return {
    acid: ph !== null && ph.high < 7,
    bounded: free !== null && free.used.phKnown && Number.isFinite(free.value.high),
    chloride: !near ? 'unknown' : lately.low >= 10 * nitrite.best ? 'shielding' : 'known',
    soft,
    salted: saltedAs(water, chloride?.best ?? null),
    nobody: lives === 'nobody',
  };
}

/** A water as it is at each of its places, each apart. */
export function factsOfPlaces(given: FactsGiven): Facts[] {
  return placeViews(given.water, given.latest, given.places).map((view, k) => factsAt(given, view, k === 0));
}

/** A water as it is, at its first place where it has several. */
export const factsOf = (given: FactsGiven): Facts => factsOfPlaces(given)[0]!;

function factsAt(given: FactsGiven, place: PlaceView, first: boolean): Facts {
  const { water, at, deeds = [], stockDeeds = deeds, book = shippedBook, kits = [], source } = given;
  const { latest } = place;
  const start = given.start ?? null;
  const kept = waterKindInfo[water.kind].stocked;
  const lives = kept
    ? livesIn(water, {
        fishlessSince: start?.fishless === true && start.live ? start.startedAt : null,
        deeds: [...deeds, ...stockDeeds],
      })
    : 'untold';
  const hasAnimals = kept && lives !== 'nobody';
  const histories = new Map<ParameterId, readonly PastRead[]>();
  const several = place.name !== '';
  const history = (parameter: ParameterId): readonly PastRead[] => {
    const there =
      histories.get(parameter) ??
      (latest[parameter] ? (given.history?.(parameter) ?? []) : [])
        .filter((p) => !several || p.samplingPointId === (latest[parameter]?.samplingPointId ?? null))
        .flatMap(readOf);
    histories.set(parameter, there);
    return there;
  };
  const claimGiven = (swings: boolean): ClaimGiven => ({
    water,
    hasAnimals,
    swings,
    sourceAmmonia: water.kind === 'source' && showsAmmonia(latest, history),
    deeds: stockDeeds,
  });
  const settled = (parameter: ParameterId) => claimOf(claimGiven(false), parameter);
  const read = effectiveReadings({
    given,
    latest,
    history,
    hasAnimals,
    claim: settled,
    book,
    kits,
    deeds,
    stockDeeds,
  });
  const swings = isSwinging(water, hasAnimals, read.get('ammonia')?.value ?? null);
  const afternoon = swings ? openPh(read.get('ph'), history('ph'), at) : null;
  const { of, free } = figuresOf(water, latest, book, read, afternoon?.value ?? null);
  const conditions = conditionsOf(water, read, free, lives, source);
  const judgedBy = limitsOf(water, conditions);
  const claims = claimGiven(swings);
  let sourceFigures: ReadonlyMap<Subject, Figure> | null = null;
  return {
    water,
    place,
    first,
    at,
    book,
    latest,
    deeds,
    stockDeeds,
    kits,
    free,
    lives,
    hasAnimals,
    animals: animalsIn(water),
    conditions,
    growing: start?.live === true ? (start.fishless ? 'fishless' : 'with-fish') : null,
    filterReady:
      start != null &&
      start.readyAt !== null &&
      isFilterReady(start.readyAt, at, pastMakers(water, deeds, stockDeeds), read),
    swings,
    afternoonWanted: afternoon?.open === true,
    figure: (subject) => of.get(subject),
    read: (parameter) => read.get(parameter) ?? null,
    claim: (parameter) => Math.min(claimOf(claims, parameter), read.get(parameter)?.holds ?? Infinity),
    now: (subject) => {
      const figure = of.get(subject);
      if (!figure?.value) return null;
      const effective = read.get(parameterOf(subject));
      if (effective?.state === 'past') return null;
      return at - figure.takenAt > claimOf(claims, parameterOf(subject)) ? null : figure.value;
    },
    history,
    earlier: (parameter, before, methodId) => {
      const found = given.earlier?.(parameter, before, methodId) ?? null;
      if (!several || found === null) return found;
      return found.samplingPointId === (latest[parameter]?.samplingPointId ?? null) ? found : null;
    },
    limits: (subject) => judgedBy(subject).limits,
    bands: (subject) => judgedBy(subject).bands,
    source: source
      ? {
          water: source.water,
          figure: (subject) =>
            (sourceFigures ??= figuresOf(source.water, source.latest, book).of).get(subject),
        }
      : null,
    done: (since, ...kinds) => deeds.find((d) => d.at >= since && kinds.includes(d.kind)),
  };
}

/** True where a source ever showed ammonia, as far as its newest readings tell. */
const showsAmmonia = (latest: Latest, history: (parameter: ParameterId) => readonly PastRead[]): boolean =>
  (latest.ammonia?.value?.best ?? 0) > 0 || history('ammonia').some((p) => p.value.best > 0);
