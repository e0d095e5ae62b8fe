import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import pLimit from 'p-limit';
import sharp from 'sharp';
import type { InTurn } from '../door/one-writer';
import type { Database, Queries } from '../database/open-database';
import { unfinishedEnding, writeWhole } from '../database/whole-file';
import { writing } from '../database/writing';
import { conflict, gone, refused } from '../wire/problem';
import { PictureFault, plainJpeg } from './plain-jpeg';
import { photosTable } from './table';

/** As many bytes as a photograph may have that was scaled on the keeper's device. */
export const mostPhotoBytes = 4_000_000;
/** More than any phone takes; a picture that claims more is not opened. */
const mostPixels = 50_000_000;
const longestSide = 16_384;

export type KeptPhoto = typeof photosTable.$inferSelect;

const fileOf = (database: Database, id: string): string => join(database.photosFolder, `${id}.jpg`);
const digestOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** Takes away what a kill left half written. */
export function tidyPhotos(database: Database): void {
  const folder = database.photosFolder;
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder))
    if (name.endsWith(unfinishedEnding)) rmSync(join(folder, name), { force: true });
}

/**
 * The picture as it may be kept: a whole JPEG that tells neither where it was taken nor by what.
 * @throws ProblemError 422 for anything else
 */
async function asKept(sent: Buffer): Promise<Buffer> {
  try {
    const { bytes, width, height, needsTurning } = plainJpeg(sent);
    if (width * height > mostPixels || Math.max(width, height) > longestSide)
      throw new PictureFault(
        `A picture of ${width} × ${height} points is not opened. Make it smaller, 50 million points at most.`,
      );
    const picture = sharp(needsTurning ? sent : bytes, { failOn: 'error', limitInputPixels: mostPixels });
    // Turned upright and into plain colors; sharp keeps nothing else of what it told.
    if (needsTurning) return await picture.rotate().toColorspace('srgb').jpeg({ quality: 92 }).toBuffer();
    await picture.resize(32, 32, { fit: 'fill' }).raw().toBuffer();
    return bytes;
  } catch (error) {
    if (error instanceof PictureFault) throw refused('photo', error.message);
    throw refused('photo', 'This photograph cannot be opened: it is damaged. Take or choose it again.');
  }
}

/** One at a time: of two sendings of one photograph the second finds the first. */
const onePhoto = pLimit(1);

const isWhole = (database: Database, { id, bytes }: KeptPhoto): boolean =>
  existsSync(fileOf(database, id)) && statSync(fileOf(database, id)).size === bytes;

/**
 * Keeps a photograph. The same one sent twice is kept once; one whose file is missing or short is written again.
 * @throws ProblemError 422 for what is no photograph, 409 for another one under the same identifier
 */
export const keepPhoto = (
  database: Database,
  id: string,
  sent: Buffer,
  now: () => number,
  inTurn: InTurn,
): Promise<{ photo: KeptPhoto; made: boolean }> =>
  onePhoto(async () => {
    const digest = digestOf(sent);
    const there = database.select().from(photosTable).where(eq(photosTable.id, id)).get();
    if (there && there.digest !== digest)
      throw conflict('Another photograph is kept under this identifier.', there);
    if (there && isWhole(database, there)) return { photo: there, made: false };
    const bytes = await asKept(sent);
    mkdirSync(database.photosFolder, { recursive: true, mode: 0o700 });
    await writeWhole(fileOf(database, id), bytes);
    const photo: KeptPhoto = {
      ...(there ?? { id, digest, createdAt: now(), deletedAt: null, purgeAt: null }),
      bytes: bytes.length,
    };
    await inTurn(() =>
      database
        .insert(photosTable)
        .values(photo)
        .onConflictDoUpdate({ target: photosTable.id, set: { bytes: photo.bytes } })
        .run(),
    );
    return { photo, made: !there };
  });

const photoOf = (database: Queries, id: string): KeptPhoto => {
  const photo = database.select().from(photosTable).where(eq(photosTable.id, id)).get();
  if (!photo) throw gone('This photograph');
  return photo;
};

/** @throws ProblemError 404 for one that is not here, was taken away, or is not whole */
export async function photoBytes(database: Database, id: string): Promise<Buffer> {
  const photo = photoOf(database, id);
  if (photo.deletedAt !== null || !isWhole(database, photo)) throw gone('This photograph');
  return readFile(fileOf(database, id));
}

/**
 * Takes a photograph away or brings it back; the reading stays as it is.
 * @param purgeAt when it goes for good, where that is wanted
 */
export function markPhotoDeleted(
  database: Database,
  id: string,
  deletedAt: number | null,
  purgeAt: number | null = null,
): KeptPhoto {
  return writing(database, (tx) => {
    const photo = photoOf(tx, id);
    const marked = { deletedAt: deletedAt === null ? null : (photo.deletedAt ?? deletedAt), purgeAt };
    tx.update(photosTable).set(marked).where(eq(photosTable.id, id)).run();
    return { ...photo, ...marked };
  });
}

/** Removes the files of photographs whose rows are gone for good. */
export function removePhotoFiles(database: Database, ids: readonly string[]): void {
  for (const id of ids) rmSync(fileOf(database, id), { force: true });
}

/** Removes a photograph for good; its reading stays, without it. */
export async function purgePhoto(database: Database, id: string, inTurn: InTurn): Promise<void> {
  await inTurn(() => database.delete(photosTable).where(eq(photosTable.id, id)).run());
  removePhotoFiles(database, [id]);
}
