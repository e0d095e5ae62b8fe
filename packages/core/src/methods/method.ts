import { z } from 'zod';
import { ParameterIdSchema } from '../readings/parameter';

/** One act of a test. `why` is shown under the instruction; `critical` steps ruin the test when skipped. */
const act = {
  /** The instruction, large on the bench. */
  say: z.string().min(1),
  why: z.string().optional(),
  critical: z.boolean().default(false),
  caution: z.string().optional(),
};

export const StepSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('rinse'), ...act }),
  z.object({ do: z.literal('fill'), milliliters: z.number().positive(), ...act }),
  z.object({ do: z.literal('drop'), bottle: z.string(), drops: z.int().positive(), ...act }),
  z.object({ do: z.literal('cap'), ...act }),
  z.object({ do: z.literal('mix'), ...act }),
  z.object({ do: z.literal('shake'), seconds: z.int().positive(), ...act }),
  z.object({ do: z.literal('stand'), seconds: z.int().positive(), ...act }),
  z.object({ do: z.literal('count-to-turn'), bottle: z.string(), from: z.string(), to: z.string(), ...act }),
  z.object({ do: z.literal('read-card'), cardId: z.string(), windowSeconds: z.int().positive(), ...act }),
  z.object({ do: z.literal('read-meter'), ...act }),
]);
export type Step = z.infer<typeof StepSchema>;

/** How the observation becomes a figure. */
export const ResultSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('titration'), perDrop: z.number().positive(), unit: z.string() }),
  z.object({ by: z.literal('card'), cardId: z.string() }),
  z.object({
    by: z.literal('meter'),
    unit: z.string(),
    /** What the meter can be off by, each way, in its unit. */
    accuracy: z.number().nonnegative(),
  }),
]);

/** A test method as a document: what is done, in order, and how the result is read. */
export const MethodSchema = z
  .object({
    id: z.string(),
    version: z.int().positive(),
    name: z.string(),
    /** A word or two for a tube in the rack. */
    short: z.string(),
    parameter: ParameterIdSchema,
    bottles: z.array(z.object({ id: z.string(), label: z.string(), caution: z.string().optional() })),
    steps: z.array(StepSchema).min(1),
    result: ResultSchema,
    basis: z.literal('common practice'),
  })
  .meta({ id: 'Method' });
export type Method = z.infer<typeof MethodSchema>;

/** True for steps that a timer runs on. */
export const isTimed = (step: Step): step is Step & { seconds: number } =>
  step.do === 'shake' || step.do === 'stand';
