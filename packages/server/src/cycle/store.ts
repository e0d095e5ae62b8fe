import type {
  CycleStart,
  CycleStartDraft,
  ForecastRecord,
  ForecastRecordDraft,
} from '@hedge-lamp/core/cycle';
import { and, asc, desc, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { prepared } from '../database/prepared';
import { writing } from '../database/writing';
import { conflict, gone, refused } from '../wire/problem';
import { refuseFuture } from '../clock/refuse-future';
import { sameContent } from '../wire/same-content';
import { changeWater, waterOf } from '../waters/store';
import { cycleStartsTable, forecastsTable } from './table';

const fromRow = ({ document, ...row }: typeof cycleStartsTable.$inferSelect): CycleStart => ({
  ...document,
  version: row.version,
  createdAt: row.createdAt,
  updatedAt: row.updatedAt,
  deletedAt: row.deletedAt,
});

/** The cycles of a water, the newest first. */
export const listStarts = (database: Queries, waterId: string): CycleStart[] =>
  database
    .select()
    .from(cycleStartsTable)
    .where(and(eq(cycleStartsTable.waterId, waterId), isNull(cycleStartsTable.deletedAt)))
    .orderBy(desc(cycleStartsTable.startedAt), desc(cycleStartsTable.id))
    .all()
    .map(fromRow);

const allStarts = prepared((database) =>
  database
    .select()
    .from(cycleStartsTable)
    .where(isNull(cycleStartsTable.deletedAt))
    .orderBy(asc(cycleStartsTable.startedAt), asc(cycleStartsTable.id))
    .prepare(),
);
/** The newest cycle of each water. */
export function newestStarts(database: Queries): Map<string, CycleStart> {
  const newest = new Map<string, CycleStart>();
  for (const row of allStarts(database).all()) newest.set(row.waterId, fromRow(row));
  return newest;
}

function startOf(database: Queries, id: string): CycleStart {
  const row = database.select().from(cycleStartsTable).where(eq(cycleStartsTable.id, id)).get();
  if (!row) throw gone('This cycle');
  return fromRow(row);
}

/** A water grows its filter in as long as a cycle runs; it is settled once one ended as ready. */
function markWater(database: Queries, start: CycleStartDraft, now: number): void {
  const water = waterOf(database, start.waterId, 'waterId');
  const cycling = start.endedAt === null || (start.outcome === 'given-up' && water.cycling);
  if (water.cycling !== cycling) changeWater(database, { ...water, cycling }, water.version, now);
}

function check(database: Queries, start: CycleStartDraft, now: number): void {
  const water = waterOf(database, start.waterId, 'waterId');
  if (water.kind === 'source' || water.kind === 'stream')
    throw refused('waterId', 'A source or a stream has no filter to grow in. Choose another water.');
  refuseFuture(start.startedAt, now, 'startedAt');
  if (start.endedAt !== null) refuseFuture(start.endedAt, now, 'endedAt');
  const end = start.endedAt ?? Infinity;
  const other = listStarts(database, start.waterId).find(
    (s) => s.id !== start.id && s.startedAt < end && (s.endedAt ?? Infinity) > start.startedAt,
  );
  if (other)
    throw refused(
      'startedAt',
      other.endedAt === null
        ? 'A cycle runs in this water already. End it before you start another.'
        : 'Another cycle of this water ran at that time. Choose a later day.',
    );
}

/** Keeps a new start. The same one sent twice is kept once. */
export function createStart(
  database: Queries,
  draft: CycleStartDraft,
  now: number,
): { start: CycleStart; made: boolean } {
  return writing(database, (tx) => {
    const there = tx.select().from(cycleStartsTable).where(eq(cycleStartsTable.id, draft.id)).get();
    if (there) {
      if (sameContent(draft, there.document)) return { start: fromRow(there), made: false };
      throw conflict('Something different is kept under this identifier.', fromRow(there));
    }
    check(tx, draft, now);
    const row = {
      id: draft.id,
      waterId: draft.waterId,
      startedAt: draft.startedAt,
      document: draft,
      version: 1,
      createdAt: now,
      updatedAt: now,
      deletedAt: null,
    };
    tx.insert(cycleStartsTable).values(row).run();
    markWater(tx, draft, now);
    return { start: fromRow(row), made: true };
  });
}

/** Changes or ends a cycle, if nobody else did since the version that the caller saw. */
export function changeStart(
  database: Queries,
  draft: CycleStartDraft,
  seen: number,
  now: number,
): CycleStart {
  return writing(database, (tx) => {
    const current = startOf(tx, draft.id);
    // Sent again after its answer was lost.
    if (current.version === seen + 1 && sameContent(draft, current)) return current;
    if (current.version !== seen)
      throw conflict(
        'This cycle was changed elsewhere since you opened it. Compare before you save.',
        current,
      );
    if (current.waterId !== draft.waterId)
      throw refused('waterId', 'A cycle stays with its water. Start another one there.');
    check(tx, draft, now);
    tx.update(cycleStartsTable)
      .set({ document: draft, startedAt: draft.startedAt, version: seen + 1, updatedAt: now })
      .where(eq(cycleStartsTable.id, draft.id))
      .run();
    markWater(tx, draft, now);
    return startOf(tx, draft.id);
  });
}

/** Removes a cycle from view, or brings it back; readings and deeds are not touched. */
export function markStartDeleted(
  database: Queries,
  id: string,
  deletedAt: number | null,
  now: number,
): CycleStart {
  return writing(database, (tx) => {
    const start = startOf(tx, id);
    if (deletedAt === null) check(tx, start, now);
    tx.update(cycleStartsTable)
      .set({ deletedAt, version: start.version + 1, updatedAt: now })
      .where(eq(cycleStartsTable.id, id))
      .run();
    return startOf(tx, id);
  });
}

/** The forecasts of a cycle in the order of the readings that they rest on. */
export const listForecasts = (database: Queries, startId: string): ForecastRecord[] =>
  database
    .select({ document: forecastsTable.document })
    .from(forecastsTable)
    .where(eq(forecastsTable.startId, startId))
    .orderBy(asc(forecastsTable.newestReadingAt))
    .all()
    .map((row) => row.document);

/** Keeps a forecast. For each newest reading the first one made is kept: hindsight must not tidy it. */
export function keepForecast(
  database: Queries,
  draft: ForecastRecordDraft,
  now: number,
): { forecast: ForecastRecord; made: boolean } {
  return writing(database, (tx) => {
    startOf(tx, draft.startId);
    const own = tx
      .select({ document: forecastsTable.document })
      .from(forecastsTable)
      .where(eq(forecastsTable.id, draft.id))
      .get();
    if (own) {
      if (sameContent(draft, own.document)) return { forecast: own.document, made: false };
      throw conflict('Something different is kept under this identifier.', own.document);
    }
    const there = tx
      .select({ document: forecastsTable.document })
      .from(forecastsTable)
      .where(
        and(
          eq(forecastsTable.startId, draft.startId),
          eq(forecastsTable.newestReadingAt, draft.newestReadingAt),
        ),
      )
      .get();
    if (there) return { forecast: there.document, made: false };
    refuseFuture(draft.madeAt, now, 'madeAt');
    const forecast: ForecastRecord = { ...draft, createdAt: now };
    tx.insert(forecastsTable)
      .values({
        id: draft.id,
        startId: draft.startId,
        newestReadingAt: draft.newestReadingAt,
        document: forecast,
      })
      .run();
    return { forecast, made: true };
  });
}
