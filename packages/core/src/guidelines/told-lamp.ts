import { z } from 'zod';
import { StatusSchema } from '../limits/status';
import { ParameterIdSchema } from '../parameters';

/** How much light lies on a reading: up to six tenths of its claim, up to all of it, beyond it, never read. */
const lights = ['lit', 'late', 'dusk', 'dark'] as const;
export const LightSchema = z.enum(lights);
export type Light = z.infer<typeof LightSchema>;

/** Why a reading that is wanted does not count; `holds` where it does. */
export const VitalStateSchema = z.enum([
  'holds',
  'never',
  'too-old',
  'past',
  'no-value',
  'old-bottle',
  'cannot-show',
]);
export type VitalState = z.infer<typeof VitalStateSchema>;

const RestSchema = z.object({
  parameter: ParameterIdSchema,
  label: z.string(),
  /** The sampling point; empty where there is only one place. */
  place: z.string(),
  placeId: z.string().nullable(),
  /** Read lately, late, too long ago or before something was done, never. */
  light: LightSchema,
  /** Instant of the reading; null where it was never read. */
  takenAt: z.int().nullable(),
  /** True where it was worked out from the reading and what was done since. */
  estimate: z.boolean(),
  /** Why it does not count, in a sentence; empty where it does. */
  because: z.string(),
});

/**
 * How a water is, as one answer: pages, water menu, help sheet and API all take it from here. Clear is a claim: all
 * that can kill here in the coming days was read, lately enough, by something that can tell, and lies inside.
 */
export const LampSchema = z
  .object({
    status: StatusSchema,
    /** "Clear", "Watch", "Act", "Urgent" or "Cannot say". */
    word: z.string(),
    /** Why, in at most 20 words. */
    sentence: z.string(),
    /** The place that is worst; empty where there is only one, or it is of the whole water. */
    place: z.string(),
    /** What the claim rests on: every vital figure at every place. */
    rests: z.array(RestSchema),
    /** What is missing for Clear beside whatever else is wrong: "Also unread: KH. Read again: pH." Empty where nothing is. */
    missing: z.string(),
    /** Questions whose answer would change the verdict. */
    asks: z.array(z.enum(['who-lives-here', 'salt'])),
    /** True where nobody lives there, as the keeper said, and the filter is not known to be ready for animals. */
    notReady: z.boolean(),
    /** True where Clear rests on a figure that was worked out after a change. */
    estimate: z.boolean(),
  })
  .meta({ id: 'Lamp' });
export type Lamp = z.infer<typeof LampSchema>;
export type Rest = z.infer<typeof RestSchema>;
