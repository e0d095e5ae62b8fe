import { day } from '@hedge-lamp/core/wire';
import { and, eq, inArray, isNotNull, lte } from 'drizzle-orm';
import { runEventsTable, runsTable } from '../bench/table';
import { purgePhoto } from '../color/photo-store';
import { photosTable } from '../color/table';
import { cycleStartsTable, forecastsTable } from '../cycle/table';
import { madeAsTable } from '../database/made-as-table';
import { marksTable } from '../database/marks-table';
import type { Database } from '../database/open-database';
import { writing } from '../database/writing';
import type { InTurn } from '../door/one-writer';
import { purgeReadings, removeReadings } from '../readings/purge';
import { readingsTable } from '../readings/table';
import { deedsTable, plansPutOffTable } from '../remedies/table';
import { watersTable } from '../waters/table';

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
