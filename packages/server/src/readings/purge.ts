import { inArray, sql } from 'drizzle-orm';
import { removePhotoFiles } from '../color/photo-store';
import { photosTable } from '../color/table';
import type { Database, Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { type InTurn, breathe } from '../door/one-writer';
import { readingVersionsTable, readingsTable } from './table';

/** So many readings go at once; others have their turn between. */
const slice = 100;

const photoOfReading = sql<string | null>`json_extract(${readingsTable.entered}, '$.match.photoId')`;

/** Removes readings with their earlier versions and their photographs. @returns the photographs, whose files go next */
export function removeReadings(tx: Queries, ids: readonly string[]): string[] {
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
