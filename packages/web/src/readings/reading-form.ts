import { type CardMatch, cardOf } from '@hedge-lamp/core/color';
import { type Method, shippedMethods } from '@hedge-lamp/core/methods';
import { FieldError } from '@hedge-lamp/core/quantity';
import {
  type DoubtId,
  type Entered,
  type ParameterId,
  type Reading,
  type ReadingDraft,
  ReadingDraftSchema,
  interpret,
  parameters,
} from '@hedge-lamp/core/readings';
import type { Water } from '@hedge-lamp/core/waters';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsOf } from '../shell/field-errors';

/** A reading as it stands in the form: figures as typed, so that nothing typed is ever lost. */
export interface ReadingFormState {
  parameter: ParameterId;
  methodId: string | null;
  drops: string;
  text: string;
  unit: string;
  /** As typed; empty for a test run as its leaflet says. */
  dilution: string;
  sampleTimes: string;
  match: CardMatch | null;
  takenAt: string;
  doubts: DoubtId[];
  by: string;
  note: string;
  samplingPointId: string | null;
}

export const preferredUnit = (water: Pick<Water, 'units'>, parameter: ParameterId): string =>
  water.units[parameters[parameter].kind as 'ph'];

/** The form for an earlier reading, or an empty one for now. */
export function formOfReading(
  reading: Reading | null,
  water: Pick<Water, 'units'>,
  now: number,
): ReadingFormState {
  const entered = reading?.entered;
  const parameter = reading?.parameter ?? 'ph';
  const typed = entered?.how === 'meter' || entered?.how === 'figure' ? entered : null;
  const diluted = entered && 'dilution' in entered ? entered.dilution : undefined;
  return {
    parameter,
    methodId: reading ? reading.methodId : 'pen-ph',
    drops: entered?.how === 'drops' ? String(entered.drops) : '',
    text: typed?.text ?? '',
    unit: typed?.unit ?? preferredUnit(water, parameter),
    dilution: diluted === undefined ? '' : String(diluted),
    sampleTimes: entered?.how === 'drops' && entered.sampleTimes ? String(entered.sampleTimes) : '',
    match: entered?.how === 'card' ? structuredClone({ ...entered.match }) : null,
    takenAt: toLocalInput(reading?.takenAt ?? now),
    doubts: [...(reading?.doubts ?? [])],
    by: reading?.by ?? '',
    note: reading?.note ?? '',
    samplingPointId: reading?.samplingPointId ?? null,
  };
}

export const methodIn = (form: ReadingFormState): Method | undefined =>
  shippedMethods.find((m) => m.id === form.methodId);

/** How the form asks for the result. A figure kept with a card method stays a figure. */
export function howIn(form: ReadingFormState, reading: Reading | null): Entered['how'] {
  if (reading?.entered.how === 'figure' && form.methodId === reading.methodId) return 'figure';
  const by = methodIn(form)?.result.by;
  return by ? ({ titration: 'drops', card: 'card', meter: 'meter' } as const)[by] : 'figure';
}

/** Only an amount can be diluted; pH and temperature cannot, and a meter is dipped into the water itself. */
export const isDilutable = (form: ReadingFormState, how: Entered['how']): boolean =>
  how !== 'meter' && form.parameter !== 'ph' && form.parameter !== 'temperature';

/** What does not read as a number stays as it is, so that the schema refuses it with its own sentence. */
const numberIn = (text: string): number | string => {
  const number = Number(text.replace(',', '.'));
  return Number.isNaN(number) ? text : number;
};

/** The result as entered, not checked yet. */
export function enteredIn(form: ReadingFormState, how: Entered['how']): unknown {
  const sample = {
    ...(isDilutable(form, how) && form.dilution.trim() ? { dilution: numberIn(form.dilution) } : {}),
    ...(how === 'drops' && form.sampleTimes.trim() ? { sampleTimes: numberIn(form.sampleTimes) } : {}),
  };
  switch (how) {
    case 'drops':
      return { how, drops: form.drops.trim() === '' ? NaN : Number(form.drops), ...sample };
    case 'card': {
      const result = methodIn(form)?.result;
      return {
        how,
        cardId: result?.by === 'card' ? cardOf(result.cardId).id : '',
        match: form.match,
        ...sample,
      };
    }
    default:
      return { how, text: form.text, unit: form.unit, ...sample };
  }
}

/**
 * Reads the form as the server will check it.
 * @param about the identity of the reading and of its water
 * @returns the draft, or errors by the path of their field
 */
export function readReadingForm(
  form: ReadingFormState,
  reading: Reading | null,
  about: { id: string; waterId: string; now: number },
): { readonly draft: ReadingDraft } | { readonly errors: FieldErrors } {
  const how = howIn(form, reading);
  const found: Record<string, string> = {};
  const takenAt = fromLocalInput(form.takenAt);
  if (takenAt === null) found.takenAt = 'Give the day and the time.';
  else if (takenAt > about.now + 60_000)
    found.takenAt = 'This time lies in the future. Check the date and the clock.';
  // Unchanged to the minute means unchanged: the input holds no seconds.
  const kept =
    reading && takenAt === fromLocalInput(toLocalInput(reading.takenAt)) ? reading.takenAt : takenAt;
  if (how === 'card' && !form.match) found['entered.match'] = 'Choose a color of the card.';
  const parsed = ReadingDraftSchema.safeParse({
    id: about.id,
    waterId: about.waterId,
    samplingPointId: form.samplingPointId,
    parameter: form.parameter,
    methodId: form.methodId,
    takenAt: kept ?? 0,
    zone: reading?.zone ?? thisZone(),
    entered: enteredIn(form, how),
    doubts: form.doubts,
    by: form.by,
    note: form.note,
    runId: reading?.runId ?? null,
  });
  if (!parsed.success) return { errors: { ...errorsOf(parsed.error), ...found } };
  if (Object.keys(found).length > 0) return { errors: found };
  try {
    interpret(parsed.data);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return { errors: { [error.field]: error.message } };
  }
  return { draft: parsed.data };
}
