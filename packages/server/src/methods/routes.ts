import { type Method, kitRoutes, methodFileJsonSchema, methodRoutes } from '@hedge-lamp/core/methods';
import type { FastifyInstance } from 'fastify';
import type { Kept } from '../database/versioned-documents';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { changeKit, createKit, listKits, markKitDeleted } from './kit-store';
import { methodDocuments, saveMethod } from './store';

/** A method as it is answered, with whether it was put away. */
const told = ({ document, deletedAt }: Kept<Method>) => ({ method: document, deletedAt });

export function serveMethods(app: FastifyInstance, { database, now }: Context): void {
  serve(app, methodRoutes.list, () => methodDocuments.list(database).map(told));
  app.get('/api/methods/schema.json', { schema: { hide: true } }, () => methodFileJsonSchema());
  serve(app, methodRoutes.save, ({ body }) => {
    const { made, ...kept } = saveMethod(database, body.method, now());
    return { made, answer: told(kept) };
  });
  serve(app, methodRoutes.putAway, ({ params }) => told(methodDocuments.mark(database, params.id, now())));
  serve(app, methodRoutes.restore, ({ params }) => told(methodDocuments.mark(database, params.id, null)));
}

export function serveKits(app: FastifyInstance, { database, now }: Context): void {
  serve(app, kitRoutes.list, () => listKits(database, now()));
  serve(app, kitRoutes.create, ({ body }) => {
    const { kit, made } = createKit(database, body, now());
    return { made, answer: kit };
  });
  serve(app, kitRoutes.change, ({ params, body }) =>
    changeKit(database, { ...body.kit, id: params.id }, body.version, now()),
  );
  serve(app, kitRoutes.putAway, ({ params }) => markKitDeleted(database, params.id, now(), now()));
  serve(app, kitRoutes.restore, ({ params }) => markKitDeleted(database, params.id, null, now()));
}
