import { z } from 'zod';
import { InstantSchema, IdSchema, WithId, routes } from '../wire';
import { RunDraftSchema, RunSchema } from './run';
import { RunEventSchema } from './run-event';

/** What the server says of events that it kept: not the run itself, which whoever sent them knows. */
const RunReceiptSchema = z
  .object({
    /** The run. */
    id: IdSchema,
    /** How many of those sent with this are kept: all, or the answer is another one. */
    took: z.int(),
    /** How many events of it are kept now. Whoever knows another number asks for the run. */
    kept: z.int(),
    finishedAt: InstantSchema.nullable(),
    /** The count of what changed on the bench, this among it. */
    benchCount: z.int(),
  })
  .meta({ id: 'RunReceipt' });
export type RunReceipt = z.infer<typeof RunReceiptSchema>;

export const runRoutes = routes('bench', {
  open: {
    method: 'GET',
    path: '/api/runs/open',
    summary: 'Runs in which a tube still wants something',
    answer: z.array(RunSchema),
    shows: ['bench'],
  },
  start: {
    method: 'POST',
    path: '/api/runs',
    summary: 'Start a run; sending it again changes nothing',
    body: RunDraftSchema,
    answer: RunSchema,
    says: 'made',
    changes: ['bench'],
  },
  one: {
    method: 'GET',
    path: '/api/runs/:id',
    summary: 'One run with its events',
    params: WithId,
    answer: RunSchema,
    shows: ['bench'],
  },
  tell: {
    method: 'POST',
    path: '/api/runs/:id/events',
    summary: 'Add what happened on the bench; a confirmed tube becomes a reading in the same transaction',
    params: WithId,
    body: z.object({ events: z.array(RunEventSchema).min(1).max(500) }),
    answer: RunReceiptSchema,
    // The bench, and readings and kits where a tube was confirmed or took its first drop: counted when it is known.
    changes: [],
  },
});
