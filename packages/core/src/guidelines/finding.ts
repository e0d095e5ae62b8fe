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
    sure: z.boolean(),
    what: z.string(),
    howSure: z.string(),
    why: z.string(),
    todo: z.string(),
    byWhen: z.string(),
    testAgain: z.string(),
    /** The size of a water change that brings it down; a warning about it stands on a line of its own. Empty where none was asked for. */
    change: z.string(),
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
  unread: '',
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

/** How sure a verdict is, in a sentence. Three answers are kept apart. */
export function sureness(verdict: Verdict): string {
  const { sure, worst, mildest, tooLow } = verdict;
  if (sure && worst === 'clear') return 'That is clear at either end of the range.';
  if (sure) return `Sure: it is so even at the ${tooLow ? 'highest' : 'lowest'} of the range.`;
  const [mild, bad] = [statusWord[mildest].toLowerCase(), statusWord[worst].toLowerCase()];
  if (mildest === 'clear') return `Cannot tell yet: the range runs from ${mild} to ${bad}.`;
  return `Past clear for sure; whether ${mild} or ${bad} cannot be told yet.`;
}

/** "Nitrate is 30 (20–40) mg/L NO3." */
export const figureSentence = (label: string, value: Interval, unit: string): string =>
  `${label} is ${formatReading(value)}${unit ? ` ${unit}` : ''}.`;
