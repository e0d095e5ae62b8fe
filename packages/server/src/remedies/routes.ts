import { CheckedDeedDraftSchema, DeedSchema } from '@hedge-lamp/core/remedies';
import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, toldBy, typed } from '../door/context';
import { ProblemSchema } from '../wire/problem';
import { waterOf } from '../waters/store';
import { keepDeed, listDeeds, markDeedDeleted } from './store';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['remedies'];

export function deedRoutes(app: FastifyInstance, context: Context): void {
  const { database, now } = context;
  const api = typed(app);

  api.get(
    '/api/waters/:id/deeds',
    {
      schema: {
        tags,
        summary: 'What was done to a water, newest first, at most 1000',
        params: WithId,
        querystring: z.object({ from: z.coerce.number().pipe(InstantSchema).optional() }),
        response: { 200: z.array(DeedSchema), ...answers },
      },
    },
    (request) => listDeeds(database, waterOf(database, request.params.id).id, request.query.from),
  );

  api.post(
    '/api/deeds',
    {
      schema: {
        tags,
        summary: 'Note something that was done; sending it again changes nothing',
        body: CheckedDeedDraftSchema,
        response: { 200: DeedSchema, 201: DeedSchema, ...answers },
      },
    },
    (request, reply) => {
      const { deed, made } = keepDeed(database, request.body, now(), toldBy(request, context).horizon);
      reply.code(made ? 201 : 200);
      return deed;
    },
  );

  api.delete(
    '/api/deeds/:id',
    {
      schema: {
        tags,
        summary: 'Delete an entry; it can be brought back',
        params: WithId,
        response: { 200: DeedSchema, ...answers },
      },
    },
    (request) => markDeedDeleted(database, request.params.id, now()),
  );

  api.post(
    '/api/deeds/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a deleted entry back',
        params: WithId,
        response: { 200: DeedSchema, ...answers },
      },
    },
    (request) => markDeedDeleted(database, request.params.id, null),
  );
}
