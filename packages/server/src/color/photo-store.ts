import { createHash } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { eq } from 'drizzle-orm';
import exifr from 'exifr';
import type { Database, Queries } from '../database/open-database';
import { conflict, gone, refused } from '../problem';
import { photosTable } from './table';

/** As many bytes as a photograph may have that was scaled on the keeper's device. */
export const mostPhotoBytes = 4_000_000;

export type KeptPhoto = typeof photosTable.$inferSelect;

const folderOf = (database: Database): string => join(dirname(database.$client.name), 'photos');
const fileOf = (database: Database, id: string): string => join(folderOf(database), `${id}.jpg`);

/** Writes a file so that it is whole or not there, also after a power cut. */
function writeWhole(path: string, bytes: Buffer): void {
  const unfinished = `${path}.part`;
  const file = openSync(unfinished, 'w');
  try {
    writeSync(file, bytes);
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
  renameSync(unfinished, path);
}

/**
 * The picture as it may be kept: a JPEG that does not tell where it was taken.
 * @throws ProblemError 422 for anything else
 */
async function checked(bytes: Buffer): Promise<void> {
  if (bytes.length < 4 || bytes[0] !== 0xff || bytes[1] !== 0xd8)
    throw refused('photo', 'This is not a JPEG photograph. Take or choose the picture again.');
  const told = await exifr.parse(bytes, { gps: true, xmp: true, iptc: true }).catch(() => null);
  const where = told && Object.keys(told as object).some((name) => /gps|latitude|longitude/i.test(name));
  if (where)
    throw refused(
      'photo',
      'This photograph still tells where it was taken. Send it again without its location: Hedge Lamp keeps no places.',
    );
}

/**
 * Keeps a photograph. The same one sent twice is kept once.
 * @throws ProblemError 422 for what is no photograph or tells a place, 409 for another one under the same identifier
 */
export async function keepPhoto(
  database: Database,
  id: string,
  bytes: Buffer,
  now: number,
): Promise<{ photo: KeptPhoto; made: boolean }> {
  await checked(bytes);
  const digest = createHash('sha256').update(bytes).digest('hex');
  const there = database.select().from(photosTable).where(eq(photosTable.id, id)).get();
  if (there) {
    if (there.digest === digest) return { photo: there, made: false };
    throw conflict('Another photograph is kept under this identifier.', there);
  }
  mkdirSync(folderOf(database), { recursive: true });
  writeWhole(fileOf(database, id), bytes);
  const photo: KeptPhoto = { id, digest, bytes: bytes.length, createdAt: now, deletedAt: null };
  // Two sendings at once: whichever row is first, the file holds the same bytes.
  database.insert(photosTable).values(photo).onConflictDoNothing().run();
  return { photo, made: true };
}

const photoOf = (database: Queries, id: string): KeptPhoto => {
  const photo = database.select().from(photosTable).where(eq(photosTable.id, id)).get();
  if (!photo) throw gone('This photograph');
  return photo;
};

/** @throws ProblemError 404 for one that is not here or was taken away */
export function photoBytes(database: Database, id: string): Buffer {
  const photo = photoOf(database, id);
  if (photo.deletedAt !== null || !existsSync(fileOf(database, id))) throw gone('This photograph');
  return readFileSync(fileOf(database, id));
}

/** Takes a photograph away or brings it back; the reading stays as it is. */
export function markPhotoDeleted(database: Database, id: string, deletedAt: number | null): KeptPhoto {
  const photo = photoOf(database, id);
  if ((photo.deletedAt === null) === (deletedAt === null)) return photo;
  database.update(photosTable).set({ deletedAt }).where(eq(photosTable.id, id)).run();
  return { ...photo, deletedAt };
}
