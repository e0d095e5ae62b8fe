import { type MethodBook, methodOf } from '@hedge-lamp/core/methods';
import { toWire } from '@hedge-lamp/core/quantity';
import { type Reading, type ReadingDraft, interpret } from '@hedge-lamp/core/readings';
import { eq } from 'drizzle-orm';
import type { Told } from '../door/context';
import type { Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { conflict, gone, refused } from '../wire/problem';
import { noteUse } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { refuseFuture } from '../clock/refuse-future';
import { sameContent } from '../wire/same-content';
import { waterOf } from '../waters/store';
import { type Row, fromRow, toRow } from './row';
import { readingVersionsTable, readingsTable } from './table';

/** A draft with its canonical interval computed. @throws FieldError */
export function computed(
  draft: ReadingDraft,
  horizon: number,
  book: MethodBook,
): Omit<Reading, 'version' | 'createdAt' | 'deletedAt'> {
  refuseFuture(draft.takenAt, horizon, 'takenAt');
  const { value } = interpret(draft, book);
  return {
    ...draft,
    methodVersion:
      draft.methodId === null ? null : methodOf(draft.methodId, draft.methodVersion, book).version,
    value: value && toWire(value),
  };
}

export function checkPlace(database: Queries, draft: ReadingDraft): void {
  const water = waterOf(database, draft.waterId, 'waterId');
  if (draft.samplingPointId && !water.samplingPoints.some((p) => p.id === draft.samplingPointId))
    throw refused('samplingPointId', 'This water has no such sampling point. Choose another or none.');
}

export function readingOf(database: Queries, id: string): Reading {
  const row = database.select().from(readingsTable).where(eq(readingsTable.id, id)).get();
  if (!row) throw gone('This reading');
  return fromRow(row);
}

/** What was sent, less the version where the newest was meant: the kept one names it. */
function asSent({ methodVersion, ...draft }: ReadingDraft): object {
  return methodVersion === null ? draft : { ...draft, methodVersion };
}

/** True when this is what was kept first under its identifier, whatever an edit made of it since. */
export function isSame(database: Queries, draft: ReadingDraft, there: Row): boolean {
  if (sameContent(asSent(draft), there)) return true;
  const first = database
    .select({ was: readingVersionsTable.was })
    .from(readingVersionsTable)
    .where(eq(readingVersionsTable.readingId, draft.id))
    .orderBy(readingVersionsTable.version)
    .limit(1)
    .get();
  return first !== undefined && sameContent(asSent(draft), first.was);
}

export const rowWith = (database: Queries, id: string): Row | undefined =>
  database.select().from(readingsTable).where(eq(readingsTable.id, id)).get();

export const differs = (there: Row) =>
  conflict('A different reading is kept under this identifier.', fromRow(there));

/** A tube of a run noted its use when the reagent went in. */
export const notesUse = (
  draft: ReadingDraft,
): draft is ReadingDraft & { readonly kitId: string; readonly methodId: string } =>
  draft.kitId !== null && draft.methodId !== null && draft.runId === null;

/**
 * Keeps a reading, and that reagent was used for it. The same one sent twice is kept once.
 * @param told what the device's clock says, where it differs from the server's
 */
export function keepReading(
  database: Queries,
  draft: ReadingDraft,
  now: number,
  { horizon, clockAhead }: Told = { horizon: now, clockAhead: null },
): { reading: Reading; made: boolean } {
  return writing(database, (tx) => {
    const there = rowWith(tx, draft.id);
    if (there) {
      if (isSame(tx, draft, there)) return { reading: fromRow(there), made: false };
      throw differs(there);
    }
    checkPlace(tx, draft);
    const reading: Reading = {
      ...computed(draft, horizon, methodBook(tx)),
      version: 1,
      createdAt: now,
      deletedAt: null,
      ...(clockAhead === null ? {} : { clockAhead }),
    };
    tx.insert(readingsTable).values(toRow(reading)).run();
    if (notesUse(draft))
      noteUse(tx, { id: draft.id, kitId: draft.kitId, methodId: draft.methodId, at: draft.takenAt });
    return { reading, made: true };
  });
}

/** The fields of a reading that an edit may change. */
export type ReadingChange = Pick<
  ReadingDraft,
  | 'methodId'
  | 'kitId'
  | 'drawnFrom'
  | 'entered'
  | 'takenAt'
  | 'zone'
  | 'doubts'
  | 'by'
  | 'note'
  | 'samplingPointId'
>;

/** Changes a reading, if nobody else did since; what it said before is put by. */
export function changeReading(
  database: Queries,
  id: string,
  seen: number,
  change: ReadingChange,
  now: number,
  horizon = now,
): Reading {
  return writing(database, (tx) => {
    const current = readingOf(tx, id);
    // Sent again after its answer was lost.
    if (current.version === seen + 1 && sameContent(change, current)) return current;
    if (current.deletedAt !== null)
      throw conflict('This reading was deleted elsewhere. Bring it back before you change it.', current);
    if (current.version !== seen)
      throw conflict(
        'This reading was changed elsewhere since you opened it. Compare before you save.',
        current,
      );
    const { value: _value, createdAt, deletedAt, version, clockAhead: _clockAhead, ...draft } = current;
    // The same method stays the version it was run with; another one is taken as it is now.
    const methodVersion = change.methodId === current.methodId ? current.methodVersion : null;
    const changed = { ...draft, ...change, methodVersion };
    checkPlace(tx, changed);
    const reading: Reading = {
      ...computed(changed, horizon, methodBook(tx)),
      version: version + 1,
      createdAt,
      deletedAt,
    };
    tx.insert(readingVersionsTable).values({ readingId: id, version, was: current, replacedAt: now }).run();
    tx.update(readingsTable).set(toRow(reading)).where(eq(readingsTable.id, id)).run();
    return reading;
  });
}

/**
 * Deletes or brings back; asking twice is the same as asking once.
 * @param purgeAt when a deleted one goes for good, where that is wanted
 */
export function markDeleted(
  database: Queries,
  id: string,
  deletedAt: number | null,
  purgeAt: number | null = null,
): Reading {
  return writing(database, (tx) => {
    const reading = readingOf(tx, id);
    const unchanged = (reading.deletedAt === null) === (deletedAt === null);
    const marked = unchanged ? reading : { ...reading, deletedAt, version: reading.version + 1 };
    tx.update(readingsTable)
      .set({ deletedAt: marked.deletedAt, version: marked.version, purgeAt })
      .where(eq(readingsTable.id, id))
      .run();
    return marked;
  });
}

/** What a reading said before each edit, oldest first. */
export const versionsOf = (database: Queries, id: string): { was: Reading; replacedAt: number }[] =>
  database
    .select({ was: readingVersionsTable.was, replacedAt: readingVersionsTable.replacedAt })
    .from(readingVersionsTable)
    .where(eq(readingVersionsTable.readingId, readingOf(database, id).id))
    .orderBy(readingVersionsTable.version)
    .all();
