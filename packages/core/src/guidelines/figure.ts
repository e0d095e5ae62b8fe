import { day } from '../wire';
import {
  epaAcuteWithSalmonids,
  epaAcuteWithoutSalmonids,
  epaChronic,
  eifacNitrite,
  unionizedFraction,
} from '../chemistry';
import type { MethodBook } from '../methods';
import {
  type Interval,
  type Workings,
  formatReading,
  fromWire,
  interval,
  overBox,
  overOpenBox,
  point,
  scale,
} from '../quantity';
import {
  type Dated,
  type FreeAmmoniaResult,
  type Reading,
  freeAmmonia,
  phOfPair,
  workingsOfKept,
} from '../readings';
import { type ParameterId, measuredIds } from '../parameters';
import { groupsIn } from '../remedies';
import { type Water } from '../waters';
import type { Carried } from './carried';
import type { EffectiveReading } from './effective';
import { type Narrowing, measuredNarrowings } from './settle';
import type { ComputedSubject, Subject } from '../limits/subject';

export interface Latest extends Partial<Record<ParameterId, Reading>> {
  /** The reading of the other pH range, when both were run in one go or within a day. */
  readonly phPartner?: Reading | null;
}

/** One figure of a water as it is judged. What only some ask for is worked out when it is asked for. */
export interface Figure {
  readonly subject: Subject;
  /** Canonical; null where the color was not one of its card. */
  readonly value: Interval | null;
  readonly takenAt: number;
  readonly reading: Reading;
  /** True where it was not read but worked out from a reading and what was done since. */
  readonly estimate?: boolean;
  readonly workings: () => Workings;
  /** What was missing or old, what was taken instead, and how wide that makes the figure. */
  readonly gaps: () => readonly string[];
  /** Tests that would narrow it, with how far. */
  readonly narrowings: () => readonly Narrowing[];
}

export interface Figures {
  readonly of: ReadonlyMap<Subject, Figure>;
  readonly free: FreeAmmoniaResult | null;
}

const dated = (figure: Figure | undefined): Dated | null =>
  figure?.value ? { value: figure.value, takenAt: figure.takenAt } : null;

function measured(reading: Reading, book: MethodBook): Figure {
  return {
    subject: reading.parameter,
    value: reading.value && fromWire(reading.value),
    takenAt: reading.takenAt,
    reading,
    workings: () => workingsOfKept(reading, book),
    gaps: () => [],
    narrowings: () => measuredNarrowings(reading, book),
  };
}

/** The pH, from both ranges where both were run within a day. */
function phFigure({ ph, phPartner }: Latest, book: MethodBook): Figure | null {
  if (!ph) return null;
  const single = measured(ph, book);
  const pair = phPartner ? phOfPair(ph, phPartner, book) : null;
  return pair ? { ...single, value: pair.value, workings: () => pair.workings } : single;
}

const known = (x: Interval) => point(x.best);

function freeFigure(total: Figure, result: FreeAmmoniaResult): Figure {
  const { used } = result;
  const free = (t: Interval, p: Interval, c: Interval) => {
    if (t.high === Infinity) return result.value;
    return overBox([t, p, c], (tan, ph, celsius) => tan * unionizedFraction(ph, celsius));
  };
  return {
    ...total,
    subject: 'free-ammonia',
    value: result.value,
    workings: () => result.workings,
    gaps: () => result.gaps,
    narrowings: () => [
      {
        label: 'A thermometer reading',
        cost: 0,
        narrowed: free(used.total, used.ph, known(used.temperature)),
      },
      {
        label: 'A fresh pH to the tenth',
        cost: 1,
        narrowed: free(used.total, known(used.ph), used.temperature),
      },
      {
        label: 'A second ammonia test',
        cost: 2,
        narrowed: free(known(used.total), used.ph, used.temperature),
      },
    ],
  };
}

const epa = 'US EPA 2013, EPA-822-R-13-001';

/** Total ammonia as a share of a criterion of the EPA; rises with total, pH and temperature. */
function epaFigure(
  subject: ComputedSubject,
  criterion: (ph: number, celsius: number) => number,
  total: Figure,
  free: FreeAmmoniaResult,
): Figure {
  const { used } = free;
  const shareOf = (total: Interval, ph: Interval, temperature: Interval) =>
    overOpenBox([total, ph, temperature], (tan, p, celsius) => tan / criterion(p, celsius));
  const value = shareOf(used.total, used.ph, used.temperature);
  const limit = interval(
    criterion(used.ph.high, used.temperature.high),
    criterion(used.ph.best, used.temperature.best),
    criterion(used.ph.low, used.temperature.low),
  );
  return {
    ...total,
    subject,
    value,
    gaps: () => free.gaps,
    narrowings: () => [
      {
        label: 'A fresh pH to the tenth',
        cost: 1,
        narrowed: shareOf(used.total, known(used.ph), used.temperature),
      },
      {
        label: 'A second ammonia test',
        cost: 2,
        narrowed: shareOf(known(used.total), used.ph, used.temperature),
      },
    ],
    workings: () => ({
      title: 'Total ammonia against the criterion',
      result: `${formatReading(percent(value))} %`,
      formula: 'total ammonia ÷ criterion at this pH and temperature',
      substituted: `${formatReading(used.total)} ÷ ${formatReading(limit)} mg/L NH3-N = ${formatReading(percent(value))} %`,
      inputs: [
        { label: 'Total ammonia', value: `${formatReading(used.total)} mg/L NH3-N` },
        { label: 'pH', value: formatReading(used.ph) },
        { label: 'Temperature', value: `${formatReading(used.temperature)} °C` },
        { label: 'Criterion here', value: `${formatReading(limit)} mg/L NH3-N` },
      ],
      sources: [epa],
      caveats: [
        'The criteria are averages over an hour or thirty days; one sample is one moment.',
        ...free.gaps,
      ],
    }),
  };
}
const percent = (x: Interval): Interval => scale(x, 100);

/** Chloride older than this does not speak of the nitrite of today. Hedge Lamp's own: salt stays until water is changed. */
export const chlorideLasts = 30 * day;

function nitriteFigure(nitrite: Figure, chloride: Figure, trout: boolean): Figure | null {
  if (!nitrite.value || !chloride.value) return null;
  if (Math.abs(nitrite.takenAt - chloride.takenAt) > chlorideLasts) return null;
  const criterion = (cl: number) => eifacNitrite(cl, trout ? 'salmonids' : 'coarseFish');
  const [n, cl] = [nitrite.value, chloride.value];
  const limit = interval(criterion(cl.low), criterion(cl.best), criterion(cl.high));
  const value = interval(
    n.low / limit.high,
    n.best / limit.best,
    n.high === Infinity ? Infinity : n.high / limit.low,
  );
  return {
    ...nitrite,
    subject: 'nitrite-for-chloride',
    value,
    narrowings: () => [
      {
        label: 'A second nitrite test',
        cost: 1,
        narrowed: interval(n.best / limit.high, value.best, n.best / limit.low),
      },
    ],
    workings: () => ({
      title: 'Nitrite against the value for this chloride',
      result: `${formatReading(percent(value))} %`,
      formula: 'nitrite ÷ guideline value at this chloride',
      substituted: `${formatReading(n)} ÷ ${formatReading(limit)} mg/L NO2-N = ${formatReading(percent(value))} %`,
      inputs: [
        { label: 'Nitrite', value: `${formatReading(n)} mg/L NO2-N` },
        { label: 'Chloride', value: `${formatReading(cl)} mg/L Cl` },
        { label: 'Guideline value', value: `${formatReading(limit)} mg/L NO2-N` },
      ],
      sources: ['EIFAC 1984, Technical Paper 46 (figures from memory)'],
      caveats: ['Chloride keeps nitrite out of the gills: more chloride lets fish stand more nitrite.'],
    }),
  };
}

/** The figure as it holds today: carried through what was done since, its top opened where it may be more. */
function asItHolds(figure: Figure, effective: EffectiveReading | undefined): Figure {
  if (!effective?.value || (effective.carried === null && effective.opened === '')) return figure;
  const said = [
    ...(effective.carried ? [carriedWords(effective.carried)] : []),
    ...(effective.opened ? [effective.opened] : []),
  ];
  return {
    ...figure,
    value: effective.value,
    estimate: effective.carried !== null,
    gaps: () => said,
    workings: () => {
      const read = figure.workings();
      return { ...read, caveats: [...said, ...read.caveats] };
    },
  };
}

/** "Worked out from the change of 2026-11-27 (25 %); test to know." */
function carriedWords({ changes }: Carried): string {
  const dayOf = (at: number) => new Date(at).toISOString().slice(0, 10);
  const poured = changes.filter((c) => c.rise === null);
  const doses = changes.filter((c) => c.rise !== null).map((c) => dayOf(c.at));
  if (poured.length === 0)
    return `Worked out from the ${doses.length > 1 ? 'doses' : 'dose'} of ${[...new Set(doses)].join(', ')}; test to know.`;
  const rained = poured.every((c) => c.rain);
  const days = [
    ...poured.map(({ at, share }) => `${dayOf(at)} (${Math.max(1, Math.round(100 * share!.best))} %)`),
    ...doses.map((d) => `${d} (dose)`),
  ];
  return `Worked out from the ${rained ? 'rain' : days.length > 1 ? 'changes' : 'change'} of ${days.join(', ')}; test to know.`;
}

/**
 * All figures of a water from the latest reading of each parameter.
 * @param effective how each reading holds today; as it was read where left out
 * @param openedPh the pH that free ammonia rests on, where that is not the newest one by itself
 */
export function figuresOf(
  water: Water,
  latest: Latest,
  book: MethodBook,
  effective: ReadonlyMap<ParameterId, EffectiveReading> = new Map(),
  openedPh: Interval | null = null,
): Figures {
  const of = new Map<Subject, Figure>();
  for (const parameter of measuredIds()) {
    const reading = latest[parameter];
    const figure = parameter === 'ph' ? phFigure(latest, book) : reading && measured(reading, book);
    if (figure) of.set(parameter, asItHolds(figure, effective.get(parameter)));
  }
  const total = of.get('ammonia');
  const datedTotal = dated(total);
  let free: FreeAmmoniaResult | null = null;
  if (total && datedTotal) {
    free = freeAmmonia(
      datedTotal,
      phForFree(of.get('ph'), effective.get('ph'), openedPh, effective.get('ammonia')?.state === 'past'),
      dated(of.get('temperature')),
    );
    const estimate = total.estimate === true || of.get('ph')?.estimate === true;
    const base = estimate ? { ...total, estimate } : total;
    of.set('free-ammonia', freeFigure(base, free));
    of.set('epa-month', epaFigure('epa-month', epaChronic, base, free));
    of.set('epa-hour', epaFigure('epa-hour', epaAcuteWithoutSalmonids, base, free));
    of.set('epa-hour-trout', epaFigure('epa-hour-trout', epaAcuteWithSalmonids, base, free));
  }
  const [nitrite, chloride] = [of.get('nitrite'), of.get('chloride')];
  const shielded =
    nitrite &&
    chloride &&
    effective.get('chloride')?.state !== 'past' &&
    nitriteFigure(nitrite, chloride, groupsIn(water).includes('trout'));
  if (shielded) of.set('nitrite-for-chloride', shielded);
  return { of, free };
}

/** pH that may have moved since it was read: anything a kept water shows, around the same best guess. */
const movedPh = { low: 6, high: 9 } as const;

function phForFree(
  ph: Figure | undefined,
  effective: EffectiveReading | undefined,
  opened: Interval | null,
  totalIsPast: boolean,
): Dated | null {
  if (!ph?.value) return null;
  const { low, best, high } = opened ?? ph.value;
  // Of a pair that is both of the past, the one goes with the other as it was read.
  const moved = effective?.state === 'past' && !totalIsPast;
  return {
    value: moved
      ? interval(Math.min(low, movedPh.low), best, Math.max(high, movedPh.high))
      : interval(low, best, high),
    takenAt: ph.takenAt,
  };
}
