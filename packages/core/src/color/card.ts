import { z } from 'zod';
import { FieldError } from '../quantity';
import { type ReagentChemistry, vialBands } from './absorbance-band';
import { screenColor, vialColor } from './vial-color';

/** A color card: known values and the color that each gives. Made by the model; invented for Hedge Lamp. */
export interface Card {
  readonly id: string;
  readonly name: string;
  readonly chemistry: ReagentChemistry;
  /** Unit and basis of the values. */
  readonly unit: string;
  /** Rising values of the swatches, the first is zero. */
  readonly values: readonly number[];
}

/** Steps about double, since the eye judges ratios; the values themselves are our own. */
const cards: readonly Card[] = [
  {
    id: 'salicylate-ammonia',
    name: 'Total ammonia, yellow to blue-green',
    chemistry: 'salicylate-ammonia',
    unit: 'mg/L NH3-N',
    values: [0, 0.2, 0.4, 0.8, 1.5, 3, 6],
  },
  {
    id: 'azo-nitrite',
    name: 'Nitrite, pale blue to purple',
    chemistry: 'azo-nitrite',
    unit: 'mg/L NO2',
    values: [0, 0.1, 0.3, 0.6, 1.2, 2.4],
  },
  {
    id: 'azo-nitrate',
    name: 'Nitrate, yellow to red',
    chemistry: 'azo-nitrate',
    unit: 'mg/L NO3',
    values: [0, 5, 12, 25, 50, 100],
  },
];

export const shippedCards = cards;

/** @throws FieldError `unknown-card` */
export function cardOf(id: string): Card {
  const card = cards.find((c) => c.id === id);
  if (!card) throw new FieldError('unknown-card', 'entered.cardId', `There is no card called “${id}”.`);
  return card;
}

/** The color on screen of a vial with this concentration, in the unit of the card. */
export const cardColor = (card: Card, concentration: number): string =>
  screenColor(vialColor(vialBands(card.chemistry, concentration)));

/** What an eye found on a card. */
export const CardMatchSchema = z.discriminatedUnion('found', [
  z.object({
    found: z.literal('between'),
    /** Index of the swatch below; the one above is the next. */
    below: z.int().min(0),
    /** Where between the two the color seemed to be, 0 at the lower and 1 at the upper swatch. */
    share: z.number().min(0).max(1),
  }),
  z.object({ found: z.literal('at'), swatch: z.int().min(0) }),
  z.object({ found: z.literal('past-top') }),
  z.object({ found: z.literal('not-on-card') }),
]);
export type CardMatch = z.infer<typeof CardMatchSchema>;
