import { type OwnCard, cardRoutes, photoRoutes } from '@hedge-lamp/core/color';
import { WithId } from '@hedge-lamp/core/wire';
import type { FastifyInstance } from 'fastify';
import { purgeWait } from '../database/purge-wait';
import type { Kept } from '../database/versioned-documents';
import type { Context } from '../door/context';
import { serve } from '../door/serve';
import { cardDocuments, saveCard } from './card-store';
import { keepPhoto, markPhotoDeleted, mostPhotoBytes, photoBytes, purgePhoto } from './photo-store';

/** A card as it is answered, with whether it was put away. */
const told = ({ document, deletedAt }: Kept<OwnCard>) => ({ card: document, deletedAt });

export function serveCards(app: FastifyInstance, { database, now }: Context): void {
  serve(app, cardRoutes.list, () => cardDocuments.list(database).map(told));
  serve(app, cardRoutes.save, ({ body }) => {
    const { made, ...kept } = saveCard(database, body, now());
    return { made, answer: told(kept) };
  });
  serve(app, cardRoutes.putAway, ({ params }) => told(cardDocuments.mark(database, params.id, now())));
  serve(app, cardRoutes.restore, ({ params }) => told(cardDocuments.mark(database, params.id, null)));
}

export function servePhotos(app: FastifyInstance, { database, now, inTurn }: Context): void {
  app.addContentTypeParser(
    'image/jpeg',
    { parseAs: 'buffer', bodyLimit: mostPhotoBytes },
    (_request, body, done) => done(null, body),
  );
  serve(
    app,
    photoRoutes.keep,
    async ({ params, body }) => {
      const bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0);
      const { photo, made } = await keepPhoto(database, params.id, bytes, now, inTurn);
      return { made, answer: photo };
    },
    { bodyLimit: mostPhotoBytes, config: { takesItsTurn: true }, consumes: ['image/jpeg'] },
  );
  app.get<{ Params: { id: string } }>(
    '/api/photos/:id',
    { schema: { tags: ['photos'], summary: 'A photograph', params: WithId, produces: ['image/jpeg'] } },
    async (request, reply) => {
      const bytes = await photoBytes(database, request.params.id);
      return reply.type('image/jpeg').send(bytes);
    },
  );
  serve(
    app,
    photoRoutes.takeAway,
    async ({ params: { id }, query: { forGood } }) => {
      const purgeAt = forGood ? now() + (forGood === 'at-once' ? 0 : purgeWait) : null;
      const photo = await inTurn(() => markPhotoDeleted(database, id, now(), purgeAt));
      if (forGood === 'at-once') await purgePhoto(database, id, inTurn);
      return photo;
    },
    { config: { takesItsTurn: true } },
  );
  serve(app, photoRoutes.restore, ({ params }) => markPhotoDeleted(database, params.id, null));
}
