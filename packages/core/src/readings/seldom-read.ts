import type { Interval } from '../quantity';
import { type ParameterId, parameterInfo } from '../parameters';

/**
 * Whether a figure is so far from what waters with animals hold that a slip of the finger is likelier: then it is asked
 * about once before it is kept. Where the slip begins is Hedge Lamp's own.
 * @param value in the canonical unit
 */
export function isSeldomRead(parameter: ParameterId, value: Pick<Interval, 'best'> | null): boolean {
  const { seldom } = parameterInfo(parameter);
  return seldom !== undefined && value !== null && (value.best < seldom[0] || value.best > seldom[1]);
}
