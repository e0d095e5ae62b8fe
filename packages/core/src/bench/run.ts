import { z } from 'zod';
import { DrawnFromSchema } from '../readings/reading';
import { IdSchema } from '../wire/identifier';
import { InstantSchema, ZoneSchema } from '../wire/instant';
import { RunEventSchema } from './run-event';
import { TestSchema } from './test';

/** A sitting at the bench: one water, one or two samples, one or more tests. */
export const RunDraftSchema = z
  .object({
    id: IdSchema,
    waterId: IdSchema,
    samplingPointId: IdSchema.nullable().default(null),
    startedAt: InstantSchema,
    /** When the sample was taken, when that was not at the start of each test. */
    sampledAt: InstantSchema.nullable().default(null),
    drawnFrom: DrawnFromSchema.nullable().default(null),
    /** Whether the work goes by what is done soonest, or by what is most dangerous. */
    order: z.enum(['soonest', 'danger']).default('soonest'),
    zone: ZoneSchema,
    by: z.string().max(60, 'At most 60 characters.').default(''),
    tests: z
      .array(TestSchema)
      .min(1, 'Choose at least one test.')
      .max(18, 'At most eighteen tubes fit in one run.'),
  })
  .meta({ id: 'RunDraft' });
export type RunDraft = z.infer<typeof RunDraftSchema>;

export const RunSchema = RunDraftSchema.extend({
  events: z.array(RunEventSchema),
  /** Null while a tube still wants something. */
  finishedAt: InstantSchema.nullable(),
}).meta({ id: 'Run' });
export type Run = z.infer<typeof RunSchema>;
