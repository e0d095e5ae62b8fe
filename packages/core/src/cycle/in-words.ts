import { roughWords, shownWords } from '../guidelines';
import { point, toCanonical } from '../quantity';
import { usualUnits } from '../waters';
import type { CycleLog } from './cycle-log';

type Seen = Pick<CycleLog, 'units'>;
const waterOf = ({ units = usualUnits }: Seen) => ({ units });

/**
 * A temperature in the unit that the keeper reads, two digits: "25 °C", "77 °F".
 * @param celsius °C
 */
export const warmthWords = (log: Seen, celsius: number): string =>
  roughWords(waterOf(log), 'temperature', celsius);

/** A temperature that was read, as it was, in that unit: "20.9 °C". */
export const readWarmthWords = (log: Seen, celsius: number): string =>
  shownWords(waterOf(log), 'temperature', point(celsius));

/**
 * A KH in the unit that the keeper reads, two digits: "3 °dKH", "54 mg/L CaCO3".
 * @param alkalinity meq/L
 */
export const khWords = (log: Seen, alkalinity: number): string =>
  roughWords(waterOf(log), 'alkalinity', alkalinity);

/** What the cycle takes of KH with each mg of nitrogen, in words. Stoichiometry of nitrification: 7.146 mg CaCO3. */
export const khTakenWords = (log: Seen): string => khWords(log, toCanonical(0.4, 'alkalinity', '°dKH'));
