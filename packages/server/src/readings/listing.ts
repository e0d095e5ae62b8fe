import type { ParameterId } from '@hedge-lamp/core/parameters';
import type { Reading } from '@hedge-lamp/core/readings';
import { type SQL, and, desc, eq, gte, isNull, lt, lte, or } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { breathe } from '../door/one-writer';
import { fromRow } from './row';
import { readingsTable } from './table';

export interface Span {
  readonly parameter?: ParameterId | undefined;
  readonly from?: number | undefined;
  readonly to?: number | undefined;
  /** Only what comes after this reading in the order of the list. */
  readonly before?: { readonly takenAt: number; readonly id: string } | undefined;
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
        and(eq(readingsTable.takenAt, before.takenAt), lt(readingsTable.id, before.id)),
      ),
  ];
  const rows = database
    .select()
    .from(readingsTable)
    .where(and(...conditions))
    .orderBy(desc(readingsTable.takenAt), desc(readingsTable.id))
    .limit(limit + 1)
    .all();
  return { readings: rows.slice(0, limit).map(fromRow), more: rows.length > limit };
}

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
    before = { takenAt: last.takenAt, id: last.id };
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
