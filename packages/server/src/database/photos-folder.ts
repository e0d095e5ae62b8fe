import { join } from 'node:path';
import { isPhotosFolder } from '@hedge-lamp/core/exchange';
import type Sqlite from 'better-sqlite3';

/** The mark under which data name the folder of their photographs, where it is not the usual one. */
export const photosMark = 'photos-folder';
const usual = 'photos';

/** The name that data give the folder of their photographs. */
export function photosNameOf(client: Sqlite.Database): string {
  const there = client
    .prepare("select 1 from sqlite_master where type = 'table' and name = 'marks'")
    .pluck()
    .get();
  const named = there
    ? (client.prepare('select value from marks where name = ?').pluck().get(photosMark) as string | undefined)
    : undefined;
  return named !== undefined && isPhotosFolder(named) ? named : usual;
}

/** Where the photographs of these data lie: data and pictures change together, by the one rename of the data file. */
export const photosFolderOf = (client: Sqlite.Database, folder: string): string =>
  join(folder, photosNameOf(client));
