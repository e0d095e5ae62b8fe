import { canonicalUnit, parseRange, toCanonical, toWire, interval } from '../quantity';
import { type DoubtId, type ParameterId, type Reading, parameters } from '../readings';
import type { Deed, DeedKind } from '../remedies';
import type { KitBottle } from '../methods';
import { type StockGroupId, type Water, WaterDraftSchema, type WaterKind } from '../waters';
import type { FactsGiven, Past } from './facts';

/** A figure as somebody would say it: "1 mg/L NH3-N", "6.4", "4–5 °dKH", "over 40 mg/L NO3". */
export interface ReadSaid {
  readonly says: string;
  readonly by?: string;
  readonly daysAgo?: number;
  readonly hoursAgo?: number;
  readonly doubts?: readonly DoubtId[];
  readonly firstTurn?: number;
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
  /** The latest reading of each. */
  readonly read?: Partial<Record<ParameterId, Read>>;
  readonly phPartner?: Read;
  /** Readings before the latest, newest first. */
  readonly before?: Partial<Record<ParameterId, readonly Read[]>>;
  readonly source?: Partial<Record<ParameterId, Read>>;
  readonly deeds?: readonly { readonly kind: DeedKind; readonly daysAgo: number; readonly detail?: string }[];
  readonly bottles?: readonly Partial<KitBottle>[];
}

const hour = 3_600_000;
/** An instant of the made-up world. */
export const scenarioNow = Date.UTC(2026, 4, 20, 12);
const id = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const waterId = id(1);
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
  const { kind, trace } = parameters[parameter];
  const unit = unitSaid ?? usualUnit[parameter] ?? canonicalUnit(kind);
  const value = parseRange(text ?? '', 'says', {
    floor: kind === 'temperature' ? -2 : 0,
    trace: trace ?? 0.1,
  });
  const canonical = interval(
    toCanonical(value.low, kind, unit),
    toCanonical(value.best, kind, unit),
    value.high === Infinity ? Infinity : toCanonical(value.high, kind, unit),
  );
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
      said.firstTurn === undefined
        ? { how: 'figure', text: text ?? '', unit }
        : { how: 'drops', drops: 9, firstTurn: said.firstTurn },
    doubts: [...(said.doubts ?? [])],
    by: '',
    drawnFrom: null,
    note: '',
    runId: said.sameRun ? runId : null,
    value: toWire(canonical),
    version: 1,
    createdAt: scenarioNow,
    deletedAt: null,
  };
}

const latestOf = (read: Partial<Record<ParameterId, Read>>, from: number) =>
  Object.fromEntries(
    Object.entries(read).map(([p, r], k) => [p, readingOf(p as ParameterId, r, from + k)]),
  ) as Partial<Record<ParameterId, Reading>>;

const waterOf = (more: object): Water => ({
  ...WaterDraftSchema.parse({ id: waterId, name: 'Made-up water', netLiters: 100, ...more }),
  version: 1,
  createdAt: scenarioNow - 400 * 24 * hour,
  updatedAt: scenarioNow,
  deletedAt: null,
});

/** What a judgment of this made-up water is made from. */
export function givenOf(scenario: Scenario): FactsGiven {
  const { kind = 'aquarium', stock = ['community-fish'], cycling = false, guidance = {} } = scenario;
  const latest = {
    ...latestOf(scenario.read ?? {}, 0),
    phPartner: scenario.phPartner === undefined ? null : readingOf('ph', scenario.phPartner, 90),
  };
  const history = (parameter: ParameterId): Past[] => {
    const newest = latest[parameter];
    const before = (scenario.before?.[parameter] ?? []).map((r, k) => readingOf(parameter, r, 200 + k));
    return [...(newest ? [newest] : []), ...before];
  };
  const deeds = (scenario.deeds ?? []).map(({ kind: what, daysAgo, detail = '' }, k): Deed => ({
    id: id(300 + k),
    waterId,
    kind: what,
    amount: null,
    at: scenarioNow - daysAgo * 24 * hour,
    zone: 'Etc/UTC',
    detail,
    createdAt: scenarioNow,
    deletedAt: null,
  }));
  return {
    water: waterOf({ kind, stockGroups: stock, cycling, guidance }),
    latest,
    deeds: deeds.sort((a, b) => b.at - a.at),
    at: scenarioNow,
    history,
    earlier: (parameter, before, methodId) =>
      history(parameter).find(
        (p) => p.takenAt <= before && (methodId === undefined || p.methodId === methodId),
      ) ?? null,
    source: scenario.source
      ? {
          water: { ...waterOf({ kind: 'source', netLiters: null, name: 'Made-up tap' }), id: id(2) },
          latest: latestOf(scenario.source, 50),
        }
      : null,
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
