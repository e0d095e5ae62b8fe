import { type Interval, formatReading, fromWire } from '../quantity';
import type { Reading } from '../readings';
import type { Deed } from '../remedies';
import { goneBelow } from './ready';

const hour = 3_600_000;
/** When the second pair of tests is due after the dose, and how far off still counts, hours. */
export const challengeHours = 24;
const earliest = 18;
const latest = 30;
/** The first pair shows that the dose landed. */
const firstUntil = 4;

export type ChallengeStep = 'confirm' | 'wait' | 'due' | 'missed' | 'passed' | 'failed' | 'unclear';

export interface Challenge {
  readonly deedId: string;
  readonly dosedAt: number;
  readonly dueAt: number;
  readonly step: ChallengeStep;
  readonly says: string;
}

type Pair = 'ammonia' | 'nitrite';
const words: Readonly<Record<Pair, string>> = { ammonia: 'Total ammonia', nitrite: 'Nitrite' };
const isGone = (v: Interval, of: Pair) => v.low <= 0 && v.best <= goneBelow[of];
const isThere = (v: Interval, of: Pair) => v.low > 0 && v.best > goneBelow[of];

/**
 * How the newest challenge stands: a dose, and a day later ammonia and nitrite both read as nothing. Common practice.
 * Null where none was begun.
 */
export function challengeOf(
  deeds: readonly Deed[],
  readings: readonly Reading[],
  now: number,
): Challenge | null {
  const dose = deeds
    .filter((d) => d.kind === 'challenge' && d.deletedAt === null)
    .reduce<Deed | null>((newest, d) => (!newest || d.at > newest.at ? d : newest), null);
  if (!dose) return null;
  const base = { deedId: dose.id, dosedAt: dose.at, dueAt: dose.at + challengeHours * hour };
  const within = (of: Pair, from: number, to: number): Interval | null => {
    const found = readings
      .filter(
        (r) =>
          r.parameter === of &&
          r.deletedAt === null &&
          r.value !== null &&
          r.takenAt >= dose.at + from * hour &&
          r.takenAt <= dose.at + to * hour,
      )
      .sort((a, b) => b.takenAt - a.takenAt)[0];
    return found?.value ? fromWire(found.value) : null;
  };
  const landed = within('ammonia', 0, firstUntil);
  const after = {
    ammonia: within('ammonia', earliest, latest),
    nitrite: within('nitrite', earliest, latest),
  };
  const pair: Pair[] = ['ammonia', 'nitrite'];
  const there = pair.filter((p) => after[p] && isThere(after[p], p));
  const shown = pair
    .filter((p) => after[p])
    .map((p) => `${words[p]} ${formatReading(after[p]!)} mg/L N`)
    .join(', ');
  if (there.length > 0)
    return {
      ...base,
      step: 'failed',
      says: `Not yet: a day after the dose ${there.map((p) => words[p].toLowerCase()).join(' and ')} still ${there.length > 1 ? 'show' : 'shows'} (${shown}). Go on as before and try again in some days.`,
    };
  if (pair.every((p) => after[p] && isGone(after[p], p)))
    return {
      ...base,
      step: 'passed',
      says: `Passed: a day after the dose both read as nothing (${shown}). Change most of the water before animals come: nitrate has piled up.`,
    };
  if (pair.every((p) => after[p]))
    return {
      ...base,
      step: 'unclear',
      says: `Cannot tell: ${shown} a day after the dose. Repeat the one that is not at zero.`,
    };
  const hours = (now - dose.at) / hour;
  if (hours > latest)
    return {
      ...base,
      step: 'missed',
      says: 'The second pair of tests was not taken within the day. Nothing is lost: dose again and test after 24 hours.',
    };
  if (hours >= earliest)
    return {
      ...base,
      step: 'due',
      says: `Test ${pair
        .filter((p) => !after[p])
        .map((p) => words[p].toLowerCase())
        .join(' and ')} now.`,
    };
  if (!landed && hours < firstUntil)
    return {
      ...base,
      step: 'confirm',
      says: 'Let the filter mix it for half an hour, then test total ammonia: it should show the dose.',
    };
  return { ...base, step: 'wait', says: 'The dose is in. Test ammonia and nitrite a day after it.' };
}
