import { minute } from '../wire/time-spans';
import type { Method, Step } from '../methods';
import type { Tube } from './tube';

/** How long the powder of a bottle that was shaken through stays up, well enough that a short shake does. Common practice. */
const staysUp = 10 * minute;
/** Seconds of that short shake. Common practice. */
const shortShake = 5;

/** True for a shake of a bottle that is longer than the short one. */
export const canBeShakenUp = (step: Step): boolean =>
  step.do === 'shake' && step.bottle !== undefined && step.seconds > shortShake;

/** The step as it is asked for where its bottle was shaken through minutes before. */
export function shakenUp(step: Step, method: Pick<Method, 'bottles'>): Step {
  if (step.do !== 'shake' || !canBeShakenUp(step)) return step;
  const label = method.bottles.find((b) => b.id === step.bottle)?.label ?? 'the bottle';
  const name = label.replace(/^Bottle/, 'bottle');
  return {
    ...step,
    seconds: shortShake,
    say: `Shake ${name} again for ${shortShake} seconds`,
    why: 'It was shaken through a few minutes ago, so its powder has hardly settled.',
  };
}

/** True where two tubes take from one bottle: of one kit, or of one method with no kit noted. */
const shareBottles = (a: Tube, b: Tube): boolean =>
  a.test.kitId === b.test.kitId && a.method.id === b.method.id && a.method.version === b.method.version;

/**
 * Tubes with what the others tell of their bottles: one that is about to shake a bottle which another tube had shaken
 * through within ten minutes is asked for a short shake.
 * @param others all that stand on the bench, of whatever water
 * @param at instant, ms
 */
export const withShakenBottles = (tubes: readonly Tube[], others: readonly Tube[], at: number): Tube[] =>
  tubes.map((tube) => {
    const step = tube.method.steps[tube.step]!;
    if (tube.state !== 'running' || step.do !== 'shake' || !canBeShakenUp(step)) return tube;
    // What was begun as a long shake stays one.
    if (tube.timers[tube.step] !== undefined) return tube;
    const isUp = others.some((other) => {
      const shaken = other.shakenAt[step.bottle ?? ''];
      return (
        other.testId !== tube.testId &&
        shareBottles(tube, other) &&
        shaken !== undefined &&
        shaken <= at &&
        at - shaken <= staysUp
      );
    });
    return isUp ? { ...tube, again: { ...tube.again, [tube.step]: true } } : tube;
  });
