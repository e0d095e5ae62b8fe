import { ruleEntries, standingOf, today, todayRoutes } from '@hedge-lamp/core/guidelines';
import type { FastifyInstance } from 'fastify';
import { unchanged } from '../database/unchanged';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { putOffLines } from '../remedies/plan-store';
import { listWaters, waterOf } from '../waters/store';
import { gatherer } from './gather';

export function serveToday(app: FastifyInstance, { database, now }: Context): void {
  const standings = unchanged(database, now, (_key, at) => {
    const given = gatherer(database, at);
    return listWaters(database).map((water) => standingOf(given(water)));
  });
  const todayOf = unchanged(database, now, (id, at) =>
    today(gatherer(database, at)(waterOf(database, id)), putOffLines(database, id, at)),
  );
  serve(app, todayRoutes.standings, () => standings(''));
  serve(app, todayRoutes.today, ({ params }) => todayOf(params.id));
  serve(app, todayRoutes.rules, () => ruleEntries());
}
