import { type Method, type MethodBook, bookOf, readMethod, shippedMethods } from '@hedge-lamp/core/methods';
import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { cardVersions } from '../color/card-store';
import type { Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { ProblemError, conflict, gone, problem, refused } from '../problem';
import { sameContent } from '../same-content';
import { methodsTable } from './table';

export interface KeptMethod {
  readonly method: Method;
  readonly deletedAt: number | null;
}

/** Every version of the keeper's own methods, oldest first; those put away come along, for their readings. */
export const listMethods = (database: Queries): KeptMethod[] =>
  database
    .select({ method: methodsTable.document, deletedAt: methodsTable.deletedAt })
    .from(methodsTable)
    .orderBy(asc(methodsTable.savedAt), asc(methodsTable.version))
    .all();

const shipped = bookOf([]);
const shippedIds = new Set(shippedMethods.map((m) => m.id));

/** Where the methods of this file are looked up. Only what is asked for is read. */
export function methodBook(database: Queries): MethodBook {
  const asked = new Map<string, MethodBook>();
  return {
    find(id, version) {
      if (shippedIds.has(id)) return shipped.find(id, version);
      const book =
        asked.get(id) ??
        bookOf(
          database
            .select({ document: methodsTable.document })
            .from(methodsTable)
            .where(eq(methodsTable.id, id))
            .all()
            .map((row) => row.document),
        );
      asked.set(id, book);
      return book.find(id, version);
    },
    card: (id, version) => bookOf([], cardVersions(database, id)).card(id, version),
  };
}

const newestOf = (database: Queries, id: string) =>
  database
    .select()
    .from(methodsTable)
    .where(eq(methodsTable.id, id))
    .orderBy(desc(methodsTable.version))
    .limit(1)
    .get();

/** @throws ProblemError with the path of every fault */
function checked(document: unknown): Method {
  const read = readMethod(document);
  if ('method' in read) return read.method;
  const errors = read.faults.map((f) => ({ ...f, path: `method${f.path ? `.${f.path}` : ''}` }));
  throw new ProblemError(problem(422, `This method does not make sense yet: ${errors[0]!.message}`, errors));
}

/**
 * Keeps a method as its next version. The same one sent twice is kept once.
 * @param document of version n + 1 where version n is the newest
 */
export function saveMethod(
  database: Queries,
  document: unknown,
  now: number,
): { method: Method; made: boolean } {
  const method = checked(document);
  if (shippedMethods.some((m) => m.id === method.id))
    throw refused(
      'method.id',
      'A method that ships with Hedge Lamp is not changed. Copy it and edit the copy.',
    );
  return writing(database, (tx) => {
    const newest = newestOf(tx, method.id);
    if (newest && newest.version >= method.version) {
      const there = tx
        .select()
        .from(methodsTable)
        .where(and(eq(methodsTable.id, method.id), eq(methodsTable.version, method.version)))
        .get();
      if (there && sameContent(method, there.document)) return { method, made: false };
      throw conflict(
        'This method was changed elsewhere since you opened it. Compare before you save.',
        newest.document,
      );
    }
    if (method.version !== (newest?.version ?? 0) + 1)
      throw refused('method.version', `The next version of this method is ${(newest?.version ?? 0) + 1}.`);
    tx.insert(methodsTable)
      .values({
        id: method.id,
        version: method.version,
        document: method,
        savedAt: now,
        deletedAt: newest?.deletedAt ?? null,
      })
      .run();
    return { method, made: true };
  });
}

/** Puts a method away or brings it back; its versions and readings stay. */
export function markMethodDeleted(database: Queries, id: string, deletedAt: number | null): KeptMethod {
  const newest = newestOf(database, id);
  if (!newest) throw gone('This method');
  database
    .update(methodsTable)
    .set({ deletedAt })
    .where(
      and(
        eq(methodsTable.id, id),
        deletedAt === null ? isNotNull(methodsTable.deletedAt) : isNull(methodsTable.deletedAt),
      ),
    )
    .run();
  return { method: newest.document, deletedAt: newestOf(database, id)!.deletedAt };
}
