import type { Deed } from '@hedge-lamp/core/remedies';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { watersTable } from '../waters/table';

export const deedsTable = sqliteTable(
  'deeds',
  {
    id: text().primaryKey(),
    waterId: text('water_id')
      .notNull()
      .references(() => watersTable.id),
    kind: text().$type<Deed['kind']>().notNull(),
    at: integer().notNull(),
    zone: text().notNull(),
    detail: text().notNull(),
    /** Null where it was told in words only. */
    amount: text({ mode: 'json' }).$type<Deed['amount']>(),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (t) => [index('deeds_by_time').on(t.waterId, t.at)],
);
