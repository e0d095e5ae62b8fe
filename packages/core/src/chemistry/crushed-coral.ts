import { type Interval, type Worked, checkInterval, formatReading, point, scale, worked } from '../quantity';

/** Grams in each liter: one pound in ten US gallons. Common practice. */
const gramsPerLiter = 453.592_37 / (10 * 3.785_411_784);

/**
 * Crushed coral, oyster shell or dolomite in a bag, as it is usually put into a filter to hold KH up. It does not dose: it
 * gives way over weeks, and where KH ends is told by pH and CO2, not by the grams.
 * @param liters net volume of the water
 * @returns grams
 * @throws FieldError `out-of-range`
 * @example crushedCoral(point(37.854)).value.best // 453.6
 */
export function crushedCoral(liters: Interval): Worked<Interval> {
  checkInterval(liters, 'liters', { label: 'The volume', unit: 'L', low: 0.01, high: 1e9 });
  const grams = scale(liters, gramsPerLiter);
  return worked(grams, () => ({
    title: 'Crushed coral in a bag',
    result: `${formatReading(grams)} g`,
    formula: 'volume × 453.6 g ÷ (10 × 3.785 L)',
    substituted: `${formatReading(liters)} L × ${formatReading(point(gramsPerLiter))} g/L = ${formatReading(grams)} g`,
    inputs: [{ label: 'Net volume', value: `${formatReading(liters)} L` }],
    sources: ['One pound in ten US gallons: common practice'],
    caveats: [
      'It gives way over weeks, faster in sour water. Where KH ends is told by pH and CO2, not by the grams. Replace it after 6 to 12 months.',
    ],
  }));
}
