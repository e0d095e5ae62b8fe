import { z } from 'zod';
import { InstantSchema, WithId, routes } from '../wire';
import { KitDraftSchema, KitSchema } from './kit';
import { MethodSchema } from './method';

const KeptMethodSchema = z.object({ method: MethodSchema, deletedAt: InstantSchema.nullable() });
const WithMethodId = z.object({ id: z.string().max(80) });

export const methodRoutes = routes('methods', {
  list: {
    method: 'GET',
    path: '/api/methods',
    summary: 'Every version of the keeper’s own methods; those that ship are part of the application',
    answer: z.array(KeptMethodSchema),
    shows: ['methods'],
  },
  save: {
    method: 'POST',
    path: '/api/methods',
    summary: 'Keep a method as its next version; faults come back with the path of the step',
    // Checked where it is kept, so that all faults of sense come back at once with those of shape.
    body: z.object({ method: z.unknown() }),
    answer: KeptMethodSchema,
    says: 'made',
    changes: ['methods'],
  },
  putAway: {
    method: 'DELETE',
    path: '/api/methods/:id',
    summary: 'Put a method away; it can be brought back, and its readings still know it',
    params: WithMethodId,
    answer: KeptMethodSchema,
    changes: ['methods'],
  },
  restore: {
    method: 'POST',
    path: '/api/methods/:id/restore',
    summary: 'Bring a method back',
    params: WithMethodId,
    answer: KeptMethodSchema,
    changes: ['methods'],
  },
});

export const kitRoutes = routes('kits', {
  list: {
    method: 'GET',
    path: '/api/kits',
    summary: 'The keeper’s kits with their uses',
    answer: z.array(KitSchema),
    shows: ['kits'],
  },
  create: {
    method: 'POST',
    path: '/api/kits',
    summary: 'Keep a kit; sending it again changes nothing',
    body: KitDraftSchema,
    answer: KitSchema,
    says: 'made',
    changes: ['kits'],
  },
  change: {
    method: 'PUT',
    path: '/api/kits/:id',
    summary: 'Change a kit, naming the version that was seen',
    params: WithId,
    body: z.object({ version: z.int().positive(), kit: KitDraftSchema }),
    answer: KitSchema,
    changes: ['kits'],
  },
  putAway: {
    method: 'DELETE',
    path: '/api/kits/:id',
    summary: 'Put a kit away; it can be brought back',
    params: WithId,
    answer: KitSchema,
    changes: ['kits'],
  },
  restore: {
    method: 'POST',
    path: '/api/kits/:id/restore',
    summary: 'Bring a kit back',
    params: WithId,
    answer: KitSchema,
    changes: ['kits'],
  },
});
