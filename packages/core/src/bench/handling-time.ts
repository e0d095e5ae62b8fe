import { type Method, type Step, isTimed } from '../methods';

/** Seconds for one drop: tip, let fall, look. Hedge Lamp's own estimates, for planning alone; so are all below. */
const perDrop = 2;
/** A titration takes about so many drops, and a swirl after each. */
const dropsToTurn = 8;
const perTitratedDrop = 5;

/**
 * Seconds that a step keeps a pair of hands busy; a wait keeps none. Only for planning: nothing is timed by it.
 * @param by how the method is read, since a meter is held until it is steady
 */
export function handSeconds(step: Step, by: Method['result']['by']): number {
  switch (step.do) {
    case 'stand':
      return 0;
    case 'shake':
      return step.seconds + 2;
    case 'dip':
      return step.seconds + 4;
    case 'rinse':
      return 10;
    case 'fill':
      return 15;
    case 'drop':
      return 4 + perDrop * step.drops;
    case 'powder':
      return 12 * step.scoops;
    case 'packet':
      return 12 * step.packets;
    case 'cap':
      return 4;
    case 'swirl':
      return 6;
    case 'invert':
      return 2 + 2 * step.times;
    case 'ask':
      return 5;
    case 'count-to-turn':
      return 6 + perTitratedDrop * dropsToTurn;
    case 'read':
      return by === 'meter' ? 35 : by === 'column' ? 40 : by === 'strip' ? 40 : 25;
  }
}

/** Seconds of a step as a clock would show them for one test run alone. */
export const wholeSeconds = (step: Step, by: Method['result']['by']): number =>
  step.do === 'stand' && isTimed(step) ? step.seconds : handSeconds(step, by);
