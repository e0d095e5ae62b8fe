import { z } from 'zod';

/** One reading as it should be told to somebody who helps: nothing left for them to ask. */
const SheetRowSchema = z.object({
  what: z.string(),
  /** Best guess and range with unit and basis; "no value" for a color that is none of its card. */
  value: z.string(),
  /** Method, and the kit it came from where that is known. */
  by: z.string(),
  /** "2026-11-25 09:40 Etc/UTC". */
  when: z.string(),
  /** Where and how the sample was taken. */
  sample: z.string(),
  doubts: z.string(),
});
export type SheetRow = z.infer<typeof SheetRowSchema>;

/** One page about a water for somebody asking for help. */
export const HelpSheetSchema = z
  .object({
    name: z.string(),
    made: z.string(),
    about: z.array(z.string()),
    rows: z.array(SheetRowSchema),
    /** What was computed from the readings, with what was assumed. */
    computed: z.array(z.string()),
    /** The latest of each from the water that changes are made with; null where none is named. */
    source: z.object({ name: z.string(), rows: z.array(SheetRowSchema) }).nullable(),
    done: z.array(z.string()),
    /** How the water is, as every other page says it: "Cannot say: ammonia was never read." */
    lamp: z.string(),
    findings: z.array(z.string()),
    /** What Hedge Lamp would do, line by line, with times. */
    plan: z.array(z.string()),
    neverRead: z.array(z.string()),
  })
  .meta({ id: 'HelpSheet' });
export type HelpSheet = z.infer<typeof HelpSheetSchema>;
