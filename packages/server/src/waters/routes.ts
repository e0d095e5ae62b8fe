import { IdSchema } from '@hedge-lamp/core/wire';
import { CheckedWaterDraftSchema, WaterSchema } from '@hedge-lamp/core/waters';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import { ProblemSchema, refused } from '../wire/problem';
import { changeWater, createWater, listWaters, restoreWater, waterOf } from './store';

const WithId = z.object({ id: IdSchema });
const answers = { 404: ProblemSchema, 409: ProblemSchema, 422: ProblemSchema };
const tags = ['waters'];

export function waterRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);

  api.get(
    '/api/waters',
    { schema: { tags, summary: 'All waters', response: { 200: z.array(WaterSchema) } } },
    () => listWaters(database),
  );

  api.post(
    '/api/waters',
    {
      schema: {
        tags,
        summary: 'Keep a new water; sending it again changes nothing',
        body: CheckedWaterDraftSchema,
        response: { 200: WaterSchema, 201: WaterSchema, ...answers },
      },
    },
    (request, reply) => {
      const { water, made } = createWater(database, request.body, now());
      reply.code(made ? 201 : 200);
      return water;
    },
  );

  api.get(
    '/api/waters/:id',
    { schema: { tags, summary: 'One water', params: WithId, response: { 200: WaterSchema, ...answers } } },
    (request) => waterOf(database, request.params.id),
  );

  api.put(
    '/api/waters/:id',
    {
      schema: {
        tags,
        summary: 'Change a water, naming the version that was seen',
        params: WithId,
        body: z.object({ version: z.int().positive(), water: CheckedWaterDraftSchema }),
        response: { 200: WaterSchema, ...answers },
      },
    },
    (request) => {
      const { version, water } = request.body;
      if (water.id !== request.params.id) throw refused('water.id', 'The address names another water.');
      return changeWater(database, water, version, now());
    },
  );

  api.post(
    '/api/waters/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a removed water back',
        params: WithId,
        response: { 200: WaterSchema, ...answers },
      },
    },
    (request) => restoreWater(database, request.params.id),
  );
}
