import { seededRandom } from '../practice';
import type { CycleLog, Observation } from './cycle-log';
import { looksWrong, observed, probabilityOf } from './interval-likelihood';
import type { CycleState, Warmth } from './nitrification';
import { replay, timelineOf } from './replay';
import { temperedEnsemble } from './tempered-ensemble';
import { type Guess, guessAt, unknownsOf } from './unknowns';

/** One of the explanations of a log that are about equally likely. */
export interface Sample {
  readonly guess: Guess;
  /** The water at the present end of the log. */
  readonly now: CycleState;
}

export interface CycleFit {
  readonly log: CycleLog;
  readonly samples: readonly Sample[];
  readonly warmth: Warmth;
  /** Readings that most explanations take for slips. */
  readonly odd: readonly Observation[];
  readonly evaluations: number;
}

export interface FitOptions {
  readonly seed?: number;
  readonly walkers?: number;
  readonly moves?: number;
  readonly lastMoves?: number;
  readonly progress?: (share: number) => void;
}

/** A function of a log that gives the logarithm of the likelihood of its readings for one guess. */
export function likelihoodOf(log: CycleLog): (guess: Guess) => number {
  const { observations } = log;
  const timeline = timelineOf(
    log,
    observations.map((o) => o.day),
  );
  let sum = 0;
  let guess: Guess;
  const look = (k: number, state: CycleState) => {
    const reading = observations[k]!;
    sum += Math.log(probabilityOf(reading, observed(reading.of, state, guess)));
  };
  return (tried) => {
    sum = 0;
    guess = tried;
    replay(timeline, tried, look);
    return Number.isFinite(sum) ? sum : -Infinity;
  };
}

/**
 * All explanations of a log that its readings leave open, drawn in proportion to how likely they are.
 * @param log one that `enoughToForesee` accepts
 */
export function fitCycle(log: CycleLog, options: FitOptions = {}): CycleFit {
  const { seed = 20, walkers = 200, moves = 4, lastMoves = 10, progress } = options;
  const unknowns = unknownsOf(log);
  const logLikelihood = likelihoodOf(log);
  const { points, evaluations } = temperedEnsemble({
    dimensions: unknowns.length,
    walkers,
    moves,
    lastMoves,
    random: seededRandom(seed),
    logLikelihood: (z) => logLikelihood(guessAt(unknowns, z)),
    progress,
  });
  const timeline = timelineOf(log, [...log.observations.map((o) => o.day), log.days]);
  const wrong = log.observations.map(() => 0);
  const samples = points.map((z): Sample => {
    const guess = guessAt(unknowns, z);
    let now = guess.start;
    replay(timeline, guess, (k, state) => {
      const reading = log.observations[k];
      if (!reading) now = state.slice();
      else if (looksWrong(reading, observed(reading.of, state, guess))) wrong[k] = wrong[k]! + 1;
    });
    return { guess, now };
  });
  return {
    log,
    samples,
    warmth: timeline.warmthAtEnd,
    odd: log.observations.filter((_, k) => wrong[k]! > samples.length * 0.8),
    evaluations,
  };
}
