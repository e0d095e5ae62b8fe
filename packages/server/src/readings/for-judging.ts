import { day } from '@hedge-lamp/core/wire';
import type { Past } from '@hedge-lamp/core/guidelines';
import type { MethodBook } from '@hedge-lamp/core/methods';
import { type ParameterId, knownIds } from '@hedge-lamp/core/parameters';
import { type DoubtId, type Reading, rangeOf } from '@hedge-lamp/core/readings';
import { type SQL, and, eq, getTableColumns, gte, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import type { Database, Queries } from '../database/open-database';
import { newestFirst } from './newest-first';
import { type Row, fromRow } from './row';
import { readingsTable } from './table';

const ofParameter = and(
  eq(readingsTable.waterId, sql.placeholder('waterId')),
  eq(readingsTable.parameter, sql.placeholder('parameter')),
  isNull(readingsTable.deletedAt),
);

/** What is asked for every water at once: built by Drizzle, prepared once for each open file, and run without it. */
const prepared = new WeakMap<Database, ReturnType<typeof prepareAll>>();
function prepareAll(database: Database) {
  // The count is written out: SQLite plans a statement anew at each run where the limit is a parameter.
  const raw = (query: { toSQL: () => { sql: string } }, count: number) =>
    database.$client.prepare(`${query.toSQL().sql} limit ${count}`).raw();
  const past = (where: SQL | undefined, count: number) =>
    raw(
      database
        .select(pastColumns)
        .from(readingsTable)
        .where(where)
        .orderBy(...newestFirst),
      count,
    );
  const until = lte(readingsTable.takenAt, sql.placeholder('before'));
  const at = sql`${readingsTable.samplingPointId} is ${sql.placeholder('place')}`;
  return {
    latestAt: raw(
      database
        .select()
        .from(readingsTable)
        .where(and(ofParameter, at))
        .orderBy(...newestFirst),
      1,
    ),
    pastOfPlaces: past(ofParameter, pastCount * 5),
    latest: raw(
      database
        .select()
        .from(readingsTable)
        .where(ofParameter)
        .orderBy(...newestFirst),
      1,
    ),
    latestWithValue: raw(
      database
        .select()
        .from(readingsTable)
        .where(and(ofParameter, isNotNull(readingsTable.best)))
        .orderBy(...newestFirst),
      1,
    ),
    past: past(ofParameter, pastCount),
    before: past(and(ofParameter, until), 1),
    beforeBy: past(and(ofParameter, until, eq(readingsTable.methodId, sql.placeholder('methodId'))), 1),
  };
}
function preparedFor(database: Database) {
  const there = prepared.get(database) ?? prepareAll(database);
  prepared.set(database, there);
  return there;
}

const columns = Object.entries(getTableColumns(readingsTable)).map(
  ([name, column]) => [name, column.dataType === 'json'] as const,
);
/** A row as SQLite gives it, in the order of the columns. */
const fromRaw = (values: readonly unknown[]): Reading =>
  fromRow(
    Object.fromEntries(
      columns.map(([name, isJson], k) => [name, isJson ? JSON.parse(String(values[k])) : values[k]]),
    ) as unknown as Row,
  );

/**
 * The newest reading of each parameter.
 * @param onlyWithValue true to pass over those that told no value, such as a run whose deciding step was skipped
 */
export function latestReadings(
  database: Database,
  waterId: string,
  { onlyWithValue = false } = {},
): Partial<Record<ParameterId, Reading>> {
  const { latest: whichever, latestWithValue } = preparedFor(database);
  const newest = onlyWithValue ? latestWithValue : whichever;
  const latest: Partial<Record<ParameterId, Reading>> = {};
  for (const parameter of knownIds()) {
    const row = newest.get(waterId, parameter) as unknown[] | undefined;
    if (row) latest[parameter] = fromRaw(row);
  }
  return latest;
}

/** The newest reading of each parameter at one place; null for those that name no place. */
export function latestReadingsAt(
  database: Database,
  waterId: string,
  placeId: string | null,
): Partial<Record<ParameterId, Reading>> {
  const { latestAt } = preparedFor(database);
  const latest: Partial<Record<ParameterId, Reading>> = {};
  for (const parameter of knownIds()) {
    const row = latestAt.get(waterId, parameter, placeId) as unknown[] | undefined;
    if (row) latest[parameter] = fromRaw(row);
  }
  return latest;
}

const pastColumns = {
  id: readingsTable.id,
  parameter: readingsTable.parameter,
  methodId: readingsTable.methodId,
  samplingPointId: readingsTable.samplingPointId,
  takenAt: readingsTable.takenAt,
  low: readingsTable.low,
  best: readingsTable.best,
  high: readingsTable.high,
  doubts: readingsTable.doubts,
  dilution: sql<number | null>`json_extract(${readingsTable.entered}, '$.dilution')`.as('dilution'),
} as const;
type PastRow = [
  string,
  ParameterId,
  string | null,
  string | null,
  number,
  number | null,
  number | null,
  number | null,
  string,
  number | null,
];

/** How many earlier readings a judgment looks at. */
const pastCount = 8;

const fromPast = ([
  id,
  parameter,
  methodId,
  samplingPointId,
  takenAt,
  low,
  best,
  high,
  doubts,
  dilution,
]: PastRow): Past => ({
  id,
  parameter,
  methodId,
  samplingPointId,
  takenAt,
  value: best === null ? null : { low, best, high },
  ...(doubts === '[]' ? {} : { doubts: JSON.parse(doubts) as DoubtId[] }),
  ...(dilution === null ? {} : { dilution }),
});

/**
 * The newest few readings of a parameter, newest first.
 * @param ofPlaces true where several places share them, and each is to have its few
 */
export function pastReadings(
  database: Database,
  waterId: string,
  parameter: ParameterId,
  ofPlaces = false,
): Past[] {
  const { past, pastOfPlaces } = preparedFor(database);
  return ((ofPlaces ? pastOfPlaces : past).all(waterId, parameter) as PastRow[]).map(fromPast);
}

/** The newest reading at or before an instant; by a method, where one is named. */
export function readingBefore(
  database: Database,
  waterId: string,
  parameter: ParameterId,
  before: number,
  methodId?: string | null,
): Past | null {
  const { before: any, beforeBy } = preparedFor(database);
  const row = (
    methodId === undefined
      ? any.get(waterId, parameter, before)
      : beforeBy.get(waterId, parameter, before, methodId)
  ) as PastRow | undefined;
  return row ? fromPast(row) : null;
}

/**
 * The reading of the other pH range that goes with this one: of the same run, else the newest within a day before it at
 * the same place.
 */
export function phPartnerOf(
  database: Queries,
  reading: Reading | undefined,
  book: MethodBook,
): Reading | null {
  const range = reading ? rangeOf(reading, book) : null;
  if (!reading || range === null) return null;
  const others = database
    .select()
    .from(readingsTable)
    .where(
      and(
        eq(readingsTable.waterId, reading.waterId),
        eq(readingsTable.parameter, 'ph'),
        gte(readingsTable.takenAt, reading.takenAt - day),
        lte(readingsTable.takenAt, reading.takenAt),
        isNull(readingsTable.deletedAt),
      ),
    )
    .orderBy(...newestFirst)
    .limit(60)
    .all()
    .filter((row) => row.id !== reading.id && row.samplingPointId === reading.samplingPointId)
    .map(fromRow)
    .filter((other) => {
      const of = rangeOf(other, book);
      return of !== null && of !== range;
    });
  return others.find((o) => o.runId !== null && o.runId === reading.runId) ?? others[0] ?? null;
}
