import { day } from '@hedge-lamp/core/wire';
import { and, eq, inArray, isNotNull, lte, sql } from 'drizzle-orm';
import { runEventsTable, runsTable } from '../bench/table';
import { removePhotoFiles } from '../color/photo-store';
import { photosTable } from '../color/table';
import { cycleStartsTable, forecastsTable } from '../cycle/table';
import { type InTurn, breathe } from '../door/one-writer';
import { readingVersionsTable, readingsTable } from '../readings/table';
import { deedsTable, plansPutOffTable } from '../remedies/table';
import { watersTable } from '../waters/table';
import { madeAsTable } from './made-as-table';
import { marksTable } from './marks-table';
import type { Database, Queries } from './open-database';
import { writing } from './writing';

/** How long what was removed can be brought back before it goes for good. */
export const purgeWait = 30 * day;
/** So many readings go at once; others have their turn between. */
const slice = 100;

const photoOfReading = sql<string | null>`json_extract(${readingsTable.entered}, '$.match.photoId')`;

/** Removes readings with their earlier versions and their photographs. @returns the photographs, whose files go next */
function removeReadings(tx: Queries, ids: readonly string[]): string[] {
  const photos = tx
    .select({ id: photoOfReading })
    .from(readingsTable)
    .where(inArray(readingsTable.id, [...ids]))
    .all()
    .flatMap(({ id }) => id ?? []);
  const versions = tx
    .select({ id: sql<string | null>`json_extract(${readingVersionsTable.was}, '$.entered.match.photoId')` })
    .from(readingVersionsTable)
    .where(inArray(readingVersionsTable.readingId, [...ids]))
    .all()
    .flatMap(({ id }) => id ?? []);
  const all = [...new Set([...photos, ...versions])];
  tx.delete(readingVersionsTable)
    .where(inArray(readingVersionsTable.readingId, [...ids]))
    .run();
  tx.delete(readingsTable)
    .where(inArray(readingsTable.id, [...ids]))
    .run();
  if (all.length > 0) tx.delete(photosTable).where(inArray(photosTable.id, all)).run();
  return all;
}

/** Removes readings for good. */
export async function purgeReadings(
  database: Database,
  ids: readonly string[],
  inTurn: InTurn,
): Promise<void> {
  for (let from = 0; from < ids.length; from += slice) {
    const some = ids.slice(from, from + slice);
    const photos = await inTurn(() => writing(database, (tx) => removeReadings(tx, some)));
    removePhotoFiles(database, photos);
    await breathe();
  }
}

/** Removes a photograph for good; its reading stays, without it. */
export async function purgePhoto(database: Database, id: string, inTurn: InTurn): Promise<void> {
  await inTurn(() => database.delete(photosTable).where(eq(photosTable.id, id)).run());
  removePhotoFiles(database, [id]);
}

/** Removes a water for good, with all that belongs to it. What a kit was used for stays counted. */
export async function purgeWater(database: Database, id: string, inTurn: InTurn): Promise<void> {
  const ids = database
    .select({ id: readingsTable.id })
    .from(readingsTable)
    .where(eq(readingsTable.waterId, id))
    .all()
    .map((row) => row.id);
  await purgeReadings(database, ids, inTurn);
  await inTurn(() =>
    writing(database, (tx) => {
      const runs = tx.select({ id: runsTable.id }).from(runsTable).where(eq(runsTable.waterId, id));
      tx.delete(runEventsTable).where(inArray(runEventsTable.runId, runs)).run();
      tx.delete(runsTable).where(eq(runsTable.waterId, id)).run();
      const starts = tx
        .select({ id: cycleStartsTable.id })
        .from(cycleStartsTable)
        .where(eq(cycleStartsTable.waterId, id));
      tx.delete(forecastsTable).where(inArray(forecastsTable.startId, starts)).run();
      tx.delete(cycleStartsTable).where(eq(cycleStartsTable.waterId, id)).run();
      tx.delete(deedsTable).where(eq(deedsTable.waterId, id)).run();
      tx.delete(plansPutOffTable).where(eq(plansPutOffTable.waterId, id)).run();
      // A reading that came in between.
      const late = tx
        .select({ id: readingsTable.id })
        .from(readingsTable)
        .where(eq(readingsTable.waterId, id));
      removeReadings(
        tx,
        late.all().map((row) => row.id),
      );
      tx.update(watersTable).set({ sourceWaterId: null }).where(eq(watersTable.sourceWaterId, id)).run();
      tx.delete(madeAsTable).where(eq(madeAsTable.id, id)).run();
      tx.delete(watersTable).where(eq(watersTable.id, id)).run();
    }),
  );
}

const sweptMark = 'swept';

/**
 * Removes for good whatever has waited long enough. One look is not trusted: a clock that was set wrong for an hour must
 * not cost thirty days. What goes was due at the look before too, at least six hours ago.
 */
export async function sweep(database: Database, date: number, inTurn: InTurn): Promise<void> {
  const kept = database.select().from(marksTable).where(eq(marksTable.name, sweptMark)).get();
  const before = kept ? Number(kept.value) : NaN;
  const isLongAgo = date - before >= day / 4;
  if (Number.isNaN(before) || isLongAgo || before > date)
    await inTurn(() =>
      database
        .insert(marksTable)
        .values({ name: sweptMark, value: String(date) })
        .onConflictDoUpdate({ target: marksTable.name, set: { value: String(date) } })
        .run(),
    );
  if (!isLongAgo) return;
  const due = (table: typeof watersTable | typeof readingsTable | typeof photosTable) =>
    database
      .select({ id: table.id })
      .from(table)
      .where(and(isNotNull(table.deletedAt), isNotNull(table.purgeAt), lte(table.purgeAt, before)))
      .all()
      .map((row) => row.id);
  for (const id of due(watersTable)) await purgeWater(database, id, inTurn);
  await purgeReadings(database, due(readingsTable), inTurn);
  for (const id of due(photosTable)) await purgePhoto(database, id, inTurn);
}
