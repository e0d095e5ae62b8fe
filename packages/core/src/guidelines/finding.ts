import { z } from 'zod';
import { type Interval, formatReading } from '../quantity';
import { ParameterIdSchema } from '../readings/parameter';
import type { Verdict } from './judge';
import { StatusSchema, statusWord } from './status';
import { SubjectSchema } from './subject';

/** A judgment in words: what, how sure, why it matters, what to do, by when, and when to test again. */
export const FindingSchema = z
  .object({
    /** Of one water each is there once: the rule, and the subject it speaks of. */
    id: z.string(),
    /** The rule that found it. */
    rule: z.string(),
    subject: SubjectSchema.nullable(),
    status: StatusSchema,
    /** True for what is worth knowing and never moves the lamp. */
    note: z.boolean(),
    sure: z.boolean(),
    what: z.string(),
    /** The same for the lamp, in at most 20 words. */
    short: z.string(),
    /** The sampling point it speaks of; empty where it speaks of the whole water. */
    place: z.string(),
    placeId: z.string().nullable(),
    howSure: z.string(),
    why: z.string(),
    todo: z.string(),
    byWhen: z.string(),
    testAgain: z.string(),
    /** The size of a water change that brings it down; a warning about it stands on a line of its own. Empty where none was asked for. */
    change: z.string(),
    /** Times by which the sample is diluted for the test that decides; 1 for the sample as it is. */
    dilution: z.number(),
    /** The tests that it rests on or that would settle it. */
    tests: z.array(ParameterIdSchema),
  })
  .meta({ id: 'Finding' });
export type Finding = z.infer<typeof FindingSchema>;

/** The finding as one paragraph. */
export const sentence = (f: Finding): string =>
  [f.what, f.howSure, f.why, f.todo, f.change.replace('\n', ' '), f.byWhen, f.testAgain]
    .filter(Boolean)
    .join(' ');

/** By when to do it. Hedge Lamp's own steps. */
export const byWhen: Readonly<Record<Finding['status'], string>> = {
  unread: 'Today.',
  clear: '',
  watch: 'Within two days.',
  act: 'Today.',
  urgent: 'Now.',
};

/** When to test again: the day after it was acted on, common practice; the other steps are Hedge Lamp's own. */
export const testAgain: Readonly<Record<Finding['status'], string>> = {
  unread: '',
  clear: '',
  watch: 'Test again within three days.',
  act: 'Test again tomorrow.',
  urgent: 'Test again an hour after each thing you do, and tomorrow.',
};

/** A range whose upper end is twice its lower or more says that it is too much, but hardly how much. Hedge Lamp's own. */
const isVague = ({ low, high }: Interval): boolean => high >= 2 * Math.max(low, 0);

/** How sure a verdict is, in a sentence. Three answers are kept apart. */
export function sureness(verdict: Verdict, value: Interval): string {
  const { sure, worst, mildest, tooLow } = verdict;
  if (sure && worst === 'clear') return 'Certain: inside at either end of its range.';
  const side = tooLow ? 'low' : 'high';
  if (mildest === 'clear')
    return `Cannot tell yet: its range runs from clear to ${statusWord[worst].toLowerCase()}.`;
  if (sure && (tooLow || !isVague(value)))
    return `Certain: too ${side} even at the ${tooLow ? 'highest' : 'lowest'} it can be.`;
  return `Too ${side} for certain; how far is not clear yet.`;
}

/** The same in few words, for the lamp: "too high for certain". */
export function surenessInShort({ sure, mildest, tooLow }: Verdict, value: Interval): string {
  const side = tooLow ? 'low' : 'high';
  if (mildest === 'clear') return `it may be too ${side}`;
  return sure && (tooLow || !isVague(value)) ? `too ${side} for certain` : `too ${side}; how far is unclear`;
}

/** "Nitrate is 30 (20–40) mg/L NO3." */
export const figureSentence = (label: string, value: Interval, unit: string): string =>
  `${label} is ${formatReading(value)}${unit ? ` ${unit}` : ''}.`;
