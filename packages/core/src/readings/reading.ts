import { z } from 'zod';
import { IdSchema, InstantSchema, WireIntervalSchema, ZoneSchema } from '../wire';
import { DoubtIdSchema } from './doubt';
import { EnteredSchema } from './entered';
import { ParameterIdSchema } from '../parameters';

/** How the sample was taken. Common practice: below the surface, or from the outlet, where ammonia is highest. */
export const drawnFroms = ['below-surface', 'outlet', 'surface', 'other'] as const;
export const DrawnFromSchema = z.enum(drawnFroms, { error: 'Choose how the sample was taken.' });
export type DrawnFrom = z.infer<typeof DrawnFromSchema>;
export const drawnFromLabel: Readonly<Record<DrawnFrom, string>> = {
  'below-surface': 'Below the surface',
  outlet: 'From the outlet',
  surface: 'At the surface',
  other: 'Another way',
};

/** What a keeper tells about a reading; the server computes the interval from it. */
export const ReadingDraftSchema = z
  .object({
    id: IdSchema,
    waterId: IdSchema,
    samplingPointId: IdSchema.nullable().default(null),
    parameter: ParameterIdSchema,
    /** Null for a figure whose method is not known. */
    methodId: z.string().max(80).nullable().default(null),
    /** The version of the method that was run; null for the newest. */
    methodVersion: z.int().positive().nullable().default(null),
    /** The kit whose bottles were used. */
    kitId: IdSchema.nullable().default(null),
    takenAt: InstantSchema,
    zone: ZoneSchema,
    entered: EnteredSchema,
    doubts: z.array(DoubtIdSchema).max(20).default([]),
    /** Who took the sample: a name or initials. */
    by: z.string().max(60, 'At most 60 characters.').default(''),
    drawnFrom: DrawnFromSchema.nullable().default(null),
    note: z.string().max(2000, 'At most 2000 characters.').default(''),
    runId: IdSchema.nullable().default(null),
  })
  .meta({ id: 'ReadingDraft' });
export type ReadingDraft = z.infer<typeof ReadingDraftSchema>;

/** A reading as kept: what was entered, and the canonical interval computed from it. */
export const ReadingSchema = ReadingDraftSchema.extend({
  /** In the canonical unit of the parameter; null when the color was not one of the card. */
  value: WireIntervalSchema.nullable(),
  version: z.int().positive(),
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
  /** How far the clock of the device was ahead of the server's when this was kept, ms; left out where they agreed. */
  clockAhead: z.int().optional(),
}).meta({ id: 'Reading' });
export type Reading = z.infer<typeof ReadingSchema>;
