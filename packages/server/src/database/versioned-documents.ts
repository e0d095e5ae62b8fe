import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { conflict, gone, refused } from '../wire/problem';
import { sameContent } from '../wire/same-content';
import type { Queries } from './open-database';
import { writing } from './writing';

export interface Versioned {
  readonly id: string;
  readonly version: number;
}
export interface Kept<Document extends Versioned> {
  readonly document: Document;
  readonly deletedAt: number | null;
}

/** A table of the keeper's own documents of one kind, every version as it was: a reading knows the one it was made with. */
export const versionedTable = <Document extends Versioned>(name: string) =>
  sqliteTable(
    name,
    {
      id: text().notNull(),
      version: integer().notNull(),
      document: text({ mode: 'json' }).$type<Document>().notNull(),
      savedAt: integer('saved_at').notNull(),
      /** On every version of a document that is put away; its readings still know it. */
      deletedAt: integer('deleted_at'),
    },
    (t) => [primaryKey({ columns: [t.id, t.version] })],
  );
type VersionedTable<Document extends Versioned> = ReturnType<typeof versionedTable<Document>>;

/**
 * Keeps documents that are never overwritten, only followed by a next version.
 * @param what in words, as “method”
 * @param path of the document's fields in what is sent; empty where it is the body itself
 */
export function versionedDocuments<Document extends Versioned>(
  table: VersionedTable<Document>,
  what: string,
  path = '',
) {
  const newestOf = (database: Queries, id: string) =>
    database.select().from(table).where(eq(table.id, id)).orderBy(desc(table.version)).limit(1).get();

  return {
    /** Every version, oldest first; those put away come along, for their readings. */
    list: (database: Queries): Kept<Document>[] =>
      database
        .select({ document: table.document, deletedAt: table.deletedAt })
        .from(table)
        .orderBy(asc(table.savedAt), asc(table.version))
        .all(),

    versions: (database: Queries, id: string): Document[] =>
      database
        .select({ document: table.document })
        .from(table)
        .where(eq(table.id, id))
        .all()
        .map((row) => row.document),

    newest: (database: Queries, id: string): Document | undefined => newestOf(database, id)?.document,

    /**
     * Keeps a sound document as its next version. The same one sent twice is kept once.
     * @param document of version n + 1 where version n is the newest
     * @param mayFollow throws where this document may not come after the newest version
     */
    save(
      database: Queries,
      document: Document,
      now: number,
      mayFollow: (newest: Document, within: Queries) => void = () => undefined,
    ): Kept<Document> & { readonly made: boolean } {
      return writing(database, (tx) => {
        const { id, version } = document;
        const newest = newestOf(tx, id);
        if (newest && newest.version >= version) {
          const there = tx
            .select()
            .from(table)
            .where(and(eq(table.id, id), eq(table.version, version)))
            .get();
          if (there && sameContent(document, there.document))
            return { document, deletedAt: there.deletedAt, made: false };
          throw conflict(
            `This ${what} was changed elsewhere since you opened it. Compare before you save.`,
            newest.document,
          );
        }
        const next = (newest?.version ?? 0) + 1;
        if (version !== next)
          throw refused(path ? `${path}.version` : 'version', `The next version of this ${what} is ${next}.`);
        if (newest) mayFollow(newest.document, tx);
        const deletedAt = newest?.deletedAt ?? null;
        tx.insert(table).values({ id, version, document, savedAt: now, deletedAt }).run();
        return { document, deletedAt, made: true };
      });
    },

    /** Puts a document away or brings it back; its versions and readings stay. */
    mark(database: Queries, id: string, deletedAt: number | null): Kept<Document> {
      const newest = newestOf(database, id);
      if (!newest) throw gone(`This ${what}`);
      database
        .update(table)
        .set({ deletedAt })
        .where(
          and(eq(table.id, id), deletedAt === null ? isNotNull(table.deletedAt) : isNull(table.deletedAt)),
        )
        .run();
      return { document: newest.document, deletedAt: newestOf(database, id)!.deletedAt };
    },
  };
}
