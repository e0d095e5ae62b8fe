import { type OwnParameter, parameterRoutes } from '@hedge-lamp/core/parameters';
import type { FastifyInstance } from 'fastify';
import type { Kept } from '../database/versioned-documents';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { learnParameters, markParameter, parameterDocuments, saveParameter } from './store';

const told = ({ document, deletedAt }: Kept<OwnParameter>) => ({ parameter: document, deletedAt });

export function serveParameters(app: FastifyInstance, { database, now }: Context): void {
  learnParameters(database);
  serve(app, parameterRoutes.list, () => parameterDocuments.list(database).map(told));
  serve(app, parameterRoutes.save, ({ body }) => {
    const { made, ...kept } = saveParameter(database, body, now());
    return { made, answer: told(kept) };
  });
  serve(app, parameterRoutes.putAway, ({ params }) => told(markParameter(database, params.id, now())));
  serve(app, parameterRoutes.restore, ({ params }) => told(markParameter(database, params.id, null)));
}
