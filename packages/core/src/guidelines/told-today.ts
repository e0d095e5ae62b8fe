import { z } from 'zod';
import { StatusSchema } from '../limits/status';
import { SubjectSchema } from '../limits/subject';
import { WorkingsSchema } from '../quantity';
import { PlanSchema } from '../remedies/plan/action';
import { DueTestSchema } from '../schedule/due-test';
import { WireIntervalSchema } from '../wire';
import { FindingSchema } from './finding';
import { LampSchema, LightSchema, VitalStateSchema } from './told-lamp';

/** One figure of a water as Today shows it: interval, bands and verdict in the keeper's own unit. */
const GaugeSchema = z
  .object({
    subject: SubjectSchema,
    label: z.string(),
    unit: z.string(),
    /** Null when nothing was read or the last color was not one of its card. */
    value: WireIntervalSchema.nullable(),
    takenAt: z.int().nullable(),
    readingId: z.string().nullable(),
    /** The sampling point it was read at; empty where there is only one place. */
    place: z.string(),
    placeId: z.string().nullable(),
    /** True where it was not read but worked out from a reading and what was done since. */
    estimate: z.boolean(),
    bands: z.array(
      z.object({
        from: z.number().nullable(),
        to: z.number().nullable(),
        status: StatusSchema.exclude(['unread']),
      }),
    ),
    /** Whose limits they are, as "General aquarium" or "your own limit". */
    by: z.array(z.string()),
    status: StatusSchema,
    /** How lately it was read, by its claim. */
    light: LightSchema,
    /** Milliseconds for which a reading of it may be part of a claim here. */
    claim: z.number(),
    /** Why it may not be part of a claim; `holds` where it may. */
    state: VitalStateSchema,
    /** Up to three readings before it, by the same method at the same place, newest first. */
    earlier: z.array(WireIntervalSchema),
    sure: z.boolean(),
    /** False where no school speaks of this figure in this kind of water. */
    judged: z.boolean(),
    /** A remark where the status is Unread: never tested, too old, or not a color of the card. */
    remark: z.string(),
    /** What was missing or old, what was taken instead, and how wide that makes the figure. */
    gaps: z.array(z.string()),
    workings: WorkingsSchema.nullable(),
  })
  .meta({ id: 'Gauge' });
export type Gauge = z.infer<typeof GaugeSchema>;

/** One figure of a water as a small beam: where it lies, how sure, how lately. */
const CellSchema = z
  .object({
    subject: SubjectSchema,
    /** The figure in words with its unit: "1.4 (0.8–1.5) mg/L NH3-N"; empty where there is none. */
    says: z.string(),
    place: z.string(),
    /** Low end, best guess and high end as shares of the beam; null where nothing was read. */
    at: z.tuple([z.number(), z.number(), z.number()]).nullable(),
    /** True past the top of a card. */
    open: z.boolean(),
    /** The statuses along the beam from left to right, by their first letters: "uawcwau". */
    zones: z.string(),
    status: StatusSchema,
    light: LightSchema,
    estimate: z.boolean(),
  })
  .meta({ id: 'Cell' });
export type Cell = z.infer<typeof CellSchema>;

/** How a water stands in short: for the page of all waters and the menu. */
export const StandingSchema = z
  .object({
    waterId: z.string(),
    at: z.int(),
    /** That of the lamp. */
    status: StatusSchema,
    lamp: LampSchema,
    due: z.array(DueTestSchema),
    /** How many findings there are beyond clear, notes left out. */
    troubles: z.int(),
    /** When it was last tested; null where never. */
    lastReadAt: z.int().nullable(),
    /** What moved between the last two readings. */
    changed: z.array(z.string()),
    /** The figures that every water is compared by. */
    cells: z.array(CellSchema),
    /** What is wrong in a word or two: "ammonia 1.4, KH 1"; empty where the lamp's sentence must do. */
    because: z.string(),
  })
  .meta({ id: 'Standing' });
export type Standing = z.infer<typeof StandingSchema>;

export const TodaySchema = StandingSchema.extend({
  gauges: z.array(GaugeSchema),
  /** Worst first. */
  findings: z.array(FindingSchema),
  /** What to do, in order. */
  plan: PlanSchema,
}).meta({ id: 'Today' });
export type Today = z.infer<typeof TodaySchema>;
