import { hazards, hazardsAt } from '../methods';
import { type HazardId } from '../parameters';
import { type Tube, stepOf } from './tube';

export interface Caution {
  readonly hazard: HazardId | null;
  readonly text: string;
  /** True where it is said in full: the first time that it matters in the run. */
  readonly full: boolean;
}

/** The hazards that a tube has met in the steps behind it. */
const met = (tube: Tube): HazardId[] => tube.trail.flatMap((k) => hazardsAt(tube.method, k));

/**
 * The cautions of the step in hand: in full the first time that a hazard matters in this run, short after that. So
 * that nobody learns to pass over a wall of text, and nobody misses it either.
 * @param tubes all of the run
 */
export function cautionsAt(tube: Tube, tubes: readonly Tube[]): Caution[] {
  const before = new Set(tubes.flatMap(met));
  const own = stepOf(tube).caution;
  return [
    ...hazardsAt(tube.method, tube.step).map((hazard): Caution => {
      const full = !before.has(hazard);
      return { hazard, text: full ? hazards[hazard].full : hazards[hazard].short, full };
    }),
    ...(own ? [{ hazard: null, text: own, full: true }] : []),
  ];
}
