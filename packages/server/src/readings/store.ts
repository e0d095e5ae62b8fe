import type { Past } from '@hedge-lamp/core/guidelines';
import { type MethodBook, methodOf } from '@hedge-lamp/core/methods';
import { toWire } from '@hedge-lamp/core/quantity';
import { type DoubtId, type Reading, type ReadingDraft, interpret, rangeOf } from '@hedge-lamp/core/readings';
import { type ParameterId, measuredIds } from '@hedge-lamp/core/parameters';
import { type SQL, and, desc, eq, getTableColumns, gte, isNull, lt, lte, or, sql } from 'drizzle-orm';
import type { Told } from '../context';
import type { Database, Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { breathe } from '../door/one-writer';
import { conflict, gone, refused } from '../problem';
import { noteUse } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { refuseFuture } from '../clock/refuse-future';
import { sameContent } from '../same-content';
import { waterOf } from '../waters/store';
import { readingVersionsTable, readingsTable } from './table';

type Row = typeof readingsTable.$inferSelect;

function fromRow({ low, best, high, purgeAt: _purgeAt, clockAhead, ...row }: Row): Reading {
  return {
    ...row,
    value: best === null ? null : { low, best, high },
    ...(clockAhead === null ? {} : { clockAhead }),
  };
}

/** A reading as it lies in the file; one that is kept anew goes nowhere for good. */
function toRow({ value, clockAhead, ...reading }: Reading): Row {
  const { low, best, high } = value ?? { low: null, best: null, high: null };
  return { ...reading, low, best, high, purgeAt: null, clockAhead: clockAhead ?? null };
}

/** A draft with its canonical interval computed. @throws FieldError */
export function computed(
  draft: ReadingDraft,
  horizon: number,
  book: MethodBook,
): Omit<Reading, 'version' | 'createdAt' | 'deletedAt'> {
  refuseFuture(draft.takenAt, horizon, 'takenAt');
  const { value } = interpret(draft, book);
  return {
    ...draft,
    methodVersion:
      draft.methodId === null ? null : methodOf(draft.methodId, draft.methodVersion, book).version,
    value: value && toWire(value),
  };
}

export function checkPlace(database: Queries, draft: ReadingDraft): void {
  const water = waterOf(database, draft.waterId, 'waterId');
  if (draft.samplingPointId && !water.samplingPoints.some((p) => p.id === draft.samplingPointId))
    throw refused('samplingPointId', 'This water has no such sampling point. Choose another or none.');
}

export function readingOf(database: Queries, id: string): Reading {
  const row = database.select().from(readingsTable).where(eq(readingsTable.id, id)).get();
  if (!row) throw gone('This reading');
  return fromRow(row);
}

/** What was sent, less the version where the newest was meant: the kept one names it. */
function asSent({ methodVersion, ...draft }: ReadingDraft): object {
  return methodVersion === null ? draft : { ...draft, methodVersion };
}

/** True when this is what was kept first under its identifier, whatever an edit made of it since. */
export function isSame(database: Queries, draft: ReadingDraft, there: Row): boolean {
  if (sameContent(asSent(draft), there)) return true;
  const first = database
    .select({ was: readingVersionsTable.was })
    .from(readingVersionsTable)
    .where(eq(readingVersionsTable.readingId, draft.id))
    .orderBy(readingVersionsTable.version)
    .limit(1)
    .get();
  return first !== undefined && sameContent(asSent(draft), first.was);
}

export const rowWith = (database: Queries, id: string): Row | undefined =>
  database.select().from(readingsTable).where(eq(readingsTable.id, id)).get();

export const differs = (there: Row) =>
  conflict('A different reading is kept under this identifier.', fromRow(there));

/** A tube of a run noted its use when the reagent went in. */
export const notesUse = (
  draft: ReadingDraft,
): draft is ReadingDraft & { readonly kitId: string; readonly methodId: string } =>
  draft.kitId !== null && draft.methodId !== null && draft.runId === null;

/**
 * Keeps a reading, and that reagent was used for it. The same one sent twice is kept once.
 * @param told what the device's clock says, where it differs from the server's
 */
export function keepReading(
  database: Queries,
  draft: ReadingDraft,
  now: number,
  { horizon, clockAhead }: Told = { horizon: now, clockAhead: null },
): { reading: Reading; made: boolean } {
  return writing(database, (tx) => {
    const there = rowWith(tx, draft.id);
    if (there) {
      if (isSame(tx, draft, there)) return { reading: fromRow(there), made: false };
      throw differs(there);
    }
    checkPlace(tx, draft);
    const reading: Reading = {
      ...computed(draft, horizon, methodBook(tx)),
      version: 1,
      createdAt: now,
      deletedAt: null,
      ...(clockAhead === null ? {} : { clockAhead }),
    };
    tx.insert(readingsTable).values(toRow(reading)).run();
    if (notesUse(draft))
      noteUse(tx, { id: draft.id, kitId: draft.kitId, methodId: draft.methodId, at: draft.takenAt });
    return { reading, made: true };
  });
}

/** The fields of a reading that an edit may change. */
export type ReadingChange = Pick<
  ReadingDraft,
  | 'methodId'
  | 'kitId'
  | 'drawnFrom'
  | 'entered'
  | 'takenAt'
  | 'zone'
  | 'doubts'
  | 'by'
  | 'note'
  | 'samplingPointId'
>;

/** Changes a reading, if nobody else did since; what it said before is put by. */
export function changeReading(
  database: Queries,
  id: string,
  seen: number,
  change: ReadingChange,
  now: number,
  horizon = now,
): Reading {
  return writing(database, (tx) => {
    const current = readingOf(tx, id);
    // Sent again after its answer was lost.
    if (current.version === seen + 1 && sameContent(change, current)) return current;
    if (current.deletedAt !== null)
      throw conflict('This reading was deleted elsewhere. Bring it back before you change it.', current);
    if (current.version !== seen)
      throw conflict(
        'This reading was changed elsewhere since you opened it. Compare before you save.',
        current,
      );
    const { value: _value, createdAt, deletedAt, version, clockAhead: _clockAhead, ...draft } = current;
    // The same method stays the version it was run with; another one is taken as it is now.
    const methodVersion = change.methodId === current.methodId ? current.methodVersion : null;
    const changed = { ...draft, ...change, methodVersion };
    checkPlace(tx, changed);
    const reading: Reading = {
      ...computed(changed, horizon, methodBook(tx)),
      version: version + 1,
      createdAt,
      deletedAt,
    };
    tx.insert(readingVersionsTable).values({ readingId: id, version, was: current, replacedAt: now }).run();
    tx.update(readingsTable).set(toRow(reading)).where(eq(readingsTable.id, id)).run();
    return reading;
  });
}

/**
 * Deletes or brings back; asking twice is the same as asking once.
 * @param purgeAt when a deleted one goes for good, where that is wanted
 */
export function markDeleted(
  database: Queries,
  id: string,
  deletedAt: number | null,
  purgeAt: number | null = null,
): Reading {
  return writing(database, (tx) => {
    const reading = readingOf(tx, id);
    const unchanged = (reading.deletedAt === null) === (deletedAt === null);
    const marked = unchanged ? reading : { ...reading, deletedAt, version: reading.version + 1 };
    tx.update(readingsTable)
      .set({ deletedAt: marked.deletedAt, version: marked.version, purgeAt })
      .where(eq(readingsTable.id, id))
      .run();
    return marked;
  });
}

/** What a reading said before each edit, oldest first. */
export const versionsOf = (database: Queries, id: string): { was: Reading; replacedAt: number }[] =>
  database
    .select({ was: readingVersionsTable.was, replacedAt: readingVersionsTable.replacedAt })
    .from(readingVersionsTable)
    .where(eq(readingVersionsTable.readingId, readingOf(database, id).id))
    .orderBy(readingVersionsTable.version)
    .all();

export interface Span {
  readonly parameter?: ParameterId | undefined;
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  /** Only what comes after this reading in the order of the list. */
  readonly before?: { readonly takenAt: number; readonly id: string } | undefined;
  readonly limit: number;
}

/** Readings of a water, newest first; one more than asked for is looked up to tell whether there are more. */
export function listReadings(
  database: Queries,
  waterId: string,
  { parameter, from, to, before, limit }: Span,
): { readings: Reading[]; more: boolean } {
  const conditions: (SQL | undefined)[] = [
    eq(readingsTable.waterId, waterId),
    isNull(readingsTable.deletedAt),
    parameter && eq(readingsTable.parameter, parameter),
    from === undefined ? undefined : gte(readingsTable.takenAt, from),
    to === undefined ? undefined : lte(readingsTable.takenAt, to),
    before &&
      or(
        lt(readingsTable.takenAt, before.takenAt),
        and(eq(readingsTable.takenAt, before.takenAt), lt(readingsTable.id, before.id)),
      ),
  ];
  const rows = database
    .select()
    .from(readingsTable)
    .where(and(...conditions))
    .orderBy(desc(readingsTable.takenAt), desc(readingsTable.id))
    .limit(limit + 1)
    .all();
  return { readings: rows.slice(0, limit).map(fromRow), more: rows.length > limit };
}

/** So many readings are fetched at once; others have their turn between. */
const listSlice = 250;

/** The same list, however long, fetched so that nobody else is kept waiting. */
export async function listLong(
  database: Queries,
  waterId: string,
  { limit, ...span }: Span,
): Promise<{ readings: Reading[]; more: boolean }> {
  const readings: Reading[] = [];
  let { before } = span;
  for (;;) {
    const some = listReadings(database, waterId, {
      ...span,
      before,
      limit: Math.min(listSlice, limit - readings.length),
    });
    readings.push(...some.readings);
    const last = some.readings.at(-1);
    if (!some.more || !last || readings.length >= limit) return { readings, more: some.more };
    before = { takenAt: last.takenAt, id: last.id };
    await breathe();
  }
}

const newestFirst = [desc(readingsTable.takenAt), desc(readingsTable.id)];
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

/** The newest reading of each parameter. */
export function latestReadings(database: Database, waterId: string): Partial<Record<ParameterId, Reading>> {
  const { latest: newest } = preparedFor(database);
  const latest: Partial<Record<ParameterId, Reading>> = {};
  for (const parameter of measuredIds()) {
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
  for (const parameter of measuredIds()) {
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

const day = 86_400_000;

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
