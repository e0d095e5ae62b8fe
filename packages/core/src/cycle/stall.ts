import { day } from '../wire';
import { toCanonical } from '../quantity';
import { type Deed } from '../remedies';
import type { CycleLog, Observation, ObservedId } from './cycle-log';
import { khTakenWords, khWords, readWarmthWords, warmthWords } from './in-words';
import { goneBelow } from './ready';
import { maybeBleached } from './nitrite-fall';
import type { Stage } from './stage';

/** Why a cycle may stand still, and what gets it going. Causes and cures: common practice. */
export type StallCause =
  | 'kh-gone'
  | 'ph-low'
  | 'cold'
  | 'nitrite-over-range'
  | 'ammonia-too-high'
  | 'conditioner'
  | 'not-fed'
  | 'film-lost'
  | 'unknown';

export interface Stall {
  readonly cause: StallCause;
  readonly what: string;
  readonly cure: string;
}
export interface StallFound {
  /** Days since anything moved. */
  readonly days: number;
  readonly what: string;
  readonly causes: readonly Stall[];
}

/** Hedge Lamp's own: with a cause in sight a stall is named early; without one a quiet fortnight is usual at the start. */
const soon = 4;
const late: Partial<Record<Stage, number>> = { waiting: 16, 'ammonia-falling': 10, 'nitrite-peak': 18 };

const lowKh = toCanonical(1, 'alkalinity', '°dKH');
const khRise = toCanonical(3, 'alkalinity', '°dKH');
const lowPh = 6.5;
const coldWater = 18;
const highAmmonia = 5;
const highNitrite = toCanonical(10, 'nitrite', 'mg/L NO2');

/**
 * Day since which readings stand: from there on all ranges meet the newest; and which way they moved before. Null without readings.
 * @param readings of one parameter, by time
 */
function standsSince(readings: readonly Observation[]): { from: number; moved: 'up' | 'down' | null } | null {
  const last = readings.at(-1);
  if (!last) return null;
  let from = last.day;
  for (const earlier of [...readings].reverse()) {
    // A move is seen where the ranges do not meet.
    if (last.value.high < earlier.value.low) return { from, moved: 'down' };
    if (last.value.low > earlier.value.high) return { from, moved: 'up' };
    from = earlier.day;
  }
  return { from, moved: null };
}

/**
 * Days since the figure that should fall at this stage was last seen to move; a rise is movement, too, one of nitrite also of
 * the ammonia that it came from, and what was put in or changed in between starts the count anew. Null where the stage asks
 * for nothing to fall, or nothing is left to.
 */
function daysStill(log: CycleLog, stage: Stage): { days: number; of: ObservedId } | null {
  const of: ObservedId | null =
    stage === 'waiting' || stage === 'ammonia-falling'
      ? 'ammonia'
      : stage === 'nitrite-peak'
        ? 'nitrite'
        : null;
  const readings = log.observations.filter((o) => o.of === of);
  const last = readings.at(-1);
  if (!of || !last || last.value.low <= 0) return null;
  const moved = log.events.filter(
    (e) => e.did === 'change' || (of === 'ammonia' && (e.did === 'dose' || e.did === 'feed')),
  );
  const from = standsSince(readings)?.from ?? last.day;
  const nitrite = of === 'ammonia' ? standsSince(log.observations.filter((o) => o.of === 'nitrite')) : null;
  const since = Math.max(from, nitrite?.moved === 'up' ? nitrite.from : 0, ...moved.map((e) => e.day));
  return { days: last.day - since, of };
}

const latest = (log: CycleLog, of: ObservedId): Observation | undefined =>
  log.observations.filter((o) => o.of === of).at(-1);
/** A reading older than this says nothing of now. */
const recent = 10;

/** What can be seen that slows or stops a filter, whether it stands still or not. */
export function slowedBy(log: CycleLog, deeds: readonly Deed[], now: number): Stall[] {
  const fresh = (o: Observation | undefined) => (o && log.days - o.day <= recent ? o : undefined);
  // What was read before a buffer or a change no longer holds.
  const unmended = (o: Observation | undefined) =>
    log.events.some((e) => (e.did === 'buffer' || e.did === 'change') && o && e.day >= o.day) ? undefined : o;
  const [kh, ph] = [unmended(fresh(latest(log, 'alkalinity'))), unmended(fresh(latest(log, 'ph')))];
  const [ammonia, nitrite] = [fresh(latest(log, 'ammonia')), fresh(latest(log, 'nitrite'))];
  const celsius = log.events.flatMap((e) => (e.did === 'warm' ? [e.celsius] : [])).at(-1);
  const done = (kind: Deed['kind'], days: number) =>
    deeds.some((d) => d.kind === kind && d.deletedAt === null && now - d.at <= days * day);
  const found: Stall[] = [];
  /** With animals in it one plan says what is done to the water: this only leads there. */
  const cure = (own: string) =>
    log.feeding === 'fish' ? 'The plan of this water says how much, and when.' : own;
  const add = (cause: StallCause, what: string, how: string) => found.push({ cause, what, cure: how });
  if (kh && kh.value.best <= lowKh * 1.05)
    add(
      'kh-gone',
      `KH is down to ${khWords(log, kh.value.best)}: the films need its carbonate, and turn over ${khTakenWords(log)} with each mg of nitrogen.`,
      cure(`Add bicarbonate for ${khWords(log, khRise)}, and test KH every few days until the end.`),
    );
  if (ph && ph.value.best < lowPh)
    add(
      'ph-low',
      `pH is ${ph.value.best}: the films slow under 7 and nearly stop under 6.`,
      cure('Raise KH with bicarbonate: pH follows.'),
    );
  if (celsius !== undefined && celsius < coldWater)
    add(
      'cold',
      `The water has ${readWarmthWords(log, celsius)}: at ${warmthWords(log, coldWater)} a film works at little more than half its speed at ${warmthWords(log, 25)}.`,
      `Warm it to ${warmthWords(log, 25)} to ${warmthWords(log, 28)} while nothing lives in it; with animals stay within what they like.`,
    );
  const bleach = maybeBleached(log.observations.filter((o) => o.of === 'nitrite'));
  const past = nitrite && (nitrite.value.high === Infinity || nitrite.value.best >= highNitrite);
  if (nitrite && (bleach || (past && (!nitrite.diluted || nitrite.value.high === Infinity))))
    add(
      'nitrite-over-range',
      bleach
        ? 'Nitrite fell to nothing within days of a high reading: far over its card the color bleaches.'
        : 'Nitrite is past what the card can tell, so a fall would not show, and so much of it slows its own film.',
      log.feeding === 'fish'
        ? 'Dilute the sample 1 in 10 and read it again; the plan of this water says what to change.'
        : 'Dilute the sample 1 in 10 and read it again; change half the water where it is over 10 mg/L NO2.',
    );
  if (ammonia && ammonia.value.low > highAmmonia)
    add(
      'ammonia-too-high',
      `Ammonia is over ${highAmmonia} mg/L N: free ammonia slows nitrite’s film from 0.1 to 1 mg/L NH3 on (Anthonisen and others 1976).`,
      cure('Do not dose; change water until ammonia reads under 4 mg/L N.'),
    );
  if (done('treatment', 5))
    add(
      'conditioner',
      'A treatment went in within the last days: a conditioner that binds ammonia keeps the film from it for a day or two, and can still show on the test; medicines can kill the film.',
      'Wait two days and test again before you dose; run the filter on fresh carbon after a medicine if its sheet says so.',
    );
  const dosed = log.events.filter((e) => e.did === 'dose' || e.did === 'feed').at(-1);
  if (
    log.feeding === 'ammonia' &&
    ammonia &&
    ammonia.value.low <= 0 &&
    ammonia.value.best <= goneBelow.ammonia &&
    (!dosed || log.days - dosed.day > 3)
  )
    add(
      'not-fed',
      'Ammonia is gone and nothing was dosed for more than three days: a hungry film shrinks.',
      'Dose ammonia to the target and test the next day.',
    );
  if (done('filter-clean', 7))
    add(
      'film-lost',
      'The filter was cleaned within the last week: much of the film goes with the dirt.',
      'Leave it alone now; rinse media only in tank water.',
    );
  return found;
}

/** Whether the cycle stands still: what should fall at this stage has not for some days. Null where it moves, or is too young to tell. */
export function stallOf(log: CycleLog, stage: Stage, deeds: readonly Deed[], now: number): StallFound | null {
  const causes = slowedBy(log, deeds, now);
  if (stage === 'ready') return null;
  const hungry = causes.find((c) => c.cause === 'not-fed');
  const still = daysStill(log, stage);
  if (!still) return hungry && stage !== 'unfed' ? { days: 3, what: hungry.what, causes } : null;
  const patience = causes.length > 0 ? soon : (late[stage] ?? Infinity);
  if (still.days < patience) return null;
  return {
    days: Math.floor(still.days),
    what: `${still.of === 'ammonia' ? 'Ammonia' : 'Nitrite'} has not moved for ${Math.floor(still.days)} days.`,
    causes:
      causes.length > 0
        ? causes
        : [
            {
              cause: 'unknown',
              what: 'Nothing in the log explains it.',
              cure: 'Test KH, pH and temperature; see that the filter runs and gets air; put in grown media from a healthy filter if you can.',
            },
          ],
  };
}

/**
 * A stall as it may be said beside a forecast that stands: a forecast and "it stands still" would contradict each other, so
 * only causes that can be seen are left, as what slows it. That it wants feeding stands among what to do.
 */
export const besideAForecast = ({ causes }: StallFound): readonly Stall[] =>
  causes.filter((c) => c.cause !== 'unknown' && c.cause !== 'not-fed');
