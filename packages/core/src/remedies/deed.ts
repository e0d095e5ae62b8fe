import { z } from 'zod';
import { IdSchema, InstantSchema, ZoneSchema } from '../readings/reading';

/** Something that was done to a water or happened to it: a flag on its trace. */
export const deedKinds = [
  'water-change',
  'ammonia-dose',
  'buffer',
  'stocked',
  'filter-clean',
  'planting',
  'harvest',
  'rain',
  'treatment',
  'loss',
  'other',
] as const;
export const DeedKindSchema = z.enum(deedKinds, { error: 'Choose what was done.' });
export type DeedKind = z.infer<typeof DeedKindSchema>;

export const deedLabel: Readonly<Record<DeedKind, string>> = {
  'water-change': 'Water change',
  'ammonia-dose': 'Ammonia dosed',
  buffer: 'Buffer added',
  stocked: 'Animals added',
  'filter-clean': 'Filter cleaned',
  planting: 'Plants added',
  harvest: 'Plants harvested',
  rain: 'Heavy rain',
  treatment: 'Treatment',
  loss: 'Animal lost',
  other: 'Something else',
};

export const DeedDraftSchema = z
  .object({
    id: IdSchema,
    waterId: IdSchema,
    kind: DeedKindSchema,
    at: InstantSchema,
    zone: ZoneSchema,
    /** How much and what, in the keeper's words: "30 %", "12 g bicarbonate". */
    detail: z.string().max(200, 'At most 200 characters.').default(''),
  })
  .meta({ id: 'DeedDraft' });
export type DeedDraft = z.infer<typeof DeedDraftSchema>;

export const DeedSchema = DeedDraftSchema.extend({
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
}).meta({ id: 'Deed' });
export type Deed = z.infer<typeof DeedSchema>;
