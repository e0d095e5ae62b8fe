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
    /** What other schools say of the same figure, each with its verdict. */
    opinions: z.array(z.object({ school: z.string(), says: z.string(), source: z.string() })).optional(),
  })
  .meta({ id: 'Workings' });
export type Workings = z.infer<typeof WorkingsSchema>;

/**
 * A computed value with its workings. The workings are put into words from the very numbers that made the
 * value, and only when somebody opens them: of a hundred thousand results nobody opens one.
 */
export interface Worked<Value> {
  readonly value: Value;
  readonly workings: Workings;
}

/** Joins a value with the function that explains it; the function runs at most once, when first asked. */
export function worked<Value>(value: Value, explain: () => Workings): Worked<Value> {
  let told: Workings | undefined;
  return {
    value,
    get workings() {
      return (told ??= explain());
    },
  };
}
