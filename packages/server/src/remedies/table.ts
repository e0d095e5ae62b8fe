import type { Deed } from '@hedge-lamp/core/remedies';
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
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
    /** The line of a plan that was ticked; null where it was noted by hand. */
    planLine: text('plan_line', { mode: 'json' }).$type<Deed['planLine']>(),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (t) => [index('deeds_by_time').on(t.waterId, t.at)],
);

/** Lines of a plan that their keeper put off. */
export const plansPutOffTable = sqliteTable(
  'plans_put_off',
  {
    waterId: text('water_id')
      .notNull()
      .references(() => watersTable.id),
    lineId: text('line_id').notNull(),
    until: integer().notNull(),
  },
  (t) => [primaryKey({ columns: [t.waterId, t.lineId] })],
);
