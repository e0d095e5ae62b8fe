import { hour } from '../wire';
import { filterUpsetBy } from '../guidelines';
import { type Interval, fromWire } from '../quantity';
import type { Reading } from '../readings';
import type { Deed } from '../remedies';
import type { WasteId } from './cycle-log';
import { isDiluted, nitrogenWords } from './gather-log';
import { fallUnseen } from './nitrite-fall';
import { goneBelow } from './ready';
import type { AmountWords } from './stage';

/** When the second pair of tests is due after the dose, and how far off still counts, hours. */
const challengeHours = 24;
const earliest = 18;
const latest = 30;
/** The first test shows that the dose landed: not one of the same minute, before it was mixed in. */
const firstFrom = 0.05;
const firstUntil = 4;

type ChallengeStep = 'confirm' | 'wait' | 'due' | 'missed' | 'passed' | 'failed' | 'unclear';

export interface Challenge {
  readonly deedId: string;
  readonly dosedAt: number;
  readonly dueAt: number;
  /** True where it was passed, also where something took that back since. */
  readonly wasPassed: boolean;
  readonly step: ChallengeStep;
  readonly says: string;
  /** What to test for it now. */
  readonly tests: readonly WasteId[];
}

const words: Readonly<Record<WasteId, string>> = { ammonia: 'Total ammonia', nitrite: 'Nitrite' };
const isGone = (v: Interval, of: WasteId) => v.low <= 0 && v.best <= goneBelow[of];
const isThere = (v: Interval, of: WasteId) => v.low > 0 && v.best > goneBelow[of];

/** Kinds of deed after which ammonia shows as a matter of course. */
const feeds: readonly Deed['kind'][] = ['ammonia-dose', 'challenge', 'feed'];

/** Share of the dose that its first test must show: less was no such dose. Hedge Lamp's own, wide for cards. */
const leastShown = 0.5;

/** Whether the newest nitrite, which reads as nothing, may be a color that bleached. */
const bleached = (readings: readonly Reading[]): boolean =>
  fallUnseen(
    readings
      .filter((r) => r.parameter === 'nitrite' && r.deletedAt === null)
      .sort((a, b) => a.takenAt - b.takenAt)
      .flatMap((r) =>
        r.value ? [{ day: r.takenAt / (24 * hour), value: fromWire(r.value), diluted: isDiluted(r) }] : [],
      ),
  );

/** Time without food after which a film has shrunk, hours: a week (common practice). */
const hungryAfter = 7 * 24;

/** What happened since a challenge was passed that takes it back: an upset, ammonia or nitrite that shows unfed, or hunger. */
function takenBack(
  deeds: readonly Deed[],
  readings: readonly Reading[],
  since: number,
  now: number,
  amount: AmountWords,
): string | null {
  const done = deeds.filter((d) => d.deletedAt === null);
  const upset = done.filter((d) => d.at > since).flatMap((d) => filterUpsetBy(d) ?? [])[0];
  if (upset !== undefined) return upset;
  const newest = (of: WasteId) =>
    readings
      .filter((r) => r.parameter === of && r.deletedAt === null && r.value !== null && r.takenAt > since)
      .sort((a, b) => b.takenAt - a.takenAt)[0];
  for (const id of ['ammonia', 'nitrite'] as const) {
    const reading = newest(id);
    const fed =
      reading &&
      done.some(
        (d) =>
          feeds.includes(d.kind) && d.at <= reading.takenAt && reading.takenAt - d.at < challengeHours * hour,
      );
    if (reading?.value && !fed && isThere(fromWire(reading.value), id))
      return `${words[id]} shows again (${amount(fromWire(reading.value), id)}).`;
  }
  const fedOn = Math.max(...done.filter((d) => feeds.includes(d.kind) && d.at <= now).map((d) => d.at));
  if (now - fedOn > hungryAfter * hour)
    return `Nothing was fed for ${Math.floor((now - fedOn) / (24 * hour))} days, and a hungry film shrinks.`;
  return null;
}

/**
 * How the newest challenge stands: a dose that showed, and a day later ammonia and nitrite both read as nothing. Common
 * practice. A zero proves nothing where nobody saw the dose, where nitrite may have bleached, or where something happened since.
 * Null where none was begun.
 * @param dose what it raises ammonia by, mg/L as N; 0 where that is not known
 * @param amount puts an amount into words, in the keeper's unit
 */
export function challengeOf(
  deeds: readonly Deed[],
  readings: readonly Reading[],
  now: number,
  { dose: raised = 0, amount = nitrogenWords }: { dose?: number; amount?: AmountWords } = {},
): Challenge | null {
  const dose = deeds
    .filter((d) => d.kind === 'challenge' && d.deletedAt === null)
    .reduce<Deed | null>((newest, d) => (!newest || d.at > newest.at ? d : newest), null);
  if (!dose) return null;
  const base = {
    tests: [] as const,
    wasPassed: false,
    deedId: dose.id,
    dosedAt: dose.at,
    dueAt: dose.at + challengeHours * hour,
  };
  const allWithin = (of: WasteId, from: number, to: number): readonly Reading[] =>
    readings
      .filter(
        (r) =>
          r.parameter === of &&
          r.deletedAt === null &&
          r.value !== null &&
          r.takenAt >= dose.at + from * hour &&
          r.takenAt <= dose.at + to * hour,
      )
      .sort((a, b) => b.takenAt - a.takenAt);
  const within = (of: WasteId, from: number, to: number): Reading | undefined => allWithin(of, from, to)[0];
  const valueOf = (found: Reading | undefined): Interval | null =>
    found?.value ? fromWire(found.value) : null;
  const first = allWithin('ammonia', firstFrom, firstUntil).flatMap((r) => valueOf(r) ?? []);
  const landed = first.some((v) => isThere(v, 'ammonia') && v.high >= leastShown * raised);
  const after = {
    ammonia: valueOf(within('ammonia', earliest, latest)),
    nitrite: valueOf(within('nitrite', earliest, latest)),
  };
  const pair: WasteId[] = ['ammonia', 'nitrite'];
  const there = pair.filter((p) => after[p] && isThere(after[p], p));
  const shown = pair
    .filter((p) => after[p])
    .map((p) => `${words[p]} ${amount(after[p]!, p)}`)
    .join(', ');
  if (there.length > 0)
    return {
      ...base,
      step: 'failed',
      says: `Not yet: a day after the dose ${there.map((p) => words[p].toLowerCase()).join(' and ')} still ${there.length > 1 ? 'show' : 'shows'} (${shown}). Go on as before and try again in some days.`,
    };
  const unclear = (says: string, tests: readonly WasteId[] = []): Challenge => ({
    ...base,
    step: 'unclear',
    says,
    tests,
  });
  if (pair.every((p) => after[p] && isGone(after[p], p))) {
    if (bleached(readings))
      return unclear(
        'Cannot tell: nitrite was high and its fall to nothing was not read; far over the card it bleaches. Dilute 1 in 10 and repeat.',
        ['nitrite'],
      );
    if (!landed)
      return unclear(
        first.length > 0
          ? 'Cannot tell: within four hours less than half of the dose showed. Check its strength and the reagent, and take the challenge again.'
          : 'Cannot tell: both read as nothing, but nobody saw the dose go in. Take it again, and test ammonia within four hours of the dose.',
      );
    const tested = Math.max(...pair.map((p) => within(p, earliest, latest)?.takenAt ?? dose.at));
    const since = takenBack(deeds, readings, tested, now, amount);
    if (since !== null)
      return {
        ...unclear(
          `It was passed, but since then: ${since} Take the challenge again while nothing lives in the water; with animals in it dose nothing, and test every day.`,
        ),
        wasPassed: true,
      };
    return {
      ...base,
      wasPassed: true,
      step: 'passed',
      says: `Passed: a day after the dose both read as nothing (${shown}). Change most of the water before animals come: nitrate has piled up.`,
    };
  }
  if (pair.every((p) => after[p]))
    return unclear(
      `Cannot tell: ${shown} a day after the dose. Repeat the one that is not at zero.`,
      pair.filter((p) => !isGone(after[p]!, p)),
    );
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
      tests: pair.filter((p) => !after[p]),
      says: `Test ${pair
        .filter((p) => !after[p])
        .map((p) => words[p].toLowerCase())
        .join(' and ')} now.`,
    };
  if (first.length === 0 && hours < firstUntil)
    return {
      ...base,
      step: 'confirm',
      tests: ['ammonia'],
      says: 'Let the filter mix it for half an hour, then test total ammonia: it should show the dose.',
    };
  return { ...base, step: 'wait', says: 'The dose is in. Test ammonia and nitrite a day after it.' };
}
