import { z } from 'zod';
import { IdSchema } from '../wire/identifier';
import { InstantSchema, ZoneSchema } from '../wire/instant';
import { type DeedAmount, DeedAmountSchema, amountWords, checkAmount } from './deed-amount';
import { FieldError } from '../quantity';

/** Something that was done to a water or happened to it: a flag on its trace. */
export const deedKinds = [
  'water-change',
  'ammonia-dose',
  'challenge',
  'feed',
  'seeding',
  'buffer',
  'stocked',
  'filter-clean',
  'planting',
  'harvest',
  'rain',
  'treatment',
  'loss',
  'other',
  'departure',
  'filter-rinse',
  'filter-wash',
  'media-change',
  'filter-stopped',
  'power-cut',
  'medicine',
  'conditioner',
  'acid',
  'rescape',
  'sign',
  'sign-over',
  'mineral',
  'water-ready',
] as const;
const DeedKindSchema = z.enum(deedKinds, { error: 'Choose what was done.' });
export type DeedKind = z.infer<typeof DeedKindSchema>;

export const deedLabel: Readonly<Record<DeedKind, string>> = {
  'water-change': 'Water change',
  'ammonia-dose': 'Ammonia dosed',
  challenge: 'Challenge dose',
  feed: 'Feed or food put in',
  seeding: 'Grown media put in',
  buffer: 'Buffer added',
  stocked: 'Animals added',
  'filter-clean': 'Filter cleaned, not said how',
  planting: 'Plants added',
  harvest: 'Plants harvested',
  rain: 'Rain',
  treatment: 'Treatment, not said which',
  loss: 'Animals died',
  other: 'Something else',
  departure: 'Animals moved out',
  'filter-rinse': 'Filter rinsed in its own water',
  'filter-wash': 'Filter washed under the tap',
  'media-change': 'Filter media changed',
  'filter-stopped': 'Filter stopped',
  'power-cut': 'Power cut',
  medicine: 'Medicine given',
  conditioner: 'Conditioner put in',
  acid: 'Acid or pH lowered',
  rescape: 'Rescaped or ground dug up',
  sign: 'Animals look wrong',
  'sign-over': 'Animals look well again',
  mineral: 'Salt or minerals put in',
  'water-ready': 'Water standing ready',
};

/** The ways in which the amount of each kind can be told; kinds that are left out have words only. */
export const amountsOf: Partial<Record<DeedKind, readonly DeedAmount['by'][]>> = {
  'water-change': ['part', 'liters', 'blend'],
  'ammonia-dose': ['rise', 'ammonium-chloride', 'household-ammonia'],
  challenge: ['rise', 'ammonium-chloride', 'household-ammonia'],
  feed: ['feed'],
  buffer: ['salt'],
  stocked: ['animals'],
  loss: ['animals'],
  departure: ['animals'],
  rain: ['rain'],
  'filter-stopped': ['hours'],
  'power-cut': ['hours'],
  conditioner: ['against'],
  sign: ['signs'],
  mineral: ['salt'],
  'water-ready': ['ready'],
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
    /** How much in figures, where it is known; the arithmetic of the cycle takes only this. */
    amount: DeedAmountSchema.nullable().default(null),
  })
  .meta({ id: 'DeedDraft' });
export type DeedDraft = z.infer<typeof DeedDraftSchema>;

/** The draft with the rules that join several fields: an amount that goes with its kind, and can be. */
export const CheckedDeedDraftSchema = DeedDraftSchema.superRefine(({ kind, amount }, context) => {
  if (kind === 'sign' && !amount)
    return context.addIssue({ code: 'custom', path: ['amount'], message: 'Tick what you see.' });
  if (kind === 'water-ready' && !amount)
    return context.addIssue({
      code: 'custom',
      path: ['amount'],
      message: 'Type how many liters stand ready.',
    });
  if (!amount) return;
  const issue = (path: string[], message: string) =>
    context.addIssue({ code: 'custom', path: ['amount', ...path], message });
  if (!amountsOf[kind]?.includes(amount.by))
    return issue(
      ['by'],
      `“${deedLabel[kind]}” is not told like this. Choose another way, or write it in words.`,
    );
  try {
    checkAmount(amount);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    issue([error.field], error.message);
  }
});

/** The line of a plan that a deed came from: one tick may write several deeds. */
const PlanTickedSchema = z.object({
  tickId: IdSchema,
  lineId: z.string(),
  says: z.string(),
  /** True where the plan was one for an emergency: it goes on until all is under Act. */
  emergency: z.boolean().default(false),
});

export const DeedSchema = DeedDraftSchema.extend({
  /** Null where it was noted by hand. */
  planLine: PlanTickedSchema.nullable().default(null),
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
}).meta({ id: 'Deed' });
export type Deed = z.infer<typeof DeedSchema>;

/** What was done, as on a list: what came from a plan without a kind of its own says so. */
export const deedTitle = ({ kind, planLine }: Pick<Deed, 'kind' | 'planLine'>): string =>
  kind === 'other' && planLine !== null ? 'By the plan' : deedLabel[kind];

/** How much and what, as on a list: the amount, then the keeper's own words. */
export const deedDetail = ({ amount, detail }: Pick<Deed, 'amount' | 'detail'>): string =>
  [amount ? amountWords(amount) : '', detail].filter(Boolean).join(', ');
