import {
  type Box,
  type OwnCard,
  type ReagentChemistry,
  OwnCardSchema,
  checkOwnCard,
  chemistryInfo,
} from '@hedge-lamp/core/color';
import type { Lab, Viewing } from '@hedge-lamp/core/color';
import { FieldError } from '@hedge-lamp/core/quantity';
import { type FieldErrors, errorsOf } from '../shell/field-errors';
import { typedNumber } from '../shell/typed-number';

/** A card that is learned, as it stands in the form: figures as typed. */
export interface LearnForm {
  name: string;
  chemistry: ReagentChemistry;
  unit: string;
  /** As the leaflet prints them, palest first, with commas or spaces between; between spaces a comma is a decimal one. */
  values: string;
  open: boolean;
  viewing: Viewing;
  light: string;
}

export const formOfCard = (own: OwnCard | null): LearnForm => ({
  name: own?.card.name ?? '',
  chemistry: own?.card.chemistry ?? 'azo-nitrate',
  unit: own?.card.unit ?? chemistryInfo('azo-nitrate').unit,
  values: own?.card.values.join(', ') ?? '',
  open: own?.card.open ?? false,
  viewing: own?.card.viewing ?? 'against-white',
  light: own?.light ?? '',
});

/** The values that are typed so far; what does not read as a number stays as it is, for the error. */
export const valuesIn = (form: LearnForm): unknown[] =>
  form.values
    .trim()
    .split(/[\s;]+/)
    .map((part) => part.replace(/^,+|,+$/g, ''))
    .flatMap((part, _, all) => (all.length === 1 || /,.*,/.test(part) ? part.split(',') : [part]))
    .filter(Boolean)
    .map(typedNumber);

/** Boxes for so many swatches: those that are there, and more in the same row. */
export function boxesFor(count: number, there: readonly Box[], row: Box): Box[] {
  return Array.from({ length: count }, (_, k) => {
    const width = row.width / Math.max(count, 1);
    return (
      there[k] ?? {
        left: row.left + width * (k + 0.15),
        top: row.top + row.height * 0.1,
        width: width * 0.7,
        height: row.height * 0.8,
      }
    );
  });
}

/**
 * The card as the server will check it, or what is wrong with it.
 * @param learned colors from the photograph, if it was read
 * @param about its identity; `insteadOf` the card of a method where only the values are told, and the model draws their colors
 */
export function readLearnForm(
  form: LearnForm,
  learned: { readonly colors: readonly Lab[]; readonly gray: number | undefined } | null,
  about: { readonly id: string; readonly version: number; readonly now: number; readonly insteadOf?: string },
): { card: OwnCard } | { errors: FieldErrors } {
  const { name, chemistry, unit, open, viewing, light } = form;
  const parsed = OwnCardSchema.safeParse({
    id: about.id,
    version: about.version,
    learnedAt: about.now,
    insteadOf: about.insteadOf ?? '',
    light,
    card: {
      id: about.id,
      name,
      chemistry,
      unit,
      values: valuesIn(form),
      open,
      viewing,
      ...(learned ? { colors: learned.colors } : {}),
      ...(learned?.gray === undefined ? {} : { gray: learned.gray }),
    },
  });
  if (!parsed.success) {
    const errors = errorsOf(parsed.error);
    const ofValues = Object.entries(errors).find(([path]) => path.startsWith('card.values'));
    return { errors: ofValues ? { ...errors, 'card.values': ofValues[1] } : errors };
  }
  try {
    checkOwnCard(parsed.data);
  } catch (error) {
    if (!(error instanceof FieldError)) throw error;
    const field = error.field.startsWith('card.values') ? 'card.values' : 'colors';
    return { errors: { [field]: error.message } };
  }
  return { card: parsed.data };
}
