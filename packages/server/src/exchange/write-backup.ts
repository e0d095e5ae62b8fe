import { createReadStream, createWriteStream, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { hostname } from 'node:os';
import { dirname, join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  type BackupManifest,
  type BackupReason,
  backupEntry,
  backupFormat,
  bytesWords,
  contentsWords,
  photoOfEntry,
} from '@hedge-lamp/core/exchange';
import Sqlite from 'better-sqlite3';
import { ZipFile } from 'yazl';
import packageFile from '../../package.json';
import { codeOf } from '../database/folder-fault';
import { folderId } from '../database/folder-memory';
import { databaseFile } from '../database/open-database';
import { photosFolderOf } from '../database/photos-folder';
import { appliedMigrations } from '../database/schema-version';
import { syncFile, syncFolder } from '../database/whole-file';
import { BackupFault, Stopped, backupFaultOf, goOn } from './backup-fault';
import { Hashing, openBackup, readThrough } from './backup-file';
import { checkPlace, checkRoom, checkWritable, tidyPlace, unfinishedName } from './backup-target';
import { contentsOf, isPictureThere } from './data-contents';
import { type Progress, copyDatabase, damageOf } from './database-copy';

/** Readings say the same again and again: little work packs them well. */
const packing = { compress: true, compressionLevel: 3 } as const;
/** Photographs are packed already. */
const asTheyAre = { compress: false } as const;
const privately = 0o100600;
/** A backup that nobody asked for does not take the last room of a disk: readings may want it. Bytes. */
const dailyReserve = 200_000_000;

export interface BackupOrder {
  /** The data folder. */
  readonly folder: string;
  /** Path of the backup; nothing is there yet, and it ends in .zip. */
  readonly target: string;
  readonly reason: BackupReason;
  /** Ms since epoch. */
  readonly now: number;
}

/** What a long piece of work tells and is told. */
export interface Oversight {
  readonly signal?: AbortSignal;
  /** What is being done, and how far it has come. */
  readonly progress?: (stage: Stage, done: number, total: number) => void;
}
export type Stage = 'copying' | 'checking' | 'packing' | 'reading back' | 'unpacking' | 'comparing';

interface Photograph {
  readonly id: string;
  readonly bytes: number;
  readonly keptAt: number;
}

function checkTarget({ target, folder, reason }: BackupOrder): void {
  if (!/\.zip$/i.test(target))
    throw new BackupFault(`${target} does not end in .zip. Give the backup a name that does.`);
  // Before a change of format any place is better than none.
  if (reason === 'before-migration') checkWritable(dirname(target), false);
  else checkPlace(dirname(target), folder);
  if (existsSync(target))
    throw new BackupFault(`${target} is there already, and was left as it is. Choose another name.`);
  tidyPlace(dirname(target));
}

/** What the copy of the data names, and what it holds. @throws BackupFault where it is damaged */
function look(copy: string, folder: string) {
  const client = new Sqlite(copy, { readonly: true });
  try {
    const damage = damageOf(client);
    if (damage !== null)
      throw new BackupFault(
        `The data file in ${folder} is damaged (${damage.slice(0, 200)}). No backup was made of it; older ones stay. Restore one: npm run restore FILE.`,
      );
    const photosFolder = photosFolderOf(client, folder);
    const hasPhotos = client.prepare("select 1 from sqlite_master where name = 'photos'").get() !== undefined;
    const photographs = hasPhotos
      ? (client
          .prepare(
            'select id, bytes, cast(created_at as integer) as keptAt from photos order by created_at, id',
          )
          .all() as Photograph[])
      : [];
    return {
      contents: contentsOf(client, photosFolder),
      photographs: photographs.filter((p) => photoOfEntry(backupEntry.photo(p.id)) !== null),
      photosFolder,
      schema: appliedMigrations(client).length,
    };
  } finally {
    client.close();
  }
}

const noteOf = (manifest: Omit<BackupManifest, 'database' | 'photographs'>): string =>
  `A backup of Hedge Lamp, made ${new Date(manifest.madeAt).toISOString()} (UTC) on ${manifest.source.machine}.
It holds ${contentsWords(manifest.contents)}.

To restore it, here or on another machine, in the folder of Hedge Lamp:

    npm run restore THIS-FILE.zip

or open the page Backups. What is there before is kept aside, and can be brought back.

Without Hedge Lamp: ${backupEntry.database} is a plain SQLite database, the folder photos holds plain JPEG pictures,
and ${backupEntry.manifest} says of each file how many bytes it has and their SHA-256.
`;

/** What is left of an attempt goes; where even that cannot be done, why it failed is what must be told. */
function dropIfThere(path: string): void {
  try {
    rmSync(path, { force: true });
  } catch {
    // A later backup takes it away.
  }
}

/** A photograph went for good between being listed and being read. */
class PhotographWent extends Error {}
const mostTries = 3;

/**
 * Makes a backup of a data folder in one zip file, while whoever works on the data goes on. It is read back, to the byte,
 * before it has its name: what lies under that name is whole.
 * @returns what is in it
 * @throws BackupFault; then nothing is there under the name
 */
export async function writeBackup(order: BackupOrder, oversight: Oversight = {}): Promise<BackupManifest> {
  for (let k = 1; ; k++)
    try {
      return await writeOnce(order, oversight);
    } catch (error) {
      if (!(error instanceof PhotographWent) || k === mostTries) throw backupFaultOf(error, order.target);
    }
}

async function writeOnce(order: BackupOrder, { signal, progress }: Oversight): Promise<BackupManifest> {
  const { folder, target, reason, now } = order;
  const tell =
    (stage: Stage): Progress =>
    (done, total) =>
      progress?.(stage, done, total);
  const copy = unfinishedName(target, 'data');
  const zipped = unfinishedName(target, 'zip');
  try {
    goOn(signal);
    if (!existsSync(databaseFile(folder)))
      throw new BackupFault(`There are no data in ${folder}. No backup was made.`);
    checkTarget(order);
    for (const left of [copy, zipped]) rmSync(left, { force: true });
    const sizeOf = (path: string) => statSync(path, { throwIfNoEntry: false })?.size ?? 0;
    const bytes = sizeOf(databaseFile(folder)) + sizeOf(`${databaseFile(folder)}-wal`);
    const reserve = reason === 'daily' ? dailyReserve : 0;
    checkRoom(dirname(target), bytes * 1.3 + reserve, 'the backup');
    await copyDatabase(folder, copy, tell('copying'), signal);
    goOn(signal);
    progress?.('checking', 0, 0);
    const { contents, photographs, photosFolder, schema } = look(copy, folder);
    const fileOf = (p: Photograph) => join(photosFolder, `${p.id}.jpg`);
    const isThere = (p: Photograph) => isPictureThere(photosFolder, p);
    const there = photographs.filter(isThere);
    const copyBytes = statSync(copy).size;
    const total = there.reduce((sum, p) => sum + p.bytes, copyBytes);
    checkRoom(dirname(target), total - copyBytes * 0.7 + reserve, 'the backup');
    goOn(signal);

    const head = {
      holds: 'hedge-lamp-backup',
      format: backupFormat,
      madeAt: Math.round(now),
      reason,
      application: packageFile.version,
      schema,
      source: { folder: folderId(folder), machine: hostname() },
      contents,
    } as const;
    const zip = new ZipFile();
    let broken: (error: Error) => void = () => undefined;
    const broke = new Promise<never>((_resolve, reject) => (broken = reject));
    zip.once('error', broken);
    let before = 0;
    const mtime = new Date(now);
    const made: { name: string; bytes: number; sha256: string }[] = [];
    const missing = new Set(photographs.filter((p) => !isThere(p)).map((p) => p.id));
    /** Each is opened when its turn comes, and hashed as it goes in. */
    function add(name: string, path: string, how: typeof packing | typeof asTheyAre): void {
      zip.addReadStreamLazy(name, { ...how, mtime, mode: privately }, (give) => {
        const start = before;
        const hashing = new Hashing((done) => tell('packing')(start + done, total));
        hashing.once('end', () => {
          before += hashing.bytes;
          made.push({ name, bytes: hashing.bytes, sha256: hashing.digest() });
        });
        const source = createReadStream(path, { highWaterMark: 256 * 1024, ...(signal ? { signal } : {}) });
        source.once('error', (error) =>
          hashing.destroy(codeOf(error) === 'ENOENT' && path !== copy ? new PhotographWent() : error),
        );
        hashing.once('error', (error) => broken(error));
        give(null, source.pipe(hashing));
      });
    }
    const manifestNow = (): BackupManifest => ({
      ...head,
      database: pick(made[0]!),
      photographs: there.map(({ id, keptAt }, k) => ({ id, ...pick(made[k + 1]!), keptAt })),
      missing: [...missing],
    });
    const pick = ({ bytes: n, sha256 }: { bytes: number; sha256: string }) => ({ bytes: n, sha256 });
    add(backupEntry.database, copy, packing);
    for (const photograph of there) add(backupEntry.photo(photograph.id), fileOf(photograph), asTheyAre);
    zip.addBuffer(Buffer.from(noteOf({ ...head, missing: [] })), backupEntry.note, {
      mtime,
      mode: privately,
    });
    // Last: only now is every hash known.
    zip.addReadStreamLazy(backupEntry.manifest, { mtime, mode: privately }, (give) =>
      give(null, Readable.from([Buffer.from(`${JSON.stringify(manifestNow(), null, 1)}\n`)])),
    );
    zip.end();
    const out = createWriteStream(zipped, { mode: 0o600, flags: 'wx' });
    await Promise.race([
      pipeline(zip.outputStream as Readable, out, { ...(signal ? { signal } : {}) }),
      broke,
    ]).catch((error: unknown) => {
      out.destroy();
      throw error;
    });
    rmSync(copy, { force: true });
    syncFile(zipped);

    const back = await openBackup(zipped);
    try {
      await readThrough(back, zipped, tell('reading back'), { ...(signal ? { signal } : {}) });
      if (back.manifest.photographs.length !== there.length)
        throw new BackupFault('The backup does not hold what it should. Nothing was changed. Try again.');
    } finally {
      back.close();
    }
    goOn(signal);
    if (existsSync(target))
      throw new BackupFault(`${target} is there already, and was left as it is. Choose another name.`);
    renameSync(zipped, target);
    syncFolder(dirname(target));
    return back.manifest;
  } catch (error) {
    for (const left of [copy, `${copy}-journal`, zipped]) dropIfThere(left);
    if (signal?.aborted) throw new Stopped();
    throw error instanceof PhotographWent ? error : backupFaultOf(error, target);
  }
}

/** What a backup says of itself in one line, for a terminal. */
export const madeWords = (target: string, manifest: BackupManifest): string =>
  `${target}: ${contentsWords(manifest.contents)}, ${bytesWords(statSync(target).size)}. Read back and whole.`;
