import type { OwnCard } from '@hedge-lamp/core/color';
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { versionedTable } from '../database/versioned-documents';

/** The keeper's own cards. */
export const ownCardsTable = versionedTable<OwnCard>('own_cards');

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
