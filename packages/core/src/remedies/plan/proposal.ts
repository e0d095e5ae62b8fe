import { z } from 'zod';
import { ParameterIdSchema } from '../../parameters';
import { ActionKindSchema, held, testWays } from './action';

/**
 * What a finding proposes. It carries no size and no time: the plan merges proposals of all findings and works those out.
 */
export const ProposalSchema = z
  .object({
    kind: ActionKindSchema,
    /** What it is against, or what to test. */
    subjects: z.array(ParameterIdSchema).default([]),
    way: z.enum(testWays).default('as-usual'),
    hold: z.enum(held).nullable().default(null),
    /** Words of its own, where the kind alone does not say enough; verb first. */
    says: z.string().default(''),
    /** Times by which the sample of a test is diluted. */
    dilution: z.number().default(1),
  })
  .meta({ id: 'Proposal' });
export type Proposal = z.infer<typeof ProposalSchema>;
/** As a rule writes it: what is usual is left out. */
export type Proposed = z.input<typeof ProposalSchema>;

export const proposal = (given: Proposed): Proposal => ({
  subjects: [],
  way: 'as-usual',
  hold: null,
  says: '',
  dilution: 1,
  ...given,
});
