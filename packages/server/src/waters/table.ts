import type { Guidance } from '@hedge-lamp/core/limits';
import type { UnitChoice, VolumeFrom, Water } from '@hedge-lamp/core/waters';
import { integer, real, sqliteTable, text } from 'drizzle-orm/sqlite-core';

export const watersTable = sqliteTable('waters', {
  id: text().primaryKey(),
  name: text().notNull(),
  kind: text().$type<Water['kind']>().notNull(),
  netLiters: real('net_liters'),
  volumeFrom: text('volume_from', { mode: 'json' }).$type<VolumeFrom>(),
  units: text({ mode: 'json' }).$type<UnitChoice>().notNull(),
  stockGroups: text('stock_groups', { mode: 'json' }).$type<Water['stockGroups']>().notNull(),
  livesHere: text('lives_here').$type<Water['livesHere']>(),
  livesToldAt: integer('lives_told_at'),
  /** Null in a water kept before stock was listed. */
  stock: text({ mode: 'json' }).$type<Water['stock']>(),
  salinity: text().$type<Water['salinity']>(),
  meanDepth: real('mean_depth'),
  surface: real(),
  roofWater: integer('roof_water', { mode: 'boolean' }),
  filter: text({ mode: 'json' }).$type<Water['filter']>(),
  cycling: integer({ mode: 'boolean' }).notNull(),
  samplingPoints: text('sampling_points', { mode: 'json' }).$type<Water['samplingPoints']>().notNull(),
  sourceWaterId: text('source_water_id'),
  note: text().notNull(),
  /** Null in a water kept before there was a choice. */
  guidance: text({ mode: 'json' }).$type<Guidance>(),
  version: integer().notNull(),
  createdAt: integer('created_at').notNull(),
  updatedAt: integer('updated_at').notNull(),
  deletedAt: integer('deleted_at'),
  /** When a removed water goes for good, with all that belongs to it. */
  purgeAt: integer('purge_at'),
});
