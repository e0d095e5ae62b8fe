import { day } from '../wire';
import type { DueTest } from './due-test';
import type { Status } from '../limits/status';
import { type ParameterId, parameterInfo, knownParameters } from '../parameters';
import { type Reading } from '../readings';
import type { Deed } from '../remedies';
import type { Water } from '../waters';

const settledDays: Record<Water['kind'], number> = {
  aquarium: 30,
  aquaponics: 30,
  pond: 14,
  standing: 3,
  source: 90,
  stream: 30,
};

/** A filter that grows in, by whether animals live in its water meanwhile. */
export type Growing = 'with-fish' | 'fishless';

/**
 * Days between two tests of ammonia and nitrite while a filter grows in: Today and the cycle both go by it. Common
 * practice: every second day, with fish in the water every day.
 */
export const growingDays = (growing: Growing): number => (growing === 'with-fish' ? 1 : 2);

/**
 * Days between two tests of a parameter; null where it is only tested at need.
 * Common practice: every second day while cycling, monthly for a settled aquarium or loop, fortnightly for a
 * pond. For sources, streams and small standing waters: Hedge Lamp's own.
 */
function cadenceDays(
  water: Pick<Water, 'kind' | 'cycling'>,
  parameter: ParameterId,
  growing: Growing | null,
): number | null {
  if (parameter === 'temperature') return null;
  if (parameter === 'hardness') return 90;
  // Nitrite passes through a source or a stream too quickly to be worth a routine.
  if (parameter === 'nitrite' && (water.kind === 'source' || water.kind === 'stream')) return null;
  if (growing !== null || water.cycling)
    return parameter === 'ammonia' || parameter === 'nitrite' ? growingDays(growing ?? 'fishless') : 7;
  return settledDays[water.kind];
}

/** What falls due within half a day counts as due: people test when they come by, not at the hour. */
export const soon = day / 2;

/** Deeds after which the next day wants a test. Common practice. */
const testAfter: readonly Deed['kind'][] = [
  'treatment',
  'medicine',
  'stocked',
  'filter-clean',
  'loss',
  'rain',
];

/** A figure without which nobody can say that all is well. */
export interface Wanted {
  readonly parameter: ParameterId;
  /** False where something done since, or the reading itself, makes it count no more. */
  readonly holds: boolean;
  /** Milliseconds for which it may be part of the claim. */
  readonly claim: number;
  readonly because: string;
}

/**
 * What is due by now, longest overdue first. What a claim rests on is due when the claim runs out, if its usual day
 * comes later.
 * @param statusOf how each parameter stands; one that needs acting on is tested again the next day
 * @param wanted what a claim rests on
 * @param growing of a cycle that runs; null where none does, and then it is as the water says
 */
export function dueTests(
  water: Pick<Water, 'kind' | 'cycling' | 'createdAt'>,
  latest: Partial<Record<ParameterId, Reading>>,
  deeds: readonly Deed[],
  statusOf: (parameter: ParameterId) => Status,
  at: number,
  wanted: readonly Wanted[] = [],
  growing: Growing | null = null,
): DueTest[] {
  const due: DueTest[] = [];
  const push = (parameter: ParameterId, dueAt: number, why: string) =>
    due.push({ parameter, label: parameterInfo(parameter).label, dueAt, why, place: '', placeId: null });
  for (const { id, routine } of knownParameters()) {
    if (!routine) continue;
    const cadence = cadenceDays(water, id, growing);
    const last = latest[id];
    const status = statusOf(id);
    const want = wanted.find((w) => w.parameter === id);
    if (!last) {
      if ((cadence !== null && id !== 'hardness') || want) push(id, water.createdAt, 'Not tested yet.');
      continue;
    }
    const deed = deeds.find((d) => testAfter.includes(d.kind) && d.at > last.takenAt);
    if (want && !want.holds) push(id, last.takenAt, want.because || 'What was read does not count any more.');
    else if (status === 'act' || status === 'urgent')
      push(id, last.takenAt + day, 'It needed acting on: test again the next day.');
    else if (deed && (id === 'ammonia' || id === 'ph'))
      push(id, deed.at + day, 'Something was done that can upset it.');
    else if (want && (cadence === null || want.claim < cadence * day))
      push(id, last.takenAt + want.claim, `A reading holds ${holdsFor(want.claim)} here.`);
    else if (cadence !== null)
      push(
        id,
        last.takenAt + cadence * day,
        cadence === 1 ? 'Usual every day.' : `Usual every ${cadence} days.`,
      );
  }
  return due.filter((d) => d.dueAt <= at + soon).sort((a, b) => a.dueAt - b.dueAt);
}

const holdsFor = (claim: number): string => {
  const days = Math.round(claim / day);
  return days === 1 ? 'a day' : `${days} days`;
};
