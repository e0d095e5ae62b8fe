import type { Reading } from '@hedge-lamp/core/readings';
import { InstantSchema } from '@hedge-lamp/core/wire';
import { sql } from 'drizzle-orm';
import type { Database, Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { readingOf } from '../readings/records';

/** What is told within this of being kept was told by the clock, not by a calendar. Hedge Lamp's own. */
const byClockMs = 120_000;
const tables = [
  'readings',
  'deeds',
  'runs',
  'run_events',
  'kit_uses',
  'waters',
  'cycle_starts',
  'photos',
] as const;
type Table = (typeof tables)[number];

/** The last row of each table at a moment: those after it were made since. */
export type LastRows = Readonly<Record<Table, number>>;

export const lastRows = (database: Database): LastRows =>
  Object.fromEntries(
    tables.map((table) => [
      table,
      (database.$client.prepare(`select max(rowid) as n from ${table}`).get() as { n: number | null }).n ?? 0,
    ]),
  ) as Record<Table, number>;

const shifted = (column: string, by: number) => sql.raw(`${column} = ${column} + (${Math.round(by)})`);

/** A reading is dated anew; what it said before is put by like any other edit. */
function moveReading(tx: Queries, id: string, by: number, date: number): void {
  const was: Reading = readingOf(tx, id);
  const takenAt = was.takenAt + by;
  if (!InstantSchema.safeParse(takenAt).success) return;
  tx.run(
    sql`insert into reading_versions (reading_id, version, was, replaced_at) values (${id}, ${was.version}, ${JSON.stringify(was)}, ${date})`,
  );
  tx.run(sql`update readings set taken_at = ${takenAt}, version = version + 1 where id = ${id}`);
  tx.run(sql`update kit_uses set at = at + ${by} where id = ${id}`);
}

/**
 * Puts right what a wrong clock dated: everything that was made since `since` and told by the clock moves by as much as it
 * was set. What somebody typed with a date of its own stays.
 * @param since the last rows at a moment before, and what the time was taken to be then
 * @param by how much the clock was set, ms
 * @param date the instant as it is now
 */
export function putRight(
  database: Database,
  { rows: since, date: begun }: { readonly rows: LastRows; readonly date: number },
  by: number,
  date: number,
): void {
  writing(database, (tx) => {
    // A wait of thirty days is not cut short by a clock that was behind.
    for (const table of ['readings', 'waters', 'photos'])
      tx.run(
        sql`update ${sql.raw(table)} set ${shifted('deleted_at', by)}, ${shifted('purge_at', by)}
            where deleted_at between ${begun} and ${date - by}`,
      );
    const readings = tx.all<{ id: string }>(
      sql`select id from readings where rowid > ${since.readings}
          and (run_id is not null or abs(taken_at - created_at) <= ${byClockMs})`,
    );
    for (const { id } of readings) moveReading(tx, id, by, date);
    tx.run(
      sql`update readings set ${shifted('created_at', by)},
          clock_ahead = case when abs(clock_ahead - ${by}) <= ${byClockMs} then null else clock_ahead - ${by} end
          where rowid > ${since.readings}`,
    );
    // A tube notes its use by the clock too.
    tx.run(
      sql`update kit_uses set ${shifted('at', by)} where rowid > ${since.kit_uses}
          and id not in (select id from readings)`,
    );
    tx.run(
      sql`update deeds set ${shifted('at', by)} where rowid > ${since.deeds}
          and (plan_line is not null or abs(at - created_at) <= ${byClockMs})`,
    );
    tx.run(sql`update deeds set ${shifted('created_at', by)} where rowid > ${since.deeds}`);
    tx.run(
      sql`update waters set ${shifted('created_at', by)}, ${shifted('updated_at', by)}, ${shifted('lives_told_at', by)}
          where rowid > ${since.waters}`,
    );
    // Told in what is the future now, it would overrule what comes before it.
    tx.run(
      sql`update waters set ${shifted('lives_told_at', by)} where lives_told_at > ${date + byClockMs} and ${by} < 0`,
    );
    tx.run(
      sql`update cycle_starts set document = json_set(document, '$.startedAt', started_at + ${by}), ${shifted('started_at', by)}
          where rowid > ${since.cycle_starts} and abs(started_at - created_at) <= ${byClockMs}`,
    );
    tx.run(
      sql`update cycle_starts set ${shifted('created_at', by)}, ${shifted('updated_at', by)} where rowid > ${since.cycle_starts}`,
    );
    tx.run(sql`update photos set ${shifted('created_at', by)} where rowid > ${since.photos}`);
  });
}

/** Moves the runs that were made since `since`, with all that happened in them, to where the clock is now. */
export function moveRuns(database: Database, since: LastRows, by: number): void {
  writing(database, (tx) => {
    tx.run(
      sql`update runs set ${shifted('started_at', by)}, ${shifted('finished_at', by)}, ${shifted('sampled_at', by)}
          where rowid > ${since.runs}`,
    );
    tx.run(
      sql`update run_events set event = json_set(event, '$.at', json_extract(event, '$.at') + ${by}), ${shifted('received_at', by)}
          where sequence > ${since.run_events}`,
    );
  });
}
