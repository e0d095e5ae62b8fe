import { z } from 'zod';
import { type Interval, formatReading } from '../quantity';
import { ParameterIdSchema } from '../parameters';
import { ProposalSchema } from '../remedies/plan/proposal';
import type { Verdict } from './judge';
import { StatusSchema, statusWord } from '../limits/status';
import { SubjectSchema } from '../limits/subject';

/** A judgment in words: what, how sure, why it matters, and what it proposes to do. */
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
    /** What it proposes; how much, when and whether at all is the plan's to say. */
    proposes: z.array(ProposalSchema),
    /** Times by which the sample is diluted for the test that decides; 1 for the sample as it is. */
    dilution: z.number(),
    /** The tests that it rests on or that would settle it. */
    tests: z.array(ParameterIdSchema),
  })
  .meta({ id: 'Finding' });
export type Finding = z.infer<typeof FindingSchema>;

/** The finding as one paragraph. */
export const sentence = (f: Finding): string => [f.what, f.howSure, f.why].filter(Boolean).join(' ');

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
