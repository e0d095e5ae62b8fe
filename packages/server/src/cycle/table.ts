import type { CycleStartDraft, ForecastRecord } from '@hedge-lamp/core/cycle';
import { index, integer, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { watersTable } from '../waters/table';

/** A filter that began to grow in, or was upset, and how that ended. */
export const cycleStartsTable = sqliteTable(
  'cycle_starts',
  {
    id: text().primaryKey(),
    waterId: text('water_id')
      .notNull()
      .references(() => watersTable.id),
    startedAt: integer('started_at').notNull(),
    document: text({ mode: 'json' }).$type<CycleStartDraft>().notNull(),
    version: integer().notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    deletedAt: integer('deleted_at'),
  },
  (t) => [index('cycle_starts_by_water').on(t.waterId, t.startedAt)],
);

/** Forecasts as they were made, one for each newest reading, to be held against what came true. */
export const forecastsTable = sqliteTable(
  'cycle_forecasts',
  {
    id: text().primaryKey(),
    startId: text('start_id')
      .notNull()
      .references(() => cycleStartsTable.id),
    newestReadingAt: integer('newest_reading_at').notNull(),
    document: text({ mode: 'json' }).$type<ForecastRecord>().notNull(),
  },
  (t) => [uniqueIndex('cycle_forecasts_by_reading').on(t.startId, t.newestReadingAt)],
);
