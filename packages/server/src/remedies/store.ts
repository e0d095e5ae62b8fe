import type { Deed, DeedDraft } from '@hedge-lamp/core/remedies';
import { and, desc, eq, gte, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { conflict, gone } from '../problem';
import { refuseFuture } from '../refuse-future';
import { sameContent } from '../same-content';
import { waterOf } from '../waters/store';
import { deedsTable } from './table';

/** What was done to a water, newest first. */
export const listDeeds = (database: Queries, waterId: string, from = 0): Deed[] =>
  database
    .select()
    .from(deedsTable)
    .where(and(eq(deedsTable.waterId, waterId), isNull(deedsTable.deletedAt), gte(deedsTable.at, from)))
    .orderBy(desc(deedsTable.at), desc(deedsTable.id))
    .limit(1000)
    .all();

export function keepDeed(database: Queries, draft: DeedDraft, now: number): { deed: Deed; made: boolean } {
  const there = database.select().from(deedsTable).where(eq(deedsTable.id, draft.id)).get();
  if (there) {
    if (sameContent(draft, there)) return { deed: there, made: false };
    throw conflict('Something different is kept under this identifier.', there);
  }
  waterOf(database, draft.waterId, 'waterId');
  refuseFuture(draft.at, now, 'at');
  const deed: Deed = { ...draft, createdAt: now, deletedAt: null };
  database.insert(deedsTable).values(deed).run();
  return { deed, made: true };
}

export function markDeedDeleted(database: Queries, id: string, deletedAt: number | null): Deed {
  const deed = database.select().from(deedsTable).where(eq(deedsTable.id, id)).get();
  if (!deed) throw gone('This entry');
  database.update(deedsTable).set({ deletedAt }).where(eq(deedsTable.id, id)).run();
  return { ...deed, deletedAt };
}
