import { z } from 'zod';
import { ForGoodSchema, IdSchema, InstantSchema, WithId, routes } from '../wire';
import { OwnCardSchema } from './own-card';

const KeptCardSchema = z.object({ card: OwnCardSchema, deletedAt: InstantSchema.nullable() });
const KeptPhotoSchema = z.object({
  id: IdSchema,
  bytes: z.int(),
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
});

export const cardRoutes = routes('cards', {
  list: {
    method: 'GET',
    path: '/api/cards',
    summary: 'Every version of the keeper’s own color cards',
    answer: z.array(KeptCardSchema),
    shows: ['cards'],
  },
  save: {
    method: 'POST',
    path: '/api/cards',
    summary: 'Keep a card as its next version; sending it again changes nothing',
    body: OwnCardSchema,
    answer: KeptCardSchema,
    says: 'made',
    changes: ['cards'],
  },
  putAway: {
    method: 'DELETE',
    path: '/api/cards/:id',
    summary: 'Put a card away; it can be brought back, and its readings still know it',
    params: WithId,
    answer: KeptCardSchema,
    changes: ['cards'],
  },
  restore: {
    method: 'POST',
    path: '/api/cards/:id/restore',
    summary: 'Bring a card back',
    params: WithId,
    answer: KeptCardSchema,
    changes: ['cards'],
  },
});

/** The picture itself goes and comes as image/jpeg. */
export const photoRoutes = routes('photos', {
  keep: {
    method: 'PUT',
    path: '/api/photos/:id',
    summary:
      'Keep a photograph (image/jpeg); what it tells of its place and maker is taken out. Sending it again changes nothing',
    params: WithId,
    answer: KeptPhotoSchema,
    says: 'made',
    changes: ['photos'],
  },
  takeAway: {
    method: 'DELETE',
    path: '/api/photos/:id',
    summary: 'Take a photograph away; its reading stays. It can be brought back unless it goes for good',
    params: WithId,
    query: ForGoodSchema,
    answer: KeptPhotoSchema,
    changes: ['photos'],
  },
  restore: {
    method: 'POST',
    path: '/api/photos/:id/restore',
    summary: 'Bring a photograph back',
    params: WithId,
    answer: KeptPhotoSchema,
    changes: ['photos'],
  },
});
