import { z } from 'zod';
import { CardSchema } from '../color/card';
import { TurnIndicatorSchema } from '../color/titration-turn';
import { ParameterIdSchema } from '../parameters';
import { HazardIdSchema } from './hazard';

/** How much hangs on a step: a critical one ruins the test when it is skipped, a forgiving one hardly moves it. */
export const stepWeights = ['critical', 'usual', 'forgiving'] as const;

const words = (most: number) => z.string().max(most, `At most ${most} characters.`);
const name = (what: string, most: number) => words(most).min(1, what);
const key = (what: string) =>
  name(what, 40).regex(/^[a-z0-9][a-z0-9-]*$/, 'Use small letters, digits and hyphens, such as “bottle-1”.');
const seconds = z
  .int({ error: 'Give whole seconds.' })
  .min(1, 'At least one second.')
  .max(86_400, 'At most a day, 86400 seconds.');
const bottle = z.string({ error: 'Say which bottle.' }).max(40);
const count = (what: string, most: number) =>
  z
    .int({ error: `Count ${what} in whole numbers.` })
    .min(1, 'At least 1.')
    .max(most, `At most ${most}.`);

/** One act of a test, in the keeper's words. `why` is shown under the instruction. */
const act = {
  /** A name for branches to lead to. */
  id: key('Give the step a name to branch to.').optional(),
  /** The instruction, large on the bench. */
  say: name('Say what is to be done.', 160),
  why: words(400).optional(),
  matters: z.enum(stepWeights, { error: 'Choose critical, usual or forgiving.' }).default('usual'),
  /** A caution of this step alone; those of its bottle are shown anyway. */
  caution: words(400).optional(),
};

/** What one may answer to a question, and where it leads: to the next step when nothing else is said. */
const AnswerSchema = z.strictObject({
  says: name('Give the answer in words.', 60),
  /** The name of a later step. */
  goTo: z.string().max(40).optional(),
  means: words(300).optional(),
});

const StepSchema = z.discriminatedUnion(
  'do',
  [
    z.strictObject({ do: z.literal('rinse'), ...act }),
    z.strictObject({
      do: z.literal('fill'),
      milliliters: z.number({ error: 'Give milliliters.' }).positive('More than 0 mL.').max(1000),
      ...act,
    }),
    z.strictObject({ do: z.literal('drop'), bottle, drops: count('drops', 100), ...act }),
    z.strictObject({ do: z.literal('powder'), bottle, scoops: count('scoops', 20), ...act }),
    z.strictObject({ do: z.literal('packet'), bottle, packets: count('packets', 20), ...act }),
    z.strictObject({ do: z.literal('cap'), ...act }),
    z.strictObject({ do: z.literal('swirl'), ...act }),
    z.strictObject({ do: z.literal('invert'), times: count('turns', 100), ...act }),
    /** Of the tube, or of a bottle whose powder settles. */
    z.strictObject({ do: z.literal('shake'), seconds, bottle: bottle.optional(), ...act }),
    z.strictObject({ do: z.literal('stand'), seconds, ...act }),
    z.strictObject({ do: z.literal('dip'), seconds, ...act }),
    z.strictObject({
      do: z.literal('ask'),
      answers: z.array(AnswerSchema).min(2, 'A question needs at least two answers.').max(6),
      ...act,
    }),
    z.strictObject({
      do: z.literal('count-to-turn'),
      bottle,
      from: name('Name the color before the turn.', 40),
      to: name('Name the color after the turn.', 40),
      /** What turns, where it is known: the bench then draws the turn drop by drop. */
      indicator: TurnIndicatorSchema.optional(),
      ...act,
    }),
    z.strictObject({
      do: z.literal('read'),
      /** How long after the wait it may be read; longer and the color is another. */
      windowSeconds: seconds.optional(),
      ...act,
    }),
  ],
  {
    error:
      'Say what is done: rinse, fill, drop, powder, packet, cap, swirl, invert, shake, stand, dip, ask, count-to-turn or read.',
  },
);
export type Step = z.infer<typeof StepSchema>;

const unit = z
  .string({ error: 'Name the unit, with its basis.' })
  .min(1, 'Name the unit, with its basis.')
  .max(20);

/** A pad of a strip: each tells a parameter of its own. */
const PadSchema = z.strictObject({ parameter: ParameterIdSchema, card: CardSchema });

/** How what is seen becomes a figure. */
const ResultSchema = z.discriminatedUnion(
  'by',
  [
    z.strictObject({
      by: z.literal('titration'),
      perDrop: z.number({ error: 'Say what one drop is worth.' }).positive('A drop is worth more than 0.'),
      unit,
    }),
    z.strictObject({ by: z.literal('card'), card: CardSchema }),
    /** A wheel or comparator: the color is matched beside an untreated blank. */
    z.strictObject({ by: z.literal('wheel'), card: CardSchema }),
    z.strictObject({
      by: z.literal('strip'),
      pads: z.array(PadSchema).min(1, 'A strip has at least one pad.').max(12),
    }),
    z.strictObject({
      by: z.literal('meter'),
      unit,
      /** What the meter can be off by, each way, in its unit. */
      accuracy: z.number({ error: 'Say how far off the meter may be.' }).min(0, '0 or more.'),
    }),
    /** The height of the column at which a mark under the tube disappears. */
    z.strictObject({
      by: z.literal('column'),
      unit,
      /** From the tallest column to the shortest: the cloudier the sample, the sooner the mark is gone. */
      scale: z
        .array(
          z.strictObject({ millimeters: z.number().positive('More than 0 mm.'), value: z.number().min(0) }),
        )
        .min(2, 'A scale needs at least two heights.')
        .max(40),
    }),
    /** Seen or not: the last question's answer is the result. */
    z.strictObject({ by: z.literal('answer') }),
  ],
  { error: 'Say how it is read: titration, card, wheel, strip, meter, column or answer.' },
);

const BottleSchema = z.strictObject({
  id: key('Give the bottle a short name.'),
  label: name('Name the bottle as it is labeled.', 60),
  hazards: z.array(HazardIdSchema).max(8).default([]),
  /** True for one whose powder settles: it must be shaken before it is used. */
  settles: z.boolean().default(false),
});
export type Bottle = z.infer<typeof BottleSchema>;

/**
 * A test method as a document: what is done, in order, and how the result is read. The shape alone; whether its
 * steps make sense together is for checkMethod.
 */
export const MethodSchema = z
  .strictObject({
    id: name('Give the method an identifier.', 80),
    version: z.int().positive('Versions are counted from 1.'),
    name: name('Name the method.', 80),
    /** A word or two for a tube in the rack. */
    short: name('Give a word or two for the rack.', 14),
    parameter: ParameterIdSchema,
    bottles: z.array(BottleSchema).max(8, 'At most 8 bottles.'),
    steps: z.array(StepSchema).min(1, 'A method has at least one step.').max(40, 'At most 40 steps.'),
    result: ResultSchema,
    /** Seconds that the color needs after the last reagent; 0 for one that is there at once. */
    developsSeconds: z.int({ error: 'Give whole seconds.' }).min(0, '0 or more.').max(86_400).default(0),
    /** Where it came from: what is usually done, or the keeper's own leaflet. */
    basis: z.enum(['common practice', 'own leaflet'], { error: 'Say common practice or own leaflet.' }),
    /** The method it was copied from. */
    copiedFrom: z.string().max(80).optional(),
    note: words(1000).optional(),
  })
  .meta({
    id: 'Method',
    title: 'A method for testing water by hand',
    description: 'Steps in order, the bottles they use, and how the result is read.',
  });
export type Method = z.infer<typeof MethodSchema>;
/** The same before the defaults are filled in. */
export type MethodDraft = z.input<typeof MethodSchema>;

/** True for steps that a timer runs on. */
export const isTimed = (step: Step): step is Extract<Step, { do: 'shake' | 'stand' | 'dip' }> =>
  step.do === 'shake' || step.do === 'stand' || step.do === 'dip';

/** True for steps in which reagent is used up. */
export const usesReagent = (step: Step): boolean =>
  ['drop', 'powder', 'packet', 'dip', 'count-to-turn'].includes(step.do);

/** The step that a test ends in. */
export const lastStep = (method: Pick<Method, 'steps'>): number => method.steps.length - 1;

/** The hazards at a step: those of the bottle in hand. */
export function hazardsAt(method: Pick<Method, 'bottles' | 'steps'>, step: number): Bottle['hazards'] {
  const here = method.steps[step];
  if (!here || !('bottle' in here)) return [];
  return method.bottles.find((b) => b.id === here.bottle)?.hazards ?? [];
}
