import { z } from 'zod';
import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import { type ReadingDraft, ReadingDraftSchema } from '@hedge-lamp/core/readings';
import SqliteDriver, { type Database as Sqlite } from 'better-sqlite3';
import { getTableColumns, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/better-sqlite3';
import { refuseFuture } from '../clock/refuse-future';
import type { Told } from '../door/context';
import type { Database } from '../database/open-database';
import { breathe } from '../door/one-writer';
import { noteUse } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { within } from '../wire/problem';
import { checkPlace, computed, differs, isSame, notesUse, rowWith } from './records';
import { readingsTable } from './table';

/** The envelope alone: what is in it is checked slice by slice. */
export const SeveralSchema = z.object({ readings: z.array(z.unknown()).min(1).max(10_000) });

type Row = typeof readingsTable.$inferSelect;

/** After so long others have their turn, ms: a machine that is busy gets less done in it. */
const sliceMs = 15;
/** As many different results are remembered; a kit tells few. */
const mostKnown = 5000;

const columns = Object.keys(getTableColumns(readingsTable)) as (keyof Row)[];

/** The statement that writes a row; built by Drizzle, run without it for speed. */
function writerFor(database: Pick<Database, 'insert'>, client: Sqlite) {
  const placeholders = Object.fromEntries(columns.map((name) => [name, sql.placeholder(name)]));
  const query = database
    .insert(readingsTable)
    .values(placeholders as unknown as Row)
    .onConflictDoNothing();
  return client.prepare(query.toSQL().sql);
}

/** A reading but for its identifier and its time, checked and reckoned: most of a log says the same again and again. */
interface Known {
  readonly draft: ReadingDraft;
  /** In the order of the columns. */
  readonly values: readonly unknown[];
}
const idAt = columns.indexOf('id');
const takenAtAt = columns.indexOf('takenAt');

/** A connection beside the other: what it has written so far is seen by no one before it is all there. */
function connect(database: Database) {
  const client = new SqliteDriver(database.$client.name);
  client.pragma('synchronous = FULL');
  client.pragma('foreign_keys = ON');
  client.pragma('cache_size = -32768');
  const own = drizzle(client);
  return { client, own, write: writerFor(own, client) };
}
const connections = new WeakMap<Database, ReturnType<typeof connect>>();
function connectionOf(database: Database): ReturnType<typeof connect> {
  const there = connections.get(database) ?? connect(database);
  connections.set(database, there);
  return there;
}

/** Lets go of what bulk work holds open of a file. */
export function closeBulk(database: Database): void {
  connections.get(database)?.client.close();
  connections.delete(database);
}

/**
 * Keeps many readings, all or none, in slices, so that whoever reads meanwhile is not kept waiting; they see none of them
 * before all are there. Those already kept are left as they are.
 * @param drafts checked one by one as they come
 * @returns how many are new
 * @throws ProblemError, FieldError that name the reading
 */
export async function keepReadings(
  database: Database,
  drafts: readonly unknown[],
  now: number,
  { horizon, clockAhead }: Told = { horizon: now, clockAhead: null },
): Promise<number> {
  const { client, own, write } = connectionOf(database);
  try {
    const book = methodBook(database);
    const known = new Map<string, Known>();
    let kept = 0;
    client.exec('begin immediate');

    function reckon(sent: unknown): Known {
      const draft = ReadingDraftSchema.parse(sent);
      checkPlace(database, draft);
      const { value, ...reading } = computed(draft, horizon, book);
      const row: Readonly<Record<keyof Row, unknown>> = {
        ...reading,
        entered: JSON.stringify(reading.entered),
        doubts: JSON.stringify(reading.doubts),
        low: value?.low ?? null,
        best: value?.best ?? null,
        high: value?.high ?? null,
        version: 1,
        createdAt: now,
        deletedAt: null,
        purgeAt: null,
        clockAhead,
      };
      return { draft, values: columns.map((name) => row[name]) };
    }
    /** The same with an identifier and a time of its own, checked as strictly as the first one was. */
    function likeBefore(sent: unknown): Known {
      if (typeof sent !== 'object' || sent === null) return reckon(sent);
      const { id, takenAt, ...rest } = sent as Partial<ReadingDraft>;
      const key = JSON.stringify(rest);
      const there = known.get(key);
      if (!there) {
        const first = reckon(sent);
        if (known.size < mostKnown) known.set(key, first);
        return first;
      }
      if (!IdSchema.safeParse(id).success || !InstantSchema.safeParse(takenAt).success) return reckon(sent);
      refuseFuture(takenAt!, horizon, 'takenAt');
      const values = there.values.slice();
      values[idAt] = id;
      values[takenAtAt] = takenAt;
      return { draft: { ...there.draft, id: id!, takenAt: takenAt! }, values };
    }
    function keepOne(sent: unknown): void {
      const { draft, values } = likeBefore(sent);
      if (write.run(values).changes === 0) {
        const there = rowWith(own, draft.id);
        if (there && !isSame(own, draft, there)) throw differs(there);
        return;
      }
      kept += 1;
      if (notesUse(draft))
        noteUse(own, { id: draft.id, kitId: draft.kitId, methodId: draft.methodId, at: draft.takenAt });
    }
    let since = performance.now();
    for (let k = 0; k < drafts.length; k++) {
      try {
        keepOne(drafts[k]);
      } catch (error) {
        throw within(`readings.${k}`, error);
      }
      if (performance.now() - since < sliceMs) continue;
      await breathe();
      since = performance.now();
    }
    await breathe();
    client.exec('commit');
    return kept;
  } catch (error) {
    if (client.inTransaction) client.exec('rollback');
    throw error;
  }
}
