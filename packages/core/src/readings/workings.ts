import { z } from 'zod';

/** Where a figure came from, so that any screen can open it: formula, own numbers, source, what would change it. */
export const WorkingsSchema = z
  .object({
    title: z.string(),
    /** The result in words and figures, with unit and basis. */
    result: z.string(),
    /** The formula in symbols. */
    formula: z.string(),
    /** The same with the keeper's own values in it. */
    substituted: z.string(),
    inputs: z.array(z.object({ label: z.string(), value: z.string(), note: z.string().optional() })),
    sources: z.array(z.string()),
    caveats: z.array(z.string()),
  })
  .meta({ id: 'Workings' });
export type Workings = z.infer<typeof WorkingsSchema>;
