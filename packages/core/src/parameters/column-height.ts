import { FieldError, type Interval, interval } from '../quantity';

export interface ColumnScale {
  readonly unit: string;
  /** From the tallest column to the shortest, values rising. */
  readonly scale: readonly { readonly millimeters: number; readonly value: number }[];
}

/** How well an eye tells the height at which a mark is gone, mm each way. Hedge Lamp's own, cautious. */
const eyeMillimeters = 2;

/** The value at a height, between the printed ones along the logarithm: each step of such a scale is a ratio. */
function valueAt(scale: ColumnScale['scale'], millimeters: number): number {
  const k = scale.findIndex((row) => row.millimeters <= millimeters);
  const [above, below] = [scale[k - 1] ?? scale[0]!, scale[k]!];
  if (above === below) return below.value;
  const share = (above.millimeters - millimeters) / (above.millimeters - below.millimeters);
  if (above.value === 0) return share * below.value;
  return above.value * (below.value / above.value) ** share;
}

/**
 * What a column stands for whose mark disappeared at this height: cloudier water hides it sooner. Past the ends of
 * the scale only a limit is known.
 * @param millimeters height of the column
 * @returns in the unit of the scale
 * @throws FieldError `out-of-range`
 * @example columnInterval({ scale: [{ millimeters: 100, value: 10 }, { millimeters: 50, value: 20 }] }, 101) // { low: 0 }
 */
export function columnInterval({ scale }: ColumnScale, millimeters: number): Interval {
  if (!(millimeters > 0 && millimeters <= 1000))
    throw new FieldError(
      'out-of-range',
      'entered.text',
      `The height is a number of millimeters from 1 to 1000; ${millimeters} cannot be.`,
    );
  const [tallest, shortest] = [scale[0]!, scale.at(-1)!];
  const at = (height: number) =>
    valueAt(scale, Math.min(tallest.millimeters, Math.max(shortest.millimeters, height)));
  if (millimeters >= tallest.millimeters) {
    const high = at(millimeters - eyeMillimeters);
    return interval(0, tallest.value / 2, high);
  }
  if (millimeters < shortest.millimeters) {
    const low = at(millimeters + eyeMillimeters);
    return interval(low, shortest.value, Infinity);
  }
  return interval(
    millimeters + eyeMillimeters > tallest.millimeters ? 0 : at(millimeters + eyeMillimeters),
    at(millimeters),
    millimeters - eyeMillimeters < shortest.millimeters ? Infinity : at(millimeters - eyeMillimeters),
  );
}
