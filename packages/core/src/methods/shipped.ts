import { FieldError } from '../quantity';
import { ammoniaSalicylate } from './ammonia-salicylate';
import { generalHardnessDrops } from './gh-drops';
import { carbonateHardnessDrops } from './kh-drops';
import type { Method } from './method';
import { nitrateTwoBottles, nitratePowder } from './nitrate';
import { nitriteOneBottle } from './nitrite';
import { penPh, penTemperature } from './pen';

/** The generic methods that ship, in the order in which a bench offers them. */
export const shippedMethods: readonly Method[] = [
  ammoniaSalicylate,
  carbonateHardnessDrops,
  penPh,
  penTemperature,
  nitriteOneBottle,
  nitrateTwoBottles,
  nitratePowder,
  generalHardnessDrops,
];

/**
 * The method with this id.
 * @throws FieldError `unknown-method`
 */
export function methodOf(id: string): Method {
  const method = shippedMethods.find((m) => m.id === id);
  if (!method) throw new FieldError('unknown-method', 'methodId', `There is no method called “${id}”.`);
  return method;
}
