import type { Reading } from '@hedge-lamp/core/readings';
import { index, integer, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { sql } from 'drizzle-orm';
import { watersTable } from '../waters/table';

export const readingsTable = sqliteTable(
  'readings',
  {
    id: text().primaryKey(),
    waterId: text('water_id')
      .notNull()
      .references(() => watersTable.id),
    samplingPointId: text('sampling_point_id'),
    parameter: text().$type<Reading['parameter']>().notNull(),
    methodId: text('method_id'),
    methodVersion: integer('method_version'),
    kitId: text('kit_id'),
    takenAt: integer('taken_at').notNull(),
    zone: text().notNull(),
    entered: text({ mode: 'json' }).$type<Reading['entered']>().notNull(),
    doubts: text({ mode: 'json' }).$type<Reading['doubts']>().notNull(),
    by: text().notNull(),
    drawnFrom: text('drawn_from').$type<Reading['drawnFrom']>(),
    note: text().notNull(),
    runId: text('run_id'),
    /** Canonical interval. All three null: no value. An unknown end alone is null while best is set. */
    low: real(),
    best: real(),
    high: real(),
    version: integer().notNull(),
    createdAt: integer('created_at').notNull(),
    deletedAt: integer('deleted_at'),
    /** When a deleted reading goes for good; null where it stays to be brought back. */
    purgeAt: integer('purge_at'),
    /** How far the clock of the device was ahead of the server's when this was kept, ms; null where they agreed. */
    clockAhead: integer('clock_ahead'),
  },
  (t) => [
    index('readings_latest')
      .on(t.waterId, t.parameter, t.takenAt)
      .where(sql`deleted_at is null`),
    index('readings_by_time').on(t.waterId, t.takenAt),
  ],
);

/** What a reading said before it was edited. */
export const readingVersionsTable = sqliteTable(
  'reading_versions',
  {
    readingId: text('reading_id')
      .notNull()
      .references(() => readingsTable.id),
    version: integer().notNull(),
    /** The whole reading as it was. */
    was: text({ mode: 'json' }).$type<Reading>().notNull(),
    replacedAt: integer('replaced_at').notNull(),
  },
  (t) => [uniqueIndex('reading_versions_key').on(t.readingId, t.version)],
);
