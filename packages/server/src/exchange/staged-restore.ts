import { day } from '@hedge-lamp/core/wire';
import { createWriteStream, existsSync, linkSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { copyFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type BackupManifest, type DataContents, backupEntry } from '@hedge-lamp/core/exchange';
import Sqlite from 'better-sqlite3';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { holdsAny } from '../database/folder-memory';
import { databaseFile } from '../database/open-database';
import { photosFolderOf, photosMark } from '../database/photos-folder';
import { schemaOf } from '../database/schema-version';
import { replaceText, syncFile, syncFolder } from '../database/whole-file';
import { BackupFault, DamagedBackup, Stopped, backupFaultOf, goOn } from './backup-fault';
import { kindOf, openBackup, readThrough } from './backup-file';
import { checkRoom } from './backup-target';
import { contentsOf, isPictureThere } from './data-contents';
import { type Progress, damageOf } from './database-copy';
import { type Differences, differencesBetween } from './differences';
import type { Oversight } from './write-backup';

/** What is restored and was to go for good by now can be brought back for as long as anything else. */
const freshWait = 30 * day;

/** Data that are all there beside the present ones, whole and of the present format, ready to take their place. */
export interface Staged {
  readonly id: string;
  /** The backup that it was unpacked from. */
  readonly file: string;
  /** Null for a bare data file of an older Hedge Lamp, which had no manifest. */
  readonly manifest: Omit<BackupManifest, 'photographs'> | null;
  readonly contents: DataContents;
  /** What is here now; null where nothing is, or it cannot be read. */
  readonly here: DataContents | null;
  readonly differences: Differences | null;
  /** Photographs that the data name and that are neither in the backup nor here. */
  readonly photographsMissing: number;
  /** The name that the folder of its photographs has when it takes its place. */
  readonly photosName: string;
  /** True from when its photographs are about to be put in their place until its data are. */
  readonly isPlacing: boolean;
}

export const stagedPrefix = 'restoring-';
export const stagedFolder = (folder: string, id: string): string => join(folder, `${stagedPrefix}${id}`);
export const stagedFile = (folder: string, id: string): string =>
  join(stagedFolder(folder, id), backupEntry.database);
export const stagedPhotos = (folder: string, id: string): string => join(stagedFolder(folder, id), 'photos');
const stagedNote = (folder: string, id: string): string => join(stagedFolder(folder, id), 'staged.json');

async function unpack(path: string, place: string, { signal, progress }: Oversight) {
  const backup = await openBackup(path);
  try {
    checkRoom(
      place,
      backup.files.reduce((sum, f) => sum + f.bytes, 0),
      'what is in the backup',
    );
    const written: string[] = [];
    await readThrough(backup, path, (done, total) => progress?.('unpacking', done, total), {
      ...(signal ? { signal } : {}),
      sink: (file) => {
        const to = join(place, file.name);
        written.push(to);
        return createWriteStream(to, { flags: 'wx', mode: 0o600 });
      },
    });
    for (const file of written) syncFile(file);
    const { photographs: _many, ...manifest } = backup.manifest;
    return manifest;
  } finally {
    backup.close();
  }
}

/** A data file that lies by itself, as earlier versions put it aside, with the log beside it where there is one. */
async function takeBare(path: string, place: string, progress: Progress): Promise<null> {
  const { size } = statSync(path);
  checkRoom(place, size, 'what is in it');
  const to = join(place, backupEntry.database);
  await copyFile(path, to);
  if (existsSync(`${path}-wal`)) await copyFile(`${path}-wal`, `${to}-wal`);
  progress(size, size);
  return null;
}

/** @throws BackupFault for data that this version cannot take over */
function checkData(client: Sqlite.Database, path: string, migrations: string): void {
  const damage = damageOf(client);
  if (damage !== null)
    throw new DamagedBackup(
      `The data in ${path} are damaged (${damage.slice(0, 200)}). Nothing was changed. Use another backup.`,
    );
  const { is } = schemaOf(client, migrations);
  if (is === 'newer')
    throw new BackupFault(
      `${path} was made by a newer Hedge Lamp than this one. Nothing was changed. Update this one first: npm run update.`,
    );
  const acting = client
    .prepare("select count(*) from sqlite_master where type in ('trigger', 'view')")
    .pluck()
    .get();
  // What names a file must not lead anywhere else.
  const hasPhotos = client.prepare("select 1 from sqlite_master where name = 'photos'").get() !== undefined;
  const strays = hasPhotos
    ? client
        .prepare("select count(*) from photos where length(id) <> 36 or id glob '*[^0-9a-fA-F-]*'")
        .pluck()
        .get()
    : 0;
  if (is === 'fresh' || is === 'foreign' || acting !== 0 || strays !== 0)
    throw new BackupFault(`${path} holds no data of Hedge Lamp. Nothing was changed. Choose another file.`);
}

/** Photographs of the data that the backup does not hold, but this folder does. @returns how many are in neither */
async function fetchFromHere(client: Sqlite.Database, folder: string, place: string): Promise<number> {
  const here = existsSync(databaseFile(folder)) ? presentPhotos(folder) : join(folder, 'photos');
  let missing = 0;
  const rows = client.prepare('select id, bytes from photos').all() as { id: string; bytes: number }[];
  for (const { id, bytes } of rows) {
    const [from, to] = [join(here, `${id}.jpg`), join(place, 'photos', `${id}.jpg`)];
    if (existsSync(to)) continue;
    if (!isPictureThere(here, { id, bytes })) {
      missing += 1;
      continue;
    }
    try {
      linkSync(from, to);
    } catch {
      await copyFile(from, to);
      syncFile(to);
    }
  }
  return missing;
}

function presentPhotos(folder: string): string {
  const client = new Sqlite(databaseFile(folder));
  try {
    client.pragma('query_only = ON');
    return photosFolderOf(client, folder);
  } catch {
    return join(folder, 'photos');
  } finally {
    client.close();
  }
}

/** Pictures of other data are not mixed with those that are here. */
export const photosNameFor = (folder: string, id: string): string =>
  holdsAny(join(folder, 'photos')) ? `photos-${id}` : 'photos';

/** Writes into data where their photographs lie. */
export function namePhotos(client: Sqlite.Database, photosName: string): void {
  if (photosName === 'photos') client.prepare('delete from marks where name = ?').run(photosMark);
  else
    client
      .prepare(
        'insert into marks (name, value) values (?, ?) on conflict (name) do update set value = excluded.value',
      )
      .run(photosMark, photosName);
}

/** Brings the unpacked data to the present format and makes of them one file that is ready. */
function makeReady(file: string, migrations: string, photosName: string, now: number): void {
  const client = new Sqlite(file);
  try {
    client.pragma('journal_mode = DELETE');
    client.pragma('synchronous = FULL');
    migrate(drizzle(client), { migrationsFolder: migrations });
    client.pragma('secure_delete = ON');
    namePhotos(client, photosName);
    for (const table of ['waters', 'readings', 'photos'])
      client.prepare(`update ${table} set purge_at = ? where purge_at < ?`).run(now + freshWait, now + day);
  } finally {
    client.close();
  }
  for (const ending of ['-wal', '-shm', '-journal']) rmSync(file + ending, { force: true });
  syncFile(file);
}

/**
 * Unpacks a backup beside the present data, holding every byte against its manifest, and makes it ready. Nothing of what is
 * here is changed.
 * @param path a backup, or a bare data file of an older version
 * @throws BackupFault; then nothing is left of it
 */
export async function stageRestore(
  {
    folder,
    path,
    id,
    migrations,
    now,
  }: {
    readonly folder: string;
    readonly path: string;
    readonly id: string;
    readonly migrations: string;
    readonly now: number;
  },
  oversight: Oversight = {},
): Promise<Staged> {
  const { signal, progress } = oversight;
  const place = stagedFolder(folder, id);
  try {
    const kind = kindOf(path);
    if (kind === 'other')
      throw new BackupFault(`${path} is no backup of Hedge Lamp. Nothing was changed. Choose another file.`);
    mkdirSync(stagedPhotos(folder, id), { recursive: true, mode: 0o700 });
    const manifest =
      kind === 'zip'
        ? await unpack(path, place, oversight)
        : await takeBare(path, place, (done, total) => progress?.('unpacking', done, total));
    goOn(signal);
    progress?.('checking', 0, 0);
    const file = stagedFile(folder, id);
    const before = new Sqlite(file);
    try {
      before.pragma('trusted_schema = OFF');
      checkData(before, path, migrations);
    } finally {
      before.close();
    }
    goOn(signal);
    const photosName = photosNameFor(folder, id);
    makeReady(file, migrations, photosName, now);
    const client = new Sqlite(file, { readonly: true });
    let staged: Staged;
    try {
      progress?.('comparing', 0, 0);
      const photographsMissing = await fetchFromHere(client, folder, place);
      const { here, differences } = differencesBetween(file, folder);
      staged = {
        id,
        file: path,
        manifest,
        contents: contentsOf(client, stagedPhotos(folder, id)),
        here,
        differences,
        photographsMissing,
        photosName,
        isPlacing: false,
      };
    } finally {
      client.close();
    }
    goOn(signal);
    noteStaged(folder, staged);
    syncFolder(stagedPhotos(folder, id));
    syncFolder(place);
    return staged;
  } catch (error) {
    dropStaged(folder, id);
    if (signal?.aborted) throw new Stopped();
    throw backupFaultOf(error, path);
  }
}

/** Writes down what was staged. */
export const noteStaged = (folder: string, staged: Staged): void =>
  replaceText(stagedNote(folder, staged.id), JSON.stringify(staged));

/** What was staged under an identifier. @throws BackupFault where it is not there any more */
export function stagedOf(folder: string, id: string): Staged {
  try {
    return JSON.parse(readFileSync(stagedNote(folder, id), 'utf8')) as Staged;
  } catch {
    throw new BackupFault('This backup is not open any more. Open it again.');
  }
}

/** Lets go of what was staged. Its note goes first: nothing is done by one that is half gone. */
export function dropStaged(folder: string, id: string): void {
  rmSync(stagedNote(folder, id), { force: true });
  rmSync(stagedFolder(folder, id), { recursive: true, force: true });
}
