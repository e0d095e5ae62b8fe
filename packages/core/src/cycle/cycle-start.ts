import { z } from 'zod';
import { householdAmmoniaDose, saltDose, salts } from '../chemistry';
import { type Interval, point } from '../quantity';
import { IdSchema } from '../wire/identifier';
import { InstantSchema, ZoneSchema } from '../wire/instant';
import type { DeedAmount } from '../remedies/deed-amount';
import type { Feeding, Seeding } from './cycle-log';

/** How a filter is grown in. */
export const waysToStart = ['fishless-ammonia', 'fishless-food', 'with-fish', 'loop', 'upset'] as const;
export type WayToStart = (typeof waysToStart)[number];
export const wayInfo: Readonly<Record<WayToStart, { label: string; hint: string; feeding: Feeding }>> = {
  'fishless-ammonia': {
    label: 'Without fish, with ammonia',
    hint: 'You dose ammonia and know how much went in. Nothing alive is at risk, and the end is easiest to foresee.',
    feeding: 'ammonia',
  },
  'fishless-food': {
    label: 'Without fish, with food or a shrimp',
    hint: 'It rots and gives off ammonia slowly. Simple, but nobody knows how much is coming.',
    feeding: 'food',
  },
  'with-fish': {
    label: 'With fish',
    hint: 'They make the ammonia and live in it: few fish, little feed, a test every day, and a water change whenever a limit is crossed.',
    feeding: 'fish',
  },
  loop: {
    label: 'Aquaponics loop with plants',
    hint: 'Fish or ammonia feed it, and plants take up nitrate from early on.',
    feeding: 'fish',
  },
  upset: {
    label: 'A settled filter that was upset',
    hint: 'A treatment, a dry pump or a hard cleaning cost it its life; it comes back faster than a new one.',
    feeding: 'fish',
  },
};

export const mediaGiven = ['none', 'little', 'plenty'] as const;
export const mediaLabel: Readonly<Record<(typeof mediaGiven)[number], string>> = {
  none: 'None',
  little: 'A little: a squeezed sponge, a used ornament, bottled bacteria',
  plenty: 'Plenty: grown media from a running filter',
};

export const redoses = ['when-gone', 'daily'] as const;

export interface SchoolAnswer<T> {
  readonly value: T;
  readonly label: string;
  readonly reason: string;
}
/** Where keepers differ on dosing, each with its reason. Common practice. */
export const dosingSchools = {
  target: [
    {
      value: 2,
      label: '2 mg/L NH3-N',
      reason: 'Feeds enough film for a usual stock, spares KH, and nitrite stays nearer the card.',
    },
    {
      value: 4,
      label: '4 mg/L NH3-N',
      reason:
        'Grows a film for a full stock at once; takes twice the KH and sends nitrite far over the card.',
    },
  ] as readonly SchoolAnswer<number>[],
  redose: [
    {
      value: 'when-gone',
      label: 'When it has fallen',
      reason: 'The next dose goes in when ammonia reads under 0.25 mg/L NH3-N: nothing piles up.',
    },
    {
      value: 'daily',
      label: 'Topped up every day',
      reason: 'The film is never hungry, so it grows as fast as it can; it takes a test every day.',
    },
  ] as readonly SchoolAnswer<(typeof redoses)[number]>[],
  pauseAtPeak: [
    {
      value: false,
      label: 'Go on at nitrite’s peak',
      reason: 'The ammonia film would starve; nitrite’s film can take it.',
    },
    {
      value: true,
      label: 'Stop at nitrite’s peak',
      reason: 'Less nitrite and acid pile up; a film lives through some days without.',
    },
  ] as readonly SchoolAnswer<boolean>[],
};

const percentField = (most: number, what: string) =>
  z
    .number({ error: `Type ${what} as a number.` })
    .positive(`${what} must be more than 0.`)
    .max(most, `At most ${most} %. Check the bottle.`);

/** The start of a cycle as its keeper tells it. */
export const CycleStartDraftSchema = z
  .object({
    id: IdSchema,
    waterId: IdSchema,
    startedAt: InstantSchema,
    zone: ZoneSchema,
    way: z.enum(waysToStart, { error: 'Choose how the filter is grown in.' }),
    media: z.enum(mediaGiven).default('none'),
    /** A dose raises ammonia to this, and the challenge is this much: mg/L as N. */
    target: z
      .number({ error: 'Type the dose as a number.' })
      .min(0.25, 'At least 0.25 mg/L, or no card will show it.')
      .max(8, 'At most 8 mg/L as N: more slows the very film that is to grow.')
      .default(2),
    redose: z.enum(redoses).default('when-gone'),
    pauseAtPeak: z.boolean().default(false),
    ammoniaFrom: z.enum(['ammonium-chloride', 'household-ammonia']).default('ammonium-chloride'),
    /** Ammonia by weight in the bottle, %. */
    strength: percentField(35, 'The strength').default(9.5),
    endedAt: InstantSchema.nullable().default(null),
    /** How it ended. */
    outcome: z.enum(['ready', 'given-up']).nullable().default(null),
    note: z.string().max(2000, 'At most 2000 characters.').default(''),
  })
  .meta({ id: 'CycleStartDraft' });
export type CycleStartDraft = z.infer<typeof CycleStartDraftSchema>;

export const CheckedCycleStartSchema = CycleStartDraftSchema.superRefine((start, context) => {
  if (start.endedAt !== null && start.endedAt < start.startedAt)
    context.addIssue({
      code: 'custom',
      path: ['endedAt'],
      message: 'It cannot have ended before it began. Check the two days.',
    });
  if ((start.endedAt === null) !== (start.outcome === null))
    context.addIssue({
      code: 'custom',
      path: ['outcome'],
      message: 'Say how it ended and when, or neither.',
    });
});

export const CycleStartSchema = CycleStartDraftSchema.extend({
  version: z.int().positive(),
  createdAt: InstantSchema,
  updatedAt: InstantSchema,
  deletedAt: InstantSchema.nullable(),
}).meta({ id: 'CycleStart' });
export type CycleStart = z.infer<typeof CycleStartSchema>;

/** How much film the start's fit begins with. */
export const seedingOf = ({ way, media }: Pick<CycleStartDraft, 'way' | 'media'>): Seeding =>
  way === 'upset' ? 'upset' : media;

/** Density of household ammonia, g/mL: 0.96 at 10 % by weight (handbook value, from memory); the strength moves it little. */
const householdDensity = 0.96;

/** The household bottle's usual warning. Common practice. */
export const ammoniaCautions = [
  'Only plain ammonia in water: no scent, no color, no surfactant. Shake the bottle: foam that stays means soap, and soap kills fish.',
  'Strong ammonia burns eyes and lungs: open a window, wear gloves and eye protection, and never mix it with bleach.',
  'Ammonium chloride: at least technically pure, without added nitrate, perfume or anti-caking agent.',
  'Never with fish in the water.',
];

/** What to put in for a rise of ammonia: the amount in figures, and as a deed. Null for no rise. */
export function doseFor(
  start: Pick<CycleStartDraft, 'ammoniaFrom' | 'strength'>,
  rise: number,
  liters: number,
): { amount: DeedAmount; words: string } | null {
  if (!(rise > 0)) return null;
  const measured = (i: Interval) => String(Number(i.best.toPrecision(2)));
  if (start.ammoniaFrom === 'ammonium-chloride') {
    const grams = measured(
      saltDose(salts['ammonium-chloride'], 'ammonia', point(rise), point(liters)).value.grams,
    );
    return { amount: { by: 'ammonium-chloride', grams }, words: `${grams} g of ammonium chloride` };
  }
  const milliliters = measured(
    householdAmmoniaDose(point(rise), point(liters), point(start.strength), point(householdDensity)).value,
  );
  return {
    amount: {
      by: 'household-ammonia',
      milliliters,
      strength: String(start.strength),
      density: String(householdDensity),
    },
    words: `${milliliters} mL of household ammonia of ${start.strength} %`,
  };
}
