import {
  FieldError,
  type Interval,
  type Worked,
  checkValue,
  formatBest,
  formatReading,
  interval,
  point,
  worked,
} from '../quantity';

/** Where keepers put the best guess: at the turning drop, as kits are calibrated, or in the middle of it. */
export type TitrationSchool = 'turning-drop' | 'middle-of-drop';

export const titrationSchoolLabel: Readonly<Record<TitrationSchool, string>> = {
  'turning-drop': 'The turning drop counts in full, as kits are calibrated',
  'middle-of-drop': 'The middle of the turning drop',
};

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
 * @example titrationInterval(9, 1) // { low: 8, high: 9 }
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

/** How a count of drops is put into words, wherever one is opened. */
export function titrationWords(drops: number, perDrop: number, sampleTimes: number, unit: string) {
  const worth = formatBest(point(perDrop / sampleTimes));
  return {
    formula: '(drops − 1) × worth of a drop < value ≤ drops × worth of a drop',
    substituted: `(${drops} − 1) × ${worth} < value ≤ ${drops} × ${worth} ${unit}`,
    input: {
      label: 'Drops to the turn',
      value: `${drops}, each worth ${worth} ${unit}`,
      ...(sampleTimes === 1
        ? {}
        : { note: `${sampleTimes} times the usual sample, so a drop is worth ${perDrop} ÷ ${sampleTimes}.` }),
    },
    caveat:
      'The true end lies somewhere within the last drop. Twice the sample would halve what a drop is worth.',
  };
}

/**
 * The same with its workings, and what the other school takes for the best guess.
 * @param unit of `perDrop`, with its basis
 * @throws FieldError `out-of-range`
 */
export function titration(
  drops: number,
  perDrop: number,
  unit: string,
  sample: TitrationSample = {},
): Worked<Interval> {
  const worth = { label: 'The worth of a drop', unit, low: Number.MIN_VALUE, high: Number.MAX_VALUE };
  checkValue(perDrop, 'perDrop', worth);
  const value = titrationInterval(drops, perDrop, sample);
  return worked(value, () => {
    const { formula, substituted, input, caveat } = titrationWords(
      drops,
      perDrop,
      sample.sampleTimes ?? 1,
      unit,
    );
    return {
      title: 'Drops to the turn',
      result: `${formatReading(value)} ${unit}`,
      formula,
      substituted,
      inputs: [input],
      sources: ['Counting drops, and both schools of the best guess: common practice'],
      caveats: [caveat, 'Bottle upright, so that all drops are of one size.'],
      opinions: (['turning-drop', 'middle-of-drop'] as const).map((school) => ({
        school: titrationSchoolLabel[school],
        says: `${formatBest(titrationInterval(drops, perDrop, { ...sample, school }))} ${unit}.`,
        source: 'common practice',
      })),
    };
  });
}
