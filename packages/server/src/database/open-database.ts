import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { type BetterSQLite3Database, drizzle } from 'drizzle-orm/better-sqlite3';
import type { BaseSQLiteDatabase } from 'drizzle-orm/sqlite-core';
import { migrate } from 'drizzle-orm/better-sqlite3/migrator';
import * as schema from './schema';

export type Database = BetterSQLite3Database<typeof schema> & { readonly $client: Sqlite.Database };

/** What stores work with: the database itself or a transaction on it. */
export type Queries = BaseSQLiteDatabase<'sync', Sqlite.RunResult, typeof schema>;

export const databaseFile = (folder: string): string => join(folder, 'hedge-lamp.sqlite');

function appliedMigrations(client: Sqlite.Database): number {
  const table = client
    .prepare("select 1 from sqlite_master where type = 'table' and name = '__drizzle_migrations'")
    .get();
  if (!table) return 0;
  return (client.prepare('select count(*) as n from __drizzle_migrations').get() as { n: number }).n;
}

function shippedMigrations(migrations: string): number {
  const journal = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: unknown[];
  };
  return journal.entries.length;
}

/** Copies the whole file aside, consistently even while others write. */
function putAside(client: Sqlite.Database, folder: string, now: Date): string {
  const backups = join(folder, 'backups');
  mkdirSync(backups, { recursive: true });
  const copy = join(backups, `hedge-lamp-${now.toISOString().replace(/[:.]/g, '-')}.sqlite`);
  client.prepare('vacuum into ?').run(copy);
  return copy;
}

/**
 * Opens the file of a data folder, making both when missing, and brings it to the present schema. A file that
 * holds anything is copied into `backups` before a migration touches it.
 * @param folder the data folder
 * @param migrations the folder of generated migrations
 * @throws Error when the file was made by a newer version than this one
 */
export function openDatabase(folder: string, migrations: string, now = new Date()): Database {
  mkdirSync(folder, { recursive: true });
  const fresh = !existsSync(databaseFile(folder));
  const client = new Sqlite(databaseFile(folder));
  client.pragma('journal_mode = WAL');
  // A reading that was answered as kept must survive a power cut, so every commit reaches the disk.
  client.pragma('synchronous = FULL');
  client.pragma('busy_timeout = 5000');
  // KiB kept in memory: the newest readings of a hundred waters lie on more pages than the 2 MB that SQLite keeps.
  client.pragma('cache_size = -32768');
  const [applied, shipped] = [appliedMigrations(client), shippedMigrations(migrations)];
  if (applied > shipped) {
    client.close();
    throw new Error(
      `${databaseFile(folder)} was made by a newer Hedge Lamp than this one. Start the newer one, or choose another folder with HEDGE_LAMP_DATA.`,
    );
  }
  if (!fresh && applied < shipped) putAside(client, folder, now);
  const database = drizzle(client, { schema });
  migrate(database, { migrationsFolder: migrations });
  client.pragma('foreign_keys = ON');
  return database;
}
