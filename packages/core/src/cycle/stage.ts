import type { Interval } from '../quantity';
import {
  type CycleLog,
  type Observation,
  type WasteId,
  type WasteObservation,
  isOfWaste,
  lastUpset,
} from './cycle-log';
import type { CycleFit } from './fit';
import { nitrogenWords } from './gather-log';
import { slot } from './nitrification';
import { highNitrite, maybeBleached } from './nitrite-fall';
import { isReady, goneBelow } from './ready';

/** Where a filter stands, in the order in which it gets there. */
export const stages = [
  'unfed',
  'waiting',
  'ammonia-falling',
  'nitrite-peak',
  'nitrite-falling',
  'ready',
] as const;
export type Stage = (typeof stages)[number];
export const stageLabel: Readonly<Record<Stage, string>> = {
  unfed: 'Nothing fed yet',
  waiting: 'Waiting for ammonia to fall',
  'ammonia-falling': 'Ammonia is falling',
  'nitrite-peak': 'Nitrite’s peak',
  'nitrite-falling': 'Nitrite is falling',
  ready: 'Ready',
};

export interface StageFound {
  readonly stage: Stage;
  /** Why, in sentences that name the readings. */
  readonly reasons: readonly string[];
}

const isGone = (value: Interval, of: WasteId) => value.low <= 0 && value.best <= goneBelow[of];

const when = (o: Observation) => `on day ${Math.floor(o.day) + 1}`;

/** How the caller's keeper sees an amount, such as in mg/L of the ion. */
export type AmountWords = (value: Interval, of: WasteId) => string;

/** With animals: so many tests of both that read as nothing, over so many days, and the filter carries them. Hedge Lamp's own. */
const carries = { tests: 3, days: 6 };
/** Parts of the water changed in the week before the newest test above which the changes may keep it clear, not the filter: over a third (common practice). */
const mostChanged = 0.4;
/** Tests older than this say nothing of now, days. */
const stale = 10;

/**
 * Whether ammonia and nitrite were seen, and then read as nothing test after test with animals in the water; and if so, what
 * speaks against that the filter did it. Null where they were not.
 */
function carriesFish(
  { events, days: today }: CycleLog,
  ammonia: readonly Observation[],
  nitrite: readonly Observation[],
  upset: number,
): { readonly days: number; readonly but: string | null } | null {
  const since = (of: WasteId, readings: readonly Observation[]) => {
    const shown = readings.filter((o) => !isGone(o.value, of)).at(-1);
    const after = readings.filter((o) => o.day > Math.max(upset, shown?.day ?? -Infinity));
    return {
      shown,
      count: after.length,
      from: after[0]?.day ?? today,
      to: after.at(-1)?.day ?? today,
    };
  };
  const both = [since('ammonia', ammonia), since('nitrite', nitrite)];
  if (!both.some((b) => b.shown) || maybeBleached(nitrite)) return null;
  const days = Math.min(...both.map((b) => b.to - b.from));
  if (!both.every((b) => b.count >= carries.tests) || days < carries.days) return null;
  const to = Math.min(...both.map((b) => b.to));
  const changed = events.reduce(
    (sum, e) => (e.did === 'change' && e.day >= to - 7 && e.day <= to ? sum + e.part : sum),
    0,
  );
  return {
    days: Math.floor(days),
    but:
      changed > mostChanged
        ? 'So much water was changed meanwhile that it may have been that, not the filter: change less for a week and go on testing.'
        : today - to > stale
          ? `That was ${Math.floor(today - to)} days ago: test both again.`
          : null,
  };
}

/**
 * The stage from readings alone: what fell, what rose, what is gone. Order of events: common practice.
 * @param passed true where the 24-hour challenge was passed
 * @param amount puts an amount into words, in the keeper's unit
 */
export function stageFromReadings(
  log: CycleLog,
  passed = false,
  amount: AmountWords = nitrogenWords,
): StageFound | null {
  const words = (o: WasteObservation) => `${amount(o.value, o.of)} ${when(o)}`;

  const upset = lastUpset(log);
  const whole = (id: WasteId) =>
    log.observations.filter((o): o is WasteObservation => isOfWaste(o) && o.of === id);
  // What was read before an upset tells no longer where it stands.
  const of = (id: WasteId) => whole(id).filter((o) => o.day > upset);
  const [ammonia, nitrite] = [of('ammonia'), of('nitrite')];
  if (passed)
    return {
      stage: 'ready',
      reasons: ['The challenge was passed: a dose was gone within a day, ammonia and nitrite both.'],
    };
  const last = ammonia.at(-1);
  if (!last)
    return upset === -Infinity
      ? null
      : {
          stage: 'waiting',
          reasons: [`It was upset on day ${Math.floor(upset) + 1}, and ammonia was not read since.`],
        };
  const carried = log.feeding === 'fish' ? carriesFish(log, whole('ammonia'), whole('nitrite'), upset) : null;
  if (carried)
    return {
      stage: carried.but === null ? 'ready' : 'nitrite-falling',
      reasons: [
        `Ammonia and nitrite have both read as nothing for ${carried.days} days, with animals in the water.`,
        ...(carried.but === null ? [] : [carried.but]),
      ],
    };
  const fed = log.feeding !== 'ammonia' || log.events.some((e) => e.did === 'dose' || e.did === 'feed');
  const everAmmonia = ammonia.some((o) => o.value.low > 0);
  const gone = isGone(last.value, 'ammonia');
  const now = nitrite.at(-1);
  const peak = nitrite.reduce<WasteObservation | undefined>(
    (most, o) => (!most || o.value.best > most.value.best ? o : most),
    undefined,
  );
  const seen = peak !== undefined && peak.value.low > 0;
  if (!fed && !everAmmonia)
    return { stage: 'unfed', reasons: ['No dose or food is noted and ammonia reads zero throughout.'] };

  if (seen && now && peak) {
    // What a water change took away is no fall: only readings after the last change are compared.
    const changed = log.events.filter((e) => e.did === 'change').at(-1)?.day ?? 0;
    const after = nitrite.filter((o) => o.day > changed);
    const crest = after.reduce((most, o) => (o.value.best > most.value.best ? o : most), after[0] ?? now);
    const fell = now.value.high < crest.value.low;
    if (isGone(now.value, 'nitrite') && maybeBleached(nitrite))
      return {
        stage: 'nitrite-peak',
        reasons: [
          `Nitrite was ${words(peak)} and reads as nothing ${when(now)}: far over the card it bleaches. Dilute 1 in 10 and repeat.`,
        ],
      };
    if (isGone(now.value, 'nitrite'))
      return {
        stage: 'nitrite-falling',
        reasons: [
          `Nitrite was ${words(peak)} and reads as nothing ${when(now)}.`,
          gone
            ? `Ammonia reads as nothing, too${log.feeding === 'fish' ? `: ${carries.tests} such tests within a week make it ready` : ''}.`
            : `Ammonia is ${words(last)}.`,
        ],
      };
    if (fell)
      return {
        stage: 'nitrite-falling',
        reasons: [`Nitrite fell from ${words(crest)} to ${words(now)}; the ranges do not meet.`],
      };
    const rises = after.some((o) => o.day < now.day && o.value.high < now.value.low);
    const top = ammonia.reduce((a, b) => (b.value.best > a.value.best ? b : a));
    if (gone || last.value.high < top.value.low)
      return {
        stage: 'nitrite-peak',
        reasons: [
          gone ? `Ammonia was gone ${when(last)}.` : `Ammonia fell from ${words(top)} to ${words(last)}.`,
          rises
            ? `Nitrite has risen to ${words(now)}: its film has yet to catch up.`
            : `Nitrite stands at ${words(now)}; no fall shows yet.`,
        ],
      };
    return {
      stage: 'ammonia-falling',
      reasons: [`Nitrite shows: ${words(now)}. The first film is at work.`, `Ammonia is ${words(last)}.`],
    };
  }
  const dosed = log.events.filter((e) => e.did === 'dose').at(-1)?.day ?? 0;
  const since = ammonia.filter((o) => o.day >= dosed);
  const most = since.reduce<WasteObservation | undefined>(
    (a, b) => (!a || b.value.best > a.value.best ? b : a),
    undefined,
  );
  if (most && last.value.high < most.value.low)
    return {
      stage: gone && now ? 'nitrite-falling' : 'ammonia-falling',
      reasons: [
        `Ammonia fell from ${words(most)} to ${words(last)}.`,
        now
          ? 'Nitrite has not shown: it went on to nitrate at once, or lies far over the card. Dilute it once to be sure.'
          : 'Nitrite was not tested yet.',
      ],
    };
  const risen = since.some((o) => o.day < last.day && o.value.high < last.value.low);
  return {
    stage: 'waiting',
    reasons: [
      gone
        ? `Ammonia reads as nothing ${when(last)}, and nothing was read before it that it could have fallen from.`
        : risen
          ? `Ammonia has risen to ${words(last)}: more comes in than is turned over.`
          : `Ammonia is ${words(last)}; no fall shows yet.`,
      now ? 'Nitrite has not shown yet.' : 'Nitrite was not tested yet.',
    ],
  };
}

/** Least share of a day's dose that a film turns over in a day to count as awake. Hedge Lamp's own. */
const awake = 0.15;

/** The last traces go slowly however large the film is: a film is judged at half its speed at least. */
const halfSpeed = 0.5;

/**
 * The stage that most explanations of the log are in, and the share of them.
 * @param challenge mg/L as N; null with animals
 */
export function stageFromFit(
  { samples }: CycleFit,
  challenge: number | null,
): { stage: Stage; share: number } {
  const count = new Map<Stage, number>();
  for (const { guess, now, warmth } of samples) {
    const ammoniaFilm = now[slot.ammoniaFilm]! * warmth.speed;
    const nitriteFilm = now[slot.nitriteFilm]! * warmth.speed;
    const target = challenge ?? guess.kinetics.load;
    const ammonia = now[slot.ammonia]!;
    const nitrite = now[slot.nitrite]!;
    const stage = ((): Stage => {
      if (isReady(now, challenge, guess.kinetics, warmth)) return 'ready';
      if (ammoniaFilm < awake * target && nitrite < highNitrite)
        return nitrite < goneBelow.nitrite ? 'waiting' : 'ammonia-falling';
      if (nitrite < goneBelow.nitrite * 4 && ammonia > goneBelow.ammonia) return 'ammonia-falling';
      const eaten = nitriteFilm * Math.max(halfSpeed, nitrite / (nitrite + guess.kinetics.nitriteHalf));
      const made = ammoniaFilm * (ammonia / (ammonia + guess.kinetics.ammoniaHalf)) + 0.05;
      return eaten < Math.min(made, target) ? 'nitrite-peak' : 'nitrite-falling';
    })();
    count.set(stage, (count.get(stage) ?? 0) + 1);
  }
  const [[stage, n]] = [...count.entries()].sort((a, b) => b[1] - a[1]) as [[Stage, number]];
  return { stage, share: n / samples.length };
}
