import type { CardMatch } from '@hedge-lamp/core/color';
import { type Method, type MethodBook, shippedBook } from '@hedge-lamp/core/methods';
import { FieldError } from '@hedge-lamp/core/quantity';
import {
  type DoubtId,
  type DrawnFrom,
  type Entered,
  type FigureWay,
  type Reading,
  type ReadingDraft,
  ReadingDraftSchema,
  cardFor,
  interpret,
  usualWay,
} from '@hedge-lamp/core/readings';
import {
  type BesideId,
  type ParameterId,
  parameterInfo,
  scalesWithDilution,
} from '@hedge-lamp/core/parameters';
import { type Water, chosenUnit } from '@hedge-lamp/core/waters';
import { fromLocalInput, thisZone, toLocalInput } from '../clock/words';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A reading as it stands in the form: figures as typed, so that nothing typed is ever lost. */
export interface ReadingFormState {
  parameter: ParameterId;
  methodId: string | null;
  drops: string;
  text: string;
  unit: string;
  /** How a figure was read; null for an earlier one of which that was not told. */
  readBy: FigureWay | null;
  /** What the figure hangs on, as typed. */
  beside: Record<BesideId, string>;
  /** As typed; empty for a test run as its leaflet says. */
  dilution: string;
  sampleTimes: string;
  match: CardMatch | null;
  /** A card of the keeper's own that the color was read on. */
  ownCard: { readonly id: string; readonly version: number } | null;
  takenAt: string;
  doubts: DoubtId[];
  by: string;
  note: string;
  samplingPointId: string | null;
  kitId: string | null;
  drawnFrom: DrawnFrom | null;
  /** Which answer, for a test that only tells seen or not. */
  answer: number | null;
}

export const preferredUnit = (water: Pick<Water, 'units'>, parameter: ParameterId): string =>
  chosenUnit(water.units, parameterInfo(parameter).kind);

/**
 * The form for an earlier reading, or an empty one for now.
 * @param methodFor how this keeper reads a parameter; null for a figure without a method
 */
export function formOfReading(
  reading: Reading | null,
  water: Pick<Water, 'units'>,
  now: number,
  methodFor: (parameter: ParameterId) => string | null = () => null,
): ReadingFormState {
  const entered = reading?.entered;
  const parameter = reading?.parameter ?? 'ph';
  const typed = entered?.how === 'meter' || entered?.how === 'figure' ? entered : null;
  const height = entered?.how === 'column' ? entered.text : undefined;
  const diluted = entered && 'dilution' in entered ? entered.dilution : undefined;
  return {
    parameter,
    methodId: reading ? reading.methodId : methodFor(parameter),
    drops: entered?.how === 'drops' ? String(entered.drops) : '',
    text: typed?.text ?? height ?? '',
    unit: typed?.unit ?? preferredUnit(water, parameter),
    readBy: reading
      ? entered?.how === 'figure'
        ? (entered.readBy ?? null)
        : 'unknown'
      : usualWay(parameter),
    beside: {
      celsius: typed?.beside?.celsius ?? '',
      meters: typed?.beside?.meters ?? '',
      salt: typed?.beside?.salt ?? '',
    },
    dilution: diluted === undefined ? '' : String(diluted),
    sampleTimes: entered?.how === 'drops' && entered.sampleTimes ? String(entered.sampleTimes) : '',
    match: entered?.how === 'card' ? structuredClone({ ...entered.match }) : null,
    ownCard:
      entered?.how === 'card' && entered.cardVersion !== undefined
        ? { id: entered.cardId, version: entered.cardVersion }
        : null,
    takenAt: toLocalInput(reading?.takenAt ?? now),
    doubts: [...(reading?.doubts ?? [])],
    by: reading?.by ?? '',
    note: reading?.note ?? '',
    samplingPointId: reading?.samplingPointId ?? null,
    kitId: reading?.kitId ?? null,
    drawnFrom: reading?.drawnFrom ?? null,
    answer: entered?.how === 'answer' ? entered.answer : null,
  };
}

export const methodIn = (form: ReadingFormState, book: MethodBook = shippedBook): Method | undefined =>
  form.methodId === null ? undefined : book.find(form.methodId);

/** How the form asks for the result. A figure kept with a card method stays a figure. */
const howByResult = {
  titration: 'drops',
  card: 'card',
  wheel: 'card',
  strip: 'card',
  meter: 'meter',
  column: 'column',
  answer: 'answer',
} as const;

export function howIn(
  form: ReadingFormState,
  reading: Reading | null,
  book: MethodBook = shippedBook,
): Entered['how'] {
  if (reading?.entered.how === 'figure' && form.methodId === reading.methodId) return 'figure';
  const by = methodIn(form, book)?.result.by;
  return by ? howByResult[by] : 'figure';
}

/** Only an amount can be diluted; pH and temperature cannot, and a meter is dipped into the water itself. */
export const isDilutable = (form: ReadingFormState, how: Entered['how']): boolean =>
  how !== 'meter' && scalesWithDilution(form.parameter);

/** What has to be told beside a figure in the unit chosen. */
export const besideNeeded = ({
  parameter,
  unit,
}: Pick<ReadingFormState, 'parameter' | 'unit'>): readonly BesideId[] =>
  parameterInfo(parameter).writtenAs?.find((w) => w.id === unit)?.needs ?? [];

const besideIn = (form: ReadingFormState) => {
  const needs = besideNeeded(form);
  return needs.length > 0 ? { beside: Object.fromEntries(needs.map((id) => [id, form.beside[id]])) } : {};
};

/** The result as entered, not checked yet. */
export function enteredIn(
  form: ReadingFormState,
  how: Entered['how'],
  book: MethodBook = shippedBook,
): unknown {
  const sample = {
    ...(isDilutable(form, how) && form.dilution.trim() ? { dilution: typedNumber(form.dilution) } : {}),
    ...(how === 'drops' && form.sampleTimes.trim() ? { sampleTimes: typedNumber(form.sampleTimes) } : {}),
  };
  switch (how) {
    case 'drops':
      return { how, drops: form.drops.trim() === '' ? NaN : Number(form.drops), ...sample };
    case 'card': {
      const method = methodIn(form, book);
      const cardId = (method && cardFor(method, form.parameter)?.id) ?? '';
      const own = form.ownCard;
      const read = own ? { cardId: own.id, cardVersion: own.version } : { cardId };
      return { how, ...read, match: form.match, ...sample };
    }
    case 'column':
      return { how, text: form.text, ...sample };
    case 'answer': {
      const last = methodIn(form, book)?.steps.at(-1);
      const says = last?.do === 'ask' ? last.answers[form.answer ?? -1]?.says : undefined;
      return { how, answer: form.answer, says: says ?? '' };
    }
    case 'meter':
      return { how, text: form.text, unit: form.unit, ...besideIn(form), ...sample };
    case 'figure': {
      const readBy = form.readBy === null ? {} : { readBy: form.readBy };
      return { how, text: form.text, unit: form.unit, ...readBy, ...besideIn(form), ...sample };
    }
  }
}

/**
 * Reads the form as the server will check it.
 * @param about the identity of the reading and of its water; when the form was opened, which is when it was taken unless
 *   another time is typed
 * @param book where methods are looked up
 * @returns the draft, or errors by the path of their field
 */
export function readReadingForm(
  form: ReadingFormState,
  reading: Reading | null,
  about: { id: string; waterId: string; now: number; openedAt?: number },
  book: MethodBook = shippedBook,
): { readonly draft: ReadingDraft } | { readonly errors: FieldErrors } {
  const how = howIn(form, reading, book);
  const found: Record<string, string> = {};
  const takenAt = fromLocalInput(form.takenAt);
  if (takenAt === null) found.takenAt = 'Give the day and the time.';
  else if (takenAt > about.now + 60_000)
    found.takenAt = 'This time lies in the future. Check the date and the clock.';
  // Unchanged to the minute means unchanged: the input holds no seconds.
  const unchanged = reading?.takenAt ?? about.openedAt;
  const kept =
    unchanged !== undefined && takenAt === fromLocalInput(toLocalInput(unchanged)) ? unchanged : takenAt;
  if (how === 'card' && !form.match) found['entered.match'] = 'Choose a color of the card.';
  if (how === 'answer' && form.answer === null) found['entered.answer'] = 'Choose what was seen.';
  const parsed = ReadingDraftSchema.safeParse({
    id: about.id,
    waterId: about.waterId,
    samplingPointId: form.samplingPointId,
    parameter: form.parameter,
    methodId: form.methodId,
    methodVersion: reading && reading.methodId === form.methodId ? reading.methodVersion : null,
    kitId: form.kitId,
    drawnFrom: form.drawnFrom,
    takenAt: kept ?? 0,
    zone: reading?.zone ?? thisZone(),
    entered: enteredIn(form, how, book),
    doubts: form.doubts,
    by: form.by,
    note: form.note,
    runId: reading?.runId ?? null,
  });
  if (!parsed.success) return { errors: { ...errorsOf(parsed.error), ...found } };
  if (Object.keys(found).length > 0) return { errors: found };
  try {
    interpret(parsed.data, book);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    return { errors: { [error.field]: error.message } };
  }
  return { draft: parsed.data };
}
