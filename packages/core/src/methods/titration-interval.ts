import { FieldError, type Interval, interval } from '../quantity';

/**
 * What n drops to the turn mean: the true end point lies above n − 1 drops and at or below n.
 * The best guess is n, since kits are calibrated so that the turning drop counts (common practice).
 * @param drops whole drops, at least 1
 * @param perDrop worth of one drop
 * @returns interval in the unit of `perDrop`
 * @throws FieldError `out-of-range`
 */
export function titrationInterval(drops: number, perDrop: number): Interval {
  if (!Number.isInteger(drops) || drops < 1)
    throw new FieldError(
      'out-of-range',
      'entered.drops',
      `Drops are counted in whole numbers from 1; ${drops} cannot be. If the very first drop turned it, enter 1.`,
    );
  return interval((drops - 1) * perDrop, drops * perDrop, drops * perDrop);
}
