import type { SeededRandom } from '../quantity';

/** How a sampler is run. */
export interface EnsembleOptions {
  readonly dimensions: number;
  readonly walkers: number;
  /** Moves of every walker at each temperature, and at the end. */
  readonly moves: number;
  readonly lastMoves: number;
  readonly random: SeededRandom;
  /**
   * Logarithm of the likelihood at a point in standard normal coordinates; −∞ where it is impossible, and where it is under
   * `atLeast`: such a point is not taken, whatever it is.
   */
  readonly logLikelihood: (z: Float64Array, atLeast: number) => number;
  /** Called as it gets on, with a share of 0 to 1. */
  readonly progress?: ((share: number) => void) | undefined;
}
export interface Ensemble {
  /** Draws from the posterior, in standard coordinates, each as likely as the others. */
  readonly points: readonly Float64Array[];
  readonly evaluations: number;
  /** Share of moves taken at the last temperature. */
  readonly accepted: number;
}

const logPrior = (z: Float64Array): number => {
  let sum = 0;
  for (let k = 0; k < z.length; k++) sum += z[k]! * z[k]!;
  return -sum / 2;
};

/** The largest step of temperature that leaves half of the walkers worth something. */
function nextTemperature(logLikelihoods: Float64Array, from: number): number {
  const worth = (to: number): number => {
    let most = -Infinity;
    for (const l of logLikelihoods) most = Math.max(most, l);
    let [sum, squares] = [0, 0];
    for (const l of logLikelihoods) {
      const w = Math.exp((to - from) * (l - most));
      sum += w;
      squares += w * w;
    }
    return (sum * sum) / squares / logLikelihoods.length;
  };
  if (worth(1) >= 0.5) return 1;
  let [low, high] = [from, 1];
  for (let k = 0; k < 40; k++) {
    const middle = (low + high) / 2;
    if (worth(middle) < 0.5) high = middle;
    else low = middle;
  }
  return low > from ? low : high;
}

/** Draws as many again, each by its worth, evenly spread. */
function resampled(logLikelihoods: Float64Array, by: number, random: SeededRandom): number[] {
  const most = logLikelihoods.reduce((a, b) => Math.max(a, b), -Infinity);
  const worth = Array.from(logLikelihoods, (l) => Math.exp(by * (l - most)));
  const total = worth.reduce((a, b) => a + b, 0);
  const count = worth.length;
  const chosen: number[] = [];
  let [sum, k] = [worth[0]!, 0];
  const offset = random.next();
  for (let n = 0; n < count; n++) {
    while (sum < ((n + offset) / count) * total && k < count - 1) sum += worth[++k]!;
    chosen.push(k);
  }
  return chosen;
}

/**
 * Draws from a posterior whose prior is standard normal: a population of walkers is cooled from the prior to the
 * posterior (Del Moral, Doucet & Jasra 2006, sequential Monte Carlo), and moved at each temperature by the stretch
 * move of Goodman & Weare 2010, one half of it by the other, in turn with differential steps (ter Braak 2006) and steps
 * that keep the prior (Cotter, Roberts, Stuart & White 2013), on some coordinates at a time. Starting from the prior it
 * needs no burn-in, and finds several explanations where there are several.
 */
export function temperedEnsemble(options: EnsembleOptions): Ensemble {
  const { dimensions, walkers, moves, lastMoves, random, logLikelihood, progress } = options;
  let points = Array.from({ length: walkers }, () => {
    const z = new Float64Array(dimensions);
    for (let k = 0; k < dimensions; k++) z[k] = random.spread(1);
    return z;
  });
  const logs = Float64Array.from(points, (z) => logLikelihood(z, -Infinity));
  let evaluations = walkers;
  let temperature = 0;
  let accepted = 0;
  const half = walkers / 2;
  const proposal = new Float64Array(dimensions);

  const move = (j: number): boolean => {
    const others = j < half ? half : 0;
    const pick = () => points[others + Math.floor(random.next() * half)]!;
    const mine = points[j]!;
    let logRatio = 0;
    // What keeps the prior by itself (pCN) needs no term for it.
    let keepsPrior = false;
    const kind = random.next();
    if (kind < 0.3) {
      // z ~ 1/√z on [1/2, 2].
      const stretch = (1 + random.next()) ** 2 / 2;
      const other = pick();
      for (let k = 0; k < dimensions; k++) proposal[k] = other[k]! + stretch * (mine[k]! - other[k]!);
      logRatio = (dimensions - 1) * Math.log(stretch);
    } else if (kind < 0.6) {
      const [a, b] = [pick(), pick()];
      const size = random.next() < 0.1 ? 1 : (2.38 / Math.sqrt(2 * dimensions)) * (0.5 + random.next() / 2);
      for (let k = 0; k < dimensions; k++)
        proposal[k] = mine[k]! + size * (a[k]! - b[k]!) + 1e-4 * (random.next() - 0.5);
    } else {
      // Some coordinates anew, wholly or in part: what the readings say little of moves freely.
      keepsPrior = true;
      const part = random.next() < 0.4 ? 1 : 0.15 + 0.45 * random.next();
      const keep = Math.sqrt(1 - part * part);
      const share = random.next() < 0.5 ? 2 / dimensions : 0.4;
      const surely = Math.floor(random.next() * dimensions);
      for (let k = 0; k < dimensions; k++)
        proposal[k] =
          k === surely || random.next() < share ? keep * mine[k]! + part * random.spread(1) : mine[k]!;
    }
    const prior = keepsPrior ? 0 : logPrior(proposal) - logPrior(mine);
    // The lot is drawn first: it tells how likely the point must be to be taken.
    const atLeast = logs[j]! + (Math.log(random.next()) - logRatio - prior) / temperature;
    const there = logLikelihood(proposal, atLeast);
    evaluations += 1;
    if (!(there > atLeast)) return false;
    mine.set(proposal);
    logs[j] = there;
    return true;
  };

  while (temperature < 1) {
    const next = nextTemperature(logs, temperature);
    const chosen = resampled(logs, next - temperature, random);
    points = chosen.map((k) => points[k]!.slice());
    const old = logs.slice();
    chosen.forEach((k, n) => (logs[n] = old[k]!));
    temperature = next;
    const rounds = temperature < 1 ? moves : lastMoves;
    accepted = 0;
    for (let round = 0; round < rounds; round++) {
      for (let j = 0; j < walkers; j++) if (move(j)) accepted += 1;
      // Temperatures grow about geometrically: their logarithm tells how far it is.
      const cooled = Math.max(0, 1 + Math.log10(temperature) / 4);
      progress?.(temperature < 1 ? 0.8 * cooled : 0.8 + (0.2 * (round + 1)) / rounds);
    }
    accepted /= rounds * walkers;
  }
  return { points, evaluations, accepted };
}
