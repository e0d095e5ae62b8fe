import { sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** What a thing was made as, so that its making is known when it is sent again after the thing was changed. */
export const madeAsTable = sqliteTable('made_as', {
  id: text().primaryKey(),
  /** SHA-256 of what was sent. */
  digest: text().notNull(),
});
