import { createHash } from 'node:crypto';
import {
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Sqlite from 'better-sqlite3';
import jpeg from 'jpeg-js';
import { v4 as newId } from 'uuid';
import { openPromise } from 'yauzl';
import { ZipFile } from 'yazl';
import { freeName, usualPlace } from '../src/exchange/backup-target';
import { stageRestore } from '../src/exchange/staged-restore';
import { swapIn } from '../src/exchange/swap';
import { writeBackup } from '../src/exchange/write-backup';
import { type MadeApp, khReading, migrations, now } from './made-app';

const folders: string[] = [];
/** A folder that is not there yet, and goes with what lies beside it at the end. */
export function newFolder(): string {
  const above = mkdtempSync(join(tmpdir(), 'hedge-lamp-backup-'));
  folders.push(above);
  return join(above, 'data');
}
export const removeFolders = (): void =>
  folders.splice(0).forEach((folder) => rmSync(folder, { recursive: true, force: true }));

/** A photograph; another one for another seed. */
export function picture(seed: number, size = 64): Buffer {
  const data = Buffer.from(Array.from({ length: 4 * size * size }, (_, k) => (k * (seed + 7) + seed) % 251));
  return Buffer.from(jpeg.encode({ width: size, height: size, data }, 85).data);
}

export async function keepPicture(made: MadeApp, seed: number): Promise<string> {
  const id = newId();
  const answer = await made.app.inject({
    method: 'PUT',
    url: `/api/photos/${id}`,
    headers: { 'content-type': 'image/jpeg' },
    payload: picture(seed),
  });
  expect(answer.statusCode).toBe(201);
  return id;
}

/** Two waters, some readings, three photographs. */
export async function fill(made: MadeApp): Promise<{ water: string; photos: string[] }> {
  const water = await made.makeWater({ name: 'Reed tank' });
  await made.makeWater({ name: 'Alder pool' });
  for (const drops of [5, 6, 7])
    expect((await made.call('POST', '/api/readings', khReading(water, drops))).status).toBe(201);
  const photos = [];
  for (const seed of [1, 2, 3]) photos.push(await keepPicture(made, seed));
  return { water, photos };
}

export async function backUp(folder: string, place = usualPlace(folder), at = now): Promise<string> {
  mkdirSync(place, { recursive: true });
  const target = freeName(place, at);
  await writeBackup({ folder, target, reason: 'asked', now: at });
  return target;
}

/** Unpacks and puts in place, as the command does. @returns what is kept aside */
export async function restore(folder: string, path: string): Promise<string | null> {
  const staged = await stageRestore({ folder, path, id: newId(), migrations, now });
  return swapIn(folder, staged.id, now);
}

/** Every row of every table, in order, so that two files can be held against each other. */
export function rowsOf(file: string, without: readonly string[] = []): Record<string, unknown[]> {
  const client = new Sqlite(file, { fileMustExist: true });
  try {
    client.pragma('query_only = ON');
    const tables = client
      .prepare("select name from sqlite_master where type = 'table' order by name")
      .pluck()
      .all() as string[];
    return Object.fromEntries(
      tables
        .filter((table) => !without.includes(table))
        .map((table) => [table, client.prepare(`select * from "${table}" order by rowid`).all()]),
    );
  } finally {
    client.close();
  }
}

const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
/** The hash of each picture in a folder, by its name. */
export const hashesOf = (folder: string): Record<string, string> =>
  existsSync(folder)
    ? Object.fromEntries(
        readdirSync(folder)
          .sort()
          .map((name) => [name, hashOf(readFileSync(join(folder, name)))]),
      )
    : {};

/** All that lies in a folder, by path and hash: nothing was changed where two are the same. */
export function everything(folder: string): Record<string, string> {
  if (!existsSync(folder) || !statSync(folder).isDirectory()) return {};
  const found: Record<string, string> = {};
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath, entry.name);
    if (entry.isFile() && !/-shm$|-wal$|^lock/.test(entry.name)) found[path] = hashOf(readFileSync(path));
  }
  return found;
}

async function bytesOf(stream: Readable): Promise<Buffer> {
  const parts: Buffer[] = [];
  for await (const part of stream) parts.push(part as Buffer);
  return Buffer.concat(parts);
}

/** What a zip holds, by another hand than the one that is tested. */
export async function contentsOfZip(path: string): Promise<Map<string, Buffer>> {
  const zip = await openPromise(path, { lazyEntries: true, autoClose: false });
  const found = new Map<string, Buffer>();
  for await (const entry of zip.eachEntry())
    found.set(entry.fileName, await bytesOf(await zip.openReadStreamPromise(entry)));
  zip.close();
  return found;
}

/** Writes a zip of just these. */
export async function zipOf(path: string, files: Iterable<readonly [string, Buffer]>): Promise<void> {
  const zip = new ZipFile();
  for (const [name, bytes] of files) zip.addBuffer(bytes, name);
  zip.end();
  await pipeline(zip.outputStream as Readable, createWriteStream(path));
}
