import type { KitDraft, Method } from '@hedge-lamp/core/methods';
import { index, integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { versionedTable } from '../database/versioned-documents';

/** The keeper's own methods. */
export const methodsTable = versionedTable<Method>('methods');

export const kitsTable = sqliteTable('kits', {
  id: text().primaryKey(),
  name: text().notNull(),
  tests: text({ mode: 'json' }).$type<KitDraft['tests']>().notNull(),
  bottles: text({ mode: 'json' }).$type<KitDraft['bottles']>().notNull(),
  price: real(),
  currency: text().notNull(),
  countedAt: integer('counted_at').notNull(),
  note: text().notNull(),
  version: integer().notNull(),
  createdAt: integer('created_at').notNull(),
  deletedAt: integer('deleted_at'),
});

/** When reagent of a kit was used: one row for a tube that it went into, whatever became of the tube. */
export const kitUsesTable = sqliteTable(
  'kit_uses',
  {
    /** The test of a run, or the reading that was typed. */
    id: text().primaryKey(),
    kitId: text('kit_id').notNull(),
    methodId: text('method_id').notNull(),
    at: integer().notNull(),
  },
  (t) => [index('kit_uses_by_kit').on(t.kitId, t.at)],
);
