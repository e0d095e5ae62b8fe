import { z } from 'zod';
import { InstantSchema, routes } from '../wire';
import { OwnParameterSchema } from './own-parameter';
import { OwnParameterIdSchema } from './parameter-id';

const KeptParameterSchema = z.object({ parameter: OwnParameterSchema, deletedAt: InstantSchema.nullable() });
const WithOwnId = z.object({ id: OwnParameterIdSchema });

export const parameterRoutes = routes('parameters', {
  list: {
    method: 'GET',
    path: '/api/parameters',
    summary: 'Every version of the keeper’s own parameters; those that ship are part of the application',
    answer: z.array(KeptParameterSchema),
    shows: ['parameters'],
  },
  save: {
    method: 'POST',
    path: '/api/parameters',
    summary: 'Keep a parameter as its next version; sending it again changes nothing',
    body: OwnParameterSchema,
    answer: KeptParameterSchema,
    says: 'made',
    changes: ['parameters'],
  },
  putAway: {
    method: 'DELETE',
    path: '/api/parameters/:id',
    summary: 'Put a parameter away; it can be brought back, and its readings keep their unit',
    params: WithOwnId,
    answer: KeptParameterSchema,
    changes: ['parameters'],
  },
  restore: {
    method: 'POST',
    path: '/api/parameters/:id/restore',
    summary: 'Bring a parameter back',
    params: WithOwnId,
    answer: KeptParameterSchema,
    changes: ['parameters'],
  },
});
