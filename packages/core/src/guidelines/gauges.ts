import { type Interval, formatBest, formatInterval, isOpen, toWire } from '../quantity';
import { type ParameterId, hasAmount, midSentence, parameterInfo, shortName } from '../parameters';
import { beamScale, severity, stockGroupLabel, worse, zoneLetters } from '../limits';
import { type Subject, isComputed, parameterOf, subjectIds, subjectLabel } from '../limits/subject';
import { type AppliedLimit } from './applied-limits';
import type { Facts } from './facts';
import type { Figure } from './figure';
import { figureState, readsClear } from './figure-state';
import type { Finding } from './finding';
import { judge } from './judge';
import { displayUnit, shownBands, shownValue, shownWords } from './shown';
import type { Cell, Gauge } from './told-today';
import { vitalRows } from './vital-row';

const holder = ({ guideline, groups }: AppliedLimit): string => {
  if (!guideline) return 'your own limit';
  const who =
    groups.length > 0 ? ` for ${groups.map((g) => stockGroupLabel[g].toLowerCase()).join(', ')}` : '';
  return `${guideline.name}${who}`;
};

/** How many earlier readings lie above a figure. */
const ghosts = 3;

/** Readings before the newest, by the same method at the same place, newest first; canonical. Nothing of what is worked out. */
function earlierOf(facts: Facts, subject: Subject, figure: Figure): Interval[] {
  if (isComputed(subject)) return [];
  const { id, methodId, samplingPointId, takenAt } = figure.reading;
  return facts
    .history(subject)
    .filter(
      (p) =>
        p.id !== id &&
        p.takenAt < takenAt &&
        p.methodId === methodId &&
        p.samplingPointId === samplingPointId,
    )
    .slice(0, ghosts)
    .map((p) => p.value);
}

const limitFinding = (facts: Facts, findings: readonly Finding[], subject: Subject): Finding | undefined =>
  findings.find(
    (f) =>
      f.rule === 'limits' &&
      f.subject === subject &&
      f.placeId === (facts.place.name ? facts.place.id : null),
  );

type Verdict = Pick<Gauge, 'status' | 'sure' | 'remark' | 'light' | 'state' | 'judged'>;

/** How a figure stands: what its range says by its limits, and whether it may still say so. Bad readings do not heal by age. */
function verdictOf(
  facts: Facts,
  subject: Subject,
  figure: Figure | undefined,
  finding: Finding | undefined,
): Verdict {
  const bands = facts.bands(subject);
  const { light, state, because } = figureState(facts, subject, figure);
  const unread: Verdict = {
    status: 'unread',
    sure: false,
    remark: because,
    light,
    state,
    judged: bands.length > 0,
  };
  if (!figure?.value) return unread;
  if (state === 'cannot-show' || (state !== 'holds' && readsClear(facts, subject, figure.value)))
    return unread;
  if (bands.length === 0)
    return {
      ...unread,
      remark:
        facts.lives === 'nobody' && facts.water.kind !== 'source' && facts.water.kind !== 'stream'
          ? 'Nobody lives here, as you said: it harms nobody.'
          : 'No usual limit for this kind of water; noted.',
      judged: false,
    };
  const { status, sure } = judge(figure.value, bands);
  return { status: finding?.status ?? status, sure, remark: '', light, state, judged: true };
}

function gaugeOf(facts: Facts, subject: Subject, findings: readonly Finding[]): Gauge {
  const figure = facts.figure(subject);
  const unit = displayUnit(facts.water, subject);
  const limits = facts.limits(subject);
  const workings = figure?.workings();
  const shown = (value: Interval) => toWire(shownValue(facts.water, subject, value));
  return {
    subject,
    label: subjectLabel(subject),
    unit,
    value: figure?.value ? shown(figure.value) : null,
    takenAt: figure?.takenAt ?? null,
    readingId: figure?.reading.id ?? null,
    place: facts.place.name,
    placeId: facts.place.id,
    estimate: figure?.estimate === true,
    bands: shownBands(facts.bands(subject), subject, unit),
    by: figure ? limits.map(holder) : [],
    claim: facts.claim(parameterOf(subject)),
    earlier: figure ? earlierOf(facts, subject, figure).map(shown) : [],
    gaps: figure ? [...figure.gaps()] : [],
    ...verdictOf(facts, subject, figure, limitFinding(facts, findings, subject)),
    workings: workings
      ? {
          ...workings,
          sources: [...workings.sources, ...limits.map((l) => `Bands: ${holder(l)}: ${l.limit.source}`)],
        }
      : null,
  };
}

/** What is shown of a water: what is routine, what was read, and what is computed where a limit speaks of it. */
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

/** What all waters are compared by, side by side. */
export const comparedBy = [
  'ammonia',
  'free-ammonia',
  'nitrite',
  'nitrate',
  'ph',
  'alkalinity',
  'hardness',
  'temperature',
  'dissolved-oxygen',
  'chloride',
] as const satisfies readonly Subject[];

/** What every water is compared by comes first, killers before all; so the eye learns the places. */
const inOrder = (): Subject[] => [
  ...comparedBy,
  ...subjectIds().filter((s) => !comparedBy.some((c) => c === s) && (isComputed(s) || hasAmount(s))),
];

const shownAt = (facts: Facts): Subject[] => {
  const vital = vitalRows(facts).map((v) => v.parameter);
  return inOrder().filter((subject) => isShown(facts, subject, vital));
};

/** Every figure of a water at each of its places, in the one order of all lists. */
export const gaugesOf = (places: readonly Facts[], findings: readonly Finding[]): Gauge[] =>
  places.flatMap((facts) => shownAt(facts).map((subject) => gaugeOf(facts, subject, findings)));

/** The least figure there can be, where it is nothing at all. */
export const beamFloor = (subject: Subject): number | null =>
  isComputed(subject) || parameterInfo(subject).startsAtZero ? 0 : null;

const thousandth = (share: number) => Math.round(share * 1000) / 1000;

function cellOf(facts: Facts, subject: Subject, findings: readonly Finding[]): Cell | null {
  const figure = facts.figure(subject);
  const bands = facts.bands(subject);
  // Nobody asks for it here, or it has no limit by which it would lie anywhere.
  if (bands.length === 0) return null;
  const { status, light } = verdictOf(facts, subject, figure, limitFinding(facts, findings, subject));
  const unit = displayUnit(facts.water, subject);
  const scale = beamScale(shownBands(bands, subject, unit), beamFloor(subject));
  const value = figure?.value ? shownValue(facts.water, subject, figure.value) : null;
  return {
    subject,
    says: figure?.value ? shownWords(facts.water, subject, figure.value) : '',
    place: facts.place.name,
    at: value && [
      thousandth(scale.place(value.low)),
      thousandth(scale.place(value.best)),
      thousandth(scale.place(value.high)),
    ],
    open: value !== null && value.high === Infinity,
    zones: zoneLetters(scale.zones),
    status,
    light,
    estimate: figure?.estimate === true || isComputed(subject),
  };
}

const dim = { lit: 0, late: 1, dusk: 2, dark: 3 } as const;

/** Of several places the worst stands; among equals the one that is known the least. */
const isWorse = (a: Cell, b: Cell): boolean =>
  severity(a.status) !== severity(b.status)
    ? severity(a.status) > severity(b.status)
    : dim[a.light] > dim[b.light];

/** The figures by which waters are compared, each at its worst place; what nobody asks for in this water is left out. */
export function cellsOf(places: readonly Facts[], findings: readonly Finding[]): Cell[] {
  const worst = new Map<Subject, Cell>();
  for (const facts of places) {
    const shown = new Set(shownAt(facts));
    for (const subject of comparedBy) {
      if (!shown.has(subject)) continue;
      const cell = cellOf(facts, subject, findings);
      const there = worst.get(subject);
      if (cell && (!there || isWorse(cell, there))) worst.set(subject, cell);
    }
  }
  return comparedBy.flatMap((subject) => worst.get(subject) ?? []);
}

/** At most two figures that are past their limits, worst first, in a word each: "total ammonia 1.4, KH 1". */
export function becauseOf(places: readonly Facts[], findings: readonly Finding[]): string {
  const bearing = findings.filter((f) => !f.note && f.status !== 'clear' && f.status !== 'unread');
  const worst = bearing.map((f) => f.status).reduce(worse, 'clear');
  // Where something else is worse than any figure, the figures are not the reason.
  const limits = bearing.filter((f) => f.rule === 'limits');
  if (!limits.some((f) => f.status === worst)) return '';
  return limits
    .slice(0, 2)
    .flatMap((f) => {
      const facts = places.find((p) => f.placeId === (p.place.name ? p.place.id : null));
      const value = f.subject === null ? null : facts?.figure(f.subject)?.value;
      if (!facts || !value || f.subject === null) return [];
      const shown = shownValue(facts.water, f.subject, value);
      const name = isComputed(f.subject) ? subjectLabel(f.subject) : shortName(f.subject);
      return [`${midSentence(name)} ${isOpen(shown) ? formatInterval(shown) : formatBest(shown)}`];
    })
    .join(', ');
}
