import { deedRoutes } from '@hedge-lamp/core/remedies';
import type { FastifyInstance } from 'fastify';
import { type Context, toldBy } from '../door/context';
import { serve } from '../door/serve';
import { waterOf } from '../waters/store';
import { keepDeed, listDeeds, markDeedDeleted } from './store';

export function serveDeeds(app: FastifyInstance, context: Context): void {
  const { database, now } = context;
  serve(app, deedRoutes.list, ({ params, query }) =>
    listDeeds(database, waterOf(database, params.id).id, query.from),
  );
  serve(app, deedRoutes.keep, (request) => {
    const { deed, made } = keepDeed(database, request.body, now(), toldBy(request, context).horizon);
    return { made, answer: deed };
  });
  serve(app, deedRoutes.remove, ({ params }) => markDeedDeleted(database, params.id, now()));
  serve(app, deedRoutes.restore, ({ params }) => markDeedDeleted(database, params.id, null));
}
