import { toCanonical } from '../quantity';
import { type CycleLog, lastUpset } from './cycle-log';
import type { NotForeseen } from './enough-to-foresee';
import type { CycleFit } from './fit';
import { quantile } from './forecast';
import { goneBelow } from './ready';

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
  const upset = lastUpset({ events });
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
    stoppedAfter: ammonia[from - 1]!.day,
  };
}

/** Day after which a loss most likely came: by the explanations that have one, else before the newest two days of tests. */
function whenLost({ samples, log }: CycleFit): number {
  const days = samples.flatMap(({ guess }) => (guess.lost ? [guess.lost.day] : [])).sort((a, b) => a - b);
  if (days.length > samples.length / 10) return quantile(days, 0.5);
  const both = log.observations.filter((o) => o.of === 'ammonia' || o.of === 'nitrite');
  const tested = [...new Set(both.map((o) => o.day))].sort((a, b) => a - b);
  return tested.at(-3) ?? 0;
}

/**
 * Where a filter may have stopped, and whether its keeper has said so already: an upset is noted, and ammonia was not read as
 * nothing since. Nobody is asked twice.
 */
function mayHaveStopped(fit: CycleFit): Pick<NotForeseen, 'stoppedAfter' | 'noted'> {
  const upset = lastUpset(fit.log);
  const noted =
    upset > -Infinity &&
    !fit.log.observations.some(
      (o) => o.of === 'ammonia' && o.day > upset && o.value.high <= 2 * goneBelow.ammonia,
    );
  return { stoppedAfter: whenLost(fit), noted };
}

/** Whether the readings look like a filter that grows in at all, and goes on as it did; null where they do. */
export function fitsAtAll(fit: CycleFit): NotForeseen | null {
  const { log, odd, newestOdd, slips, choked, lost, dead } = fit;
  const stopped = ammoniaStopped(log);
  if (stopped) return stopped;
  const unfit = Math.max(odd.length, Math.round(slips * log.observations.length));
  if (unfit >= 3 && (unfit >= log.observations.length / 3 || slips > mostSlips))
    return {
      says: `${unfit} of ${log.observations.length} readings do not fit a filter that grows in, however fast or slow. Check the doses and dates in the log, and whether readings of another water or filter got in; then repeat ammonia, nitrite and nitrate. A reading past its card wants dilution.`,
      tests: ['ammonia', 'nitrite', 'nitrate'],
      ...mayHaveStopped(fit),
    };
  if (newestOdd || lost > likely) {
    const stop = mayHaveStopped(fit);
    return {
      says: stop.noted
        ? 'It was upset, and the readings since do not tell yet how much of its films is left: no forecast from here.'
        : newestOdd
          ? 'The newest readings of ammonia and nitrite do not go on from the ones before: no forecast from here.'
          : 'The readings turn as they do when part of the filter was lost: no forecast from here.',
      tests: ['ammonia', 'nitrite'],
      ...stop,
    };
  }
  if (choked > likely && khReadsWell(log))
    return {
      says: 'It stands still although KH was read as enough, and the fit cannot make sense of both: no forecast. Repeat KH and pH, and see that the filter runs.',
      tests: ['alkalinity', 'ph', 'ammonia'],
    };
  if (choked > likely)
    return {
      says: 'More likely than not KH has run out, and both films all but stand still: no day is named before KH is tested again and raised.',
      tests: ['alkalinity', 'ph'],
    };
  if (dead > likely)
    return {
      says: 'More likely than not one of the two films has not started at all: no forecast. Test KH and pH, see that the filter runs, and put in grown media from a healthy filter if you can.',
      tests: ['alkalinity', 'ph'],
    };
  return null;
}
