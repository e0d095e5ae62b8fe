import { z } from 'zod';
import { ParameterIdSchema } from '../parameters';

/** A test that is due, and why. */
export const DueTestSchema = z
  .object({
    parameter: ParameterIdSchema,
    label: z.string(),
    dueAt: z.int(),
    why: z.string(),
    /** The sampling point; empty where there is only one place. */
    place: z.string(),
    placeId: z.string().nullable(),
  })
  .meta({ id: 'DueTest' });
export type DueTest = z.infer<typeof DueTestSchema>;
