import { z } from 'zod';
import { StatusSchema } from '../limits/status';
import { ruleGroups } from './rule';

/** A rule as a page lists it. */
export const RuleEntrySchema = z.object({
  id: z.string(),
  group: z.enum(ruleGroups),
  name: z.string(),
  looksAt: z.string(),
  source: z.string(),
  examples: z.array(z.object({ says: z.string(), expect: StatusSchema.nullable() })),
});
export type RuleEntry = z.infer<typeof RuleEntrySchema>;
