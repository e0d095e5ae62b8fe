import { FieldError, type Interval, checkValue, interval } from '../quantity';

/** Where keepers put the best guess: at the turning drop, as kits are calibrated, or in the middle of it. */
export type TitrationSchool = 'turning-drop' | 'middle-of-drop';

export interface TitrationSample {
  /** Sample taken, as many times what the leaflet asks for: 2 halves what a drop is worth. */
  readonly sampleTimes?: number | undefined;
  readonly school?: TitrationSchool | undefined;
}

/**
 * What n drops to the turn mean: the true end point lies above n − 1 drops and at or below n.
 * The best guess is n, since kits are calibrated so that the turning drop counts; another school takes n − ½
 * (both common practice). Twice the sample halves what a drop is worth.
 * @param drops whole drops, at least 1
 * @param perDrop worth of one drop in the sample that the leaflet asks for
 * @returns interval in the unit of `perDrop`
 * @throws FieldError `out-of-range`
 */
export function titrationInterval(drops: number, perDrop: number, sample: TitrationSample = {}): Interval {
  if (!Number.isInteger(drops) || drops < 1)
    throw new FieldError(
      'out-of-range',
      'entered.drops',
      `Drops are counted in whole numbers from 1; ${drops} cannot be. If the very first drop turned it, enter 1.`,
    );
  const { sampleTimes = 1, school = 'turning-drop' } = sample;
  checkValue(sampleTimes, 'entered.sampleTimes', { label: 'The sample', unit: 'times', low: 0.1, high: 20 });
  const worth = perDrop / sampleTimes;
  const best = school === 'turning-drop' ? drops : drops - 0.5;
  return interval((drops - 1) * worth, best * worth, drops * worth);
}
