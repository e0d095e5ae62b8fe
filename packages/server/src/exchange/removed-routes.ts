import { type WaterContents, removedRoutes } from '@hedge-lamp/core/exchange';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { count, desc, eq, isNotNull } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { runsTable } from '../bench/table';
import { photosTable } from '../color/table';
import { cycleStartsTable } from '../cycle/table';
import type { Queries } from '../database/open-database';
import { purgeWait } from '../database/purge-wait';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { readingsTable } from '../readings/table';
import { deedsTable } from '../remedies/table';
import { removeWater } from '../waters/store';
import { watersTable } from '../waters/table';
import { purgeWater } from './purge';

/** The newest are shown. */
const most = 200;

/** What goes with a water when it goes. */
function contentsOf(database: Queries, id: string): WaterContents {
  const of = (table: typeof readingsTable | typeof deedsTable | typeof runsTable | typeof cycleStartsTable) =>
    database.select({ n: count() }).from(table).where(eq(table.waterId, id)).get()?.n ?? 0;
  return {
    readings: of(readingsTable),
    deeds: of(deedsTable),
    runs: of(runsTable),
    cycles: of(cycleStartsTable),
  };
}

export function serveRemoved(app: FastifyInstance, { database, now, inTurn }: Context): void {
  serve(
    app,
    waterRoutes.remove,
    async ({ params: { id }, query: { forGood } }) => {
      const removed = await inTurn(() => removeWater(database, id, now(), now() + purgeWait));
      if (forGood === 'at-once') await purgeWater(database, id, inTurn);
      return removed;
    },
    { config: { takesItsTurn: true } },
  );
  serve(app, removedRoutes.contents, ({ params }) => contentsOf(database, params.id));
  serve(app, removedRoutes.list, () => ({
    waters: database
      .select()
      .from(watersTable)
      .where(isNotNull(watersTable.deletedAt))
      .orderBy(desc(watersTable.deletedAt))
      .limit(most)
      .all()
      .map(({ id, name, deletedAt, purgeAt }) => ({
        id,
        name,
        deletedAt: deletedAt!,
        purgeAt,
        contents: contentsOf(database, id),
      })),
    readings: database
      .select({
        id: readingsTable.id,
        waterId: readingsTable.waterId,
        waterName: watersTable.name,
        parameter: readingsTable.parameter,
        takenAt: readingsTable.takenAt,
        deletedAt: readingsTable.deletedAt,
        purgeAt: readingsTable.purgeAt,
      })
      .from(readingsTable)
      .innerJoin(watersTable, eq(watersTable.id, readingsTable.waterId))
      .where(isNotNull(readingsTable.deletedAt))
      .orderBy(desc(readingsTable.deletedAt))
      .limit(most)
      .all()
      .map((row) => ({ ...row, deletedAt: row.deletedAt! })),
    photos: database
      .select({ id: photosTable.id, deletedAt: photosTable.deletedAt, purgeAt: photosTable.purgeAt })
      .from(photosTable)
      .where(isNotNull(photosTable.deletedAt))
      .orderBy(desc(photosTable.deletedAt))
      .limit(most)
      .all()
      .map((row) => ({ ...row, deletedAt: row.deletedAt! })),
  }));
}
