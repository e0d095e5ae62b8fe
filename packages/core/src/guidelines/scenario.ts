import { hour } from '../wire';
import { canonicalUnit, parseRange, toCanonical, toWire, interval } from '../quantity';
import { type DoubtId, type Reading, isVoid } from '../readings';
import { type ParameterId, measuredIds, parameterInfo, knownIds } from '../parameters';
import type { Deed, DeedAmount, DeedKind } from '../remedies';
import type { KitBottle } from '../methods';
import { type StockGroupId } from '../limits';
import { type Water, WaterDraftSchema, type WaterKind } from '../waters';
import type { FactsGiven, Past } from './facts';
import type { Latest } from './figure';

/** A figure as somebody would say it: "1 mg/L NH3-N", "6.4", "4–5 °dKH", "over 40 mg/L NO3"; "none" for no color of its card. */
export interface ReadSaid {
  readonly says: string;
  /** Times the sample was diluted; the figure is that of the water. */
  readonly diluted?: number;
  readonly by?: string;
  readonly daysAgo?: number;
  readonly hoursAgo?: number;
  readonly doubts?: readonly DoubtId[];
  readonly firstTurn?: number;
  /** Which answer a test that ends in a question came to; `says` is then its words. */
  readonly answer?: number;
  readonly sameRun?: true;
  readonly kit?: true;
}
type Read = string | ReadSaid;

/** A made-up water in few words, for examples and tests. */
export interface Scenario {
  readonly kind?: WaterKind;
  readonly stock?: readonly StockGroupId[];
  readonly cycling?: boolean;
  readonly guidance?: object;
  /** What else is told about the water. */
  readonly water?: object;
  /** Readings by sampling point, each with its name. */
  readonly places?: readonly {
    readonly name: string;
    readonly read: Partial<Record<ParameterId, Read>>;
  }[];
  /** How the filter is being grown in, where that was told. */
  readonly start?: FactsGiven['start'];
  /** The latest reading of each. */
  readonly read?: Partial<Record<ParameterId, Read>>;
  readonly phPartner?: Read;
  /** Readings before the latest, newest first. */
  readonly before?: Partial<Record<ParameterId, readonly Read[]>>;
  readonly source?: Partial<Record<ParameterId, Read>>;
  /** Other waters to change with, besides the source: see otherWaterId. */
  readonly others?: readonly { readonly name: string; readonly read: Partial<Record<ParameterId, Read>> }[];
  readonly deeds?: readonly {
    readonly kind: DeedKind;
    readonly daysAgo: number;
    readonly detail?: string;
    readonly amount?: DeedAmount;
  }[];
  readonly bottles?: readonly Partial<KitBottle>[];
}

/** An instant of the made-up world. */
export const scenarioNow = Date.UTC(2026, 4, 20, 18);
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const waterId = id(1);
/** Identifier of one of the other waters of a scenario, for its deeds. */
export const otherWaterId = (k: number): string => id(30 + k);
const [runId, kitId] = [id(7), id(8)];

/** The unit a figure was said in; where none was, the usual one. */
const usualUnit: Partial<Record<ParameterId, string>> = {
  alkalinity: '°dKH',
  hardness: '°dGH',
  nitrite: 'mg/L NO2',
  nitrate: 'mg/L NO3',
};

function readingOf(parameter: ParameterId, read: Read, n: number): Reading {
  const said: ReadSaid = typeof read === 'string' ? { says: read } : read;
  const [, text, unitSaid] = /^(.*?)\s*((?:mg\/L|°d|°[CF]|meq|mmol).*)?$/.exec(said.says) ?? [];
  const { kind, trace } = parameterInfo(parameter);
  const unit = unitSaid ?? usualUnit[parameter] ?? canonicalUnit(kind);
  const none = text === 'none' || said.answer !== undefined || isVoid(said.doubts ?? []);
  const value = parseRange(none ? '0' : (text ?? ''), 'says', {
    floor: kind === 'temperature' ? -2 : 0,
    trace: trace ?? 0.1,
  });
  // On the scales of pH and temperature a doubt is only marked.
  const open =
    value.high === Infinity ||
    (kind !== 'ph' && kind !== 'temperature' && (said.doubts ?? []).includes('flashed'));
  const canonical = interval(
    toCanonical(value.low, kind, unit),
    toCanonical(value.best, kind, unit),
    open ? Infinity : toCanonical(value.high, kind, unit),
  );
  const dilution = said.diluted === undefined ? {} : { dilution: said.diluted };
  return {
    id: id(100 + n),
    waterId,
    samplingPointId: null,
    parameter,
    methodId: said.by ?? null,
    methodVersion: said.by ? 1 : null,
    kitId: said.kit ? kitId : null,
    takenAt: scenarioNow - (said.daysAgo ?? 0) * 24 * hour - (said.hoursAgo ?? 0) * hour - 60_000,
    zone: 'Etc/UTC',
    entered:
      said.answer !== undefined
        ? { how: 'answer', answer: said.answer, says: said.says }
        : said.firstTurn === undefined
          ? said.diluted === undefined
            ? { how: 'figure', text: text ?? '', unit }
            : { how: 'column', text: '1', ...dilution }
          : { how: 'drops', drops: 9, firstTurn: said.firstTurn },
    doubts: [...(said.doubts ?? [])],
    by: '',
    drawnFrom: null,
    note: '',
    runId: said.sameRun ? runId : null,
    value: none ? null : toWire(canonical),
    version: 1,
    createdAt: scenarioNow,
    deletedAt: null,
  };
}

const latestOf = (
  read: Partial<Record<ParameterId, Read>>,
  from: number,
): Partial<Record<ParameterId, Reading>> =>
  Object.fromEntries(
    knownIds()
      .flatMap((p) => (read[p] === undefined ? [] : [{ p, said: read[p] }]))
      .map(({ p, said }, k) => [p, readingOf(p, said, from + k)]),
  );

const waterOf = (more: object): Water => ({
  ...WaterDraftSchema.parse({ id: waterId, name: 'Made-up water', netLiters: 100, ...more }),
  version: 1,
  // Told a month ago, where it was told.
  livesToldAt: scenarioNow - 30 * 24 * hour,
  createdAt: scenarioNow - 400 * 24 * hour,
  updatedAt: scenarioNow,
  deletedAt: null,
});

/** The newest of each parameter, wherever it was read. */
function newestOf(places: readonly { readonly latest: Latest }[]): Latest {
  const newest: Partial<Record<ParameterId, Reading>> = {};
  for (const { latest } of places)
    for (const id of measuredIds()) {
      const [here, there] = [latest[id], newest[id]];
      if (here && (!there || here.takenAt > there.takenAt)) newest[id] = here;
    }
  return newest;
}

/** What a judgment of this made-up water is made from. */
export function givenOf(scenario: Scenario): FactsGiven {
  const { kind = 'aquarium', stock = ['community-fish'], cycling = false, guidance = {} } = scenario;
  const points = (scenario.places ?? []).map(({ name }, k) => ({ id: id(400 + k), name }));
  const unnamed: Latest = {
    ...latestOf(scenario.read ?? {}, 0),
    phPartner: scenario.phPartner === undefined ? null : readingOf('ph', scenario.phPartner, 90),
  };
  const places = [
    ...(scenario.places ?? []).map(({ read }, k) => ({
      id: points[k]!.id,
      latest: Object.fromEntries(
        Object.entries(latestOf(read, 500 + 20 * k)).map(([p, r]) => [
          p,
          { ...r, samplingPointId: points[k]!.id },
        ]),
      ) as Latest,
    })),
    { id: null, latest: unnamed },
  ];
  const latest = points.length > 0 ? newestOf(places) : unnamed;
  const history = (parameter: ParameterId): Past[] => {
    const newest = places.flatMap((p) => p.latest[parameter] ?? []);
    const before = (scenario.before?.[parameter] ?? []).map((r, k) => readingOf(parameter, r, 200 + k));
    return [...newest, ...before].map((r) => ({
      ...r,
      dilution: 'dilution' in r.entered ? (r.entered.dilution ?? 1) : 1,
    }));
  };
  const deeds = (scenario.deeds ?? []).map(
    ({ kind: what, daysAgo, detail = '', amount = null }, k): Deed => ({
      id: id(300 + k),
      waterId,
      kind: what,
      amount,
      at: Math.round(scenarioNow - daysAgo * 24 * hour),
      zone: 'Etc/UTC',
      detail,
      planLine: null,
      createdAt: scenarioNow,
      deletedAt: null,
    }),
  );
  const tap = scenario.source
    ? {
        water: { ...waterOf({ kind: 'source', netLiters: null, name: 'Made-up tap' }), id: id(2) },
        latest: latestOf(scenario.source, 50),
      }
    : null;
  const others = (scenario.others ?? []).map(({ name, read }, k) => ({
    water: { ...waterOf({ kind: 'source', netLiters: null, name }), id: otherWaterId(k) },
    latest: latestOf(read, 700 + 20 * k),
  }));
  return {
    water: waterOf({
      kind,
      stockGroups: stock,
      cycling,
      guidance,
      samplingPoints: points,
      sourceWaterId: tap?.water.id ?? null,
      ...scenario.water,
    }),
    latest,
    ...(points.length > 0 ? { places } : {}),
    deeds: deeds.sort((a, b) => b.at - a.at),
    at: scenarioNow,
    history,
    earlier: (parameter, before, methodId) =>
      history(parameter).find(
        (p) => p.takenAt <= before && (methodId === undefined || p.methodId === methodId),
      ) ?? null,
    source: tap,
    sourceOf: (waterId) => [...(tap ? [tap] : []), ...others].find((s) => s.water.id === waterId) ?? null,
    start: scenario.start ?? null,
    kits: [
      {
        id: kitId,
        name: 'Made-up box',
        bottles: (scenario.bottles ?? []).map((b) => ({
          methodId: '',
          bottleId: 'one',
          lot: '',
          openedOn: null,
          expiresOn: null,
          marks: [],
          ...b,
        })),
      },
    ],
  };
}
