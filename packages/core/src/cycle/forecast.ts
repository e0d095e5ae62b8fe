import { molarMass } from '../quantity';
import {
  type CycleLog,
  type ObservedId,
  type Seeding,
  type SourceWater,
  observedIds,
  sinceUpset,
} from './cycle-log';
import type { CycleFit, Sample } from './fit';
import { held } from './interval-likelihood';
import { nitriteHasFallen } from './nitrite-fall';
import { othersReadyBy, readyAfterPeakBy } from './plain-rules';
import {
  type Ahead,
  type PlanAhead,
  asFedSoFar,
  keepsKhAs,
  looksPerDay,
  runAhead,
  unknownSource,
} from './plan-ahead';
import { readinessWatch } from './ready';
import { replay, timelineOf } from './replay';
import { slot } from './nitrification';

/** How far ahead is looked, days. What is not ready by then is not foreseen. */
export const horizon = 70;
/** KH under this counts as run out: 1 °dKH, meq/L (common practice: under 2 to 3 act). */
const khGone = 0.357;

/** What is likely four times in five, and its middle; canonical units. */
export interface Band {
  /** Days since the start. */
  readonly day: number;
  readonly low: number;
  readonly mid: number;
  readonly high: number;
}

export interface Forecast {
  readonly bands: Readonly<Record<ObservedId, readonly Band[]>>;
  /** Chance, 0 to 1, that the filter is ready by each whole day from now on. */
  readonly chance: readonly { readonly day: number; readonly by: number }[];
  /**
   * Days since the start before which it is ready with a chance of one, five and nine in ten, of those that are ready
   * within what is looked ahead at all; null where none is.
   */
  readonly ready: {
    readonly early: number | null;
    readonly middle: number | null;
    readonly late: number | null;
    /** Chance, 0 to 1, that it is ready within what is looked ahead. */
    readonly atAll: number;
  };
  readonly alkalinity: {
    /** What the cycle still uses up until it is ready, meq/L: low, middle, high. */
    readonly used: readonly [low: number, mid: number, high: number];
    /** Chance that it runs out before the filter is ready, if nothing is put in. */
    readonly runsOut: number;
  };
}

/**
 * What the model is off by where filters are built otherwise: so much of the chance goes by plain rules, what other filters of
 * its kind take and, once nitrite showed, how long it is since its peak. Others have more of it until nitrite falls where
 * ammonia is dosed, for the model tends to come early there; the peak, once it is behind, and with animals, whose loads nobody
 * knows. And what is left until readiness may come out shorter or longer by a factor (the spread of its logarithm), more where
 * grown media came in. Set on made-up filters of another structure, and after looks at a third: docs/cycle-accuracy.md.
 */
const outsideTheModel = {
  others: { before: { ammonia: 0.3, food: 0.1, fish: 0.1 }, fallen: 0.1, noNitrite: 0.2 },
  peak: {
    before: { ammonia: 0.2, food: 0.2, fish: 0.6 },
    fallen: { ammonia: 0.4, food: 0.4, fish: 0.6 },
  },
} as const;
const pace: Readonly<Record<Seeding, number>> = { none: 0.35, little: 0.6, plenty: 0.6, upset: 0.6 };
/**
 * No chance is told as more than this before nitrite was seen to fall, whether it showed or not: nothing has proved yet that
 * its film starts at all, and a sampler can lose what is rare. Hedge Lamp's own.
 */
const mostUnproven = 0.9;

/** Nine normal quantiles, at the middles of nine equal shares. */
const quantiles = [-1.593, -0.967, -0.589, -0.282, 0, 0.282, 0.589, 0.967, 1.593];

/** Share of the ways, each at each pace, that are ready within so many days. */
const readyWithin = (ready: Float64Array, days: number, spread: number): number => {
  const paces = quantiles.map((z) => Math.exp(spread * z));
  let count = 0;
  for (const r of ready) for (const times of paces) if ((r + 1) * times - 1 <= days) count += 1;
  return count / (ready.length * paces.length);
};

/**
 * The value under which a share of sorted values lies.
 * @example quantile([1, 2, 3, 4, 5], 0.5) // 3
 */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const at = share * (sorted.length - 1);
  const [below, above] = [Math.floor(at), Math.ceil(at)];
  return sorted[below]! + (at - below) * (sorted[above]! - sorted[below]!);
}
/** What lies outside on each side of a band that is to hold four in five: less than a tenth, for the model is not every filter. */
const outsideABand = 0.06;
const bandOf = (day: number, values: Float64Array): Band => {
  values.sort();
  return {
    day,
    low: quantile(values, outsideABand),
    mid: quantile(values, 0.5),
    high: quantile(values, 1 - outsideABand),
  };
};

/** The bands of each thing that is read, by its place in the list. */
const ofEach = (make: (j: number) => Band[]): Record<ObservedId, Band[]> => ({
  ammonia: make(observedIds.indexOf('ammonia')),
  nitrite: make(observedIds.indexOf('nitrite')),
  nitrate: make(observedIds.indexOf('nitrate')),
  alkalinity: make(observedIds.indexOf('alkalinity')),
  ph: make(observedIds.indexOf('ph')),
});

/** What the n-th sample goes on with. */
export const aheadOf = ({ guess, warmth }: Sample, n: number, log: CycleLog): Ahead => ({
  guess,
  warmth,
  lot: n + 1,
  keepsKh: keepsKhAs(log),
});

/** Bands of the past, through the readings: what the water most likely held. */
export function pastBands(fit: CycleFit): Forecast['bands'] {
  const { log, samples } = fit;
  const count = Math.max(1, Math.ceil(log.days * looksPerDay));
  const days = Array.from({ length: count + 1 }, (_, k) => Math.min(log.days, k / looksPerDay));
  const timeline = timelineOf(log, days);
  const at = observedIds.map(() => days.map(() => new Float64Array(samples.length)));
  samples.forEach(({ guess }, n) =>
    replay(timeline, guess, (k, state) =>
      observedIds.forEach((id, j) => (at[j]![k]![n] = held(id, state, guess))),
    ),
  );
  return ofEach((j) => days.map((day, k) => bandOf(day, at[j]![k]!)));
}

/**
 * What the explanations of a log say of the days to come, if the plan is kept.
 * @param source what a water change brings in
 */
export function forecast(fit: CycleFit, asked: PlanAhead, source: SourceWater = unknownSource): Forecast {
  const { samples, log } = fit;
  const plan = asFedSoFar(asked, log);
  const looks = horizon * looksPerDay + 1;
  const at = observedIds.map(() => Array.from({ length: looks }, () => new Float64Array(samples.length)));
  const ready = new Float64Array(samples.length).fill(Infinity);
  const used = new Float64Array(samples.length);
  let out = 0;
  samples.forEach((sample, n) => {
    let done = false;
    let gone = false;
    let before = 0;
    let turned = 0;
    const readyOn = readinessWatch(plan.challenge);
    runAhead(sample.now, aheadOf(sample, n, log), plan, source, horizon, (k, state, warmth, putIn) => {
      observedIds.forEach((id, j) => (at[j]![k]![n] = held(id, state, sample.guess)));
      const nitrified = state[slot.nitrite]! + state[slot.nitrate]! + state[slot.plants]!;
      if (k > 0) turned += Math.max(0, nitrified - before);
      before = nitrified;
      if (done) return;
      if (state[slot.alkalinity]! - putIn.buffered < khGone) gone = true;
      const day =
        k % looksPerDay === 0 ? readyOn(k / looksPerDay, state, sample.guess.kinetics, warmth) : null;
      if (day !== null) {
        done = true;
        ready[n] = day;
      }
      used[n] = (2 / molarMass.N) * turned;
    });
    if (gone) out += 1;
  });
  used.sort();
  const since = sinceUpset(log);
  const fallen = nitriteHasFallen(since);
  const most = fallen ? 1 : mostUnproven;
  const chance = Array.from({ length: horizon + 1 }, (_, day) => {
    const inside = readyWithin(ready, day, pace[since.seeding]);
    const others = othersReadyBy(since, since.days + day);
    const afterPeak = readyAfterPeakBy(since, since.days + day);
    const { others: share, peak } = outsideTheModel;
    const byOthers = fallen
      ? share.fallen
      : Math.max(share.before[log.feeding], afterPeak === null ? share.noNitrite : 0);
    const byPeak = afterPeak === null ? 0 : peak[fallen ? 'fallen' : 'before'][log.feeding];
    const by = (1 - byOthers - byPeak) * inside + byOthers * others + byPeak * (afterPeak ?? 0);
    return { day: log.days + day, by: Math.min(most, by) };
  });
  const atAll = chance.at(-1)!.by;
  const by = (share: number): number | null =>
    atAll > 0 ? (chance.find((c) => c.by >= share * atAll)?.day ?? null) : null;
  return {
    bands: ofEach((j) => at[j]!.map((values, k) => bandOf(log.days + k / looksPerDay, values))),
    chance,
    ready: { early: by(0.1), middle: by(0.5), late: by(0.9), atAll },
    alkalinity: {
      used: [quantile(used, 0.1), quantile(used, 0.5), quantile(used, 0.9)],
      runsOut: out / samples.length,
    },
  };
}
