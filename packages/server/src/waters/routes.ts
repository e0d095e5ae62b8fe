import { waterRoutes } from '@hedge-lamp/core/waters';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { refused } from '../wire/problem';
import { changeWater, createWater, listWaters, restoreWater, waterOf } from './store';

export function serveWaters(app: FastifyInstance, { database, now }: Context): void {
  serve(app, waterRoutes.list, () => listWaters(database));
  serve(app, waterRoutes.create, ({ body }) => {
    const { water, made } = createWater(database, body, now());
    return { made, answer: water };
  });
  serve(app, waterRoutes.one, ({ params }) => waterOf(database, params.id));
  serve(app, waterRoutes.change, ({ params, body: { version, water } }) => {
    if (water.id !== params.id) throw refused('water.id', 'The address names another water.');
    return changeWater(database, water, version, now());
  });
  serve(app, waterRoutes.restore, ({ params }) => restoreWater(database, params.id));
}
