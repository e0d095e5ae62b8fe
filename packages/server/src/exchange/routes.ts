import { HelpSheetSchema, helpSheet, worthTelling } from '@hedge-lamp/core/exchange';
import { today } from '@hedge-lamp/core/guidelines';
import { IdSchema, ZoneSchema, day } from '@hedge-lamp/core/wire';
import { measuredIds } from '@hedge-lamp/core/parameters';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import type { Database } from '../database/open-database';
import { gatherer } from '../guidelines/gather';
import { listBottles } from '../methods/kit-store';
import { methodBook } from '../methods/store';
import { ProblemSchema } from '../wire/problem';
import { latestReadings } from '../readings/for-judging';
import { listLong } from '../readings/listing';
import { putOffLines } from '../remedies/plan-store';
import { listDeeds } from '../remedies/store';
import { waterOf } from '../waters/store';

const lately = 45 * day;
/** More than anybody reads by hand in six weeks. */
const most = 2000;

/** The newest of each parameter, and what else was read in the last weeks. */
async function readingsToTell(database: Database, waterId: string, at: number) {
  const { readings } = await listLong(database, waterId, { from: at - lately, limit: most });
  const newest = latestReadings(database, waterId);
  const seen = new Set(readings.map((r) => r.id));
  const older = measuredIds().flatMap((p) => newest[p] ?? []);
  return worthTelling([...readings, ...older.filter((r) => !seen.has(r.id))], at);
}

export function sheetRoutes(app: FastifyInstance, { database, now }: Context): void {
  typed(app).get(
    '/api/waters/:id/sheet',
    {
      schema: {
        tags: ['exchange'],
        summary: 'One page about a water, the way somebody asking for help should give it',
        params: z.object({ id: IdSchema }),
        querystring: z.object({ zone: ZoneSchema.default('UTC') }),
        response: { 200: HelpSheetSchema, 404: ProblemSchema, 422: ProblemSchema },
      },
    },
    async (request) => {
      const at = now();
      const water = waterOf(database, request.params.id);
      const given = gatherer(database, at)(water);
      const source = given.source?.water ?? null;
      return helpSheet({
        water,
        readings: await readingsToTell(database, water.id, at),
        source: source && { water: source, readings: await readingsToTell(database, source.id, at) },
        deeds: listDeeds(database, water.id, at - lately).slice(0, 30),
        ...(given.stockDeeds ? { stockDeeds: given.stockDeeds } : {}),
        kits: listBottles(database),
        today: today(given, putOffLines(database, water.id, at)),
        book: methodBook(database),
        at,
        zone: request.query.zone,
      });
    },
  );
}
