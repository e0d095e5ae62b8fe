import { type Deed, type DeedDraft, checkDose, checkStock } from '@hedge-lamp/core/remedies';
import type { Water } from '@hedge-lamp/core/waters';
import { and, desc, eq, gte, inArray, isNull, sql } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { prepared } from '../database/prepared';
import { writing } from '../database/writing';
import { conflict, gone } from '../wire/problem';
import { refuseFuture } from '../clock/refuse-future';
import { sameContent } from '../wire/same-content';
import { waterOf } from '../waters/store';
import { deedsTable } from './table';

/** What was done to a water, newest first. */
export function listDeeds(database: Queries, waterId: string, from = 0): Deed[] {
  return deedsQuery(database).all({ waterId, from });
}
/** The shelf asks it for every water. */
const deedsQuery = prepared((database) =>
  database
    .select()
    .from(deedsTable)
    .where(
      and(
        eq(deedsTable.waterId, sql.placeholder('waterId')),
        isNull(deedsTable.deletedAt),
        gte(deedsTable.at, sql.placeholder('from')),
      ),
    )
    .orderBy(desc(deedsTable.at), desc(deedsTable.id))
    .limit(1000)
    .prepare(),
);

/**
 * Arrivals, deaths, departures and signs since the stock of a water was told, or that nobody lives there.
 * @param fishlessSince when a start without fish said so; null without one
 */
export function stockDeeds(
  database: Queries,
  { id, stock, livesHere, livesToldAt }: Pick<Water, 'id' | 'stock' | 'livesHere' | 'livesToldAt'>,
  fishlessSince: number | null = null,
): Deed[] {
  const told = [
    ...stock.map((s) => s.toldAt),
    ...(livesHere === 'nobody' ? [livesToldAt ?? 0] : []),
    ...(fishlessSince === null ? [] : [fishlessSince]),
  ];
  if (told.length === 0) return [];
  return database
    .select()
    .from(deedsTable)
    .where(
      and(
        eq(deedsTable.waterId, id),
        isNull(deedsTable.deletedAt),
        inArray(deedsTable.kind, ['stocked', 'loss', 'departure', 'sign']),
        gte(deedsTable.at, Math.min(...told)),
      ),
    )
    .orderBy(desc(deedsTable.at), desc(deedsTable.id))
    .all();
}

export function keepDeed(
  database: Queries,
  draft: DeedDraft,
  now: number,
  horizon = now,
): { deed: Deed; made: boolean } {
  return writing(database, (tx) => {
    const there = tx.select().from(deedsTable).where(eq(deedsTable.id, draft.id)).get();
    if (there) {
      if (sameContent(draft, there)) return { deed: there, made: false };
      throw conflict('Something different is kept under this identifier.', there);
    }
    const water = waterOf(tx, draft.waterId, 'waterId');
    refuseFuture(draft.at, horizon, 'at');
    checkDose(draft, water.netLiters);
    if (water.stock.length > 0) checkStock(draft, water.stock, stockDeeds(tx, water));
    const deed: Deed = { ...draft, planLine: null, createdAt: now, deletedAt: null };
    tx.insert(deedsTable).values(deed).run();
    return { deed, made: true };
  });
}

export function markDeedDeleted(database: Queries, id: string, deletedAt: number | null): Deed {
  return writing(database, (tx) => {
    const deed = tx.select().from(deedsTable).where(eq(deedsTable.id, id)).get();
    if (!deed) throw gone('This entry');
    if ((deed.deletedAt === null) === (deletedAt === null)) return deed;
    tx.update(deedsTable).set({ deletedAt }).where(eq(deedsTable.id, id)).run();
    return { ...deed, deletedAt };
  });
}
