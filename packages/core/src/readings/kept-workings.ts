import { type MethodBook, shippedBook } from '../methods';
import { FieldError, type Workings, canonicalUnit, formatReading, fromWire } from '../quantity';
import { interpret } from './interpret';
import { parameterInfo } from '../parameters';
import type { Reading } from './reading';

/**
 * The workings of a reading that is kept. What was entered years ago may not be accepted any more (a method that
 * is gone, a rule made stricter): then the kept value stands, and the workings say why they end there.
 */
export function workingsOfKept(reading: Reading, book: MethodBook = shippedBook): Workings {
  try {
    return interpret(reading, book).workings;
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    const { label, kind } = parameterInfo(reading.parameter);
    const value = reading.value
      ? `${formatReading(fromWire(reading.value))} ${kind === 'ph' ? '' : canonicalUnit(kind)}`.trim()
      : 'No value';
    return {
      title: label,
      result: value,
      formula: 'as computed when it was kept',
      substituted: value,
      inputs: [],
      sources: [
        `Kept under ${reading.methodId ?? 'no method'}, version ${reading.methodVersion ?? 'unknown'}`,
      ],
      caveats: [`It cannot be worked through again today: ${error.message}`],
    };
  }
}
