import { canonicalUnit, convert, toWire } from '../quantity';
import { type ParameterId, measuredIds, parameterInfo, hasAmount } from '../parameters';
import { type DueTest, dueTests } from '../schedule';
import { type Plan, type PlanGiven, planOf } from '../remedies';
import { stockGroupLabel } from '../limits';
import { type AppliedLimit } from './applied-limits';
import { changedSinceLast } from './changed-since-last';
import { agoWords, holdWords } from './age';
import { type Facts, type FactsGiven, factsOfPlaces } from './facts';
import type { Figure } from './figure';
import { type Finding } from './finding';
import { judge } from './judge';
import { lampOf } from './lamp';
import type { Gauge, Standing, Today } from './told-today';
import type { Band } from '../limits/limit';
import { findingsOf } from './rule-table';
import { displayUnit, shownValue } from './shown';
import { type Status, worse } from '../limits/status';
import {
  type Subject,
  isComputed,
  parameterOf,
  subjectKind,
  subjectLabel,
  subjectIds,
} from '../limits/subject';
import { planGivenOf } from './plan-given';
import { cannotShow, vitalRows } from './vital-row';

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

/** Why a figure is unread though it was read once; empty where it is not. */
function whyUnread(facts: Facts, subject: Subject, figure: Figure): string {
  const parameter = parameterOf(subject);
  const effective = facts.read(parameter);
  if (!figure.value)
    return `${effective?.because ?? ''} ${effective?.reading.doubts.includes('step-skipped') ? 'Run it again.' : 'Dilute the sample and test again.'}`.trim();
  if (facts.bands(subject).length > 0 && cannotShow(facts, subject))
    return 'This kit cannot show it. Confirm it with drops.';
  const { status } = judgedAs(facts, subject, figure.value);
  if (status !== 'clear') return '';
  if (effective && (effective.state === 'past' || effective.state === 'old-bottle')) return effective.because;
  return facts.at - figure.takenAt > facts.claim(parameter)
    ? `Read ${agoWords(facts.at - figure.takenAt)}; a reading holds ${holdWords(facts.claim(parameter))} here.`
    : '';
}

/** Where a rule says more than the bands, such as a pond in frost, its word stands. */
function judgedAs(facts: Facts, subject: Subject, value: NonNullable<Figure['value']>) {
  const bands = facts.bands(subject);
  return bands.length > 0 ? judge(value, bands) : { status: 'clear' as const, sure: true };
}

function gaugeOf(facts: Facts, figure: Figure, finding: Finding | undefined): Gauge {
  const { water, place } = facts;
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
    place: place.name,
    placeId: place.id,
    estimate: figure.estimate === true,
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
  const why = whyUnread(facts, subject, figure);
  if (why || !figure.value) return unread(why);
  if (bands.length === 0)
    return unread(
      facts.lives === 'nobody' && facts.water.kind !== 'source' && facts.water.kind !== 'stream'
        ? 'Nobody lives here, as you said: it harms nobody.'
        : 'No usual limit for this kind of water; noted.',
      { bands: [], judged: false },
    );
  const verdict = judge(figure.value, bands);
  return {
    ...base,
    value: toWire(shownValue(water, subject, figure.value)),
    status: finding?.status ?? verdict.status,
    sure: verdict.sure,
    remark: '',
  };
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
    place: facts.place.name,
    placeId: facts.place.id,
    estimate: false,
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
function isShown(facts: Facts, subject: Subject, vital: readonly ParameterId[]): boolean {
  const parameter = parameterOf(subject);
  const several = facts.place.name !== '';
  // What another place lends is shown there.
  if (several && facts.figure(subject) !== undefined && !facts.place.owns(parameter)) return false;
  if (subject === 'free-ammonia')
    return facts.water.kind !== 'source' && (!several || facts.figure(subject) !== undefined);
  if (isComputed(subject)) return facts.figure(subject) !== undefined && facts.limits(subject).length > 0;
  if (facts.figure(subject) !== undefined) return true;
  return several ? vital.includes(subject) : parameterInfo(subject).routine;
}

interface Judged {
  readonly places: readonly Facts[];
  readonly findings: Finding[];
  readonly standing: Standing;
}

function judged(given: FactsGiven): Judged {
  const places = factsOfPlaces(given);
  const findings = findingsOf(places);
  const lamp = lampOf(places, findings);
  const due = places.flatMap((facts) => dueAt(facts, findings)).sort((a, b) => a.dueAt - b.dueAt);
  const troubles = findings.filter((f) => f.status !== 'clear' && !f.note);
  const times = places.flatMap((f) => measuredIds().flatMap((p) => f.latest[p]?.takenAt ?? []));
  return {
    places,
    findings,
    standing: {
      waterId: given.water.id,
      at: given.at,
      status: lamp.status,
      lamp,
      due,
      troubles: troubles.length,
      lastReadAt: times.length > 0 ? Math.max(...times) : null,
      changed: places.flatMap((facts) =>
        changedSinceLast(facts).map((line) => (facts.place.name ? `${facts.place.name}: ${line}` : line)),
      ),
    },
  };
}

/** What is due at one place; what another place lends is due there. */
function dueAt(facts: Facts, findings: readonly Finding[]): DueTest[] {
  const { place, water } = facts;
  const statusOf = (parameter: ParameterId): Status =>
    findings
      .filter(
        (f) =>
          f.rule === 'limits' &&
          !f.note &&
          f.subject !== null &&
          parameterOf(f.subject) === parameter &&
          f.placeId === (place.name ? place.id : null),
      )
      .map((f) => f.status)
      .reduce(worse, 'clear');
  const vital = vitalRows(facts);
  const several = place.name !== '';
  return dueTests(
    water,
    facts.latest,
    facts.deeds,
    statusOf,
    facts.at,
    vital.map((v) => ({
      parameter: v.parameter,
      holds: v.state === 'holds' || v.state === 'too-old',
      claim: v.claim,
      because: v.because,
    })),
  )
    .filter(
      (d) =>
        !several ||
        place.owns(d.parameter) ||
        vital.some((v) => v.parameter === d.parameter && v.state === 'never'),
    )
    .map((d) => ({ ...d, place: place.name, placeId: several ? place.id : null }));
}

/** How a water stands, without the figures one by one. */
export const standingOf = (given: FactsGiven): Standing => judged(given).standing;

/** The plan alone. */
export function planFor(given: FactsGiven, putOff: PlanGiven['putOff'] = []): Plan {
  const { places, findings } = judged(given);
  return planOf(planGivenOf(given, places, findings, putOff));
}

/** How a water is: every figure by its limits, all findings, the plan, and what is due. */
export function today(given: FactsGiven, putOff: PlanGiven['putOff'] = []): Today {
  const { places, findings, standing } = judged(given);
  const gauges = places.flatMap((facts) => {
    const vital = vitalRows(facts).map((v) => v.parameter);
    return subjectIds()
      .filter((subject) => isComputed(subject) || hasAmount(subject))
      .filter((subject) => isShown(facts, subject, vital))
      .map((subject) => {
        const figure = facts.figure(subject);
        if (!figure) return neverRead(facts, subject);
        const finding = findings.find(
          (f) =>
            f.rule === 'limits' &&
            f.subject === subject &&
            f.placeId === (facts.place.name ? facts.place.id : null),
        );
        return gaugeOf(facts, figure, finding);
      });
  });
  return { ...standing, gauges, findings, plan: planOf(planGivenOf(given, places, findings, putOff)) };
}
