import type { RunDraft, RunEvent } from '@hedge-lamp/core/bench';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import { watersTable } from '../waters/table';

export const runsTable = sqliteTable('runs', {
  id: text().primaryKey(),
  waterId: text('water_id')
    .notNull()
    .references(() => watersTable.id),
  samplingPointId: text('sampling_point_id'),
  startedAt: integer('started_at').notNull(),
  sampledAt: integer('sampled_at'),
  drawnFrom: text('drawn_from').$type<RunDraft['drawnFrom']>(),
  order: text('plan_order').$type<RunDraft['order']>().notNull().default('soonest'),
  zone: text().notNull(),
  by: text().notNull(),
  tests: text({ mode: 'json' }).$type<RunDraft['tests']>().notNull(),
  finishedAt: integer('finished_at'),
});

/** Events in the order in which they reached the server. */
export const runEventsTable = sqliteTable(
  'run_events',
  {
    sequence: integer().primaryKey({ autoIncrement: true }),
    id: text().notNull().unique(),
    runId: text('run_id')
      .notNull()
      .references(() => runsTable.id),
    event: text({ mode: 'json' }).$type<RunEvent>().notNull(),
    receivedAt: integer('received_at').notNull(),
  },
  (t) => [index('run_events_by_run').on(t.runId, t.sequence)],
);
