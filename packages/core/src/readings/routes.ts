import { z } from 'zod';
import { ParameterIdSchema } from '../parameters';
import { ForGoodSchema, IdSchema, InstantSchema, WithId, routes } from '../wire';
import { ReadingDraftSchema, ReadingSchema } from './reading';

const ChangeSchema = ReadingDraftSchema.pick({
  methodId: true,
  kitId: true,
  drawnFrom: true,
  entered: true,
  takenAt: true,
  zone: true,
  doubts: true,
  by: true,
  note: true,
  samplingPointId: true,
});
const instant = z.coerce.number<number>().pipe(InstantSchema).optional();

export const readingRoutes = routes('readings', {
  list: {
    method: 'GET',
    path: '/api/waters/:id/readings',
    summary: 'Readings of a water, newest first',
    params: WithId,
    query: z.object({
      parameter: ParameterIdSchema.optional(),
      from: instant,
      to: instant,
      beforeTakenAt: instant,
      beforeId: IdSchema.optional(),
      limit: z.coerce.number<number>().int().min(1).max(5000).default(100),
    }),
    answer: z.object({ readings: z.array(ReadingSchema), more: z.boolean() }),
    shows: ['readings'],
  },
  parameters: {
    method: 'GET',
    path: '/api/waters/:id/parameters',
    summary: 'What was ever read in a water',
    params: WithId,
    answer: z.array(ParameterIdSchema),
    shows: ['readings'],
  },
  keep: {
    method: 'POST',
    path: '/api/readings',
    summary: 'Keep a reading; sending it again changes nothing',
    body: ReadingDraftSchema,
    answer: ReadingSchema,
    says: 'made',
    changes: ['readings', 'kits'],
  },
  keepSeveral: {
    method: 'POST',
    path: '/api/readings/bulk',
    summary: 'Keep up to 10,000 readings, all or none',
    body: z.object({ readings: z.array(ReadingDraftSchema).min(1).max(10_000) }),
    answer: z.object({ kept: z.int(), alreadyThere: z.int() }),
    changes: ['readings', 'kits'],
  },
  one: {
    method: 'GET',
    path: '/api/readings/:id',
    summary: 'One reading',
    params: WithId,
    answer: ReadingSchema,
    shows: ['readings'],
  },
  change: {
    method: 'PUT',
    path: '/api/readings/:id',
    summary: 'Change a reading, naming the version that was seen; the old version stays',
    params: WithId,
    body: z.object({ version: z.int().positive(), change: ChangeSchema }),
    answer: ReadingSchema,
    changes: ['readings', 'kits'],
  },
  versions: {
    method: 'GET',
    path: '/api/readings/:id/versions',
    summary: 'What a reading said before each edit, oldest first',
    params: WithId,
    answer: z.array(z.object({ was: ReadingSchema, replacedAt: InstantSchema })),
    shows: ['readings'],
  },
  remove: {
    method: 'DELETE',
    path: '/api/readings/:id',
    summary: 'Delete a reading; it can be brought back unless it goes for good',
    params: WithId,
    query: ForGoodSchema,
    answer: ReadingSchema,
    changes: ['readings', 'photos'],
  },
  restore: {
    method: 'POST',
    path: '/api/readings/:id/restore',
    summary: 'Bring a deleted reading back',
    params: WithId,
    answer: ReadingSchema,
    changes: ['readings', 'photos'],
  },
});
