import { day } from '@hedge-lamp/core/wire';
import { type Kit, type KitDraft, type KitUse, methodOf, paceDays } from '@hedge-lamp/core/methods';
import { and, asc, eq, gte, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { noteMade, wasMadeAs } from '../database/made-as';
import { prepared } from '../database/prepared';
import { writing } from '../database/writing';
import { conflict, gone, within } from '../wire/problem';
import { sameContent } from '../wire/same-content';
import { methodBook } from './store';
import { kitUsesTable, kitsTable } from './table';

type Row = typeof kitsTable.$inferSelect;

function usesOf(database: Queries, row: Row, now: number): KitUse[] {
  const from = Math.min(row.countedAt, now - paceDays * day);
  return database
    .select({ methodId: kitUsesTable.methodId, at: kitUsesTable.at })
    .from(kitUsesTable)
    .where(and(eq(kitUsesTable.kitId, row.id), gte(kitUsesTable.at, from)))
    .orderBy(asc(kitUsesTable.at))
    .all();
}

const withUses = (database: Queries, row: Row, now: number): Kit => ({
  ...row,
  uses: usesOf(database, row, now),
});

export const listKits = (database: Queries, now: number): Kit[] =>
  database
    .select()
    .from(kitsTable)
    .where(isNull(kitsTable.deletedAt))
    .orderBy(asc(kitsTable.createdAt), asc(kitsTable.id))
    .all()
    .map((row) => withUses(database, row, now));

const bottlesQuery = prepared((database) =>
  database
    .select({ id: kitsTable.id, name: kitsTable.name, bottles: kitsTable.bottles })
    .from(kitsTable)
    .where(isNull(kitsTable.deletedAt))
    .prepare(),
);
/** The bottles of every kit, without counting its uses. */
export const listBottles = (database: Queries): Pick<Kit, 'id' | 'name' | 'bottles'>[] =>
  bottlesQuery(database).all();

function rowOf(database: Queries, id: string): Row {
  const row = database.select().from(kitsTable).where(eq(kitsTable.id, id)).get();
  if (!row) throw gone('This kit');
  return row;
}

/** @throws FieldError `unknown-method` with the path of the test */
function checkTests(database: Queries, draft: KitDraft): void {
  const book = methodBook(database);
  draft.tests.forEach(({ methodId }, k) => {
    try {
      methodOf(methodId, null, book);
    } catch (error) {
      throw within(`tests.${k}`, error);
    }
  });
}

/** Keeps a new kit. The same one sent twice is kept once. */
export function createKit(database: Queries, draft: KitDraft, now: number): { kit: Kit; made: boolean } {
  return writing(database, (tx) => {
    const there = tx.select().from(kitsTable).where(eq(kitsTable.id, draft.id)).get();
    if (there) {
      if (wasMadeAs(tx, draft.id, draft) || sameContent(draft, there))
        return { kit: withUses(tx, there, now), made: false };
      throw conflict('A different kit is kept under this identifier.', withUses(tx, there, now));
    }
    checkTests(tx, draft);
    const row: Row = { ...draft, version: 1, createdAt: now, deletedAt: null };
    tx.insert(kitsTable).values(row).run();
    noteMade(tx, draft.id, draft);
    return { kit: withUses(tx, row, now), made: true };
  });
}

/** Changes a kit, if nobody else did since the version that the caller saw. */
export function changeKit(database: Queries, draft: KitDraft, seen: number, now: number): Kit {
  return writing(database, (tx) => {
    const current = rowOf(tx, draft.id);
    if (current.version === seen + 1 && sameContent(draft, current)) return withUses(tx, current, now);
    if (current.version !== seen)
      throw conflict(
        'This kit was changed elsewhere since you opened it. Compare before you save.',
        withUses(tx, current, now),
      );
    checkTests(tx, draft);
    const row: Row = { ...current, ...draft, version: seen + 1 };
    tx.update(kitsTable).set(row).where(eq(kitsTable.id, draft.id)).run();
    return withUses(tx, row, now);
  });
}

/** Puts a kit away or brings it back; asking twice is the same as asking once. */
export function markKitDeleted(database: Queries, id: string, deletedAt: number | null, now: number): Kit {
  return writing(database, (tx) => {
    const row = rowOf(tx, id);
    if ((row.deletedAt === null) === (deletedAt === null)) return withUses(tx, row, now);
    const marked = { ...row, deletedAt, version: row.version + 1 };
    tx.update(kitsTable).set(marked).where(eq(kitsTable.id, id)).run();
    return withUses(tx, marked, now);
  });
}

/** Notes that reagent of a kit was used; the same use noted twice counts once. @returns true where it is new */
export function noteUse(database: Queries, use: typeof kitUsesTable.$inferInsert): boolean {
  return database.insert(kitUsesTable).values(use).onConflictDoNothing().run().changes > 0;
}
