import { cycleRoutes } from '@hedge-lamp/core/cycle';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { latestReadings } from '../readings/for-judging';
import { listLong } from '../readings/listing';
import { listDeeds } from '../remedies/store';
import { waterOf } from '../waters/store';
import { refused } from '../wire/problem';
import { changeStart, createStart, keepForecast, listForecasts, listStarts, markStartDeleted } from './store';

/** More readings than any cycle has; the newest count. */
const mostReadings = 3000;

export function serveCycle(app: FastifyInstance, { database, now }: Context): void {
  serve(app, cycleRoutes.one, async ({ params }) => {
    const water = waterOf(database, params.id);
    const starts = listStarts(database, water.id);
    const from = starts[0]?.startedAt;
    const source = water.sourceWaterId === null ? {} : latestReadings(database, water.sourceWaterId);
    if (from === undefined) return { starts, readings: [], deeds: [], source, forecasts: [] };
    const { readings } = await listLong(database, water.id, { from, limit: mostReadings });
    return {
      starts,
      readings,
      deeds: listDeeds(database, water.id, from),
      source,
      forecasts: starts.flatMap(({ id }) => listForecasts(database, id)),
    };
  });
  serve(app, cycleRoutes.start, ({ body }) => {
    const { start, made } = createStart(database, body, now());
    return { made, answer: start };
  });
  serve(app, cycleRoutes.change, ({ params, body: { version, start } }) => {
    if (start.id !== params.id) throw refused('start.id', 'The address names another cycle.');
    return changeStart(database, start, version, now());
  });
  serve(app, cycleRoutes.remove, ({ params }) => markStartDeleted(database, params.id, now(), now()));
  serve(app, cycleRoutes.restore, ({ params }) => markStartDeleted(database, params.id, null, now()));
  serve(app, cycleRoutes.keepForecast, ({ body }) => {
    const { forecast, made } = keepForecast(database, body, now());
    return { made, answer: forecast };
  });
}
