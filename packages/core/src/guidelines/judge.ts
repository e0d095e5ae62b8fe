import type { Interval } from '../quantity';
import type { Band } from '../limits/limit';
import { type Status, milder, worse } from '../limits/status';

export interface Verdict {
  /** What the lamp shows. */
  readonly status: Status;
  /** True when the whole interval lies in one status. */
  readonly sure: boolean;
  readonly mildest: Status;
  readonly worst: Status;
  readonly atBest: Status;
  /** True when the best guess lies below the clear band, false above or inside. */
  readonly tooLow: boolean;
}

/**
 * Judges an interval by bands. Three answers are kept apart: clear even at the worst end, bad even at the
 * mildest, and "cannot tell". Where it cannot tell and the worst end is beyond clear, the lamp is at least Watch.
 * @param bands at least one, covering all values
 */
export function judge(value: Interval, bands: readonly Band[]): Verdict {
  // An end that only meets a limit does not reach past it: three drops mean more than two.
  const wide = value.high > value.low;
  const touched = bands.filter((b) => value.high > b.from && (wide ? value.low < b.to : value.low <= b.to));
  const atBest = bands.find((b) => value.best <= b.to)?.status ?? bands.at(-1)!.status;
  const mildest = touched.map((b) => b.status as Status).reduce(milder);
  const worst = touched.map((b) => b.status as Status).reduce(worse);
  const firstClear = bands.find((b) => b.status === 'clear');
  const reference =
    worst === 'clear' || !firstClear ? value.best : atBest === 'clear' ? value.low : value.best;
  return {
    status: worst === 'clear' ? 'clear' : worse(atBest, 'watch'),
    sure: mildest === worst,
    mildest,
    worst,
    atBest,
    tooLow: firstClear !== undefined && reference <= firstClear.from,
  };
}
