import { type Tube, enteredOf } from '@hedge-lamp/core/bench';
import {
  FieldError,
  type Workings,
  canonicalUnit,
  convertInterval,
  formatReading,
} from '@hedge-lamp/core/quantity';
import { interpret, parameters } from '@hedge-lamp/core/readings';
import type { UnitChoice } from '@hedge-lamp/core/waters';

export type Preview =
  { readonly text: string; readonly workings: Workings } | { readonly error: string } | null;

/** What a tube's reading will be, in the keeper's unit; or why it cannot be one; null while there is none. */
export function readingPreview(tube: Tube, units: UnitChoice): Preview {
  const entered = enteredOf(tube);
  if (!entered) return null;
  const { parameter, id: methodId } = tube.method;
  const { kind, label } = parameters[parameter];
  try {
    const interpretation = interpret({ parameter, methodId, entered, doubts: tube.doubts });
    const { value } = interpretation;
    const told = (text: string): Preview => ({
      text,
      // Put into words only when somebody opens them.
      get workings() {
        return interpretation.workings;
      },
    });
    if (!value) return told(`${label}: not a color of this card. Kept as unread.`);
    const unit = units[kind as 'ph'];
    const shown = formatReading(convertInterval(value, kind, canonicalUnit(kind), unit));
    return told(`${label} ${shown}${kind === 'ph' ? '' : ` ${unit}`}`);
  } catch (error) {
    if (error instanceof FieldError) return { error: error.message };
    throw error;
  }
}
