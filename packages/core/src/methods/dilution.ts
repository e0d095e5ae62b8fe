import {
  FieldError,
  type Interval,
  type Worked,
  checkInterval,
  checkValue,
  formatReading,
  interval,
  possibleAmount,
  possibleConcentration,
  worked,
} from '../quantity';

/** What a keeper measures small volumes with, in mL. */
export interface Syringe {
  /** The most it draws at once. */
  readonly volume: number;
  /** The finest mark on it. */
  readonly mark: number;
}

export interface DilutionPlan {
  /** Parts in all for one part of sample: the result is multiplied by it. */
  readonly times: number;
  readonly sampleMilliliters: number;
  readonly waterMilliliters: number;
  /** What the factor may really be, since each draw is good to half a mark. */
  readonly factor: Interval;
  /** What to do, in order. */
  readonly steps: readonly string[];
}

/** Factors that are easy to work with. */
const neatFactors = [2, 3, 4, 5, 8, 10, 20, 50];
/** A sample of fewer marks than this is not drawn well. Our own bound: within a twentieth. */
const fewestMarks = 5;
/** More than this is not handy at a tank, mL. */
const mostMilliliters = 100;

const tidy = (x: number) => String(Number(x.toFixed(3)));

/** "5 + 4 mL": the draws that make a volume. */
function draws(milliliters: number, { volume }: Syringe): number[] {
  const full = Math.floor(milliliters / volume + 1e-9);
  const rest = milliliters - full * volume;
  return [...Array<number>(full).fill(volume), ...(rest > 1e-9 ? [rest] : [])];
}

/** One part of sample in `times` parts, with the keeper's own syringe; null when it cannot be done neatly. */
function planFor(times: number, syringe: Syringe, tubeMilliliters: number): DilutionPlan | null {
  const { mark } = syringe;
  // The smallest sample in whole marks that fills the tube and is drawn well; whole milliliters before odd ones.
  const least = Math.max(fewestMarks * mark, tubeMilliliters / times);
  const inMarks = Math.ceil(least / mark - 1e-9) * mark;
  const whole = Math.ceil(least - 1e-9);
  // Marks such as 0.1 leave crumbs of rounding behind.
  const rounded = (x: number) => Number(x.toFixed(6));
  const sample = rounded(whole * times <= Math.min(mostMilliliters, 2 * inMarks * times) ? whole : inMarks);
  const water = rounded(sample * (times - 1));
  if (sample * times > mostMilliliters) return null;
  const [drawn, poured] = [draws(sample, syringe), draws(water, syringe)];
  const [offSample, offWater] = [(drawn.length * mark) / 2, (poured.length * mark) / 2];
  const at = (s: number, w: number) => (s + w) / s;
  const factor = interval(
    at(sample + offSample, Math.max(0, water - offWater)),
    times,
    at(sample - offSample, water + offWater),
  );
  const list = (parts: number[]) =>
    parts.length === 1
      ? `${tidy(parts[0]!)} mL`
      : parts.length > 4
        ? `${parts.filter((p) => p === syringe.volume).length} × ${tidy(syringe.volume)}${parts.at(-1) === syringe.volume ? '' : ` + ${tidy(parts.at(-1)!)}`} mL`
        : `${parts.map(tidy).join(' + ')} mL`;
  return {
    times,
    sampleMilliliters: sample,
    waterMilliliters: water,
    factor,
    steps: [
      `Rinse the syringe and a clean cup with distilled water.`,
      `Put ${tidy(sample)} mL of the sample into the cup (draw ${list(drawn)}).`,
      `Add ${tidy(water)} mL of distilled or RO water (draw ${list(poured)}), and swirl.`,
      `Fill the tube to its line from the cup and run the test as always.`,
      `Multiply the result by ${times}.`,
    ],
  };
}

/**
 * Neat dilutions with the keeper's own syringe: "1 mL into 9 mL with your 5 mL syringe".
 * @param tubeMilliliters what the test needs
 * @throws FieldError `out-of-range`
 */
export function dilutionPlans(syringe: Syringe, tubeMilliliters: number): DilutionPlan[] {
  checkValue(syringe.volume, 'syringe', { label: 'The syringe', unit: 'mL', low: 0.5, high: 100 });
  checkValue(syringe.mark, 'mark', { label: 'The finest mark', unit: 'mL', low: 0.005, high: 10 });
  checkValue(tubeMilliliters, 'tube', { label: 'The tube', unit: 'mL', low: 1, high: 50 });
  if (syringe.mark > syringe.volume)
    throw new FieldError(
      'contradiction',
      'mark',
      'The finest mark cannot be more than the whole syringe holds.',
    );
  return neatFactors.map((times) => planFor(times, syringe, tubeMilliliters)).filter((plan) => plan !== null);
}

/**
 * The result of a diluted test scaled back: result × factor, ends with ends.
 * @param reading of the diluted sample, any unit
 * @param factor parts in all for one part of sample, 1 or more
 * @example scaledBack(interval(4, 5, 6), point(10), 'mg/L NO3').value // { low: 40, best: 50, high: 60 }
 */
export function scaledBack(reading: Interval, factor: Interval, unit: string): Worked<Interval> {
  checkInterval(reading, 'reading', possibleConcentration('The reading', unit));
  checkInterval(factor, 'factor', { ...possibleAmount('The dilution', ''), low: 1 });
  const value = interval(reading.low * factor.low, reading.best * factor.best, reading.high * factor.high);
  return worked(value, () => ({
    title: 'Result of the diluted sample',
    result: `${formatReading(value)} ${unit}`,
    formula: 'value = reading × parts in all ÷ part of sample',
    substituted: `${formatReading(reading)} × ${formatReading(factor)} = ${formatReading(value)} ${unit}`,
    inputs: [
      { label: 'Read in the diluted sample', value: `${formatReading(reading)} ${unit}` },
      { label: 'Diluted', value: `${formatReading(factor)} times` },
    ],
    sources: ['Dilution: common practice'],
    caveats: [
      'Distilled or RO water is meant: tap water brings its own.',
      'Whatever the card does not tell apart is multiplied too: the range grows with the factor.',
    ],
  }));
}
