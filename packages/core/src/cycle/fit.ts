import { seededRandom } from '../quantity';
import type { CycleLog, Observation } from './cycle-log';
import { looksWrong, probabilityOf, shown } from './interval-likelihood';
import { type CycleState, type Warmth, comfort, slot } from './nitrification';
import { replay, timelineOf, warmthOf } from './replay';
import { temperedEnsemble } from './tempered-ensemble';
import { type Guess, guessAt, unknownsOf } from './unknowns';

/** One of the explanations of a log that are about equally likely. */
export interface Sample {
  readonly guess: Guess;
  /** The water at the present end of the log. */
  readonly now: CycleState;
  /** The temperature there, as this guess has it. */
  readonly warmth: Warmth;
}

export interface CycleFit {
  readonly log: CycleLog;
  readonly samples: readonly Sample[];
  /** Readings that most explanations take for slips. */
  readonly odd: readonly Observation[];
  /** True where the newest two readings of ammonia, of nitrite, or one of each are odd to most explanations. */
  readonly newestOdd: boolean;
  /** Share of all readings that are slips, on average over the explanations. */
  readonly slips: number;
  /** Share of the explanations in which KH or pH leaves both films under a quarter of their speed now. */
  readonly choked: number;
  /** Share of the explanations in which a film was lost unseen, or one does not start. */
  readonly lost: number;
  readonly dead: number;
  readonly evaluations: number;
}

export interface FitOptions {
  readonly seed?: number;
  readonly walkers?: number;
  readonly moves?: number;
  readonly lastMoves?: number;
  readonly progress?: (share: number) => void;
}

/**
 * Readings of one parameter share what the model, the kit and the keeper are off by: so many count in full, of more only the
 * root counts. Hedge Lamp's own.
 */
const fullWitnesses = 6;
const worthOf = (readings: number): number => Math.min(1, Math.sqrt(fullWitnesses / Math.max(1, readings)));

/**
 * A function of a log that gives the logarithm of the likelihood of its readings for one guess. No reading can raise it: once it
 * has fallen under `atLeast` the rest is not run, and it is told as impossible.
 */
export function likelihoodOf(log: CycleLog): (guess: Guess, atLeast?: number) => number {
  const { observations } = log;
  const timeline = timelineOf(
    log,
    observations.map((o) => o.day),
  );
  const worth = observations.map(({ of }) => worthOf(observations.filter((o) => o.of === of).length));
  let sum = 0;
  let guess: Guess;
  const look = (k: number, state: CycleState) => {
    const reading = observations[k]!;
    sum += worth[k]! * Math.log(probabilityOf(reading, shown(reading, state, guess)));
  };
  return (tried, atLeast = -Infinity) => {
    sum = 0;
    guess = tried;
    replay(timeline, tried, look, () => sum >= atLeast);
    return sum >= atLeast && Number.isFinite(sum) ? sum : -Infinity;
  };
}

/** Speed that KH and pH leave, under which a filter all but stands still. Hedge Lamp's own. */
const choking = 0.25;
/** Share of the explanations to which one of the newest readings is a slip before it counts as odd. Hedge Lamp's own. */
const oddToMost = 0.5;

function newestAreOdd({ observations }: CycleLog, shareWrong: (k: number) => number): boolean {
  const odd = (['ammonia', 'nitrite'] as const).map((of) =>
    observations
      .flatMap((o, k) => (o.of === of ? [shareWrong(k) > oddToMost] : []))
      .slice(-2)
      .reverse(),
  );
  return odd.some((newest) => newest[0] && newest[1]) || odd.every((newest) => newest[0] === true);
}

/**
 * All explanations of a log that its readings leave open, drawn in proportion to how likely they are.
 * @param log one that `enoughToForesee` accepts
 */
export function fitCycle(log: CycleLog, options: FitOptions = {}): CycleFit {
  const { seed = 20, walkers = 140, moves = 11, lastMoves = 22, progress } = options;
  const unknowns = unknownsOf(log);
  const logLikelihood = likelihoodOf(log);
  // By whole days, so that the same readings give the same explanations however often one looks that day; days without a
  // test count, for a film may have been lost in them.
  const wholeDays = Math.ceil(log.days);
  const { points, evaluations } = temperedEnsemble({
    dimensions: unknowns.length,
    walkers,
    moves,
    lastMoves,
    random: seededRandom(seed),
    logLikelihood: (z, atLeast) => logLikelihood(guessAt(unknowns, z, wholeDays), atLeast),
    progress,
  });
  const timeline = timelineOf(log, [...log.observations.map((o) => o.day), log.days]);
  const wrong = log.observations.map(() => 0);
  const samples = points.map((z): Sample => {
    const guess = guessAt(unknowns, z, wholeDays);
    let now = guess.start;
    replay(timeline, guess, (k, state) => {
      const reading = log.observations[k];
      if (!reading) now = state.slice();
      else if (looksWrong(reading, shown(reading, state, guess))) wrong[k] = wrong[k]! + 1;
    });
    return { guess, now, warmth: warmthOf(timeline.celsius[timeline.last]!, guess) };
  });
  return {
    log,
    samples,
    slips: wrong.reduce((sum, n) => sum + n, 0) / Math.max(1, samples.length * wrong.length),
    choked:
      samples.filter(({ guess, now }) => comfort(now[slot.alkalinity]!, guess.kinetics) < choking).length /
      samples.length,
    lost: samples.filter((s) => s.guess.lost !== null).length / samples.length,
    dead: samples.filter((s) => s.guess.dead !== null).length / samples.length,
    odd: log.observations.filter((_, k) => wrong[k]! > samples.length * 0.8),
    newestOdd: newestAreOdd(log, (k) => wrong[k]! / samples.length),
    evaluations,
  };
}
