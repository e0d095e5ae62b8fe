import type { OwnCard } from '@hedge-lamp/core/color';
import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** The keeper's own cards, every version as it was: a reading knows the one it was read on. */
export const ownCardsTable = sqliteTable(
  'own_cards',
  {
    id: text().notNull(),
    version: integer().notNull(),
    document: text({ mode: 'json' }).$type<OwnCard>().notNull(),
    savedAt: integer('saved_at').notNull(),
    /** On every version of a card that is put away; its readings still know it. */
    deletedAt: integer('deleted_at'),
  },
  (t) => [primaryKey({ columns: [t.id, t.version] })],
);

/** Photographs kept with readings; the pictures themselves lie as files beside the database. */
export const photosTable = sqliteTable('photos', {
  id: text().primaryKey(),
  /** SHA-256 of what was sent, so that the same picture sent twice is known. */
  digest: text().notNull(),
  /** Size of the file as it is kept, less what it told of its place and its maker. */
  bytes: integer().notNull(),
  createdAt: integer('created_at').notNull(),
  deletedAt: integer('deleted_at'),
  /** When a photograph that was taken away goes for good. */
  purgeAt: integer('purge_at'),
});
