import { z } from 'zod';
import { type Interval, formatReading } from '../quantity';
import { adviceFor, byWhen } from './advice';
import { type Verdict, judge } from './judge';
import type { Band } from './limit';
import { StatusSchema, statusWord } from './status';
import { type Subject, SubjectSchema, subjectLabel } from './subject';

/** A verdict in words: what, how sure, why it matters, what to do, by when. */
export const FindingSchema = z
  .object({
    subject: SubjectSchema,
    status: StatusSchema,
    sure: z.boolean(),
    what: z.string(),
    howSure: z.string(),
    why: z.string(),
    todo: z.string(),
    byWhen: z.string(),
  })
  .meta({ id: 'Finding' });
export type Finding = z.infer<typeof FindingSchema>;

/** The finding as one paragraph. */
export const sentence = (f: Finding): string =>
  [f.what, f.howSure, f.why, f.todo, f.byWhen].filter(Boolean).join(' ');

function sureness(verdict: Verdict): string {
  const { sure, worst, mildest, tooLow } = verdict;
  if (sure && worst === 'clear') return 'That is clear at either end of the range.';
  if (sure) return `Sure: it is so even at the ${tooLow ? 'highest' : 'lowest'} of the range.`;
  const [mild, bad] = [statusWord[mildest].toLowerCase(), statusWord[worst].toLowerCase()];
  if (mildest === 'clear') return `Cannot tell yet: the range runs from ${mild} to ${bad}.`;
  return `Past clear for sure; whether ${mild} or ${bad} cannot be told yet.`;
}

/**
 * Words for a judged interval.
 * @param value in the display unit
 * @param unit display unit, empty for pH
 * @param settle the cheapest test that would settle it, as a sentence; used where it cannot tell
 */
export function finding(
  subject: Subject,
  verdict: Verdict,
  value: Interval,
  unit: string,
  settle: string,
): Finding {
  const what = `${subjectLabel(subject)} is ${formatReading(value)}${unit ? ` ${unit}` : ''}.`;
  const { status, sure, tooLow } = verdict;
  if (status === 'clear')
    return { subject, status, sure, what, howSure: sureness(verdict), why: '', todo: '', byWhen: '' };
  const advice = adviceFor(subject, tooLow ? 'low' : 'high');
  return {
    subject,
    status,
    sure,
    what,
    howSure: sureness(verdict),
    why: advice.why,
    todo: `${sure ? '' : `${settle} `}${status === 'watch' ? advice.watch : advice.act}`.trim(),
    byWhen: byWhen[status],
  };
}

/** An input that a verdict depends on, and the test that would narrow it; cheapest first. */
export interface Narrowing {
  readonly label: string;
  /** The computed interval if this input alone were known to its best guess. */
  readonly narrowed: Interval;
}

/** Names the first input whose narrowing settles the verdict; when none does alone, the one that narrows it most. */
export function settledBy(bands: readonly Band[], narrowings: readonly Narrowing[]): string {
  const enough = narrowings.find(({ narrowed }) => judge(narrowed, bands).sure);
  if (enough) return `${enough.label} would settle it.`;
  const width = ({ narrowed }: Narrowing) => narrowed.high - narrowed.low;
  const [most] = [...narrowings].sort((a, b) => width(a) - width(b));
  const label = most ? most.label[0]!.toLowerCase() + most.label.slice(1) : 'a repeat';
  return `No single test settles it; start with ${label}.`;
}
