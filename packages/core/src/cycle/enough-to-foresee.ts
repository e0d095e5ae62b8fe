import type { ParameterId } from '../parameters';
import { type CycleLog, type Observation, type WasteId, isOfWaste } from './cycle-log';
import { goneBelow } from './ready';

/** Why nothing is foreseen, and what would help. */
export interface NotForeseen {
  readonly says: string;
  readonly tests: readonly ParameterId[];
  /** Where the filter may have stopped the page asks, and offers to note what upset it: most likely after this day of the cycle. */
  readonly stoppedAfter?: number;
  /** True where the keeper noted that stop already. */
  readonly noted?: boolean;
}

/** Ammonia beyond which no filter is grown in, mg/L as N: its films are slowed, not fed (Anthonisen and others 1976). */
const tooMuchAmmonia = 20;
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
  const of = (id: WasteId) => log.observations.filter((o) => o.of === id);
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
/**
 * All that was read is zero although a dose went in. A reagent that has gone off, or a dose that is none, comes first,
 * however much grown media there is: only nitrate that rose tells that something was turned over.
 */
function allZeroAfterADose(log: CycleLog): NotForeseen | null {
  const dose = log.events.find((e) => e.did === 'dose' && e.nitrogen >= surelyShown);
  if (!dose) return null;
  const after = log.observations.filter((o) => isOfWaste(o) && o.day > dose.day);
  const nitrate = log.observations.filter((o) => o.of === 'nitrate');
  const risen = nitrate.some((late) =>
    nitrate.some((o) => o.day < late.day && late.value.low > o.value.high),
  );
  const zero = (o: Observation) => isOfWaste(o) && o.value.low <= 0 && o.value.best <= goneBelow[o.of];
  if (!after.some((o) => o.of === 'ammonia') || risen || !after.every(zero)) return null;
  return {
    says: 'A dose went in and every reading since is zero. Suspect the reagent or the dose first: test a cup of this water with a drop of the ammonia in it. If that reads zero too, the reagent has gone off; if it shows, check the strength of what was dosed. Nitrate tells whether anything was turned over.',
    tests: ['ammonia', 'nitrate'],
  };
}
