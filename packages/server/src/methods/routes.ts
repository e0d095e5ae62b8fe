import {
  KitDraftSchema,
  KitSchema,
  type Method,
  MethodSchema,
  methodFileJsonSchema,
} from '@hedge-lamp/core/methods';
import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, typed } from '../door/context';
import type { Kept } from '../database/versioned-documents';
import { ProblemSchema } from '../wire/problem';
import { changeKit, createKit, listKits, markKitDeleted } from './kit-store';
import { methodDocuments, saveMethod } from './store';

const answers = { 404: ProblemSchema, 409: ProblemSchema, 413: ProblemSchema, 422: ProblemSchema };
/** A method as it is answered, with whether it was put away. */
const told = ({ document, deletedAt }: Kept<Method>) => ({ method: document, deletedAt });
const KeptMethodSchema = z.object({ method: MethodSchema, deletedAt: InstantSchema.nullable() });
const WithId = z.object({ id: IdSchema });

export function methodRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const tags = ['methods'];

  api.get(
    '/api/methods',
    {
      schema: {
        tags,
        summary: 'Every version of the keeper’s own methods; those that ship are part of the application',
        response: { 200: z.array(KeptMethodSchema) },
      },
    },
    () => methodDocuments.list(database).map(told),
  );

  api.get('/api/methods/schema.json', { schema: { hide: true } }, () => methodFileJsonSchema());

  api.post(
    '/api/methods',
    {
      schema: {
        tags,
        summary: 'Keep a method as its next version; faults come back with the path of the step',
        // Checked by the store, so that all faults of sense come back at once with those of shape.
        body: z.object({ method: z.unknown() }),
        response: { 200: KeptMethodSchema, 201: KeptMethodSchema, ...answers },
      },
    },
    (request, reply) => {
      const { document: method, made } = saveMethod(database, request.body.method, now());
      reply.code(made ? 201 : 200);
      return { method, deletedAt: null };
    },
  );

  const WithMethodId = z.object({ id: z.string().max(80) });
  api.delete(
    '/api/methods/:id',
    {
      schema: {
        tags,
        summary: 'Put a method away; it can be brought back, and its readings still know it',
        params: WithMethodId,
        response: { 200: KeptMethodSchema, ...answers },
      },
    },
    (request) => told(methodDocuments.mark(database, request.params.id, now())),
  );
  api.post(
    '/api/methods/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a method back',
        params: WithMethodId,
        response: { 200: KeptMethodSchema, ...answers },
      },
    },
    (request) => told(methodDocuments.mark(database, request.params.id, null)),
  );
}

export function kitRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const tags = ['kits'];

  api.get(
    '/api/kits',
    { schema: { tags, summary: 'The keeper’s kits with their uses', response: { 200: z.array(KitSchema) } } },
    () => listKits(database, now()),
  );

  api.post(
    '/api/kits',
    {
      schema: {
        tags,
        summary: 'Keep a kit; sending it again changes nothing',
        body: KitDraftSchema,
        response: { 200: KitSchema, 201: KitSchema, ...answers },
      },
    },
    (request, reply) => {
      const { kit, made } = createKit(database, request.body, now());
      reply.code(made ? 201 : 200);
      return kit;
    },
  );

  api.put(
    '/api/kits/:id',
    {
      schema: {
        tags,
        summary: 'Change a kit, naming the version that was seen',
        params: WithId,
        body: z.object({ version: z.int().positive(), kit: KitDraftSchema }),
        response: { 200: KitSchema, ...answers },
      },
    },
    (request) =>
      changeKit(database, { ...request.body.kit, id: request.params.id }, request.body.version, now()),
  );

  api.delete(
    '/api/kits/:id',
    {
      schema: {
        tags,
        summary: 'Put a kit away; it can be brought back',
        params: WithId,
        response: { 200: KitSchema, ...answers },
      },
    },
    (request) => markKitDeleted(database, request.params.id, now(), now()),
  );
  api.post(
    '/api/kits/:id/restore',
    {
      schema: { tags, summary: 'Bring a kit back', params: WithId, response: { 200: KitSchema, ...answers } },
    },
    (request) => markKitDeleted(database, request.params.id, null, now()),
  );
}
