import { scalesWithDilution } from '../parameters';
import type { Method } from './method';

/**
 * True where the sample may be diluted and the result multiplied: an amount, read in a tube. A meter is dipped into
 * the water itself, and pH does not scale.
 */
export const isDilutable = ({ parameter, result }: Pick<Method, 'parameter' | 'result'>): boolean =>
  scalesWithDilution(parameter) && result.by !== 'meter';

/** True where another size of sample changes what a drop is worth. Common practice: twice the sample, half the drop. */
export const isSizable = ({ result }: Pick<Method, 'result'>): boolean => result.by === 'titration';
