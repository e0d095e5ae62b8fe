import { type Interval, formatReading, point } from '../quantity';
import type { CarbonateState } from './carbonate-system';

/**
 * The pH at which phenolphthalein turns: 8.3, that of plain bicarbonate.
 * Source: Standard Methods for the Examination of Water and Wastewater, 2320 (from memory).
 */
const phenolphthaleinPh = 8.3;

/** Alkalinity down to the phenolphthalein end point, meq/L: CO3 + OH less CO2 + H; below zero where there is none. */
export const phenolphthaleinAlkalinity = (state: CarbonateState): number =>
  // Total alkalinity less one equivalent for each carbon is what lies above plain bicarbonate.
  state.alkalinity - state.dic;

/**
 * Whether the color after the drop of phenolphthalein goes with a pH reading. The dye shows from about 8.0 on
 * and is plain from 8.6 on; in between it tells nothing (common practice).
 * @returns a sentence where the two contradict each other, else null
 * @example phenolphthaleinContradiction(true, interval(7, 7.2, 7.4)) !== null // true
 */
export function phenolphthaleinContradiction(turnedPink: boolean, ph: Interval): string | null {
  if (turnedPink && ph.high < 8)
    return `Pink means a pH above about ${phenolphthaleinPh}, but pH was read as no more than ${formatReading(point(ph.high))}. One of the two is off: repeat the pH test with the high range.`;
  if (!turnedPink && ph.low > 8.6)
    return `Colorless means a pH below about ${phenolphthaleinPh}, but pH was read as ${formatReading(point(ph.low))} or more. One of the two is off: repeat the pH test.`;
  return null;
}
