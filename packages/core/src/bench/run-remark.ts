import { type Interval, canonicalUnit, convertInterval, formatReading } from '../quantity';
import { type MethodBook, shippedBook } from '../methods';
import { phFromTwo } from '../readings/ph-overlap';
import { type ParameterId, parameterInfo, scalesWithDilution } from '../parameters';
import { type Ran, type Repeated, amountIn, repeatedBy } from './repeated';
import type { Tube } from './tube';

/** What the tubes of a run say about each other: a blank, the same again, both pH ranges, two kits. */
export interface RunRemark {
  readonly kind: 'blank' | 'repeat' | 'second-sample' | 'ph-pair' | 'two-kits';
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

/** The unit in which a method itself tells its amount; null for one that tells none. */
function ownUnit({ method: { result } }: Tube): string | null {
  if (result.by === 'card' || result.by === 'wheel') return result.card.unit;
  return result.by === 'titration' ? result.unit : null;
}

/** Two methods for one amount of one water: 0.64 mg/L NH4 on one card and 0.5 mg/L NH3-N on another are the same. */
function twoKitsRemarks(tubes: readonly Tube[], tell: TellValue, book: MethodBook): RunRemark[] {
  const told = tubes.flatMap((tube) => {
    const { parameter } = tube.method;
    const unit = ownUnit(tube);
    if (tube.test.role !== 'test' || unit === null || !scalesWithDilution(parameter)) return [];
    const value = amountIn(tube, book);
    return value ? [{ tube, parameter, unit, value }] : [];
  });
  return told.flatMap((b, k): RunRemark[] => {
    const a = told
      .slice(0, k)
      .find(
        (t) =>
          t.parameter === b.parameter &&
          t.tube.method.id !== b.tube.method.id &&
          t.tube.test.samplingPointId === b.tube.test.samplingPointId,
      );
    if (!a) return [];
    const { label, kind } = parameterInfo(a.parameter);
    const inUnit = (value: Interval, unit: string) =>
      `${formatReading(convertInterval(value, kind, canonicalUnit(kind), unit))} ${unit}`;
    const agree = a.value.low <= b.value.high && b.value.low <= a.value.high;
    if (!agree)
      return [
        {
          kind: 'two-kits',
          good: false,
          text: `${label}: the two kits do not agree, ${tell(a.value, a.parameter)} and ${tell(b.value, b.parameter)}. Their units were reckoned with; one tube went wrong, or one kit is old.`,
          doubted: [a.tube, b.tube],
        },
      ];
    const same =
      a.unit === b.unit
        ? ''
        : ` ${inUnit(a.value, a.unit)} is ${inUnit(a.value, b.unit)}; the other shows ${inUnit(b.value, b.unit)}.`;
    return [{ kind: 'two-kits', good: true, text: `${label}: both kits agree.${same}`, doubted: [] }];
  });
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
  return [...each, ...phRemark(tubes, book), ...twoKitsRemarks(tubes, tell, book)];
}
