import { OwnParameterIdSchema, type OwnParameter, OwnParameterSchema } from '@hedge-lamp/core/parameters';
import { InstantSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import type { Kept } from '../database/versioned-documents';
import { ProblemSchema } from '../wire/problem';
import { learnParameters, markParameter, parameterDocuments, saveParameter } from './store';

const answers = { 404: ProblemSchema, 409: ProblemSchema, 413: ProblemSchema, 422: ProblemSchema };
const KeptParameterSchema = z.object({ parameter: OwnParameterSchema, deletedAt: InstantSchema.nullable() });
const told = ({ document, deletedAt }: Kept<OwnParameter>) => ({ parameter: document, deletedAt });
const WithId = z.object({ id: OwnParameterIdSchema });

export function parameterRoutes(app: FastifyInstance, { database, now }: Context): void {
  learnParameters(database);
  const api = typed(app);
  const tags = ['parameters'];

  api.get(
    '/api/parameters',
    {
      schema: {
        tags,
        summary: 'Every version of the keeper’s own parameters; those that ship are part of the application',
        response: { 200: z.array(KeptParameterSchema) },
      },
    },
    () => parameterDocuments.list(database).map(told),
  );
  api.post(
    '/api/parameters',
    {
      schema: {
        tags,
        summary: 'Keep a parameter as its next version; sending it again changes nothing',
        body: OwnParameterSchema,
        response: { 200: KeptParameterSchema, 201: KeptParameterSchema, ...answers },
      },
    },
    (request, reply) => {
      const { document, made } = saveParameter(database, request.body, now());
      reply.code(made ? 201 : 200);
      return told({ document, deletedAt: null });
    },
  );
  api.delete(
    '/api/parameters/:id',
    {
      schema: {
        tags,
        summary: 'Put a parameter away; it can be brought back, and its readings keep their unit',
        params: WithId,
        response: { 200: KeptParameterSchema, ...answers },
      },
    },
    (request) => told(markParameter(database, request.params.id, now())),
  );
  api.post(
    '/api/parameters/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a parameter back',
        params: WithId,
        response: { 200: KeptParameterSchema, ...answers },
      },
    },
    (request) => told(markParameter(database, request.params.id, null)),
  );
}
