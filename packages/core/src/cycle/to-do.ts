import { day } from '../wire';
import { saltDose, salts } from '../chemistry';
import { growingDays, soon } from '../schedule';
import { point, toCanonical } from '../quantity';
import type { ParameterId } from '../parameters';
import type { Deed, DeedAmount, DeedKind } from '../remedies';
import type { Challenge } from './challenge';
import { chanceWords } from './chance-words';
import type { CycleLog, ObservedId } from './cycle-log';
import { type CycleStart, doseFor } from './cycle-start';
import { khTakenWords, khWords } from './in-words';
import { helping, nitritePeak } from './plan-ahead';
import { nitriteHasFallen } from './nitrite-fall';
import { goneBelow } from './ready';
import type { Stage } from './stage';
import type { StallFound } from './stall';

/** One thing to do today. */
export interface ToDo {
  readonly says: string;
  readonly why: string;
  /** What can be noted at once when it was done. */
  readonly deed: { readonly kind: DeedKind; readonly amount: DeedAmount; readonly detail: string } | null;
  readonly tests: readonly ParameterId[];
}

export interface ToDoGiven {
  readonly start: CycleStart;
  readonly log: CycleLog;
  readonly stage: Stage;
  readonly stall: StallFound | null;
  readonly challenge: Challenge | null;
  readonly deeds: readonly Deed[];
  readonly liters: number | null;
  readonly now: number;
  /** By the forecast, where there is one: that it is ready now, and that KH runs out before it is. */
  readonly readyNow: number | null;
  readonly khRunsOut: number | null;
  /** True but where it was told that no animals live in it. */
  readonly mayHoldAnimals: boolean;
}

/** A forecast this sure of readiness is worth a challenge; one this sure of KH running out is worth bicarbonate. Hedge Lamp's own. */
const worthAChallenge = 0.5;
const worthBicarbonate = 0.3;
/** A challenge that failed or was missed is told for so long. Hedge Lamp's own. */
const toldFor = 4 * day;
/** Beside a dose for a filter that has passed: by then somebody may have let animals in. */
const onlyWhileEmpty = 'Only while nothing lives in the water.';
const khLow = toCanonical(3.5, 'alkalinity', '°dKH');
const khRise = toCanonical(3, 'alkalinity', '°dKH');
/** Protein in flakes, %; a raw shrimp has half of that. From memory. */
const flakeProtein = 40;

const thing = (says: string, why: string, more: Partial<ToDo> = {}): ToDo => ({
  says,
  why,
  deed: null,
  tests: [],
  ...more,
});

/** Grams of bicarbonate for a rise of KH, meq/L, as a deed. */
function bufferFor(rise: number, liters: number): { amount: DeedAmount; grams: string } {
  const dose = saltDose(salts['sodium-bicarbonate'], 'alkalinity', point(rise), point(liters)).value;
  const grams = String(Number(dose.grams.best.toPrecision(2)));
  return { amount: { by: 'salt', salt: 'sodium-bicarbonate', grams }, grams };
}

/** What to do today, the most pressing first. Follows the school of the start; common practice. */
export function toDo(given: ToDoGiven): ToDo[] {
  const { start, log, stall, challenge, deeds, liters, now, readyNow, khRunsOut } = given;
  const last = (of: ObservedId) => log.observations.filter((o) => o.of === of).at(-1);
  const [ammonia, nitrite, kh] = [last('ammonia'), last('nitrite'), last('alkalinity')];
  const list: ToDo[] = [];
  if (log.feeding === 'fish' && given.stage === 'ready' && start.endedAt === null)
    list.push(
      thing(
        'End this cycle as ready, and go on testing once a week for a month.',
        'More animals mean more ammonia: add them a few at a time, and test the day after.',
      ),
    );
  const running = challenge && ['confirm', 'wait', 'due'].includes(challenge.step);
  if (challenge?.step === 'passed' && start.endedAt === null)
    list.push(
      thing(challenge.says, 'Then end this cycle as ready, and add animals a few at a time.', {
        tests: ['nitrate', 'ph'],
      }),
    );
  if (running)
    list.push(
      thing(challenge.says, 'The challenge decides whether the filter is ready.', {
        tests: challenge.tests,
      }),
    );
  // One that went wrong is told until it is of no more use; one that says nothing clear until the next.
  else if (
    challenge &&
    (challenge.step === 'unclear' ||
      (['failed', 'missed'].includes(challenge.step) && now - challenge.dueAt < toldFor))
  )
    list.push(thing(challenge.says, 'So stands the last challenge.', { tests: challenge.tests }));
  // That it wants feeding is said by the dose itself, below.
  const cause = (stall?.causes ?? []).find((c) => c.cause !== 'not-fed');
  if (cause) list.push(thing(cause.cure, cause.what, { tests: ['alkalinity', 'ph'] }));

  const every = growingDays(log.feeding === 'fish' ? 'with-fish' : 'fishless');
  const age = (o: { day: number } | undefined) => (o ? log.days - o.day : Infinity);
  const oldest = Math.max(age(ammonia), age(nitrite));
  if (!running && oldest >= every - soon / day)
    list.push(
      thing(
        'Test ammonia and nitrite today.',
        oldest === Infinity
          ? 'They were not both tested since the start.'
          : `The last test is ${Math.floor(oldest)} ${Math.floor(oldest) === 1 ? 'day' : 'days'} old; ${log.feeding === 'fish' ? 'with fish in the water every day counts' : 'every second day is usual'}.`,
        { tests: ['ammonia', 'nitrite'] },
      ),
    );
  const buffered = deeds.some((d) => d.kind === 'buffer' && d.deletedAt === null && now - d.at < 2 * day);
  if (khRunsOut !== null && khRunsOut > worthBicarbonate && !buffered && cause?.cause !== 'kh-gone') {
    const low = kh !== undefined && kh.value.best < khLow;
    if (low && log.feeding === 'fish')
      list.push(
        thing(
          'Raise KH as the plan of this water says.',
          `The cycle takes ${khTakenWords(log)} with each mg of nitrogen: KH would run out before the end (${chanceWords(khRunsOut)}).`,
          { tests: ['alkalinity'] },
        ),
      );
    else if (low && liters !== null) {
      const { amount, grams } = bufferFor(khRise, liters);
      list.push(
        thing(
          `Put in ${grams} g of bicarbonate for ${khWords(log, khRise)}.`,
          `The cycle takes ${khTakenWords(log)} with each mg of nitrogen: KH would run out before the end (${chanceWords(khRunsOut)}).`,
          { deed: { kind: 'buffer', amount, detail: `for ${khWords(log, khRise)}` }, tests: ['alkalinity'] },
        ),
      );
    } else
      list.push(
        thing(
          'Test KH today.',
          `It would run out before the filter is ready, if nothing is put in (${chanceWords(khRunsOut)}).`,
          { tests: ['alkalinity'] },
        ),
      );
  }

  if (log.feeding !== 'fish' && given.mayHoldAnimals) {
    list.push(
      thing(
        'Put in nothing that makes ammonia while animals may live in this water.',
        'If nobody lives in it, say so among the waters; else choose the way with fish for this cycle.',
      ),
    );
    return list;
  }
  if (log.feeding === 'food' && liters !== null && !running) {
    const fed = deeds.some((d) => d.kind === 'feed' && d.deletedAt === null && now - d.at < 2 * day);
    if (!fed) {
      const grams = String(Number(((liters * helping) / (10 * 0.16 * flakeProtein)).toPrecision(2)));
      list.push(
        thing(
          `Put in about ${grams} g of food, or a piece of shrimp that weighs twice as much.`,
          `It gives off about ${helping} mg/L of nitrogen as it rots over a week. Take out what grows fur.`,
          {
            deed: {
              kind: 'feed',
              amount: { by: 'feed', grams, protein: String(flakeProtein), rots: true },
              detail: 'left to rot',
            },
          },
        ),
      );
    }
  }
  if (log.feeding !== 'ammonia' || liters === null || running) return list;
  const dosed = deeds.some(
    (d) =>
      (d.kind === 'ammonia-dose' || d.kind === 'challenge') &&
      d.deletedAt === null &&
      (!ammonia || d.at >= start.startedAt + ammonia.day * day),
  );
  const isGone = ammonia && ammonia.value.low <= 0 && ammonia.value.best <= goneBelow.ammonia;
  const bothGone = isGone && nitrite && nitrite.value.low <= 0 && nitrite.value.best <= goneBelow.nitrite;
  const whole = doseFor(start, start.target, liters);
  // Without a forecast, and after a challenge that nobody could read, the readings alone tell that it is worth a try; a nitrite that never showed may lie over its card.
  const worthATry =
    readyNow === null || challenge?.step === 'unclear' ? nitriteHasFallen(log) : readyNow >= worthAChallenge;
  if (whole && challenge?.step !== 'passed' && !dosed && bothGone && worthATry) {
    list.push(
      thing(
        `Take the 24-hour challenge: ${whole.words} for ${start.target} mg/L NH3-N, and test a day later.`,
        challenge?.wasPassed
          ? onlyWhileEmpty
          : readyNow === null || readyNow < worthAChallenge
            ? 'Ammonia and nitrite both read as nothing.'
            : `By the forecast it would pass (${chanceWords(readyNow)}).`,
        {
          deed: { kind: 'challenge', amount: whole.amount, detail: `${start.target} mg/L as N` },
          tests: ['ammonia'],
        },
      ),
    );
    return list;
  }
  if (log.events.every((e) => e.did !== 'dose') && whole && !ammonia) {
    list.push(
      thing(`Dose ${whole.words} for ${start.target} mg/L NH3-N.`, 'Nothing was dosed yet.', {
        deed: { kind: 'ammonia-dose', amount: whole.amount, detail: `for ${start.target} mg/L as N` },
        tests: ['ammonia'],
      }),
    );
    return list;
  }
  if (!ammonia || dosed || oldest >= every - soon / day) return list;
  if (start.pauseAtPeak && nitrite && nitrite.value.best > nitritePeak) {
    list.push(thing('No dose today.', 'You chose to stop while nitrite is at its peak.'));
    return list;
  }
  const wanted = start.redose === 'daily' || ammonia.value.best < 0.25;
  const rise = start.target - ammonia.value.best;
  const dose = wanted ? doseFor(start, Math.round(rise * 100) / 100, liters) : null;
  if (dose && rise > start.target / 10)
    list.push(
      thing(
        `Dose ${dose.words} for ${start.target} mg/L NH3-N.`,
        challenge?.wasPassed
          ? onlyWhileEmpty
          : start.redose === 'daily'
            ? 'You chose to top it up every day.'
            : 'Ammonia is gone; the film wants feeding.',
        {
          deed: { kind: 'ammonia-dose', amount: dose.amount, detail: `for ${start.target} mg/L as N` },
        },
      ),
    );
  else if (list.length === 0)
    list.push(thing('No dose today.', 'There is ammonia left for the film to eat.'));
  return list;
}
