import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Reading } from '@hedge-lamp/core/readings';
import { type SQL, and, eq, gte, isNull, lt, lte, or } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { breathe } from '../door/one-writer';
import { newestFirst } from './newest-first';
import { fromRow } from './row';
import { readingsTable } from './table';

export interface Span {
  readonly parameter?: ParameterId | undefined;
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  /** Only what comes after this reading in the order of the list. */
  readonly before?: { readonly takenAt: number; readonly createdAt: number; readonly id: string } | undefined;
  readonly limit: number;
}

/** Readings of a water, newest first; one more than asked for is looked up to tell whether there are more. */
export function listReadings(
  database: Queries,
  waterId: string,
  { parameter, from, to, before, limit }: Span,
): { readings: Reading[]; more: boolean } {
  const conditions: (SQL | undefined)[] = [
    eq(readingsTable.waterId, waterId),
    isNull(readingsTable.deletedAt),
    parameter && eq(readingsTable.parameter, parameter),
    from === undefined ? undefined : gte(readingsTable.takenAt, from),
    to === undefined ? undefined : lte(readingsTable.takenAt, to),
    before &&
      or(
        lt(readingsTable.takenAt, before.takenAt),
        and(
          eq(readingsTable.takenAt, before.takenAt),
          or(
            lt(readingsTable.createdAt, before.createdAt),
            and(eq(readingsTable.createdAt, before.createdAt), lt(readingsTable.id, before.id)),
          ),
        ),
      ),
  ];
  const rows = database
    .select()
    .from(readingsTable)
    .where(and(...conditions))
    .orderBy(...newestFirst)
    .limit(limit + 1)
    .all();
  return { readings: rows.slice(0, limit).map(fromRow), more: rows.length > limit };
}

/** When a reading was entered; of one that is gone for good the end of all time, so that what lay beside it is not missed. */
export const enteredAt = (database: Queries, id: string): number =>
  database
    .select({ createdAt: readingsTable.createdAt })
    .from(readingsTable)
    .where(eq(readingsTable.id, id))
    .get()?.createdAt ?? Number.MAX_SAFE_INTEGER;

/** So many readings are fetched at once; others have their turn between. */
const listSlice = 250;

/** The same list, however long, fetched so that nobody else is kept waiting. */
export async function listLong(
  database: Queries,
  waterId: string,
  { limit, ...span }: Span,
): Promise<{ readings: Reading[]; more: boolean }> {
  const readings: Reading[] = [];
  let { before } = span;
  for (;;) {
    const some = listReadings(database, waterId, {
      ...span,
      before,
      limit: Math.min(listSlice, limit - readings.length),
    });
    readings.push(...some.readings);
    const last = some.readings.at(-1);
    if (!some.more || !last || readings.length >= limit) return { readings, more: some.more };
    before = last;
    await breathe();
  }
}

/** What was ever read in a water. */
export const parametersRead = (database: Queries, waterId: string): ParameterId[] =>
  database
    .selectDistinct({ parameter: readingsTable.parameter })
    .from(readingsTable)
    .where(and(eq(readingsTable.waterId, waterId), isNull(readingsTable.deletedAt)))
    .all()
    .map((row) => row.parameter);
