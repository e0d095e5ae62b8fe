import { molarMass } from '../quantity';
import { type ObservedId, type SourceWater, observedIds } from './cycle-log';
import type { CycleFit, Sample } from './fit';
import { observed } from './interval-likelihood';
import { type Ahead, type PlanAhead, cleanSource, looksPerDay, runAhead } from './plan-ahead';
import { isReady } from './ready';
import { replay, timelineOf } from './replay';
import { slot } from './nitrification';

/** How far ahead is looked, days. What is not ready by then is not foreseen. */
export const horizon = 70;
/** KH under this counts as run out: 1 °dKH, meq/L (common practice: under 2 to 3 act). */
export const khGone = 0.357;

/** A tenth, half and nine tenths of what is likely lie below; canonical units. */
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
  /** Days since the start by which it is ready with a chance of one, five and nine in ten; null beyond what is foreseen. */
  readonly ready: {
    readonly early: number | null;
    readonly middle: number | null;
    readonly late: number | null;
  };
  readonly alkalinity: {
    /** What the cycle still uses up until it is ready, meq/L: low, middle, high. */
    readonly used: readonly [low: number, mid: number, high: number];
    /** Chance that it runs out before the filter is ready, if nothing is put in. */
    readonly runsOut: number;
  };
}

/** The value under which a share of sorted values lies. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
  const at = share * (sorted.length - 1);
  const [below, above] = [Math.floor(at), Math.ceil(at)];
  return sorted[below]! + (at - below) * (sorted[above]! - sorted[below]!);
}
const bandOf = (day: number, values: Float64Array): Band => {
  values.sort();
  return { day, low: quantile(values, 0.1), mid: quantile(values, 0.5), high: quantile(values, 0.9) };
};

/** The bands of each thing that is read, by its place in the list. */
const ofEach = (make: (j: number) => Band[]): Record<ObservedId, Band[]> => ({
  ammonia: make(observedIds.indexOf('ammonia')),
  nitrite: make(observedIds.indexOf('nitrite')),
  nitrate: make(observedIds.indexOf('nitrate')),
  alkalinity: make(observedIds.indexOf('alkalinity')),
  ph: make(observedIds.indexOf('ph')),
});

/** What a sample goes on with. */
export const aheadOf = ({ guess }: Sample, fit: CycleFit): Ahead => ({
  kinetics: guess.kinetics,
  warmth: fit.warmth,
  alkalinity: guess.start[slot.alkalinity]!,
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
      observedIds.forEach((id, j) => (at[j]![k]![n] = observed(id, state, guess))),
    ),
  );
  return ofEach((j) => days.map((day, k) => bandOf(day, at[j]![k]!)));
}

/**
 * What the explanations of a log say of the days to come, if the plan is kept.
 * @param source what a water change brings in
 */
export function forecast(fit: CycleFit, plan: PlanAhead, source: SourceWater = cleanSource): Forecast {
  const { samples, log } = fit;
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
    runAhead(sample.now, aheadOf(sample, fit), plan, source, horizon, (k, state, warmth, putIn) => {
      observedIds.forEach((id, j) => (at[j]![k]![n] = observed(id, state, sample.guess)));
      const nitrified = state[slot.nitrite]! + state[slot.nitrate]! + state[slot.plants]!;
      if (k > 0) turned += Math.max(0, nitrified - before);
      before = nitrified;
      if (done) return;
      if (state[slot.alkalinity]! - putIn.buffered < khGone) gone = true;
      if (k % looksPerDay === 0 && isReady(state, plan.challenge, sample.guess.kinetics, warmth)) {
        done = true;
        ready[n] = k / looksPerDay;
      }
      used[n] = (2 / molarMass.N) * turned;
    });
    if (gone) out += 1;
  });
  ready.sort();
  used.sort();
  const by = (share: number): number | null => {
    const day = ready[Math.min(ready.length - 1, Math.ceil(share * ready.length) - 1)]!;
    return Number.isFinite(day) ? log.days + day : null;
  };
  return {
    bands: ofEach((j) => at[j]!.map((values, k) => bandOf(log.days + k / looksPerDay, values))),
    chance: Array.from({ length: horizon + 1 }, (_, day) => ({
      day: log.days + day,
      by: ready.filter((r) => r <= day).length / ready.length,
    })),
    ready: { early: by(0.1), middle: by(0.5), late: by(0.9) },
    alkalinity: {
      used: [quantile(used, 0.1), quantile(used, 0.5), quantile(used, 0.9)],
      runsOut: out / samples.length,
    },
  };
}
