import { z } from 'zod';
import { IdSchema, InstantSchema, WithId, ZoneSchema, judged, routes } from '../wire';
import { CheckedDeedDraftSchema, DeedSchema } from './deed';
import { PlanSchema } from './plan';

export const deedRoutes = routes('remedies', {
  list: {
    method: 'GET',
    path: '/api/waters/:id/deeds',
    summary: 'What was done to a water, newest first, at most 1000',
    params: WithId,
    query: z.object({ from: z.coerce.number<number>().pipe(InstantSchema).optional() }),
    answer: z.array(DeedSchema),
    shows: ['deeds'],
  },
  keep: {
    method: 'POST',
    path: '/api/deeds',
    summary: 'Note something that was done; sending it again changes nothing',
    body: CheckedDeedDraftSchema,
    answer: DeedSchema,
    says: 'made',
    changes: ['deeds'],
  },
  remove: {
    method: 'DELETE',
    path: '/api/deeds/:id',
    summary: 'Delete an entry; it can be brought back',
    params: WithId,
    answer: DeedSchema,
    changes: ['deeds'],
  },
  restore: {
    method: 'POST',
    path: '/api/deeds/:id/restore',
    summary: 'Bring a deleted entry back',
    params: WithId,
    answer: DeedSchema,
    changes: ['deeds'],
  },
});

const lineId = z.string().min(1, 'Say which line.').max(200, 'At most 200 characters.');

/** What is done of a plan: each is answered with the plan as it is then. */
export const planRoutes = routes('plan', {
  one: {
    method: 'GET',
    path: '/api/waters/:id/plan',
    summary: 'What to do about a water, in order',
    params: WithId,
    answer: PlanSchema,
    shows: judged,
  },
  tick: {
    method: 'POST',
    path: '/api/waters/:id/plan/ticks',
    summary:
      'Tick a line of the plan as done; what it says is noted with its amount. Sent again it changes nothing',
    params: WithId,
    body: z.object({
      id: IdSchema,
      lineId,
      /** That of the line as it was seen. */
      key: z.string().max(40, 'At most 40 characters.'),
      at: InstantSchema,
      zone: ZoneSchema,
    }),
    answer: PlanSchema,
    changes: ['deeds', 'plan'],
  },
  takeBack: {
    method: 'DELETE',
    path: '/api/waters/:id/plan/ticks/:tickId',
    summary: 'Take a tick back, with all that it noted',
    params: z.object({ id: IdSchema, tickId: IdSchema }),
    answer: PlanSchema,
    changes: ['deeds', 'plan'],
  },
  putOff: {
    method: 'PUT',
    path: '/api/waters/:id/plan/put-off',
    summary: 'Put a line of the plan off, or have it back',
    params: WithId,
    body: z.object({ lineId, until: InstantSchema.nullable() }),
    answer: PlanSchema,
    changes: ['plan'],
  },
});
