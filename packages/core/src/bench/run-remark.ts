import { type Interval, formatReading } from '../quantity';
import { type MethodBook, shippedBook } from '../methods';
import { interpret } from '../readings/interpret';
import { phFromTwo } from '../readings/ph-overlap';
import { parameters } from '../readings/parameter';
import { type Tube, enteredOf } from './tube';

/** What the tubes of a run say about each other: a blank, the same again, both pH ranges. */
export interface RunRemark {
  readonly kind: 'blank' | 'repeat' | 'second-sample' | 'ph-pair';
  /** False where something is wrong, and the readings with it. */
  readonly good: boolean;
  readonly text: string;
  /** The tubes that are doubted by it. */
  readonly doubted: readonly Tube[];
}

/** The range of a kept tube in its canonical unit, for comparing; null where it tells no amount. */
function valueOf(tube: Tube, book: MethodBook): Interval | null {
  const entered = tube.state === 'kept' ? enteredOf(tube) : null;
  if (!entered) return null;
  const { id: methodId, version: methodVersion, parameter } = tube.method;
  return interpret({ parameter, methodId, methodVersion, entered, doubts: tube.doubts }, book).value;
}

function blankRemark(blank: Tube, value: Interval, tubes: readonly Tube[]): RunRemark | null {
  const { name, id, parameter } = blank.method;
  // Distilled water has a pH and a temperature like any other: only of an amount there should be none.
  if (['ph', 'temperature'].includes(parameters[parameter].kind)) return null;
  const good = value.low <= 0;
  return {
    kind: 'blank',
    good,
    text: good
      ? `The blank of ${name} is clear, as it should be.`
      : `The blank of ${name} is not clear: the kit reads ${formatReading(value)} where there should be nothing. What it reads in your water may be that much too high.`,
    doubted: good
      ? []
      : tubes.filter((t) => t.method.id === id && t.test.role !== 'blank' && t.state === 'kept'),
  };
}

function pairRemark(tube: Tube, value: Interval, of: Tube, other: Interval): RunRemark {
  const isRepeat = tube.test.role === 'repeat';
  const good = value.low <= other.high && other.low <= value.high;
  const { name } = tube.method;
  return {
    kind: isRepeat ? 'repeat' : 'second-sample',
    good,
    text: good
      ? `${name}: both tubes agree.`
      : `${name}: the two tubes do not agree. ${isRepeat ? 'Run it a third time, and look at the bottle.' : 'The water is not the same all over, or one tube went wrong.'}`,
    doubted: good ? [] : [of, tube],
  };
}

/** Both pH ranges, where both were kept and neither is a blank or from another place. */
function phRemark(tubes: readonly Tube[], book: MethodBook): RunRemark[] {
  const range = (id: string) =>
    tubes.find(
      (t) => (t.method.copiedFrom ?? t.method.id) === id && t.state === 'kept' && t.test.role === 'test',
    );
  const [low, high] = [range('ph-low-range'), range('ph-high-range')];
  const [a, b] = [low && valueOf(low, book), high && valueOf(high, book)];
  if (!a || !b || low!.test.samplingPointId !== high!.test.samplingPointId) return [];
  const { together, contradiction } = phFromTwo(a, b).value;
  return [
    {
      kind: 'ph-pair',
      good: together !== null,
      text: together ? `Both pH ranges together: pH ${formatReading(together)}.` : contradiction!,
      doubted: together ? [] : [low!, high!],
    },
  ];
}

/**
 * What is to be said of a run beside its readings. Common practice: a repeat that does not agree is run a third time,
 * and a blank that takes on color tells of the reagent, not of the water.
 * @param tubes all of the run
 */
export function runRemarks(tubes: readonly Tube[], book: MethodBook = shippedBook): RunRemark[] {
  const each = tubes.flatMap((tube) => {
    const value = valueOf(tube, book);
    if (!value) return [];
    if (tube.test.role === 'blank') return blankRemark(tube, value, tubes) ?? [];
    const of = tubes.find((t) => t.testId === tube.test.ofTestId);
    const other = of && valueOf(of, book);
    if (!other || !['repeat', 'second-sample'].includes(tube.test.role)) return [];
    return [pairRemark(tube, value, of, other)];
  });
  return [...each, ...phRemark(tubes, book)];
}
