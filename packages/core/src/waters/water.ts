import { z } from 'zod';
import { GuidanceSchema } from '../limits/guidance';
import { IdSchema } from '../wire/identifier';
import { InstantSchema } from '../wire/instant';
import { StockEntrySchema } from './stock-entry';
import { StockGroupIdSchema, isAnimal } from '../limits/stock-group';
import { UnitChoiceSchema } from './unit-choice';
import { VolumeFromSchema } from './tank-volume';

export const waterKinds = ['aquarium', 'pond', 'aquaponics', 'standing', 'source', 'stream'] as const;
const WaterKindSchema = z.enum(waterKinds, { error: 'Choose the kind of water.' });
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

const SamplingPointSchema = z.object({
  id: IdSchema,
  name: z
    .string()
    .trim()
    .min(1, 'Give the sampling point a name, such as “outlet”.')
    .max(60, 'At most 60 characters.'),
});

/** What salt is in a water, as its keeper tells it; null where nobody said. */
export const salinities = ['fresh', 'medicine', 'brackish', 'marine'] as const;
export const salinityLabel: Readonly<Record<(typeof salinities)[number], string>> = {
  fresh: 'Fresh water',
  medicine: 'Fresh, salted as a medicine',
  brackish: 'Brackish',
  marine: 'Sea water',
};

export const filterKinds = ['sponge', 'internal', 'hang-on', 'canister', 'bed', 'other', 'none'] as const;
export const filterKindLabel: Readonly<Record<(typeof filterKinds)[number], string>> = {
  sponge: 'Sponge with air',
  internal: 'Internal',
  'hang-on': 'Hung on the rim',
  canister: 'Canister',
  bed: 'Bed, trickle or pond chamber',
  other: 'Another kind',
  none: 'None',
};

const FilterSchema = z.object({
  kind: z.enum(filterKinds),
  /** Since when it runs; null where nobody knows. */
  since: InstantSchema.nullable().default(null),
});

/** What a water is called whose first test ran before anybody said what it is. */
export const unnamedWater = 'New water';

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
    /** Net volume in liters; null for a source or a stream, and where it was not told yet: then amounts are told as shares. */
    netLiters: z
      .number({ error: 'Type the net volume as a number.' })
      .positive('The volume must be more than 0.')
      .max(10_000_000, 'At most ten million liters. Check the figure and the unit.')
      .nullable()
      .default(null),
    /** The measurements the volume was worked out from, when it was. */
    volumeFrom: VolumeFromSchema.nullable().default(null),
    units: UnitChoiceSchema.prefault({}),
    stockGroups: z.array(StockGroupIdSchema).max(30).default([]),
    /** Whether animals live in it; null where nobody said, and then it is judged as if they did. */
    livesHere: z.enum(['animals', 'nobody']).nullable().default(null),
    /** How many, how heavy and how old, as far as that was told. */
    stock: z.array(StockEntrySchema).max(60, 'At most 60 lines.').default([]),
    salinity: z.enum(salinities).nullable().default(null),
    /** Mean depth, meters. */
    meanDepth: z
      .number({ error: 'Type the mean depth as a number.' })
      .positive('The depth must be more than 0 m.')
      .max(100, 'At most 100 m. Check the unit.')
      .nullable()
      .default(null),
    /** Surface, square meters. */
    surface: z
      .number({ error: 'Type the surface as a number.' })
      .positive('The surface must be more than 0 m².')
      .max(1_000_000, 'At most a square kilometer. Check the unit.')
      .nullable()
      .default(null),
    /** True where a roof or a yard drains into it: then nobody knows how much rain comes in. */
    roofWater: z.boolean().nullable().default(null),
    filter: FilterSchema.nullable().default(null),
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
  const someone = water.stockGroups.some(isAnimal) || water.stock.some((entry) => entry.count !== 0);
  if (water.livesHere === 'nobody' && someone)
    context.addIssue({
      code: 'custom',
      path: ['livesHere'],
      message: 'You said that nobody lives here, and told animals too. Untick one of the two.',
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
  /** When `livesHere` was told; null where it was not, or in a record kept before that was noted. */
  livesToldAt: InstantSchema.nullable().default(null),
  createdAt: InstantSchema,
  updatedAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
}).meta({ id: 'Water' });
export type Water = z.infer<typeof WaterSchema>;

/** Mean depth of a water, m: as told, else volume over surface; null where neither is known. */
export const meanDepthOf = ({
  meanDepth,
  surface,
  netLiters,
}: Pick<Water, 'meanDepth' | 'surface' | 'netLiters'>): number | null =>
  meanDepth ?? (surface !== null && netLiters !== null ? netLiters / 1000 / surface : null);
