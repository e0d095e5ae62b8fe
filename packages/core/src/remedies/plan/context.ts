import { hour } from '../../wire';
import type { Deed } from '../deed';
import type { Plan, PlanLine } from './action';
import { type Caps, emergencyCaps, everydayCaps } from './caps';
import { type DaySpent, daySpent } from './day-spent';
import {
  planFigures,
  type Concern,
  type PlanFigure,
  type PlanFigures,
  type PlanGiven,
  type PlanSource,
} from './given';
import { type Picture, pictureOf } from './picture';
import type { Tank } from './tank';

/** What one part of a plan comes to. */
export interface Section {
  readonly lines: readonly PlanLine[];
  readonly cannot?: readonly string[];
  readonly asks?: Plan['asks'];
}
export const nothing: Section = { lines: [] };

const severities = { clear: 0, unread: 1, watch: 2, act: 3, urgent: 4 } as const;
export type Level = keyof typeof severities;
export const isAtLeast = (level: Level, least: Level): boolean => severities[level] >= severities[least];
const worst = (levels: readonly Level[]): Level =>
  levels.reduce<Level>((a, b) => (severities[b] > severities[a] ? b : a), 'clear');

/** A water that may be poured in, each way it may be: the best guess first. */
export interface Pourable {
  readonly source: PlanSource;
  readonly tanks: readonly Tank[];
}

export interface Context {
  readonly given: PlanGiven;
  /** Levels of what harms, by the findings that propose something against it. */
  readonly levels: Readonly<Record<'ammonia' | 'nitrite' | 'nitrate' | 'chloride', Level>>;
  readonly emergency: boolean;
  /** True where it was one within a day, whatever was reached since. */
  readonly wasEmergency: boolean;
  /** True where animals show that they suffer: then nothing waits for a test. */
  readonly suffering: boolean;
  /** What the water may be; null where pH or the volume is not known. */
  readonly picture: Picture | null;
  readonly sources: readonly Pourable[];
  readonly everyday: Caps;
  readonly emergencyAgainst: (what: 'ammonia' | 'nitrite') => Caps;
  /** The newest change of water, and whether it lies after a reading. */
  readonly lastChange: number | null;
  /** What of this day's allowance of changes was spent before. */
  readonly spent: DaySpent;
  readonly servedBy: (...subjects: readonly string[]) => string[];
}

const noFigures = Object.fromEntries(planFigures.map((p) => [p, null])) as Record<PlanFigure, null>;

/** Clean water that nobody named: like the tank in all but waste. */
const cleanWater: PlanSource = {
  id: null,
  name: 'clean water',
  figures: noFigures,
  showedAmmoniaLongAgo: false,
  litersAtHand: null,
  next: null,
};

/** Hard tap water, as it may be where nobody tested it: pH 8.2, 15 °dKH. Hedge Lamp's own, on the careful side. */
const hardTap = { ph: 8.2, alkalinity: 5.35 } as const;
const point = (x: number) => ({ low: x, best: x, high: x });

function pourable(
  source: PlanSource,
  { figures, water: { salted } }: PlanGiven,
  liters: number,
): Pourable | null {
  const like: PlanFigures = {
    ...figures,
    ...Object.fromEntries(Object.entries(source.figures).filter(([, value]) => value !== null)),
    ammonia: source.figures.ammonia ?? point(0),
    nitrite: source.figures.nitrite ?? point(0),
    nitrate: source.figures.nitrate ?? point(0),
    // New water for a salted one is salted to its strength first.
    chloride: salted ? figures.chloride : (source.figures.chloride ?? figures.chloride),
  };
  const picture = pictureOf(like, liters);
  if (!picture) return null;
  // Water of a name that nobody tested may be hard: in soft or acid water that is the danger.
  const untested = source.id !== null && (source.figures.ph === null || source.figures.alkalinity === null);
  const hard =
    untested && (figures.ph?.best ?? 7) < 7.5
      ? pictureOf(
          {
            ...like,
            ph: source.figures.ph ?? point(hardTap.ph),
            alkalinity: source.figures.alkalinity ?? point(hardTap.alkalinity),
          },
          liters,
        )
      : null;
  return { source, tanks: [picture.best, ...(hard ? [hard.best] : [])] };
}

const proposes = (c: Concern, kinds: readonly string[], subject: string): boolean =>
  !c.note &&
  c.proposals.some((p) => kinds.includes(p.kind) && (p.subjects as readonly string[]).includes(subject));

/** Ammonia that nobody read lately may stand in a water with animals, mg/L as N. Hedge Lamp's own, on the careful side. */
const untoldAmmonia = 0.5;

/** The figures that a plan reckons with: ammonia that is not known may be there. */
function guarded(given: PlanGiven): PlanFigures {
  const { figures } = given;
  const known = figures.ammonia !== null && !given.isPast('ammonia');
  if (known || given.water.lives === 'nobody') return figures;
  const { low, best, high } = figures.ammonia ?? point(0);
  return { ...figures, ammonia: { low, best, high: Math.max(high, untoldAmmonia) } };
}

/** What the sections of a plan share. */
export function contextOf(given: PlanGiven): Context {
  const { water, concerns, signs } = given;
  const level = (subject: 'ammonia' | 'nitrite' | 'nitrate' | 'chloride'): Level =>
    worst(
      concerns
        .filter((c) => proposes(c, ['change', 'feed-less', 'stop-feeding'], subject))
        .map((c) => c.status),
    );
  const levels = {
    ammonia: level('ammonia'),
    nitrite: level('nitrite'),
    nitrate: level('nitrate'),
    chloride: level('chloride'),
  };
  const suffering = signs.includes('gasping') || given.dying;
  const within = (d: Deed) => given.at - d.at < 24 * hour;
  const wasEmergency =
    given.wasUrgent || given.deeds.some((d) => d.planLine?.emergency === true && within(d));
  // An emergency goes on until all is under Act, though what was done made it milder.
  const least = wasEmergency ? 'act' : 'urgent';
  const poisoned = isAtLeast(levels.ammonia, least) || isAtLeast(levels.nitrite, least);
  const { liters } = water;
  const known = liters !== null ? pictureOf(guarded(given), liters) : null;
  const candidates = [
    ...(given.source ? [given.source] : given.others.length > 0 ? [] : [cleanWater]),
    ...given.others,
  ];
  const changes = given.deeds.filter((d) => d.kind === 'water-change');
  const sources = liters === null ? [] : candidates.flatMap((s) => pourable(s, given, liters) ?? []);
  const named = sources.find((s) => s.source === given.source);
  return {
    given,
    levels,
    emergency: water.lives !== 'nobody' && (poisoned || suffering),
    wasEmergency: water.lives !== 'nobody' && wasEmergency,
    suffering,
    picture: known,
    sources,
    everyday: everydayCaps(water),
    emergencyAgainst: (what) => emergencyCaps(water, what),
    lastChange: changes[0]?.at ?? null,
    spent: daySpent(given, known?.best ?? null, named?.tanks[0] ?? null),
    servedBy: (...subjects) =>
      concerns
        .filter(
          (c) =>
            c.proposals.some((p) => p.subjects.some((s) => subjects.includes(s))) ||
            subjects.includes(c.subject ?? ''),
        )
        .map((c) => c.findingId),
  };
}
