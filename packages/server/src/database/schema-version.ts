import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type Sqlite from 'better-sqlite3';

/** When each change of the format was made, in order: they are told by it. */
export function shippedMigrations(migrations: string): readonly number[] {
  const journal = JSON.parse(readFileSync(join(migrations, 'meta', '_journal.json'), 'utf8')) as {
    entries: readonly { when: number }[];
  };
  return journal.entries.map((entry) => entry.when);
}

/** Those that a data file has been through; empty for one that is just made, or is none of ours. */
export function appliedMigrations(client: Sqlite.Database): readonly number[] {
  const table = client
    .prepare("select 1 from sqlite_master where type = 'table' and name = '__drizzle_migrations'")
    .get();
  if (!table) return [];
  return client
    .prepare('select created_at from __drizzle_migrations order by created_at')
    .pluck()
    .all()
    .map(Number);
}

/** How a data file stands to this version of Hedge Lamp. */
export function schemaOf(
  client: Sqlite.Database,
  migrations: string,
): { readonly applied: number; readonly is: 'fresh' | 'older' | 'same' | 'newer' | 'foreign' } {
  const [applied, shipped] = [appliedMigrations(client), shippedMigrations(migrations)];
  const is =
    applied.length === 0
      ? 'fresh'
      : applied.length > shipped.length
        ? 'newer'
        : applied.some((when, k) => when !== shipped[k])
          ? 'foreign'
          : applied.length < shipped.length
            ? 'older'
            : 'same';
  return { applied: applied.length, is };
}
