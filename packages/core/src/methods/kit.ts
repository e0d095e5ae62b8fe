import { day as dayMs } from '../wire';
import { z } from 'zod';
import { IdSchema } from '../wire/identifier';
import { InstantSchema } from '../wire/instant';

/** What happened to a bottle. Which of them cost strength: common practice. */
export const bottleMarks = [
  'left-in-heat',
  'froze',
  'seal-pierced',
  'color-changed',
  'drop-fell-back',
] as const;
const BottleMarkSchema = z.enum(bottleMarks, { error: 'Choose one of the marks.' });
export type BottleMark = z.infer<typeof BottleMarkSchema>;

export const bottleMarkInfo: Readonly<
  Record<BottleMark, { readonly label: string; readonly says: string; readonly doubted: boolean }>
> = {
  'left-in-heat': {
    label: 'Was left in the heat',
    says: 'Heat wears reagent out: what it reads may be too low.',
    doubted: true,
  },
  froze: { label: 'Froze', says: 'What froze may have fallen apart: it may read too low.', doubted: true },
  'seal-pierced': {
    label: 'Seal pierced',
    says: 'From now on it ages: note the day of opening.',
    doubted: false,
  },
  'color-changed': {
    label: 'Its color changed',
    says: 'The reagent itself has turned: do not trust it.',
    doubted: true,
  },
  'drop-fell-back': {
    label: 'Something fell into it',
    says: 'A drop of sample or of another reagent fell in: it may read anything.',
    doubted: true,
  },
};

/** A day as the calendar writes it. */
const day = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, 'Give a day, such as 2027-03-31.')
  .refine((text) => !Number.isNaN(Date.parse(text)), 'There is no such day.');

const KitBottleSchema = z.object({
  /** The method that it is used in, and its name there. */
  methodId: z.string().max(80),
  bottleId: z.string().max(40),
  lot: z.string().max(40, 'At most 40 characters.').default(''),
  openedOn: day.nullable().default(null),
  expiresOn: day.nullable().default(null),
  marks: z.array(BottleMarkSchema).max(10).default([]),
});
export type KitBottle = z.infer<typeof KitBottleSchema>;

const tests = (what: string) =>
  z
    .int({ error: what })
    .min(0, 'Not less than 0.')
    .max(10_000, 'At most 10,000 tests.')
    .nullable()
    .default(null);

const KitTestSchema = z.object({
  methodId: z.string().max(80),
  /** How many tests a full box is good for. */
  perBox: tests('Type how many tests the box is good for, in whole numbers.'),
  /** How many were left when they were last counted. */
  counted: tests('Type how many tests are left, in whole numbers.'),
});

/** A box of bottles that a keeper bought. */
export const KitDraftSchema = z
  .object({
    id: IdSchema,
    name: z
      .string({ error: 'Give the kit a name.' })
      .trim()
      .min(1, 'Give the kit a name.')
      .max(60, 'At most 60 characters.'),
    tests: z
      .array(KitTestSchema)
      .min(1, 'Choose at least one test that this kit is for.')
      .max(12, 'At most twelve tests in one kit.'),
    bottles: z.array(KitBottleSchema).max(60).default([]),
    price: z
      .number({ error: 'Type the price as a number, such as 24.50.' })
      .min(0, 'A price is 0 or more.')
      .max(100_000, 'At most 100,000.')
      .nullable()
      .default(null),
    currency: z.string().max(8, 'At most 8 characters.').default(''),
    /** When the tests that are left were last counted. */
    countedAt: InstantSchema,
    note: z.string().max(1000, 'At most 1000 characters.').default(''),
  })
  .meta({ id: 'KitDraft' });
export type KitDraft = z.infer<typeof KitDraftSchema>;

const KitUseSchema = z.object({ methodId: z.string(), at: InstantSchema });
export type KitUse = z.infer<typeof KitUseSchema>;

export const KitSchema = KitDraftSchema.extend({
  version: z.int().positive(),
  createdAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
  /** When reagent was used, since the count and in the last ninety days. */
  uses: z.array(KitUseSchema),
}).meta({ id: 'Kit' });
export type Kit = z.infer<typeof KitSchema>;

/** The pace is that of the last ninety days. Hedge Lamp's own. */
export const paceDays = 90;

export interface KitTestState {
  readonly methodId: string;
  /** Tests left by count and use; null when they were never counted. Never below 0. */
  readonly left: number | null;
  readonly usedSinceCount: number;
  /** Tests a day at the present pace; null while it cannot be told. */
  readonly perDay: number | null;
  /** Instant at which it runs out at that pace. */
  readonly runsOutAt: number | null;
  /** In the kit's currency; null while price or size of the box is not known. */
  readonly costPerTest: number | null;
}

/**
 * How a kit stands: what is left of it, for how long, and what a test costs. The price is shared evenly by all the
 * tests of the box.
 * @param kit with its uses
 * @param now the present instant
 */
export function kitState(kit: Kit, now: number): KitTestState[] {
  const whole = kit.tests.reduce((sum, t) => sum + (t.perBox ?? 0), 0);
  const allKnown = kit.tests.every((t) => t.perBox !== null && t.perBox > 0);
  return kit.tests.map(({ methodId, counted }) => {
    const uses = kit.uses.filter((u) => u.methodId === methodId);
    const usedSinceCount = uses.filter((u) => u.at >= kit.countedAt).length;
    const left = counted === null ? null : Math.max(0, counted - usedSinceCount);
    const recent = uses.map((u) => u.at).filter((at) => at > now - paceDays * dayMs && at <= now);
    const first = Math.min(...recent);
    // Two uses tell a pace: so many gaps lie between the first one and now.
    const perDay =
      recent.length >= 2 && now > first ? recent.length / Math.max(1, (now - first) / dayMs) : null;
    return {
      methodId,
      left,
      usedSinceCount,
      perDay,
      runsOutAt: left === null || perDay === null ? null : now + (left / perDay) * dayMs,
      costPerTest: kit.price === null || !allKnown ? null : kit.price / whole,
    };
  });
}

export interface BottleState {
  readonly expired: boolean;
  /** Runs out of date within a month. */
  readonly expiresSoon: boolean;
  /** True where something happened to it that may have cost strength. */
  readonly marked: boolean;
}

/**
 * How a bottle stands on a day.
 * @param today "2026-11-25", by the keeper's calendar
 */
export function bottleState(bottle: KitBottle, today: string): BottleState {
  const { expiresOn, marks } = bottle;
  const expired = expiresOn !== null && expiresOn < today;
  const expiresSoon =
    !expired && expiresOn !== null && Date.parse(expiresOn) - Date.parse(today) <= 31 * dayMs;
  return { expired, expiresSoon, marked: marks.some((m) => bottleMarkInfo[m].doubted) };
}
