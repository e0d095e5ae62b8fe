import type { ObservedId, SourceWater } from './cycle-log';
import type { CycleFit } from './fit';
import { aheadOf, horizon, quantile } from './forecast';
import { probabilityOf, shown as shownBy } from './interval-likelihood';
import { type PlanAhead, asFedSoFar, looksPerDay, runAhead, unknownSource } from './plan-ahead';
import { readinessWatch } from './ready';
import { rangesOf, usualSteps } from './usual-cards';

/** Days ahead that are weighed. */
const daysAhead = 8;
const worthAsking = ['ammonia', 'nitrite', 'nitrate', 'alkalinity'] as const satisfies readonly ObservedId[];
/** A test that narrows the ready day by less than this share is not worth its reagent. Hedge Lamp's own. */
const worthIt = 0.05;
/** An earlier day is chosen where it does nearly as well. */
const nearly = 0.85;

export interface NextTest {
  readonly of: ObservedId;
  /** Days since the start. */
  readonly day: number;
  /** Standard deviation of the ready day, days: now, and on average after this test. */
  readonly before: number;
  readonly after: number;
}

function spread(values: ArrayLike<number>, weights?: ArrayLike<number>): number {
  let [sum, mean, squares] = [0, 0, 0];
  for (let k = 0; k < values.length; k++) {
    const w = weights ? weights[k]! : 1;
    sum += w;
    mean += w * values[k]!;
  }
  if (sum === 0) return 0;
  mean /= sum;
  for (let k = 0; k < values.length; k++) squares += (weights ? weights[k]! : 1) * (values[k]! - mean) ** 2;
  return squares / sum;
}

/**
 * Which reading on which of the next days would narrow the day of readiness most: for each test that could be taken,
 * the spread of the ready day that is left on average over what it may show (expected posterior variance).
 * Null where nothing is worth its reagent, as when it is all but known.
 */
export function nextTest(
  fit: CycleFit,
  asked: PlanAhead,
  source: SourceWater = unknownSource,
): NextTest | null {
  const { samples } = fit;
  const plan = asFedSoFar(asked, fit.log);
  const ready = new Float64Array(samples.length);
  const shown = worthAsking.map(() =>
    Array.from({ length: daysAhead }, () => new Float64Array(samples.length)),
  );
  samples.forEach((sample, n) => {
    ready[n] = horizon;
    const readyOn = readinessWatch(plan.challenge);
    runAhead(sample.now, aheadOf(sample, n, fit.log), plan, source, horizon, (k, state, warmth) => {
      if (k % looksPerDay !== 0) return false;
      const day = k / looksPerDay;
      if (day >= 1 && day <= daysAhead)
        worthAsking.forEach(
          (of, j) => (shown[j]![day - 1]![n] = shownBy({ of, day: fit.log.days + day }, state, sample.guess)),
        );
      if (ready[n] === horizon) ready[n] = readyOn(day, state, sample.guess.kinetics, warmth) ?? horizon;
      return day >= daysAhead && ready[n]! < horizon;
    });
  });
  // A few that take forever would hide what the others say.
  const sorted = ready.slice().sort();
  const [least, most] = [quantile(sorted, 0.05), quantile(sorted, 0.95)];
  ready.forEach((day, n) => (ready[n] = Math.min(most, Math.max(least, day))));
  const before = spread(ready);
  if (before < 0.25) return null;
  const candidates = worthAsking.flatMap((of, j) =>
    shown[j]!.map((values, d) => {
      const left = rangesOf(usualSteps[of]!).reduce(
        (sum, value) => {
          const weights = Float64Array.from(values, (truth) =>
            probabilityOf({ readingId: '', day: 0, of, value }, truth),
          );
          const share = weights.reduce((a, b) => a + b, 0) / samples.length;
          return { left: sum.left + share * spread(ready, weights), of: sum.of + share };
        },
        { left: 0, of: 0 },
      );
      return { of, day: d + 1, after: left.left / left.of };
    }),
  );
  const best = candidates.reduce((a, b) => (b.after < a.after ? b : a));
  const gain = before - best.after;
  const chosen = candidates
    .filter((c) => before - c.after >= nearly * gain)
    .reduce((a, b) => (b.day < a.day || (b.day === a.day && b.after < a.after) ? b : a));
  const deviation = { before: Math.sqrt(before), after: Math.sqrt(chosen.after) };
  if (deviation.after > (1 - worthIt) * deviation.before) return null;
  return { of: chosen.of, day: fit.log.days + chosen.day, ...deviation };
}
