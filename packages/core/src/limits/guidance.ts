import { z } from 'zod';
import { lifeStages } from './life-stage';
import { LimitSchema } from './limit';
import { SchoolChoiceSchema } from './school';

/** By what a keeper wants a water to be judged. */
export const GuidanceSchema = z
  .object({
    /** Names of the guidelines that hold; null takes the usual ones for its kind and stock. */
    sets: z.array(z.string().max(60)).max(30, 'At most 30 guidelines.').nullable().default(null),
    schools: SchoolChoiceSchema.prefault({}),
    lifeStage: z.enum(lifeStages).default('grown'),
    /** The keeper's own limits; each takes the place of all others for its subject. */
    own: z
      .array(LimitSchema)
      .max(30, 'At most 30 limits of your own.')
      .default([])
      .superRefine((limits, context) => {
        limits.forEach((l, k) => {
          if (limits.findIndex((other) => other.subject === l.subject) < k)
            context.addIssue({
              code: 'custom',
              path: [k, 'subject'],
              message: 'There is a limit of your own for this already. Change that one.',
            });
        });
      }),
  })
  .meta({ id: 'Guidance' });
export type Guidance = z.infer<typeof GuidanceSchema>;
