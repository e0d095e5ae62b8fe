import { runRoutes } from '@hedge-lamp/core/bench';
import type { FastifyInstance } from 'fastify';
import { type Context, toldBy } from '../door/context';
import { serve } from '../door/serve';
import { addEvents, openRuns, runOf, startRun } from './store';

export function serveRuns(app: FastifyInstance, context: Context): void {
  const { database, now, timerNow, revision } = context;
  serve(app, runRoutes.open, () => openRuns(database));
  serve(app, runRoutes.start, ({ body }) => {
    const { run, made } = startRun(database, body);
    return { made, answer: run };
  });
  serve(app, runRoutes.one, ({ params }) => runOf(database, params.id));
  serve(app, runRoutes.tell, (request) => {
    const { changed, ...kept } = addEvents(database, request.params.id, request.body.events, timerNow(), {
      date: now(),
      ...toldBy(request, context),
    });
    revision.bump(changed);
    return { ...kept, benchCount: revision.topics.bench };
  });
}
