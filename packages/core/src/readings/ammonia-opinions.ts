import {
  eifacFreeAmmonia,
  epaAcuteWithoutSalmonids,
  epaAcuteWithSalmonids,
  epaChronic,
  ifasFreeAmmonia,
} from '../chemistry';
import { type Interval, convert, formatReading, interval, point } from '../quantity';

/** What one school says of an ammonia reading. */
export interface AmmoniaOpinion {
  readonly school: string;
  readonly source: string;
  /** The limit at this pH and temperature, in `unit`. */
  readonly limit: Interval;
  readonly unit: string;
  /** below: even at the highest; above: even at the lowest. */
  readonly verdict: 'below' | 'above' | 'cannot-tell';
}

/** Compares a value with a limit that is itself only known to a range. */
function compare(value: Interval, limit: Interval): AmmoniaOpinion['verdict'] {
  if (value.high <= limit.low) return 'below';
  return value.low > limit.high ? 'above' : 'cannot-tell';
}

const epa = 'US EPA 2013, EPA-822-R-13-001';

/**
 * Further opinions on total and free ammonia. The EPA's limits depend on pH and temperature; where those are
 * uncertain, so is the limit.
 * @param total mg/L as NH3-N
 * @param free mg/L as NH3-N
 */
export function ammoniaOpinions(
  total: Interval,
  free: Interval,
  ph: Interval,
  temperature: Interval,
): AmmoniaOpinion[] {
  // The criteria fall with pH and with temperature, so their ends lie at the opposite ends of both.
  const criterion = (f: (p: number, t: number) => number): Interval =>
    interval(f(ph.high, temperature.high), f(ph.best, temperature.best), f(ph.low, temperature.low));
  const ofTotal = (school: string, f: (p: number, t: number) => number): AmmoniaOpinion => {
    const limit = criterion(f);
    return { school, source: epa, limit, unit: 'mg/L NH3-N', verdict: compare(total, limit) };
  };
  const ofFree = (school: string, source: string, limit: number): AmmoniaOpinion => ({
    school,
    source,
    limit: point(limit),
    unit: 'mg/L NH3',
    verdict: compare(free, point(convert(limit, 'ammonia', 'mg/L NH3', 'mg/L NH3-N'))),
  });
  return [
    ofFree('EIFAC, free ammonia', 'EIFAC 1970, Technical Paper 11', eifacFreeAmmonia),
    ofFree('Extension teaching, free ammonia', 'IFAS FA16 (from memory)', ifasFreeAmmonia),
    ofTotal('EPA, total ammonia for a month', epaChronic),
    ofTotal('EPA, total ammonia for an hour, no trout or salmon', epaAcuteWithoutSalmonids),
    ofTotal('EPA, total ammonia for an hour, trout or salmon present', epaAcuteWithSalmonids),
  ];
}

const words = {
  below: 'This water is below it even at the highest of its range.',
  above: 'This water is above it even at the lowest of its range.',
  'cannot-tell': 'Cannot tell: the range crosses it.',
} as const;

/** The opinion as a sentence. */
export const opinionSentence = ({ limit, unit, verdict }: AmmoniaOpinion): string =>
  `Limit ${formatReading(limit)} ${unit} here. ${words[verdict]}`;
