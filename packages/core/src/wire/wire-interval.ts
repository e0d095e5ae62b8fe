import { z } from 'zod';

/** An interval as it travels and is kept: JSON has no infinity, so an unknown end is null. */
export const WireIntervalSchema = z
  .object({ low: z.number().nullable(), best: z.number(), high: z.number().nullable() })
  .meta({ id: 'Interval', description: 'Low end, best guess and high end; null where an end is unknown.' });
export type WireInterval = z.infer<typeof WireIntervalSchema>;
