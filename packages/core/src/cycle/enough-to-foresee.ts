import { toCanonical } from '../quantity';
import type { ParameterId } from '../readings';
import type { CycleFit } from './fit';
import type { CycleLog, Observation } from './cycle-log';
import type { Forecast } from './forecast';
import { nitriteHasFallen } from './nitrite-fall';
import { goneBelow } from './ready';

/** Why nothing is foreseen, and what would help. */
export interface NotForeseen {
  readonly says: string;
  readonly tests: readonly ParameterId[];
  /** True where the filter may have stopped: then the page asks, and offers to note what upset it. */
  readonly asksIfStopped?: boolean;
}

/** Ammonia beyond which no filter is grown in, mg/L as N: its films are slowed, not fed (Anthonisen and others 1976). */
export const tooMuchAmmonia = 20;
/** A forecast that rests on older readings is none, days. Hedge Lamp's own. */
const stale = 10;
/** Readings of each of ammonia and nitrite, and days they must span. Hedge Lamp's own. */
const fewest = 2;
const shortest = 1.5;
/** Days after which a test counts as of another day. */
const aDayAgo = 0.7;

/**
 * Whether a log says enough to look ahead; null where it does.
 * @param unmeasured true where a dose was noted without its amount
 */
export function enoughToForesee(log: CycleLog, unmeasured: boolean): NotForeseen | null {
  const of = (id: 'ammonia' | 'nitrite') => log.observations.filter((o) => o.of === id);
  const [ammonia, nitrite] = [of('ammonia'), of('nitrite')];
  const both = [...ammonia, ...nitrite];
  const dose = log.events.reduce((most, e) => (e.did === 'dose' ? Math.max(most, e.nitrogen) : most), 0);
  if (dose > tooMuchAmmonia || ammonia.some((o) => o.value.low > tooMuchAmmonia))
    return {
      says: `${dose > tooMuchAmmonia ? `A dose of ${Number(dose.toPrecision(3)).toLocaleString('en-US')} mg/L as N` : 'This much ammonia'} is far more than a filter can grow in: it poisons its own films. If the figure is a slip, correct it; if not, change water until ammonia reads under 5 mg/L, and start anew.`,
      tests: ['ammonia'],
    };
  if (both.length === 0)
    return {
      says: 'Nothing was read since the start. Test ammonia and nitrite today.',
      tests: ['ammonia', 'nitrite'],
    };
  const newest = Math.max(...both.map((o) => o.day));
  if (log.days - newest > stale)
    return {
      says: `The last test of ammonia or nitrite is ${Math.floor(log.days - newest)} days old: too long ago to look ahead from. Test both today.`,
      tests: ['ammonia', 'nitrite'],
    };
  const span = newest - Math.min(...both.map((o) => o.day));
  if (ammonia.length < fewest || nitrite.length < fewest || span < shortest)
    return {
      says: `Too little to foresee: ${ammonia.length} ${ammonia.length === 1 ? 'reading' : 'readings'} of ammonia and ${nitrite.length} of nitrite so far. Test ammonia and nitrite ${log.days - newest < aDayAgo ? 'tomorrow' : 'today'}.`,
      tests: ['ammonia', 'nitrite'],
    };
  if (unmeasured)
    return {
      says: 'A dose is noted without its amount, so the nitrogen cannot be followed. Write the amount in: delete that entry and note it again with its grams or milliliters.',
      tests: [],
    };
  const suspect = allZeroAfterADose(log);
  if (suspect) return suspect;
  const fed = log.events.some((e) => e.did === 'dose' || e.did === 'feed') || log.feeding === 'fish';
  if (!fed && both.every((o) => o.value.low <= 0))
    return {
      says: 'All readings are zero and no ammonia or food is noted: there is nothing for a filter to grow on. Dose or feed it, note how much, and test the next day.',
      tests: ['ammonia'],
    };
  return null;
}

/** A dose under this need not show, mg/L as N: twice the lowest step of a usual card. Hedge Lamp's own. */
const surelyShown = 0.5;
/** A filter that came with grown media may clear a dose within a day or two; of such nitrate must tell. */
const tooSoonToBeGone = 2;

/**
 * All that was read is zero although a dose went in: no filter is that quick without a trace in nitrate. A reagent that
 * has gone off, or a dose that is none, comes first.
 */
function allZeroAfterADose(log: CycleLog): NotForeseen | null {
  const dose = log.events.find((e) => e.did === 'dose' && e.nitrogen >= surelyShown);
  if (!dose) return null;
  const after = log.observations.filter(
    (o) => (o.of === 'ammonia' || o.of === 'nitrite') && o.day >= dose.day,
  );
  const nitrate = log.observations.filter((o) => o.of === 'nitrate');
  const risen = nitrate.some((late) =>
    nitrate.some((o) => o.day < late.day && late.value.low > o.value.high),
  );
  const first = after.find((o) => o.of === 'ammonia');
  const zero = (o: Observation) =>
    o.value.low <= 0 && o.value.best <= goneBelow[o.of as 'ammonia' | 'nitrite'];
  if (!first || risen || !after.every(zero)) return null;
  if (log.seeding === 'plenty' && first.day - dose.day >= tooSoonToBeGone / 2) return null;
  if (log.seeding !== 'plenty' && first.day - dose.day > 3 * tooSoonToBeGone) return null;
  return {
    says: 'A dose went in and every reading since is zero. Suspect the reagent or the dose first: test a cup of this water with a drop of the ammonia in it. If that reads zero too, the reagent has gone off; if it shows, check the strength of what was dosed. Nitrate tells whether anything was turned over.',
    tests: ['ammonia', 'nitrate'],
  };
}

/** Share of the explanations above which an event counts as likely. Hedge Lamp's own. */
const likely = 0.5;

/** KH of this is enough, meq/L: 2 °dKH (common practice). A reading of it lasts about a week. */
const enoughKh = toCanonical(2, 'alkalinity', '°dKH');
const khLasts = 7;
const khReadsWell = ({ observations, days }: CycleLog): boolean => {
  const newest = observations.filter((o) => o.of === 'alkalinity').at(-1);
  return newest !== undefined && days - newest.day <= khLasts && newest.value.low >= enoughKh;
};

/** One reading in thirty is a slip as a matter of course; of so many no fit can be believed. Hedge Lamp's own. */
const mostSlips = 0.2;
/** Days over which ammonia must stand, mg/L as N that must stand, before a filter counts as stopped. Hedge Lamp's own. */
const standing = { days: 1, amount: 0.4 };

/**
 * Ammonia was gone, and a dose that went in since no longer moves over the newest two or more readings: whatever the reason,
 * nothing is foreseen from here.
 */
function ammoniaStopped({ observations, events }: CycleLog): NotForeseen | null {
  const upset = events.filter((e) => e.did === 'upset').at(-1)?.day ?? -Infinity;
  const ammonia = observations.filter((o) => o.of === 'ammonia' && o.day > upset);
  const last = ammonia.at(-1);
  if (!last || last.value.low < standing.amount) return null;
  const putIn =
    events.filter((e) => e.did === 'dose' || e.did === 'feed' || e.did === 'change').at(-1)?.day ?? 0;
  // The newest readings in a row that show ammonia, none of them under an earlier one.
  let from = ammonia.length - 1;
  while (
    from > 0 &&
    ammonia[from - 1]!.day >= putIn &&
    ammonia[from - 1]!.value.low > 0 &&
    last.value.high >= ammonia[from - 1]!.value.low
  )
    from -= 1;
  const stands = ammonia.slice(from);
  const goneBefore = ammonia.slice(0, from).some((o) => o.value.high <= 2 * goneBelow.ammonia);
  if (!goneBefore || stands.length < 2 || last.day - stands[0]!.day < standing.days) return null;
  return {
    says: `Ammonia was gone before, and now ${stands.length} readings in a row show no fall: no forecast from here. Test KH, too: without it a grown filter stops.`,
    tests: ['ammonia', 'nitrite', 'alkalinity'],
    asksIfStopped: true,
  };
}

/** Whether the readings look like a filter that grows in at all, and goes on as it did; null where they do. */
export function fitsAtAll({ log, odd, newestOdd, slips, choked, lost, dead }: CycleFit): NotForeseen | null {
  const stopped = ammoniaStopped(log);
  if (stopped) return stopped;
  const unfit = Math.max(odd.length, Math.round(slips * log.observations.length));
  if (unfit >= 3 && (unfit >= log.observations.length / 3 || slips > mostSlips))
    return {
      says: `${unfit} of ${log.observations.length} readings do not fit a filter that grows in, however fast or slow. Check the doses and dates in the log, and whether readings of another water or filter got in; then repeat ammonia, nitrite and nitrate. A reading past its card wants dilution.`,
      tests: ['ammonia', 'nitrite', 'nitrate'],
      asksIfStopped: true,
    };
  if (newestOdd || lost > likely)
    return {
      says: newestOdd
        ? 'The newest readings of ammonia and nitrite do not go on from the ones before: no forecast from here.'
        : 'The readings turn as they do when part of the filter was lost: no forecast from here.',
      tests: ['ammonia', 'nitrite'],
      asksIfStopped: true,
    };
  if (choked > likely && khReadsWell(log))
    return {
      says: 'It stands still although KH was read as enough, and the fit cannot make sense of both: no forecast. Repeat KH and pH, and see that the filter runs.',
      tests: ['alkalinity', 'ph', 'ammonia'],
    };
  if (choked > likely)
    return {
      says: 'More likely than not KH has run out, and both films all but stand still: no day is named before KH is read and raised.',
      tests: ['alkalinity', 'ph'],
    };
  if (dead > likely)
    return {
      says: 'More likely than not one of the two films has not started at all: no forecast. Test KH and pH, see that the filter runs, and put in grown media from a healthy filter if you can.',
      tests: ['alkalinity', 'ph'],
    };
  return null;
}

/** An 80 % range wider than this names no day, days; once nitrite was seen to fall a wider one may stand. Hedge Lamp's own. */
const widest = { before: 38, after: 45 };
/** Filters that get there within what is looked ahead at all: with fewer no day is named. Hedge Lamp's own. */
const fewestReady = 0.5;

/** Under this no day is named: forecasts of cold filters held too seldom (docs/cycle-accuracy.md), °C. */
const coldFrom = 21;

/** Whether the day of readiness can be told well enough to name one; null where it can. */
export function tooUncertain(log: CycleLog, { ready }: Pick<Forecast, 'ready'>): NotForeseen | null {
  const { early, late, atAll } = ready;
  const celsius = log.events.flatMap((e) => (e.did === 'warm' ? [e.celsius] : [])).at(-1);
  if (celsius !== undefined && celsius < coldFrom)
    return {
      says: `Too uncertain to foresee: at ${Number(celsius.toPrecision(3))} °C films grow slowly and unevenly. The stage and the curves stand all the same.`,
      tests: ['ammonia', 'nitrite'],
    };
  const sawNitriteFall = nitriteHasFallen(log);
  const most = sawNitriteFall ? widest.after : widest.before;
  if (atAll >= fewestReady && early !== null && late !== null && late - early <= most) return null;
  return {
    says:
      atAll < fewestReady
        ? `Too uncertain to foresee: ${Math.max(1, Math.round(10 * (1 - atAll)))} in 10 logs like this are not ready within ten weeks.`
        : `Too uncertain to foresee: the likely days lie more than ${Math.floor(most / 7)} weeks apart.${sawNitriteFall ? '' : ' Nitrite’s first fall tells most; it has not been seen yet.'}`,
    tests: sawNitriteFall ? ['ammonia', 'nitrite'] : ['nitrite'],
  };
}
