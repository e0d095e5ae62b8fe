import { z } from 'zod';
import { FieldError } from '../quantity';
import { IdSchema } from '../wire/identifier';
import { InstantSchema } from '../wire/instant';
import { CardSchema } from './card';
import { deltaE } from './lab';

/** A keeper's own card, learned from a photograph of their leaflet, or with its values typed off it. Every version is kept: readings know theirs. */
export const OwnCardSchema = z
  .strictObject({
    id: IdSchema,
    version: z.int().positive('Versions are counted from 1.'),
    card: CardSchema,
    /** When its photograph was taken or chosen. */
    learnedAt: InstantSchema,
    /** In which light, as the keeper tells. */
    light: z.string().max(120, 'At most 120 characters.').default(''),
    /** The card of a method in whose place its values were typed; then the model draws its colors, until they are learned. */
    insteadOf: z.string().max(80, 'At most 80 characters.').default(''),
  })
  .meta({ id: 'OwnCard' });
export type OwnCard = z.infer<typeof OwnCardSchema>;

/** Below this two swatches are the same color to a camera. Hedge Lamp's own. */
const same = 1.5;

/**
 * Sees whether an own card can tell anything: values that rise, and of a learned one no two neighbors alike.
 * @throws FieldError `wrong-card` with the path of the swatch
 */
export function checkOwnCard({ card, insteadOf = '' }: Pick<OwnCard, 'card'> & { insteadOf?: string }): void {
  const { values, colors } = card;
  if (!colors && insteadOf === '')
    throw new FieldError('wrong-card', 'card.colors', 'Mark the swatches on the photograph first.');
  values.slice(1).forEach((value, k) => {
    const before = values[k]!;
    if (value <= before)
      throw new FieldError(
        'wrong-card',
        `card.values.${k + 1}`,
        `Swatch ${k + 2} (${value}) must be more than swatch ${k + 1} (${before}): each swatch has a value of its own, and they rise.`,
      );
    const difference = colors ? deltaE(colors[k]!, colors[k + 1]!) : Infinity;
    if (difference < same)
      throw new FieldError(
        'wrong-card',
        `card.colors.${k + 1}`,
        `Swatches ${k + 1} and ${k + 2} have the same color (ΔE ${difference.toFixed(1)}). Check that each box lies on a swatch of its own.`,
      );
  });
}

/** A card as a file: marked as what it is, so that no other JSON is taken for one. */
const CardFileSchema = z
  .strictObject({
    format: z.literal('hedge-lamp-card', {
      error: 'This file is no card: its format is not “hedge-lamp-card”.',
    }),
    formatVersion: z.literal(1, { error: 'This file is of another version of the format than 1.' }),
    card: OwnCardSchema,
  })
  .meta({ id: 'CardFile', title: 'Card file of Hedge Lamp' });

/** A card is a few kilobytes; what is far larger is something else. */
const mostCardFileBytes = 100_000;

export const writeCardFile = (card: OwnCard): string =>
  `${JSON.stringify({ format: 'hedge-lamp-card', formatVersion: 1, card }, null, 2)}\n`;

/**
 * Reads a card file that somebody chose.
 * @throws FieldError `wrong-card` that says what is wrong with it
 */
export function readCardFile(text: string): OwnCard {
  const refuse = (message: string) => new FieldError('wrong-card', 'file', message);
  if (text.length > mostCardFileBytes)
    throw refuse(
      `This file has ${Math.round(text.length / 1000)} kB; a card has a few. It is not read. Choose a card file.`,
    );
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    throw refuse('This file is not JSON. Choose a card file that was exported from Hedge Lamp.');
  }
  const file = CardFileSchema.safeParse(document);
  if (!file.success) {
    const { path, message } = file.error.issues[0]!;
    throw refuse(path.length === 0 ? 'This file holds no card.' : `${path.join('.')}: ${message}`);
  }
  checkOwnCard(file.data.card);
  return file.data.card;
}
