import { type MethodBook, bookOf, readMethod, shippedMethods } from '@hedge-lamp/core/methods';
import { cardDocuments } from '../color/card-store';
import type { Queries } from '../database/open-database';
import { versionedDocuments } from '../database/versioned-documents';
import { ProblemError, problem, refused } from '../wire/problem';
import { methodsTable } from './table';

export const methodDocuments = versionedDocuments(methodsTable, 'method', 'method');

const shipped = bookOf([]);
const shippedIds = new Set(shippedMethods.map((m) => m.id));

/** Where the methods of this file are looked up. Only what is asked for is read. */
export function methodBook(database: Queries): MethodBook {
  const asked = new Map<string, MethodBook>();
  return {
    find(id, version) {
      if (shippedIds.has(id)) return shipped.find(id, version);
      const book = asked.get(id) ?? bookOf(methodDocuments.versions(database, id));
      asked.set(id, book);
      return book.find(id, version);
    },
    card: (id, version) => bookOf([], cardDocuments.versions(database, id)).card(id, version),
  };
}

/**
 * Keeps a method as its next version.
 * @throws ProblemError with the path of every fault
 */
export function saveMethod(database: Queries, document: unknown, now: number) {
  const read = readMethod(document);
  if ('faults' in read) {
    const errors = read.faults.map((f) => ({ ...f, path: `method${f.path ? `.${f.path}` : ''}` }));
    throw new ProblemError(
      problem(422, `This method does not make sense yet: ${errors[0]!.message}`, errors),
    );
  }
  if (shippedIds.has(read.method.id))
    throw refused(
      'method.id',
      'A method that ships with Hedge Lamp is not changed. Copy it and edit the copy.',
    );
  return methodDocuments.save(database, read.method, now);
}
