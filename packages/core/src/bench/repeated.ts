import { type MethodBook } from '../methods';
import type { Interval } from '../quantity';
import { interpret } from '../readings/interpret';
import { type Tube, enteredOf } from './tube';

/** The range of a kept tube in its canonical unit, for comparing; null where it tells no amount. */
export function amountIn(tube: Tube, book: MethodBook): Interval | null {
  const entered = tube.state === 'kept' ? enteredOf(tube) : null;
  if (!entered) return null;
  const { id: methodId, version: methodVersion, parameter } = tube.method;
  return interpret({ parameter, methodId, methodVersion, entered, doubts: tube.doubts }, book).value;
}

export interface Ran {
  readonly tube: Tube;
  readonly value: Interval;
}

/** What a tube repeats, and whether it agrees: two readings agree when their ranges share a value. */
export interface Repeated {
  /** What it repeats, and what that repeated in its turn, oldest first. */
  readonly before: readonly Ran[];
  readonly alike: readonly Ran[];
  readonly apart: readonly Ran[];
}

const isAgain = (tube: Tube): boolean => ['repeat', 'second-sample'].includes(tube.test.role);

function chainOf(tube: Tube, tubes: readonly Tube[], book: MethodBook): Ran[] {
  const earlier = tubes.slice(0, tubes.indexOf(tube));
  const of = isAgain(tube) ? earlier.find((t) => t.testId === tube.test.ofTestId) : undefined;
  if (!of) return [];
  const value = amountIn(of, book);
  return [...chainOf(of, earlier, book), ...(value ? [{ tube: of, value }] : [])];
}

/**
 * A repeat or second sample beside what was run before it.
 * @param tubes all of the run, in their order
 * @returns null where it is no such tube, or one of the two tells no amount
 */
export function repeatedBy(tube: Tube, tubes: readonly Tube[], book: MethodBook): Repeated | null {
  const value = amountIn(tube, book);
  const before = value ? chainOf(tube, tubes, book) : [];
  if (!value || before.length === 0) return null;
  const agrees = ({ value: other }: Ran) => other.low <= value.high && value.low <= other.high;
  return { before, alike: before.filter(agrees), apart: before.filter((r) => !agrees(r)) };
}
