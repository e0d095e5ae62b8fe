import type { MethodBook } from '../methods';
import { type Interval, type Workings, fromWire } from '../quantity';
import { phFromTwo } from './ph-overlap';
import type { Reading } from './reading';

/** Which of the two ranges a reading is of; null for a pen, a strip or the wide range. */
export function rangeOf(reading: Reading, book: MethodBook): 'low' | 'high' | null {
  if (reading.parameter !== 'ph' || reading.methodId === null) return null;
  const method = book.find(reading.methodId, reading.methodVersion);
  // A keeper's copy stays what it was copied from.
  const id = method?.copiedFrom ?? reading.methodId;
  return id === 'ph-low-range' ? 'low' : id === 'ph-high-range' ? 'high' : null;
}

export interface PhOfPair {
  readonly value: Interval;
  readonly workings: Workings;
}

/**
 * The pH of two readings of one run, one of each range: where both can be right.
 * @returns null when they are no such pair, one has no value, or they contradict each other
 */
export function phOfPair(one: Reading, other: Reading, book: MethodBook): PhOfPair | null {
  const [a, b] = [rangeOf(one, book), rangeOf(other, book)];
  if (a === null || b === null || a === b || !one.value || !other.value) return null;
  const [low, high] = a === 'low' ? [one.value, other.value] : [other.value, one.value];
  const met = phFromTwo(fromWire(low), fromWire(high));
  return met.value.together ? { value: met.value.together, workings: met.workings } : null;
}
