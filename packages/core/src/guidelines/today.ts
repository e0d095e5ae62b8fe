import { z } from 'zod';
import {
  type Interval,
  WireIntervalSchema,
  type Workings,
  WorkingsSchema,
  canonicalUnit,
  convert,
  convertInterval,
  fromWire,
  interval,
  overBox,
  toWire,
} from '../quantity';
import { unionizedFraction } from '../chemistry';
import { type MethodBook, shippedBook } from '../methods';
import {
  type Dated,
  type ParameterId,
  type Reading,
  freeAmmonia,
  measuredIds,
  parameters,
  phOfPair,
  workingsOfKept,
} from '../readings';
import { type DueTest, DueTestSchema, dueTests, staleAfter } from '../schedule';
import type { Deed } from '../remedies';
import type { Water } from '../waters';
import { type Finding, FindingSchema, finding, settledBy } from './finding';
import { judge } from './judge';
import type { Band } from './limit';
import { bandsFor, isFishless, limitsFor } from './shipped-limits';
import { type Status, StatusSchema, severity, worse } from './status';
import { type Subject, SubjectSchema, subjectKind, subjectLabel } from './subject';

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

export const TodaySchema = z
  .object({
    waterId: z.string(),
    at: z.int(),
    status: StatusSchema,
    gauges: z.array(GaugeSchema),
    /** Worst first. */
    findings: z.array(FindingSchema),
    due: z.array(DueTestSchema),
  })
  .meta({ id: 'Today' });
export type Today = z.infer<typeof TodaySchema>;

export interface Latest extends Partial<Record<ParameterId, Reading>> {
  /** The other pH reading of the same run, when both ranges were run in one go. */
  readonly phPartner?: Reading | null;
}

const displayUnit = (water: Water, subject: Subject): string => water.units[subjectKind(subject) as 'ph'];

const wireEnd = (x: number) => (Number.isFinite(x) ? x : null);

function shownBands(bands: readonly Band[], subject: Subject, unit: string): Gauge['bands'] {
  const kind = subjectKind(subject);
  const show = (x: number) => wireEnd(Number.isFinite(x) ? convert(x, kind, canonicalUnit(kind), unit) : x);
  return bands.map((b) => ({ from: show(b.from), to: show(b.to), status: b.status }));
}

/** A fishless filter is fed ammonia on purpose: what would be a warning elsewhere is only noted. */
const feedsTheFilter = (water: Water, subject: Subject): boolean =>
  isFishless(water) && ['ammonia', 'nitrite', 'nitrate'].includes(subjectKind(subject));

interface Judged {
  readonly gauge: Gauge;
  readonly finding: Finding | null;
}

interface Figure {
  readonly subject: Subject;
  /** Canonical. */
  readonly value: Interval | null;
  readonly takenAt: number;
  readonly readingId: string;
  readonly workings: Workings;
  readonly gaps: readonly string[];
  readonly settle: (bands: readonly Band[]) => string;
}

function judged(water: Water, figure: Figure, at: number): Judged {
  const { subject, takenAt, readingId } = figure;
  const kind = subjectKind(subject);
  const unit = displayUnit(water, subject);
  const bands = bandsFor(subject, water);
  const base = {
    subject,
    label: subjectLabel(subject),
    unit,
    takenAt,
    readingId,
    bands: shownBands(bands, subject, unit),
    judged: bands.length > 0,
    gaps: [...figure.gaps],
    workings: {
      ...figure.workings,
      sources: [...figure.workings.sources, ...limitsFor(subject, water).map((l) => `Bands: ${l.source}`)],
    },
  };
  const unread = (remark: string, value: Interval | null): Judged => ({
    gauge: { ...base, value: value && toWire(value), status: 'unread', sure: false, remark },
    finding: null,
  });
  if (!figure.value)
    return unread('The color was not one of the card. Dilute the sample and test again.', null);
  const value = convertInterval(figure.value, kind, canonicalUnit(kind), unit);
  if (at - takenAt > staleAfter(water, subject === 'free-ammonia' ? 'ammonia' : subject))
    return unread('Read too long ago to say how it is today.', value);
  if (bands.length === 0) return unread('No usual limit for this kind of water; noted.', value);

  if (feedsTheFilter(water, subject)) {
    const noted = unread(
      'No animals live here yet: it belongs to growing the filter and harms nobody.',
      value,
    );
    return { ...noted, gauge: { ...noted.gauge, bands: [], judged: false } };
  }

  const verdict = judge(figure.value, bands);
  return {
    gauge: { ...base, value: toWire(value), status: verdict.status, sure: verdict.sure, remark: '' },
    finding: finding(subject, verdict, value, kind === 'ph' ? '' : unit, figure.settle(bands)),
  };
}

function measuredFigure(reading: Reading, book: MethodBook): Figure {
  return {
    subject: reading.parameter,
    value: reading.value && fromWire(reading.value),
    takenAt: reading.takenAt,
    readingId: reading.id,
    workings: workingsOfKept(reading, book),
    gaps: [],
    settle: () =>
      reading.value?.high === null
        ? 'A test of the sample diluted with distilled water would settle it.'
        : 'A second test would narrow it.',
  };
}

const dated = (reading: Reading | undefined): Dated | null =>
  reading?.value ? { value: fromWire(reading.value), takenAt: reading.takenAt } : null;

/** The pH, from both ranges where both were run in one go. */
function phFigure({ ph, phPartner }: Latest, book: MethodBook): Figure | null {
  if (!ph) return null;
  const single = measuredFigure(ph, book);
  const pair = phPartner ? phOfPair(ph, phPartner, book) : null;
  return pair ? { ...single, value: pair.value, workings: pair.workings } : single;
}

function freeAmmoniaFigure(latest: Latest, ph: Figure | null): Figure | null {
  const total = dated(latest.ammonia);
  if (!total || !latest.ammonia) return null;
  const datedPh = ph?.value ? { value: ph.value, takenAt: ph.takenAt } : null;
  const result = freeAmmonia(total, datedPh, dated(latest.temperature));
  const { used } = result;
  const known = (x: Interval) => interval(x.best, x.best, x.best);
  const free = (t: Interval, p: Interval, c: Interval) => {
    if (t.high === Infinity) return result.value;
    return overBox([t, p, c], (tan, ph, celsius) => tan! * unionizedFraction(ph!, celsius!));
  };
  return {
    subject: 'free-ammonia',
    value: result.value,
    takenAt: total.takenAt,
    readingId: latest.ammonia.id,
    workings: result.workings,
    gaps: result.gaps,
    settle: (bands) =>
      settledBy(bands, [
        { label: 'A thermometer reading', narrowed: free(used.total, used.ph, known(used.temperature)) },
        { label: 'A fresh pH to the tenth', narrowed: free(used.total, known(used.ph), used.temperature) },
        { label: 'A second ammonia test', narrowed: free(known(used.total), used.ph, used.temperature) },
      ]),
  };
}

function neverRead(water: Water, subject: Subject): Gauge {
  const unit = displayUnit(water, subject);
  const bands = bandsFor(subject, water);
  return {
    subject,
    label: subjectLabel(subject),
    unit,
    value: null,
    takenAt: null,
    readingId: null,
    bands: shownBands(bands, subject, unit),
    status: 'unread',
    sure: false,
    judged: bands.length > 0,
    remark: subject === 'free-ammonia' ? 'Needs a total ammonia reading.' : 'Not tested yet.',
    gaps: [],
    workings: null,
  };
}

/**
 * How a water is, from the latest reading of each parameter.
 * @param latest the newest reading by parameter, deleted ones left out
 * @param deeds what was done lately, newest first; it can make a test due
 * @param at the present instant
 * @param book where the methods of the readings are looked up
 */
export function today(
  water: Water,
  latest: Latest,
  deeds: readonly Deed[],
  at: number,
  book: MethodBook = shippedBook,
): Today {
  const ph = phFigure(latest, book);
  const free = freeAmmoniaFigure(latest, ph);
  const figures = new Map<Subject, Figure>();
  if (free) figures.set('free-ammonia', free);
  for (const parameter of measuredIds()) {
    const reading = latest[parameter];
    const figure = parameter === 'ph' ? ph : reading && measuredFigure(reading, book);
    if (figure) figures.set(parameter, figure);
  }
  const subjects: Subject[] = ['free-ammonia', ...measuredIds()];
  const shown = subjects.filter((s) =>
    s === 'free-ammonia' ? water.kind !== 'source' : parameters[s].routine || figures.has(s),
  );
  const results = shown.map((subject): Judged => {
    const figure = figures.get(subject);
    return figure ? judged(water, figure, at) : { gauge: neverRead(water, subject), finding: null };
  });
  const gauges = results.map((r) => r.gauge);
  const findings = results
    .map((r) => r.finding)
    .filter((f) => f !== null)
    .sort((a, b) => severity(b.status) - severity(a.status));
  const statusOf = (parameter: ParameterId): Status =>
    gauges
      .filter((g) => g.subject === parameter || (parameter === 'ammonia' && g.subject === 'free-ammonia'))
      .map((g) => g.status)
      .reduce(worse, 'unread');
  const due: DueTest[] = dueTests(water, latest, deeds, statusOf, at);
  return {
    waterId: water.id,
    at,
    status: gauges.map((g) => g.status).reduce(worse, 'unread'),
    gauges,
    findings,
    due,
  };
}
