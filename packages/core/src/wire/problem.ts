import { z } from 'zod';

/** An answer for what went wrong, as application/problem+json (RFC 9457) with the path of each bad field. */
export const ProblemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    /** A sentence that a person can act on. */
    detail: z.string(),
    errors: z.array(z.object({ path: z.string(), message: z.string() })),
    /** On a conflict: what is kept now. */
    current: z.unknown().optional(),
  })
  .meta({ id: 'Problem' });
export type Problem = z.infer<typeof ProblemSchema>;
