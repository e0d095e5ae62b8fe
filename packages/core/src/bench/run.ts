import { z } from 'zod';
import { IdSchema, InstantSchema, ZoneSchema } from '../readings';
import { RunEventSchema } from './run-event';

/** A sitting at the bench: one water, one sample, one or more tests. */
export const RunDraftSchema = z
  .object({
    id: IdSchema,
    waterId: IdSchema,
    samplingPointId: IdSchema.nullable().default(null),
    startedAt: InstantSchema,
    zone: ZoneSchema,
    by: z.string().max(60, 'At most 60 characters.').default(''),
    tests: z
      .array(z.object({ id: IdSchema, methodId: z.string().max(80) }))
      .min(1, 'Choose at least one test.')
      .max(9, 'At most nine tests fit in one rack.'),
  })
  .meta({ id: 'RunDraft' });
export type RunDraft = z.infer<typeof RunDraftSchema>;

export const RunSchema = RunDraftSchema.extend({
  events: z.array(RunEventSchema),
  /** Null while a tube still wants something. */
  finishedAt: InstantSchema.nullable(),
}).meta({ id: 'Run' });
export type Run = z.infer<typeof RunSchema>;
