import { existsSync } from 'node:fs';
import type { DataContents } from '@hedge-lamp/core/exchange';
import Sqlite from 'better-sqlite3';
import { databaseFile } from '../database/open-database';
import { photosFolderOf } from '../database/photos-folder';
import { contentsOf } from './data-contents';

/** How many of one kind are on one side only. */
interface Sides {
  readonly onlyHere: number;
  readonly onlyThere: number;
}
export interface Differences {
  readonly waters: Sides;
  readonly readings: Sides;
  readonly photographs: Sides;
  /** Names of waters that are here and not in the backup, at most ten. */
  readonly watersOnlyHere: readonly string[];
}

const isKept = 'deleted_at is null';

/**
 * What is here beside what is in a backup, told by identifiers.
 * @param file the unpacked data, of the present format
 * @returns nulls where nothing is here, or it cannot be read
 */
export function differencesBetween(
  file: string,
  folder: string,
): { readonly here: DataContents | null; readonly differences: Differences | null } {
  const present = databaseFile(folder);
  if (!existsSync(present)) return { here: null, differences: null };
  let client: Sqlite.Database | undefined;
  try {
    client = new Sqlite(present, { fileMustExist: true });
    client.pragma('query_only = ON');
    client.prepare('attach ? as there').run(file);
    const one = (sql: string) => Number(client!.prepare(sql).pluck().get());
    const sides = (table: string): Sides => ({
      onlyHere: one(
        `select count(*) from main.${table} where ${isKept} and id not in (select id from there.${table} where ${isKept})`,
      ),
      onlyThere: one(
        `select count(*) from there.${table} where ${isKept} and id not in (select id from main.${table} where ${isKept})`,
      ),
    });
    client.exec('begin');
    const here = contentsOf(client, photosFolderOf(client, folder));
    const differences = {
      waters: sides('waters'),
      readings: sides('readings'),
      photographs: sides('photos'),
      watersOnlyHere: client
        .prepare(
          `select name from main.waters where ${isKept} and id not in (select id from there.waters where ${isKept}) order by created_at limit 10`,
        )
        .pluck()
        .all()
        .map(String),
    };
    client.exec('rollback');
    return { here, differences };
  } catch {
    // Damaged, or of a format that this version does not know: that is often why one restores.
    return { here: null, differences: null };
  } finally {
    client?.close();
  }
}
