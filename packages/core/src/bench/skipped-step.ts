import type { Step } from '../methods';
import { counted } from '../quantity';
import type { DoubtId } from '../readings';

/** A step that was confirmed without being done as its leaflet asks. */
export interface Skipped {
  /** What the reading is marked with. */
  readonly doubt: DoubtId;
  /** Asked once, before going on. */
  readonly asks: string;
  /** The answer of who did it all the same. */
  readonly did: string;
}

/** What was done at a step by the time it is left. */
export interface DoneAtStep {
  readonly drops: number;
  /** Seconds since its timer was started; null where it never was. */
  readonly seconds: number | null;
}

/** A second or two of a shake are nothing. Hedge Lamp's own. */
const enoughShaken = 0.8;
/** Under this share of its time a step that decides was not done. Hedge Lamp's own. */
const hardlyDone = 0.5;
/** Drops that may be wrong beyond one before the color means nothing, as a share of all. Hedge Lamp's own. */
const mostMiscounted = 0.25;

/**
 * What is left undone at a step. One drop more or less is a doubt; more than one at a step that decides, or more than a
 * quarter of the drops anywhere, leaves no value. A shake or wait that decides leaves no value under half of its time,
 * and is a doubt under four fifths of it (a wait: under all of it); where it does not decide, leaving it out is a doubt.
 * Which steps decide is common practice and stands with each method; the shares are Hedge Lamp's own.
 * @returns null where it was done
 */
export function skippedAt(step: Step, { drops, seconds }: DoneAtStep): Skipped | null {
  switch (step.do) {
    case 'drop': {
      const off = Math.abs(drops - step.drops);
      if (off === 0) return null;
      const decides =
        off > 1 && (step.matters === 'critical' || off > Math.max(1, mostMiscounted * step.drops));
      return {
        doubt: decides || drops === 0 ? 'step-skipped' : 'lost-count',
        asks:
          step.drops === 1
            ? `You counted ${counted(drops, 'drop', 'drops')} of 1. Did just one go in?`
            : `You counted ${drops} of ${step.drops} drops. Did all ${step.drops} go in?`,
        did: step.drops === 1 ? 'One drop is in' : `All ${step.drops} are in`,
      };
    }
    case 'shake': {
      const share = (seconds ?? 0) / step.seconds;
      if (share >= enoughShaken || (step.seconds < 5 && step.matters !== 'critical')) return null;
      const decides = step.matters === 'critical' && share < hardlyDone;
      // A shake that decides nothing and was begun is no matter.
      if (step.matters !== 'critical' && seconds !== null) return null;
      return {
        doubt: decides ? 'step-skipped' : 'shook-short',
        asks:
          seconds === null
            ? `Its ${step.seconds} seconds were not timed here. Did you shake it?`
            : `It was shaken ${Math.round(seconds)} of ${step.seconds} seconds. Did you shake it longer?`,
        did: `I shook it for ${step.seconds} seconds`,
      };
    }
    case 'stand': {
      const share = (seconds ?? 0) / step.seconds;
      if (share >= 1) return null;
      const waited =
        seconds === null ? 'was not timed here' : `stood ${minutes(seconds)} of ${minutes(step.seconds)}`;
      return {
        doubt: step.matters === 'critical' && share < hardlyDone ? 'step-skipped' : 'read-early',
        asks: `It ${waited}. Did it stand all its time?`,
        did: `It stood ${minutes(step.seconds)}`,
      };
    }
    default:
      return null;
  }
}

const minutes = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  if (whole < 60) return `${whole} seconds`;
  const rest = whole % 60;
  return `${Math.floor(whole / 60)}:${String(rest).padStart(2, '0')} minutes`;
};
