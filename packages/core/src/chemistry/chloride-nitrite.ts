import {
  type Interval,
  type Worked,
  checkInterval,
  convertInterval,
  divide,
  formatReading,
  interval,
  possibleConcentration,
  scale,
  subtract,
  worked,
} from '../quantity';

/** Chloride to keep for each part of nitrite: ten times by weight (extension teaching, SRAC 462, from memory). */
const chlorideForNitrite = 10;

export interface ChlorideNitrite {
  /** Chloride ÷ nitrite as the ion, by weight; null where nitrite is zero. */
  readonly perIon: Interval | null;
  /** Chloride ÷ nitrite-N, by weight; null where nitrite is zero. */
  readonly perNitrogen: Interval | null;
  /** Chloride still wanting for ten times the ion, mg/L. */
  readonly wantingPerIon: Interval;
  /** Chloride still wanting for ten times the nitrogen, mg/L. */
  readonly wantingPerNitrogen: Interval;
}

const wanting = (nitrite: Interval, chloride: Interval): Interval => {
  const { low, best, high } = subtract(scale(nitrite, chlorideForNitrite), chloride);
  return interval(Math.max(0, low), Math.max(0, best), Math.max(0, high));
};

/**
 * How well chloride shields fish from nitrite, on both bases, since the teaching is quoted on either.
 * @param chloride mg/L as the ion
 * @param nitrite mg/L as N
 * @example chlorideNitrite(point(30), point(1)).value.perIon.best // 9.13
 */
export function chlorideNitrite(chloride: Interval, nitrite: Interval): Worked<ChlorideNitrite> {
  checkInterval(chloride, 'chloride', possibleConcentration('Chloride', 'mg/L Cl'));
  checkInterval(nitrite, 'nitrite', possibleConcentration('Nitrite', 'mg/L NO2-N'));
  const ion = convertInterval(nitrite, 'nitrite', 'mg/L NO2-N', 'mg/L NO2');
  const some = nitrite.best > 0;
  const value: ChlorideNitrite = {
    perIon: some ? divide(chloride, ion) : null,
    perNitrogen: some ? divide(chloride, nitrite) : null,
    wantingPerIon: wanting(ion, chloride),
    wantingPerNitrogen: wanting(nitrite, chloride),
  };
  return worked(value, () => ({
    title: 'Chloride to nitrite',
    result:
      value.perIon && value.perNitrogen
        ? `${formatReading(value.perIon)} to 1 by nitrite, ${formatReading(value.perNitrogen)} to 1 by nitrite-N`
        : 'No nitrite read, so no ratio.',
    formula: 'chloride ÷ nitrite, by weight; wanted: 10 or more',
    substituted: `${formatReading(chloride)} ÷ ${formatReading(ion)} as NO2; ${formatReading(chloride)} ÷ ${formatReading(nitrite)} as N`,
    inputs: [
      { label: 'Chloride', value: `${formatReading(chloride)} mg/L Cl` },
      { label: 'Nitrite', value: `${formatReading(nitrite)} mg/L NO2-N = ${formatReading(ion)} mg/L NO2` },
    ],
    sources: ['At least ten times, for catfish ponds: extension teaching, SRAC 462 (from memory)'],
    caveats: [
      'The teaching is quoted on the basis of nitrite and of nitrite-N; by the ion it asks for over three times more salt.',
      'Salt harms some fish, snails and plants. It shields for a while; it does not remove nitrite.',
    ],
  }));
}
