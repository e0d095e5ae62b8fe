import { type Interval, formatReading } from '../quantity';
import { type MethodBook, shippedBook } from '../methods';
import { phFromTwo } from '../readings/ph-overlap';
import { type ParameterId, scalesWithDilution } from '../parameters';
import { type Ran, type Repeated, amountIn, repeatedBy } from './repeated';
import type { Tube } from './tube';

/** What the tubes of a run say about each other: a blank, the same again, both pH ranges. */
export interface RunRemark {
  readonly kind: 'blank' | 'repeat' | 'second-sample' | 'ph-pair';
  /** False where something is wrong, and the readings with it. */
  readonly good: boolean;
  readonly text: string;
  /** The tubes that are doubted by it. */
  readonly doubted: readonly Tube[];
}

/** Puts a range in a canonical unit into words, with the unit that the keeper wants to see. */
export type TellValue = (value: Interval, parameter: ParameterId) => string;

function blankRemark(
  blank: Tube,
  value: Interval,
  tubes: readonly Tube[],
  tell: TellValue,
): RunRemark | null {
  const { name, id, parameter } = blank.method;
  // Distilled water has a pH and a temperature like any other: only of an amount there should be none.
  if (!scalesWithDilution(parameter)) return null;
  const good = value.low <= 0;
  return {
    kind: 'blank',
    good,
    text: good
      ? `The blank of ${name} is clear, as it should be.`
      : `The blank of ${name} is not clear: the kit reads ${tell(value, parameter)} where there should be nothing. What it reads in your water may be that much too high.`,
    doubted: good
      ? []
      : tubes.filter((t) => t.method.id === id && t.test.role !== 'blank' && t.state === 'kept'),
  };
}

function repeatRemark(tube: Tube, { before, alike, apart }: Repeated, tell: TellValue): RunRemark {
  const isRepeat = tube.test.role === 'repeat';
  const { name, parameter } = tube.method;
  const words = (ran: readonly Ran[]) => ran.map((r) => tell(r.value, parameter)).join(' or ');
  const remark = (good: boolean, text: string): RunRemark => ({
    kind: isRepeat ? 'repeat' : 'second-sample',
    good,
    text: `${name}: ${text}`,
    doubted: good ? apart.map((r) => r.tube) : [...before.map((r) => r.tube), tube],
  });
  if (apart.length === 0) return remark(true, before.length === 1 ? 'both tubes agree.' : 'all tubes agree.');
  if (alike.length > 0)
    return remark(true, `the last tube agrees with ${words(alike)}, not with ${words(apart)}.`);
  if (!isRepeat)
    return remark(
      false,
      'the two tubes do not agree. The water is not the same all over, or one tube went wrong.',
    );
  return remark(
    false,
    before.length === 1
      ? 'the two tubes do not agree. Run it a third time, and look at the bottle.'
      : 'no two tubes agree. Look at the bottle, or take another kit.',
  );
}

/** Both pH ranges, where both were kept and neither is a blank or from another place. */
function phRemark(tubes: readonly Tube[], book: MethodBook): RunRemark[] {
  const range = (id: string) =>
    tubes.find(
      (t) => (t.method.copiedFrom ?? t.method.id) === id && t.state === 'kept' && t.test.role === 'test',
    );
  const [low, high] = [range('ph-low-range'), range('ph-high-range')];
  const [a, b] = [low && amountIn(low, book), high && amountIn(high, book)];
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
export function runRemarks(
  tubes: readonly Tube[],
  tell: TellValue,
  book: MethodBook = shippedBook,
): RunRemark[] {
  const each = tubes.flatMap((tube) => {
    const value = amountIn(tube, book);
    if (!value) return [];
    if (tube.test.role === 'blank') return blankRemark(tube, value, tubes, tell) ?? [];
    const repeated = repeatedBy(tube, tubes, book);
    return repeated ? [repeatRemark(tube, repeated, tell)] : [];
  });
  return [...each, ...phRemark(tubes, book)];
}
