import { z } from 'zod';
import { WireIntervalSchema } from '../../wire';
import { saltIds } from '../../chemistry';
import { IdSchema } from '../../wire/identifier';
import { SubjectSchema } from '../../limits/subject';
import { ParameterIdSchema } from '../../parameters';
import { DeedDraftSchema } from '../deed';

/** Everything that a plan may ask for: a closed list. */
const actionKinds = [
  'tell',
  'air',
  'gas-off',
  'move-out',
  'stop-feeding',
  'feed-less',
  'remove-dead',
  'media',
  'bind',
  'salt',
  'change',
  'drip',
  'test',
  'hold',
  'seed-filter',
  'find-cause',
  'raise-kh',
  'raise-gh',
  'blend',
  'warm',
  'cool',
  'plants',
  'vessel',
  'replace-bottle',
  'keep-apart',
  'look',
  'ask-professional',
] as const;
export const ActionKindSchema = z.enum(actionKinds);
export type ActionKind = (typeof actionKinds)[number];

/**
 * The order of a plan: what keeps them alive now, then what thins or binds, the test that decides, the cause, the
 * reserves, and what is watched.
 */
const ranks: Readonly<Record<ActionKind, number>> = {
  tell: 12,
  'gas-off': 1,
  air: 2,
  'move-out': 3,
  'stop-feeding': 4,
  'feed-less': 4,
  'remove-dead': 5,
  media: 6,
  hold: 7,
  bind: 8,
  salt: 9,
  change: 10,
  drip: 10,
  test: 11,
  'find-cause': 12,
  'seed-filter': 13,
  'replace-bottle': 14,
  'raise-gh': 15,
  'raise-kh': 15,
  blend: 16,
  warm: 17,
  cool: 17,
  plants: 18,
  vessel: 19,
  'keep-apart': 20,
  look: 21,
  'ask-professional': 22,
};
export const rankOf = (kind: ActionKind): number => ranks[kind];

/** How a test is run where the usual way does not decide. */
export const testWays = [
  'as-usual',
  'repeat',
  'dilute',
  'double-sample',
  'high-range',
  'low-range',
  'drops',
  'afternoon',
  'dawn-and-dusk',
  'shaken',
  'upstream',
  'other-kit',
  'phenolphthalein',
  'thermometer',
] as const;
export type TestWay = (typeof testWays)[number];

/** What is held back, and why it would harm. */
export const held = [
  'raise-ph',
  'tap',
  'feeding',
  'animals',
  'filter',
  'medicine',
  'dosing',
  'buffer',
  'conditioner',
] as const;
export type Held = (typeof held)[number];

/** How much, in figures. What does not apply is null or empty. */
const LineAmountSchema = z.object({
  /** Share of the water, 0 to 1. */
  share: z.number().positive().max(1).nullable(),
  /** Liters of new water, by where they come from; the identifier is null for water that was not named. */
  waters: z.array(
    z.object({ waterId: IdSchema.nullable(), name: z.string(), liters: z.number().positive() }),
  ),
  salts: z.array(z.object({ salt: z.enum(saltIds), grams: z.number().positive() })),
  /** Portions in which it goes in, and hours over which. */
  portions: z.int().positive().nullable(),
  hours: z.number().positive().nullable(),
});

/** What an action will do to one figure, in the keeper's unit. */
const EffectSchema = z.object({
  /** Whose limits it lies between. */
  subject: SubjectSchema,
  label: z.string(),
  unit: z.string(),
  before: WireIntervalSchema,
  after: WireIntervalSchema,
});
export type Effect = z.infer<typeof EffectSchema>;

/** What a tick writes into the record. */
const WrittenSchema = DeedDraftSchema.pick({ kind: true, detail: true, amount: true });

/** One line of a plan: verb first, amount, by when. */
const PlanLineSchema = z
  .object({
    /** The same while the line stands: kind, what it is against, which time. */
    id: z.string(),
    /** Changes with what the line asks for: a tick of another wording or amount is refused. */
    key: z.string(),
    kind: ActionKindSchema,
    /** What it is against, or which tests. */
    subjects: z.array(ParameterIdSchema),
    way: z.enum(testWays).nullable(),
    hold: z.enum(held).nullable(),
    /** When to do it; null where no clock is meant. */
    at: z.int().nullable(),
    /** True where `at` is the latest time and not the time itself. */
    within: z.boolean(),
    says: z.string(),
    /** What must be so first: "Only if ammonia reads over 0.3 mg/L NH3-N". Empty where nothing must. */
    onlyIf: z.string(),
    /** What it does, and what to mind. */
    details: z.array(z.string()),
    amount: LineAmountSchema.nullable(),
    effects: z.array(EffectSchema),
    /** The findings that it serves. */
    serves: z.array(z.string()),
    /** Times by which the sample of a test is diluted. */
    dilution: z.number(),
    /** Sampling point of a test; null for the whole water. */
    placeId: z.string().nullable(),
    /** Empty for what cannot be ticked: a test is done when it is read. */
    writes: z.array(WrittenSchema),
    /** Until when its keeper put it off; null where it stands. */
    putOffUntil: z.int().nullable(),
  })
  .meta({ id: 'PlanLine' });
export type PlanLine = z.infer<typeof PlanLineSchema>;

/** What the plan would be better with. */
const planAsks = ['water-at-hand', 'source', 'source-tests', 'stock'] as const;

export const PlanSchema = z
  .object({
    at: z.int(),
    /** True while the poison is the greater harm, so that everyday caps yield. */
    emergency: z.boolean(),
    lines: z.array(PlanLineSchema),
    /** What was ticked within a day, newest last. */
    done: z.array(z.object({ tickId: IdSchema, says: z.string(), at: z.int() })),
    /** Where no water and no means gets it right in a day: what else must change. */
    cannot: z.array(z.string()),
    asks: z.array(z.enum(planAsks)),
    /** How the newest readings agree with what was foretold. */
    afterwards: z.array(z.string()),
  })
  .meta({ id: 'Plan' });
export type Plan = z.infer<typeof PlanSchema>;
