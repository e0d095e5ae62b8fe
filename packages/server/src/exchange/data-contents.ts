import { statSync } from 'node:fs';
import { join } from 'node:path';
import type { DataContents } from '@hedge-lamp/core/exchange';
import type Sqlite from 'better-sqlite3';

/** Whether the file of a photograph that the data name is there, and as long as it should be. */
export const isPictureThere = (
  photosFolder: string,
  { id, bytes }: { readonly id: string; readonly bytes: number },
): boolean => statSync(join(photosFolder, `${id}.jpg`), { throwIfNoEntry: false })?.size === bytes;

/**
 * Counts what a data file holds. A file of an older format lacks some tables; there is nothing of theirs in it.
 * @param client open for reading
 * @param photosFolder where its photographs lie: one without a file is none
 */
export function contentsOf(client: Sqlite.Database, photosFolder: string): DataContents {
  const columns = client.prepare('select name from pragma_table_info(?)').pluck();
  const has = (table: string, column: string) => columns.all(table).includes(column);
  const one = (sql: string) => client.prepare(sql).pluck().get() as number | null;
  const count = (table: string, where = '') =>
    has(table, 'deleted_at')
      ? (one(`select count(*) from ${table} where deleted_at is null ${where}`) ?? 0)
      : 0;
  const removed = (table: string) =>
    has(table, 'deleted_at') ? (one(`select count(*) from ${table} where deleted_at is not null`) ?? 0) : 0;
  const kinds = (table: string) =>
    has(table, 'deleted_at')
      ? (one(`select count(distinct id) from ${table} where deleted_at is null`) ?? 0)
      : 0;
  const taken = (which: 'min' | 'max') =>
    has('readings', 'taken_at')
      ? one(`select cast(${which}(taken_at) as integer) from readings where deleted_at is null`)
      : null;
  const pictures = () =>
    (
      client.prepare('select id, bytes from photos where deleted_at is null').all() as {
        id: string;
        bytes: number;
      }[]
    ).filter((picture) => isPictureThere(photosFolder, picture));
  return {
    waters: count('waters'),
    readings: count('readings'),
    deeds: count('deeds'),
    runs: has('runs', 'id') ? (one('select count(*) from runs') ?? 0) : 0,
    kits: count('kits'),
    cards: kinds('own_cards'),
    methods: kinds('methods'),
    photographs: has('photos', 'deleted_at') ? pictures().length : 0,
    removed: removed('waters') + removed('readings') + removed('photos'),
    waterNames: has('waters', 'name')
      ? client
          .prepare('select name from waters where deleted_at is null order by created_at limit 200')
          .pluck()
          .all()
          .map(String)
      : [],
    from: taken('min'),
    to: taken('max'),
    demo: has('marks', 'name') && one("select count(*) from marks where name = 'demo-day'") !== 0,
  };
}

/** When the first water or reading was kept; null where nothing is. */
export function firstKeptAt(client: Sqlite.Database): number | null {
  const first = (table: string) =>
    client.prepare(`select min(created_at) from ${table}`).pluck().get() as number | null;
  const found = [first('waters'), first('readings')].filter((at) => at !== null);
  return found.length > 0 ? Math.min(...found) : null;
}
