import { z } from 'zod';
import { units } from '../quantity';
import { GuidanceSchema } from '../guidelines/guidance';
import { IdSchema, InstantSchema } from '../readings/reading';
import { StockGroupIdSchema } from './stock-group';
import { VolumeFromSchema } from './tank-volume';

export const waterKinds = ['aquarium', 'pond', 'aquaponics', 'standing', 'source', 'stream'] as const;
export const WaterKindSchema = z.enum(waterKinds, { error: 'Choose the kind of water.' });
export type WaterKind = z.infer<typeof WaterKindSchema>;

/** Kinds as a keeper calls them, with what each is for. */
export const waterKindInfo: Readonly<Record<WaterKind, { label: string; hint: string; stocked: boolean }>> = {
  aquarium: { label: 'Aquarium', hint: 'A tank with a filter', stocked: true },
  pond: { label: 'Pond', hint: 'Outdoors, open to rain', stocked: true },
  aquaponics: { label: 'Aquaponics loop', hint: 'Fish feed the plants', stocked: true },
  standing: {
    label: 'Standing water',
    hint: 'A bowl, holding tub or quarantine without a filter',
    stocked: true,
  },
  source: { label: 'Source', hint: 'Tap, well, rain or RO: what a change brings in', stocked: false },
  stream: { label: 'Stream', hint: 'Sampled, not kept', stocked: false },
};

const unitIds = (kind: keyof typeof units) => units[kind].map((u) => u.id) as [string, ...string[]];

/** The units for the volume of a water; spoons and cups are for doses. */
export const waterVolumeUnits = ['L', 'US gal', 'imp gal'] as const;

/** The units in which this water's keeper wants to see figures. */
export const UnitChoiceSchema = z
  .object({
    volume: z.enum(waterVolumeUnits).default('L'),
    temperature: z.enum(unitIds('temperature')).default('°C'),
    alkalinity: z.enum(unitIds('alkalinity')).default('°dKH'),
    hardness: z.enum(unitIds('hardness')).default('°dGH'),
    ammonia: z.enum(unitIds('ammonia')).default('mg/L NH3-N'),
    nitrite: z.enum(unitIds('nitrite')).default('mg/L NO2'),
    nitrate: z.enum(unitIds('nitrate')).default('mg/L NO3'),
    ph: z.literal('pH').default('pH'),
    chloride: z.enum(unitIds('chloride')).default('mg/L Cl'),
    potassium: z.literal('mg/L K').default('mg/L K'),
    presence: z.literal('seen').default('seen'),
  })
  .meta({ id: 'UnitChoice' });
export type UnitChoice = z.infer<typeof UnitChoiceSchema>;

export const SamplingPointSchema = z.object({
  id: IdSchema,
  name: z
    .string()
    .trim()
    .min(1, 'Give the sampling point a name, such as “outlet”.')
    .max(60, 'At most 60 characters.'),
});

/** What a keeper tells about a water. */
export const WaterDraftSchema = z
  .object({
    id: IdSchema,
    name: z
      .string({ error: 'Give this water a name.' })
      .trim()
      .min(1, 'Give this water a name.')
      .max(60, 'At most 60 characters.'),
    kind: WaterKindSchema,
    /** Net volume in liters; null for a source or a stream. */
    netLiters: z
      .number({ error: 'Type the net volume as a number.' })
      .positive('The volume must be more than 0.')
      .max(10_000_000, 'At most ten million liters. Check the figure and the unit.')
      .nullable()
      .default(null),
    /** The measurements the volume was worked out from, when it was. */
    volumeFrom: VolumeFromSchema.nullable().default(null),
    units: UnitChoiceSchema.prefault({}),
    stockGroups: z.array(StockGroupIdSchema).max(20).default([]),
    /** True while the filter is still growing in. */
    cycling: z.boolean().default(false),
    samplingPoints: z.array(SamplingPointSchema).max(20, 'At most 20 sampling points.').default([]),
    sourceWaterId: IdSchema.nullable().default(null),
    note: z.string().max(2000, 'At most 2000 characters.').default(''),
    /** By which limits this water is judged. */
    guidance: GuidanceSchema.prefault({}),
  })
  .meta({ id: 'WaterDraft' });
export type WaterDraft = z.infer<typeof WaterDraftSchema>;

/** The draft with the rules that join several fields. */
export const CheckedWaterDraftSchema = WaterDraftSchema.superRefine((water, context) => {
  if (waterKindInfo[water.kind].stocked && water.netLiters === null)
    context.addIssue({
      code: 'custom',
      path: ['netLiters'],
      message: 'Type the net volume; doses and changes need it.',
    });
  if (water.sourceWaterId === water.id)
    context.addIssue({
      code: 'custom',
      path: ['sourceWaterId'],
      message: 'A water cannot be its own source.',
    });
});

export const WaterSchema = WaterDraftSchema.extend({
  version: z.int().positive(),
  createdAt: InstantSchema,
  updatedAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
}).meta({ id: 'Water' });
export type Water = z.infer<typeof WaterSchema>;
