import { GuidanceSchema } from '@hedge-lamp/core/limits';
import { checkSets } from '@hedge-lamp/core/guidelines';
import { UnitChoiceSchema, type Water, type WaterDraft } from '@hedge-lamp/core/waters';
import { asc, eq, isNull, sql } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { noteMade, wasMadeAs } from '../database/made-as';
import { prepared } from '../database/prepared';
import { writing } from '../database/writing';
import { conflict, gone, refused } from '../wire/problem';
import { sameContent } from '../wire/same-content';
import { watersTable } from './table';

type Row = typeof watersTable.$inferSelect;

/** A water kept before a kind of unit or a choice of limits was known gets the usual ones. */
const fromRow = ({ purgeAt: _purgeAt, ...row }: Row): Water => ({
  ...row,
  units: UnitChoiceSchema.parse(row.units),
  guidance: GuidanceSchema.parse(row.guidance ?? {}),
  stock: row.stock ?? [],
});

const listQuery = prepared((database) =>
  database
    .select()
    .from(watersTable)
    .where(isNull(watersTable.deletedAt))
    .orderBy(asc(watersTable.createdAt), asc(watersTable.id))
    .prepare(),
);
export const listWaters = (database: Queries): Water[] => listQuery(database).all().map(fromRow);

const oneQuery = prepared((database) =>
  database
    .select()
    .from(watersTable)
    .where(eq(watersTable.id, sql.placeholder('id')))
    .prepare(),
);

/**
 * The water, unless it was removed.
 * @param field the field that pointed at it, for the problem document
 */
export function waterOf(database: Queries, id: string, field?: string): Water {
  const water = oneQuery(database).get({ id });
  if (!water || water.deletedAt !== null) throw gone('This water', field);
  return fromRow(water);
}

function checkDraft(database: Queries, draft: WaterDraft): void {
  checkSets(draft.guidance.sets);
  if (draft.sourceWaterId === null) return;
  if (!database.select().from(watersTable).where(eq(watersTable.id, draft.sourceWaterId)).get())
    throw refused('sourceWaterId', 'This source water is not here (any more). Choose another.');
}

const toldAt = ({ livesHere }: WaterDraft, now: number): number | null => (livesHere === null ? null : now);

/** Keeps a new water. The same water sent twice is kept once. */
export function createWater(
  database: Queries,
  draft: WaterDraft,
  now: number,
): { water: Water; made: boolean } {
  return writing(database, (tx) => {
    const there = tx.select().from(watersTable).where(eq(watersTable.id, draft.id)).get();
    if (there) {
      if (wasMadeAs(tx, draft.id, draft) || sameContent(draft, fromRow(there)))
        return { water: fromRow(there), made: false };
      throw conflict('A different water is kept under this identifier.', fromRow(there));
    }
    checkDraft(tx, draft);
    const water: Water = {
      ...draft,
      version: 1,
      livesToldAt: toldAt(draft, now),
      createdAt: now,
      updatedAt: now,
      deletedAt: null,
    };
    tx.insert(watersTable).values(water).run();
    noteMade(tx, draft.id, draft);
    return { water, made: true };
  });
}

/** Changes a water, if nobody else did since the version that the caller saw. */
export function changeWater(database: Queries, draft: WaterDraft, seen: number, now: number): Water {
  return writing(database, (tx) => {
    const current = waterOf(tx, draft.id);
    // Sent again after its answer was lost.
    if (current.version === seen + 1 && sameContent(draft, current)) return current;
    if (current.version !== seen)
      throw conflict(
        'This water was changed elsewhere since you opened it. Compare before you save.',
        current,
      );
    checkDraft(tx, draft);
    const water: Water = {
      ...current,
      ...draft,
      version: seen + 1,
      livesToldAt: draft.livesHere === current.livesHere ? current.livesToldAt : toldAt(draft, now),
      updatedAt: now,
    };
    tx.update(watersTable).set(water).where(eq(watersTable.id, draft.id)).run();
    return water;
  });
}

const rowOf = (database: Queries, id: string): Row => {
  const row = database.select().from(watersTable).where(eq(watersTable.id, id)).get();
  if (!row) throw gone('This water');
  return row;
};

/**
 * Removes a water from view; its readings stay, and it can be brought back until it goes for good. Removing it twice is
 * removing it once.
 */
export function removeWater(database: Queries, id: string, now: number, purgeAt: number): Water {
  return writing(database, (tx) => {
    const row = rowOf(tx, id);
    if (row.deletedAt !== null) return fromRow(row);
    const removed = { ...row, deletedAt: now, purgeAt, version: row.version + 1 };
    tx.update(watersTable).set(removed).where(eq(watersTable.id, id)).run();
    return fromRow(removed);
  });
}

export function restoreWater(database: Queries, id: string): Water {
  return writing(database, (tx) => {
    const row = rowOf(tx, id);
    if (row.deletedAt === null) return fromRow(row);
    const restored = { ...row, deletedAt: null, purgeAt: null, version: row.version + 1 };
    tx.update(watersTable).set(restored).where(eq(watersTable.id, id)).run();
    return fromRow(restored);
  });
}
