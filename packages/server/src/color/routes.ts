import { type OwnCard, OwnCardSchema } from '@hedge-lamp/core/color';
import { IdSchema, InstantSchema } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { z } from 'zod';
import { type Context, ForGoodSchema, typed } from '../door/context';
import { purgeWait } from '../database/purge-wait';
import type { Kept } from '../database/versioned-documents';
import { ProblemSchema } from '../wire/problem';
import { cardDocuments, saveCard } from './card-store';
import { keepPhoto, markPhotoDeleted, mostPhotoBytes, photoBytes, purgePhoto } from './photo-store';

const answers = {
  404: ProblemSchema,
  409: ProblemSchema,
  413: ProblemSchema,
  415: ProblemSchema,
  422: ProblemSchema,
};
/** A card as it is answered, with whether it was put away. */
const told = ({ document, deletedAt }: Kept<OwnCard>) => ({ card: document, deletedAt });
const KeptCardSchema = z.object({ card: OwnCardSchema, deletedAt: InstantSchema.nullable() });
const KeptPhotoSchema = z.object({
  id: IdSchema,
  bytes: z.int(),
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
});
const WithId = z.object({ id: IdSchema });

export function cardRoutes(app: FastifyInstance, { database, now }: Context): void {
  const api = typed(app);
  const tags = ['cards'];

  api.get(
    '/api/cards',
    {
      schema: {
        tags,
        summary: 'Every version of the keeper’s own color cards',
        response: { 200: z.array(KeptCardSchema) },
      },
    },
    () => cardDocuments.list(database).map(told),
  );
  api.post(
    '/api/cards',
    {
      schema: {
        tags,
        summary: 'Keep a card as its next version; sending it again changes nothing',
        body: OwnCardSchema,
        response: { 200: KeptCardSchema, 201: KeptCardSchema, ...answers },
      },
    },
    (request, reply) => {
      const { document: card, made } = saveCard(database, request.body, now());
      reply.code(made ? 201 : 200);
      return { card, deletedAt: null };
    },
  );
  api.delete(
    '/api/cards/:id',
    {
      schema: {
        tags,
        summary: 'Put a card away; it can be brought back, and its readings still know it',
        params: WithId,
        response: { 200: KeptCardSchema, ...answers },
      },
    },
    (request) => told(cardDocuments.mark(database, request.params.id, now())),
  );
  api.post(
    '/api/cards/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a card back',
        params: WithId,
        response: { 200: KeptCardSchema, ...answers },
      },
    },
    (request) => told(cardDocuments.mark(database, request.params.id, null)),
  );
}

export function photoRoutes(app: FastifyInstance, { database, now, inTurn }: Context): void {
  const api = typed(app);
  const tags = ['photos'];
  app.addContentTypeParser(
    'image/jpeg',
    { parseAs: 'buffer', bodyLimit: mostPhotoBytes },
    (_request, body, done) => done(null, body),
  );

  api.put(
    '/api/photos/:id',
    {
      bodyLimit: mostPhotoBytes,
      config: { takesItsTurn: true },
      schema: {
        tags,
        summary:
          'Keep a photograph (image/jpeg); what it tells of its place and maker is taken out. Sending it again changes nothing',
        consumes: ['image/jpeg'],
        params: WithId,
        response: { 200: KeptPhotoSchema, 201: KeptPhotoSchema, ...answers },
      },
    },
    async (request, reply) => {
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const { photo, made } = await keepPhoto(database, request.params.id, bytes, now, inTurn);
      reply.code(made ? 201 : 200);
      return photo;
    },
  );
  app.get<{ Params: { id: string } }>(
    '/api/photos/:id',
    { schema: { tags, summary: 'A photograph', params: WithId, produces: ['image/jpeg'] } },
    async (request, reply) => {
      const bytes = await photoBytes(database, request.params.id);
      return reply.type('image/jpeg').send(bytes);
    },
  );
  api.delete(
    '/api/photos/:id',
    {
      config: { takesItsTurn: true },
      schema: {
        tags,
        summary: 'Take a photograph away; its reading stays. It can be brought back unless it goes for good',
        params: WithId,
        querystring: ForGoodSchema,
        response: { 200: KeptPhotoSchema, ...answers },
      },
    },
    async (request) => {
      const { id } = request.params;
      const { forGood } = request.query;
      const purgeAt = forGood ? now() + (forGood === 'at-once' ? 0 : purgeWait) : null;
      const photo = await inTurn(() => markPhotoDeleted(database, id, now(), purgeAt));
      if (forGood === 'at-once') await purgePhoto(database, id, inTurn);
      return photo;
    },
  );
  api.post(
    '/api/photos/:id/restore',
    {
      schema: {
        tags,
        summary: 'Bring a photograph back',
        params: WithId,
        response: { 200: KeptPhotoSchema, ...answers },
      },
    },
    (request) => markPhotoDeleted(database, request.params.id, null),
  );
}
