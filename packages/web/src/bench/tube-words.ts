import { type Tube, readsColor, stepOf, timerEnd, windowEnd } from '@hedge-lamp/core/bench';
import { countdown } from '../clock/words';

export interface TubeWords {
  /** Short, for the rack. */
  readonly short: string;
  /** True when the tube wants a hand now. */
  readonly wants: boolean;
  /** 0 to 1, how full it is drawn. */
  readonly fill: number;
}

/** True for a tube whose wait is over: it may be read, or wants its next reagent. */
export const isReady = (tube: Tube): boolean =>
  tube.readableAt !== null &&
  tube.trail.at(-1) !== undefined &&
  tube.method.steps[tube.trail.at(-1)!]!.do === 'stand';

/** How a tube stands, in a few words. */
export function tubeWords(tube: Tube, now: number): TubeWords {
  const step = stepOf(tube);
  const steps = tube.method.steps.length;
  const end = timerEnd(tube);
  const late = windowEnd(tube);
  if (step.do === 'stand' && end !== null) {
    const share = 1 - (end - now) / (step.seconds * 1000);
    return { short: countdown(end, now), wants: false, fill: 0.25 + 0.65 * Math.min(1, Math.max(0, share)) };
  }
  if (step.do === 'shake' && end !== null)
    return { short: `shake ${countdown(end, now)}`, wants: true, fill: 0.25 };
  const fill = Math.min(0.95, 0.15 + (0.8 * tube.step) / Math.max(1, steps - 1));
  if (isReady(tube)) {
    if (step.do !== 'read') return { short: 'go on', wants: true, fill };
    return late !== null && now > late
      ? { short: 'stood too long', wants: true, fill }
      : { short: readsColor(tube) ? 'read it' : 'measure it', wants: true, fill };
  }
  if (step.do === 'count-to-turn' && !tube.turned)
    return { short: `${tube.drops[tube.step] ?? 0} drops`, wants: false, fill };
  return { short: `step ${tube.step + 1} of ${steps}`, wants: false, fill };
}
