import { readingRoutes } from '@hedge-lamp/core/readings';
import type { FastifyInstance } from 'fastify';
import { purgeWait } from '../database/purge-wait';
import { type Context, toldBy } from '../door/context';
import { serve } from '../door/serve';
import { waterOf } from '../waters/store';
import { SeveralSchema, keepReadings } from './bulk';
import { enteredAt, listLong, parametersRead } from './listing';
import { purgeReadings } from './purge';
import { changeReading, keepReading, markDeleted, readingOf, versionsOf } from './records';

export function serveReadings(app: FastifyInstance, context: Context): void {
  const { database, now } = context;
  serve(app, readingRoutes.list, ({ params, query: { beforeTakenAt, beforeId, ...span } }) => {
    const before =
      beforeTakenAt !== undefined && beforeId !== undefined
        ? { takenAt: beforeTakenAt, createdAt: enteredAt(database, beforeId), id: beforeId }
        : undefined;
    return listLong(database, waterOf(database, params.id).id, { ...span, before });
  });
  serve(app, readingRoutes.parameters, ({ params }) =>
    parametersRead(database, waterOf(database, params.id).id),
  );
  serve(app, readingRoutes.keep, (request) => {
    const { reading, made } = keepReading(database, request.body, now(), toldBy(request, context));
    return { made, answer: reading };
  });
  serve(
    app,
    readingRoutes.keepSeveral,
    async (request) => {
      const { readings } = SeveralSchema.parse(request.body);
      const kept = await keepReadings(database, readings, now(), toldBy(request, context));
      return { kept, alreadyThere: readings.length - kept };
    },
    {
      bodyLimit: 16 * 1024 * 1024,
      // Each is checked when its slice comes: all at once would keep everybody waiting.
      validatorCompiler: () => (value: unknown) => ({ value }),
    },
  );
  serve(app, readingRoutes.one, ({ params }) => readingOf(database, params.id));
  serve(app, readingRoutes.change, (request) => {
    const { version, change } = request.body;
    return changeReading(
      database,
      request.params.id,
      version,
      change,
      now(),
      toldBy(request, context).horizon,
    );
  });
  serve(app, readingRoutes.versions, ({ params }) => versionsOf(database, params.id));
  serve(
    app,
    readingRoutes.remove,
    async ({ params: { id }, query: { forGood } }) => {
      const purgeAt = forGood ? now() + (forGood === 'at-once' ? 0 : purgeWait) : null;
      const deleted = await context.inTurn(() => markDeleted(database, id, now(), purgeAt));
      if (forGood === 'at-once') await purgeReadings(database, [id], context.inTurn);
      return deleted;
    },
    { config: { takesItsTurn: true } },
  );
  serve(app, readingRoutes.restore, ({ params }) => markDeleted(database, params.id, null));
}
