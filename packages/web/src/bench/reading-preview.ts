import { type Tube, enteredOf, parameterAt } from '@hedge-lamp/core/bench';
import type { MethodBook } from '@hedge-lamp/core/methods';
import { FieldError, type Workings } from '@hedge-lamp/core/quantity';
import { interpret, isSeldomRead } from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import type { UnitChoice } from '@hedge-lamp/core/waters';
import { intervalWords } from '../readings/reading-words';

export type Preview =
  | { readonly text: string; readonly workings: Workings; readonly seldom: boolean }
  | { readonly error: string }
  | null;

/**
 * What a tube's reading will be, in the keeper's unit; or why it cannot be one; null while there is none.
 * @param pad which pad of a strip
 */
export function readingPreview(tube: Tube, units: UnitChoice, book: MethodBook, pad = 0): Preview {
  const entered = enteredOf(tube, pad);
  if (!entered) return null;
  const { id: methodId, version: methodVersion } = tube.method;
  const parameter = parameterAt(tube, pad);
  const { label } = parameterInfo(parameter);
  const before = tube.test.role === 'blank' ? 'Blank, ' : '';
  try {
    const interpretation = interpret(
      { parameter, methodId, methodVersion, entered, doubts: tube.doubts },
      book,
    );
    const { value } = interpretation;
    const told = (text: string): Preview => ({
      text: before + text,
      seldom: isSeldomRead(parameter, value),
      // Put into words only when somebody opens them.
      get workings() {
        return interpretation.workings;
      },
    });
    if (entered.how === 'answer') return told(`${label}: ${entered.says.toLowerCase()}`);
    if (!value) return told(`${label}: not a color of this card. Kept as unread.`);
    return told(`${label} ${intervalWords(value, parameter, units)}`);
  } catch (error) {
    if (error instanceof FieldError) return { error: error.message };
    throw error;
  }
}
