import {
  type Interval,
  type Worked,
  bounded,
  checkInterval,
  formatReading,
  interval,
  overlap,
  possiblePh,
  worked,
} from '../quantity';

/** The bounds of the two tests: low range 6.0–7.6, high range 7.4–8.8 (common practice; the keeper's leaflet wins). */
const phRanges = { low: { from: 6, to: 7.6 }, high: { from: 7.4, to: 8.8 } } as const;

export type PhSchool = 'low-first' | 'high-always' | 'both';
export const phSchoolLabel: Readonly<Record<PhSchool, string>> = {
  'low-first': 'Low range first; the high one only past its top',
  'high-always': 'Always the high range; the low one only at its bottom',
  both: 'Both, and where they overlap',
};

export interface PhFromTwo {
  /** What each school takes; null where it has nothing. */
  readonly schools: Readonly<Record<PhSchool, Interval | null>>;
  /** Where both can be right; null when nowhere. */
  readonly together: Interval | null;
  /** Said plainly where the two cannot both be right. */
  readonly contradiction: string | null;
}

/** A color at an end of its card says only "this or beyond". */
function opened(i: Interval, range: { from: number; to: number }): Interval {
  const low = i.best <= range.from ? possiblePh.low : i.low;
  const high = i.best >= range.to ? possiblePh.high : i.high;
  return interval(low, Math.min(Math.max(i.best, low), high), high);
}

/**
 * One pH from the low-range and the high-range test of one sample. The low one tops out at 7.6 and then says
 * only "7.6 or more"; the high one bottoms out at 7.4. The truth is where they overlap. All three schools are
 * offered (common practice).
 * @throws FieldError with field `low` or `high`
 */
export function phFromTwo(low: Interval, high: Interval): Worked<PhFromTwo> {
  const read = (i: Interval, field: string, range: { from: number; to: number }) =>
    opened(checkInterval(bounded(i, possiblePh), field, possiblePh), range);
  const [a, b] = [read(low, 'low', phRanges.low), read(high, 'high', phRanges.high)];
  const [pastTop, atBottom] = [low.best >= phRanges.low.to, high.best <= phRanges.high.from];

  const meet = (): Interval | null => {
    if (!overlap(a, b)) return null;
    const [from, to] = [Math.max(a.low, b.low), Math.min(a.high, b.high)];
    // A test at its end has no best guess of its own; then the other's counts.
    const guess = pastTop ? b.best : atBottom ? a.best : (a.best + b.best) / 2;
    return interval(from, Math.min(to, Math.max(from, guess)), to);
  };
  const together = meet();
  const schools: PhFromTwo['schools'] = {
    'low-first': pastTop ? b : a,
    'high-always': atBottom ? a : b,
    both: together,
  };
  const contradiction = together
    ? null
    : a.low > b.high
      ? `The low range says ${formatReading(a)}, the high range no more than ${formatReading(interval(b.high, b.high, b.high))}: they cannot both be right. Repeat both from one sample, and look at the dates on the bottles.`
      : `The low range says no more than ${formatReading(interval(a.high, a.high, a.high))}, the high range at least ${formatReading(interval(b.low, b.low, b.low))}: they cannot both be right. Repeat both from one sample, and look at the dates on the bottles.`;
  return worked({ schools, together, contradiction }, () => ({
    title: 'pH from two ranges',
    result: together ? formatReading(together) : 'The two contradict each other',
    formula: 'the higher of the two low ends to the lower of the two high ends',
    substituted: together
      ? `${formatReading(a)} and ${formatReading(b)} meet at ${formatReading(together)}`
      : (contradiction ?? ''),
    inputs: [
      {
        label: 'Low range',
        value: formatReading(low),
        ...(pastTop ? { note: `The card ends at ${phRanges.low.to}: this means that or more.` } : {}),
      },
      {
        label: 'High range',
        value: formatReading(high),
        ...(atBottom ? { note: `The card begins at ${phRanges.high.from}: this means that or less.` } : {}),
      },
    ],
    sources: ['Both ranges and the three schools: common practice'],
    caveats: contradiction ? [contradiction] : ['Both tests from one sample, at the same time of day.'],
    opinions: (['low-first', 'high-always', 'both'] as const).map((school) => ({
      school: phSchoolLabel[school],
      says: schools[school] ? `pH ${formatReading(schools[school])}.` : 'No pH fits both.',
      source: 'common practice',
    })),
  }));
}
