import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import { ParameterIdSchema } from '@hedge-lamp/core/parameters';
import { count, desc, eq, isNotNull } from 'drizzle-orm';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { runsTable } from '../bench/table';
import { photosTable } from '../color/table';
import { type Context, ForGoodSchema, typed } from '../door/context';
import { cycleStartsTable } from '../cycle/table';
import type { Queries } from '../database/open-database';
import { ProblemSchema } from '../wire/problem';
import { readingsTable } from '../readings/table';
import { deedsTable } from '../remedies/table';
import { removeWater } from '../waters/store';
import { watersTable } from '../waters/table';
import { WaterSchema } from '@hedge-lamp/core/waters';
import { purgeWait } from '../database/purge-wait';
import { purgeWater } from './purge';

const tags = ['removed'];
/** The newest are shown. */
const most = 200;

const ContentsSchema = z
  .object({ readings: z.int(), deeds: z.int(), runs: z.int(), cycles: z.int() })
  .meta({ id: 'WaterContents' });
const when = { deletedAt: InstantSchema, purgeAt: InstantSchema.nullable() };
const RemovedSchema = z
  .object({
    waters: z.array(z.object({ id: IdSchema, name: z.string(), contents: ContentsSchema, ...when })),
    readings: z.array(
      z.object({
        id: IdSchema,
        waterId: IdSchema,
        waterName: z.string(),
        parameter: ParameterIdSchema,
        takenAt: InstantSchema,
        ...when,
      }),
    ),
    photos: z.array(z.object({ id: IdSchema, ...when })),
  })
  .meta({ id: 'Removed' });

/** What goes with a water when it goes. */
function contentsOf(database: Queries, id: string): z.infer<typeof ContentsSchema> {
  const of = (table: typeof readingsTable | typeof deedsTable | typeof runsTable | typeof cycleStartsTable) =>
    database.select({ n: count() }).from(table).where(eq(table.waterId, id)).get()?.n ?? 0;
  return {
    readings: of(readingsTable),
    deeds: of(deedsTable),
    runs: of(runsTable),
    cycles: of(cycleStartsTable),
  };
}

export function removedRoutes(app: FastifyInstance, { database, now, inTurn }: Context): void {
  const api = typed(app);
  api.delete(
    '/api/waters/:id',
    {
      config: { takesItsTurn: true },
      schema: {
        tags: ['waters'],
        summary:
          'Remove a water; for 30 days it can be brought back, then it goes for good with all that is its own',
        params: z.object({ id: IdSchema }),
        querystring: ForGoodSchema,
        response: { 200: WaterSchema, 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema },
      },
    },
    async (request) => {
      const { id } = request.params;
      const removed = await inTurn(() => removeWater(database, id, now(), now() + purgeWait));
      if (request.query.forGood === 'at-once') await purgeWater(database, id, inTurn);
      return removed;
    },
  );

  api.get(
    '/api/waters/:id/contents',
    {
      schema: {
        tags,
        summary: 'How much is kept of a water, removed or not',
        params: z.object({ id: IdSchema }),
        response: { 200: ContentsSchema, 404: ProblemSchema, 422: ProblemSchema },
      },
    },
    (request) => contentsOf(database, request.params.id),
  );
  api.get(
    '/api/removed',
    {
      schema: {
        tags,
        summary:
          'What was removed and can be brought back, and when it goes for good; the newest 200 of each',
        response: { 200: RemovedSchema },
      },
    },
    () => ({
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
    }),
  );
}
