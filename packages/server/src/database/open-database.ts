import { chmodSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import type { BaseSQLiteDatabase } from 'drizzle-orm/sqlite-core';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import { FolderFault, faultOf } from './folder-fault';
import { hadData, remember } from './folder-memory';
import { photosFolderOf } from './photos-folder';
import { schemaOf } from './schema-version';
import { watchFiles } from './watched-files';

export type Database = BetterSQLite3Database & {
  readonly $client: Sqlite.Database;
  /** False once a file of the database was deleted or replaced under the server. */
  readonly isThere: () => boolean;
  /** The data folder. */
  readonly folder: string;
  /** Where the photographs of just these data lie. */
  readonly photosFolder: string;
};

/** What stores work with: the database itself or a transaction on it. */
export type Queries = BaseSQLiteDatabase<'sync', Sqlite.RunResult>;

export const databaseFile = (folder: string): string => join(folder, 'hedge-lamp.sqlite');

/** Only whoever runs the server reads what is kept here. */
function closeToOthers(folder: string): void {
  chmodSync(folder, 0o700);
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isFile() && /^(hedge-lamp|lock)\./.test(entry.name)) chmodSync(path, 0o600);
    if (!entry.isDirectory() || !/^(photos|backups|aside)/.test(entry.name)) continue;
    chmodSync(path, 0o700);
    for (const below of readdirSync(path, { withFileTypes: true }))
      chmodSync(join(path, below.name), below.isDirectory() ? 0o700 : 0o600);
  }
}

/** True where a file must be made anew. @throws FolderFault where one was expected and is missing or empty */
function isFresh(folder: string, anew: boolean): boolean {
  const file = databaseFile(folder);
  const is = !existsSync(file) ? 'missing' : statSync(file).size === 0 ? 'empty' : 'there';
  if (is === 'there') return false;
  // One that was killed at its very first start leaves an empty file, and nothing else.
  if (anew || !hadData(folder)) return true;
  throw new FolderFault(
    `The data file ${file} is ${is}, and this folder had one. No new one was made. Put it back, or restore a backup: npm run restore FILE; or name another folder in HEDGE_LAMP_DATA.`,
  );
}

/** @throws FolderFault for a file that is not whole */
function checkWhole(client: Sqlite.Database, folder: string): void {
  const found = client.pragma('quick_check(1)', { simple: true });
  if (found !== 'ok')
    throw new FolderFault(
      `The data file in ${folder} is damaged (${String(found)}). Nothing was changed. Restore a backup: npm run restore FILE; or name another folder in HEDGE_LAMP_DATA.`,
    );
}

/** One that was killed at its very first start may have a file without a table. */
const hasTables = (client: Sqlite.Database): boolean =>
  client.prepare("select 1 from sqlite_master where type = 'table'").get() !== undefined;

/** The data of a folder have an older format: they are backed up before it changes. */
export class NeedsMigration extends FolderFault {}

/**
 * Opens the file of a data folder, making both when missing, and brings it to the present schema. A file that
 * holds anything is checked first.
 * @param folder the data folder; the caller holds its lock
 * @param migrations the folder of generated migrations
 * @param anew true where a missing file may be made anew though there was one: the demo
 * @param isBackedUp true where a backup was made of it, so that its format may be changed
 * @throws NeedsMigration for an older format without `isBackedUp`: see `openKept`
 * @throws FolderFault for a file that is damaged, missing where one was, or made by a newer version; for a folder that
 * cannot be written or is full
 */
export function openDatabase(
  folder: string,
  migrations: string,
  { anew = false, isBackedUp = false }: { readonly anew?: boolean; readonly isBackedUp?: boolean } = {},
): Database {
  let client: Sqlite.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const fresh = isFresh(folder, anew);
    client = new Sqlite(databaseFile(folder));
    if (!fresh) checkWhole(client, folder);
    client.pragma('journal_mode = WAL');
    // A reading that was answered as kept must survive a power cut, so every commit reaches the disk.
    client.pragma('synchronous = FULL');
    client.pragma('busy_timeout = 5000');
    // KiB kept in memory: the newest readings of a hundred waters lie on more pages than the 2 MB that SQLite keeps.
    client.pragma('cache_size = -32768');
    const { is } = schemaOf(client, migrations);
    if (is === 'newer')
      throw new FolderFault(
        `${databaseFile(folder)} was made by a newer Hedge Lamp than this one. Start the newer one, or name another folder in HEDGE_LAMP_DATA.`,
      );
    const isBehind = is === 'older' || (is === 'fresh' && hasTables(client));
    if (isBehind && !isBackedUp)
      throw new NeedsMigration(`The data in ${folder} have an older format, and no backup was made of them.`);
    const database = drizzle(client);
    migrate(database, { migrationsFolder: migrations });
    client.pragma('foreign_keys = ON');
    // What goes for good is overwritten, not only forgotten.
    client.pragma('secure_delete = ON');
    remember(folder);
    closeToOthers(folder);
    const file = databaseFile(folder);
    return Object.assign(database, {
      isThere: watchFiles([file, `${file}-wal`]),
      folder,
      photosFolder: photosFolderOf(client, folder),
    });
  } catch (error) {
    client?.close();
    throw faultOf(error, folder);
  }
}
