import { helpSheet, sheetRoutes, worthTelling } from '@hedge-lamp/core/exchange';
import { today } from '@hedge-lamp/core/guidelines';
import { day } from '@hedge-lamp/core/wire';
import { measuredIds } from '@hedge-lamp/core/parameters';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import type { Database } from '../database/open-database';
import { gatherer } from '../guidelines/gather';
import { listBottles } from '../methods/kit-store';
import { methodBook } from '../methods/store';
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

export function serveSheet(app: FastifyInstance, { database, now }: Context): void {
  serve(app, sheetRoutes.help, async ({ params, query }) => {
    const at = now();
    const water = waterOf(database, params.id);
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
      zone: query.zone,
    });
  });
}
