import { z } from 'zod';
import { WireIntervalSchema, WorkingsSchema, canonicalUnit, convert, toWire } from '../quantity';
import { type ParameterId, measuredIds, parameters } from '../readings';
import { type DueTest, DueTestSchema, dueTests, staleAfter } from '../schedule';
import { stockGroupLabel } from '../waters';
import { type AppliedLimit } from './applied-limits';
import { changedSinceLast } from './changed-since-last';
import { changeWords } from './change-words';
import { type Facts, type FactsGiven, factsOf } from './facts';
import type { Figure } from './figure';
import { type Finding, FindingSchema } from './finding';
import { judge } from './judge';
import type { Band } from './limit';
import { findingsOf } from './rule-table';
import { feedsTheFilter } from './rules/figures';
import { displayUnit, shownValue } from './shown';
import { type Status, StatusSchema, worse } from './status';
import { type Subject, SubjectSchema, isComputed, parameterOf, subjectKind, subjectLabel } from './subject';

/** One figure of a water as Today shows it: interval, bands and verdict in the keeper's own unit. */
export const GaugeSchema = z
  .object({
    subject: SubjectSchema,
    label: z.string(),
    unit: z.string(),
    /** Null when nothing was read or the last color was not one of its card. */
    value: WireIntervalSchema.nullable(),
    takenAt: z.int().nullable(),
    readingId: z.string().nullable(),
    bands: z.array(
      z.object({ from: z.number().nullable(), to: z.number().nullable(), status: StatusSchema }),
    ),
    /** Whose limits they are, as "General aquarium" or "your own limit". */
    by: z.array(z.string()),
    status: StatusSchema,
    sure: z.boolean(),
    /** False where no school speaks of this figure in this kind of water. */
    judged: z.boolean(),
    /** A remark where the status is Unread: never tested, too old, or not a color of the card. */
    remark: z.string(),
    /** What was missing or old, what was taken instead, and how wide that makes the figure. */
    gaps: z.array(z.string()),
    workings: WorkingsSchema.nullable(),
  })
  .meta({ id: 'Gauge' });
export type Gauge = z.infer<typeof GaugeSchema>;

/** How a water stands in short: for the shelf and the chips. */
export const StandingSchema = z
  .object({
    waterId: z.string(),
    at: z.int(),
    status: StatusSchema,
    due: z.array(DueTestSchema),
    /** The worst finding in a sentence; empty where all is clear or unread. */
    top: z.string(),
    /** How many findings there are beyond clear. */
    troubles: z.int(),
    /** When it was last tested; null where never. */
    lastReadAt: z.int().nullable(),
    /** What moved between the last two readings. */
    changed: z.array(z.string()),
  })
  .meta({ id: 'Standing' });
export type Standing = z.infer<typeof StandingSchema>;

export const TodaySchema = StandingSchema.extend({
  gauges: z.array(GaugeSchema),
  /** Worst first. */
  findings: z.array(FindingSchema),
}).meta({ id: 'Today' });
export type Today = z.infer<typeof TodaySchema>;

const wireEnd = (x: number) => (Number.isFinite(x) ? x : null);

function shownBands(bands: readonly Band[], subject: Subject, unit: string): Gauge['bands'] {
  const kind = subjectKind(subject);
  const show = (x: number) => wireEnd(Number.isFinite(x) ? convert(x, kind, canonicalUnit(kind), unit) : x);
  return bands.map((b) => ({ from: show(b.from), to: show(b.to), status: b.status }));
}

const holder = ({ guideline, groups }: AppliedLimit): string => {
  if (!guideline) return 'your own limit';
  const who =
    groups.length > 0 ? ` for ${groups.map((g) => stockGroupLabel[g].toLowerCase()).join(', ')}` : '';
  return `${guideline.name}${who}`;
};

function gaugeOf(facts: Facts, figure: Figure): Gauge {
  const { water, at } = facts;
  const { subject, takenAt } = figure;
  const unit = displayUnit(water, subject);
  const bands = facts.bands(subject);
  const limits = facts.limits(subject);
  const workings = figure.workings();
  const base = {
    subject,
    label: subjectLabel(subject),
    unit,
    takenAt,
    readingId: figure.reading.id,
    bands: shownBands(bands, subject, unit),
    by: limits.map(holder),
    judged: bands.length > 0,
    gaps: [...figure.gaps()],
    workings: {
      ...workings,
      sources: [...workings.sources, ...limits.map((l) => `Bands: ${holder(l)}: ${l.limit.source}`)],
    },
  };
  const unread = (remark: string, more: Partial<Gauge> = {}): Gauge => ({
    ...base,
    value: figure.value && toWire(shownValue(water, subject, figure.value)),
    status: 'unread',
    sure: false,
    remark,
    ...more,
  });
  if (!figure.value) return unread('The color was not one of the card. Dilute the sample and test again.');
  if (at - takenAt > staleAfter(water, parameterOf(subject)))
    return unread('Read too long ago to say how it is today.');
  if (bands.length === 0) return unread('No usual limit for this kind of water; noted.');
  if (feedsTheFilter(facts, subject))
    return unread('No animals live here yet: it belongs to growing the filter and harms nobody.', {
      bands: [],
      judged: false,
    });
  const { status, sure } = judge(figure.value, bands);
  return { ...base, value: toWire(shownValue(water, subject, figure.value)), status, sure, remark: '' };
}

function neverRead(facts: Facts, subject: Subject): Gauge {
  const unit = displayUnit(facts.water, subject);
  const bands = facts.bands(subject);
  return {
    subject,
    label: subjectLabel(subject),
    unit,
    value: null,
    takenAt: null,
    readingId: null,
    bands: shownBands(bands, subject, unit),
    by: [],
    status: 'unread',
    sure: false,
    judged: bands.length > 0,
    remark: subject === 'free-ammonia' ? 'Needs a total ammonia reading.' : 'Not tested yet.',
    gaps: [],
    workings: null,
  };
}

/** What Today shows: what is routine, what was read, and what is computed where a limit speaks of it. */
function isShown(facts: Facts, subject: Subject): boolean {
  if (subject === 'free-ammonia') return facts.water.kind !== 'source';
  if (isComputed(subject)) return facts.figure(subject) !== undefined && facts.limits(subject).length > 0;
  return parameters[subject].routine || facts.figure(subject) !== undefined;
}

const shownSubjects: readonly Subject[] = [
  'free-ammonia',
  ...measuredIds(),
  'epa-month',
  'epa-hour',
  'epa-hour-trout',
  'nitrite-for-chloride',
];

interface Judged {
  readonly facts: Facts;
  readonly findings: Finding[];
  readonly standing: Standing;
}

function judged(given: FactsGiven): Judged {
  const facts = factsOf(given);
  const findings = findingsOf(facts);
  const statusOf = (parameter: ParameterId): Status =>
    findings
      .filter((f) => f.rule === 'limits' && f.subject !== null && parameterOf(f.subject) === parameter)
      .map((f) => f.status)
      .reduce(worse, 'unread');
  const due: DueTest[] = dueTests(facts.water, facts.latest, facts.deeds, statusOf, facts.at);
  const troubles = findings.filter((f) => f.status !== 'clear');
  const times = measuredIds().flatMap((p) => facts.latest[p]?.takenAt ?? []);
  const [worst] = troubles;
  return {
    facts,
    findings,
    standing: {
      waterId: facts.water.id,
      at: facts.at,
      status: findings.map((f) => f.status).reduce(worse, 'unread'),
      due,
      top: worst?.what ?? '',
      troubles: troubles.length,
      lastReadAt: times.length > 0 ? Math.max(...times) : null,
      changed: changedSinceLast(facts),
    },
  };
}

/** How a water stands, without the figures one by one. */
export const standingOf = (given: FactsGiven): Standing => judged(given).standing;

/** How a water is: every figure by its limits, all findings with what to do, and what is due. */
export function today(given: FactsGiven): Today {
  const { facts, findings, standing } = judged(given);
  const gauges = shownSubjects
    .filter((subject) => isShown(facts, subject))
    .map((subject) => {
      const figure = facts.figure(subject);
      return figure ? gaugeOf(facts, figure) : neverRead(facts, subject);
    });
  return {
    ...standing,
    gauges,
    findings: findings.map((f) => ({ ...f, change: changeWords(facts, f) })),
  };
}
