import { GuidanceSchema, checkSets } from '@hedge-lamp/core/guidelines';
import { UnitChoiceSchema, type Water, type WaterDraft } from '@hedge-lamp/core/waters';
import { asc, eq, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { conflict, gone, refused } from '../problem';
import { sameContent } from '../same-content';
import { watersTable } from './table';

type Row = typeof watersTable.$inferSelect;

/** A water kept before a kind of unit or a choice of limits was known gets the usual ones. */
const fromRow = (row: Row): Water => ({
  ...row,
  units: UnitChoiceSchema.parse(row.units),
  guidance: GuidanceSchema.parse(row.guidance ?? {}),
  stock: row.stock ?? [],
});

export const listWaters = (database: Queries): Water[] =>
  database
    .select()
    .from(watersTable)
    .where(isNull(watersTable.deletedAt))
    .orderBy(asc(watersTable.createdAt), asc(watersTable.id))
    .all()
    .map(fromRow);

/**
 * The water, unless it was removed.
 * @param field the field that pointed at it, for the problem document
 */
export function waterOf(database: Queries, id: string, field?: string): Water {
  const water = database.select().from(watersTable).where(eq(watersTable.id, id)).get();
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
  const there = database.select().from(watersTable).where(eq(watersTable.id, draft.id)).get();
  if (there) {
    if (sameContent(draft, fromRow(there))) return { water: fromRow(there), made: false };
    throw conflict('A different water is kept under this identifier.', there);
  }
  checkDraft(database, draft);
  const water: Water = {
    ...draft,
    version: 1,
    livesToldAt: toldAt(draft, now),
    createdAt: now,
    updatedAt: now,
    deletedAt: null,
  };
  database.insert(watersTable).values(water).run();
  return { water, made: true };
}

/** Changes a water, if nobody else did since the version that the caller saw. */
export function changeWater(database: Queries, draft: WaterDraft, seen: number, now: number): Water {
  return database.transaction((tx) => {
    const current = waterOf(tx, draft.id);
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

/** Removes a water from view; its readings stay and it can be brought back. */
export function removeWater(database: Queries, id: string, now: number): Water {
  const water = waterOf(database, id);
  const removed = { ...water, deletedAt: now, version: water.version + 1 };
  database.update(watersTable).set(removed).where(eq(watersTable.id, id)).run();
  return removed;
}

export function restoreWater(database: Queries, id: string): Water {
  const water = database.select().from(watersTable).where(eq(watersTable.id, id)).get();
  if (!water) throw gone('This water');
  const restored = { ...fromRow(water), deletedAt: null, version: water.version + 1 };
  database.update(watersTable).set(restored).where(eq(watersTable.id, id)).run();
  return restored;
}
