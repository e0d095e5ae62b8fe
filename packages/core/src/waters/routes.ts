import { z } from 'zod';
import { ForGoodSchema, WithId, routes } from '../wire';
import { CheckedWaterDraftSchema, WaterSchema } from './water';

export const waterRoutes = routes('waters', {
  list: {
    method: 'GET',
    path: '/api/waters',
    summary: 'All waters',
    answer: z.array(WaterSchema),
    shows: ['waters'],
  },
  create: {
    method: 'POST',
    path: '/api/waters',
    summary: 'Keep a new water; sending it again changes nothing',
    body: CheckedWaterDraftSchema,
    answer: WaterSchema,
    says: 'made',
    changes: ['waters'],
  },
  one: {
    method: 'GET',
    path: '/api/waters/:id',
    summary: 'One water',
    params: WithId,
    answer: WaterSchema,
    shows: ['waters'],
  },
  change: {
    method: 'PUT',
    path: '/api/waters/:id',
    summary: 'Change a water, naming the version that was seen',
    params: WithId,
    body: z.object({ version: z.int().positive(), water: CheckedWaterDraftSchema }),
    answer: WaterSchema,
    changes: ['waters'],
  },
  remove: {
    method: 'DELETE',
    path: '/api/waters/:id',
    summary:
      'Remove a water; for 30 days it can be brought back, then it goes for good with all that is its own',
    params: WithId,
    query: ForGoodSchema,
    answer: WaterSchema,
    // All that is its own goes along.
    changes: ['waters', 'readings', 'deeds', 'plan', 'bench', 'cycle', 'photos'],
  },
  restore: {
    method: 'POST',
    path: '/api/waters/:id/restore',
    summary: 'Bring a removed water back',
    params: WithId,
    answer: WaterSchema,
    changes: ['waters', 'readings', 'deeds', 'plan', 'bench', 'cycle', 'photos'],
  },
});
