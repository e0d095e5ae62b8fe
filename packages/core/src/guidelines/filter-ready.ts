import { day } from '../wire';
import { type ParameterId, parameterInfo } from '../parameters';
import type { EffectiveReading } from './effective';
import type { PastMaker } from './events';

/** How long a filter that passed its test is taken for ready while nobody feeds it: without food it dies back. Hedge Lamp's own. */
const readyLasts = 7 * day;

/** What a filter must have taken up. */
const waste = ['ammonia', 'nitrite'] as const satisfies readonly ParameterId[];

/**
 * Whether a filter without animals is still ready for them: found so within a week, with nothing since that upsets a
 * filter, and neither ammonia nor nitrite to be read since.
 * @param readyAt when it was found ready
 * @param makers what was done, as far as it makes earlier readings the past
 */
export function isFilterReady(
  readyAt: number,
  at: number,
  makers: readonly PastMaker[],
  read: ReadonlyMap<ParameterId, EffectiveReading>,
): boolean {
  if (at - readyAt > readyLasts) return false;
  if (makers.some((m) => m.unsettles && m.at > readyAt)) return false;
  return waste.every((parameter) => {
    const newest = read.get(parameter);
    if (!newest || newest.takenAt <= readyAt) return true;
    return newest.value !== null && newest.value.best < parameterInfo(parameter).trace!;
  });
}
