import { z } from 'zod';
import { FieldError } from '../quantity';
import { ReagentChemistrySchema, toldChemistries } from './reagent-chemistry';
import { LabSchema } from './lab';
import { ViewingSchema } from './viewing';

/** A color card: known values, and the color that each gives: drawn by the model, or learned from a photograph. */
export const CardSchema = z
  .strictObject({
    id: z.string().min(1, 'Give the card a short name of its own.').max(60, 'At most 60 characters.'),
    name: z.string().min(1, 'Say what the card shows.').max(80, 'At most 80 characters.'),
    chemistry: ReagentChemistrySchema,
    /** Unit and basis of the values. */
    unit: z.string().min(1, 'Name the unit of the card, with its basis.').max(20),
    /** Values of the swatches from the palest to the deepest; each more than the one before. */
    values: z
      .array(z.number({ error: 'Each swatch needs a number.' }).min(0, 'A swatch stands for 0 or more.'))
      .min(2, 'A card has at least two swatches.')
      .max(20, 'At most 20 swatches.'),
    /** True where the end swatches mean "this or beyond", as on a pH card. */
    open: z.boolean().default(false),
    /** How its leaflet holds the tube; against white when left out. */
    viewing: ViewingSchema.optional(),
    /** What the tube is filled with, mL, where the column is looked down through; 5 when left out. */
    milliliters: z.number().positive().max(100).optional(),
    /** Colors learned from a photograph, one for each value, as seen beside white paper in good light. */
    colors: z.array(LabSchema).optional(),
    /** The same gray thing photographed beside the card when it was learned: its lightness L*, white being 100. */
    gray: z.number().min(5).max(95).optional(),
  })
  .refine((card) => !card.colors || card.colors.length === card.values.length, {
    path: ['colors'],
    message: 'A learned card needs one color for each value.',
  })
  .meta({ id: 'Card' });
export type Card = z.infer<typeof CardSchema>;

/** Steps about double, since the eye judges ratios; the values themselves are our own. */
const cards: readonly Card[] = [
  {
    id: 'salicylate-ammonia',
    name: 'Total ammonia, yellow to blue-green',
    chemistry: 'salicylate-ammonia',
    unit: 'mg/L NH3-N',
    values: [0, 0.2, 0.4, 0.8, 1.5, 3, 6],
    open: false,
  },
  {
    id: 'salicylate-ammonium',
    name: 'Ammonium, yellow to blue-green',
    chemistry: 'salicylate-ammonia',
    unit: 'mg/L NH4',
    values: [0, 0.3, 0.6, 1.2, 2.5, 5],
    open: false,
    viewing: 'from-above',
    milliliters: 10,
  },
  {
    id: 'nessler-wheel',
    name: 'Total ammonia, clear to amber',
    chemistry: 'nessler-ammonia',
    unit: 'mg/L NH3-N',
    values: [0, 0.3, 0.7, 1.5, 3, 5],
    open: false,
    viewing: 'wheel',
  },
  {
    id: 'azo-nitrite',
    name: 'Nitrite, pale blue to purple',
    chemistry: 'azo-nitrite',
    unit: 'mg/L NO2',
    values: [0, 0.1, 0.3, 0.6, 1.2, 2.4],
    open: false,
  },
  {
    id: 'pink-nitrite',
    name: 'Nitrite, clear to pink',
    chemistry: 'azo-nitrite-pink',
    unit: 'mg/L NO2',
    values: [0, 0.2, 0.5, 1, 2, 4],
    open: false,
  },
  {
    id: 'nitrite-wheel',
    name: 'Nitrite as nitrogen, clear to pink',
    chemistry: 'azo-nitrite-pink',
    unit: 'mg/L NO2-N',
    values: [0, 0.06, 0.15, 0.3, 0.6, 1.2],
    open: false,
    viewing: 'wheel',
  },
  {
    id: 'azo-nitrate',
    name: 'Nitrate, yellow to red',
    chemistry: 'azo-nitrate',
    unit: 'mg/L NO3',
    values: [0, 5, 12, 25, 50, 100],
    open: false,
  },
  {
    id: 'ph-low',
    name: 'pH, low range, yellow to blue',
    chemistry: 'bromothymol-ph',
    unit: 'pH',
    values: [6, 6.4, 6.8, 7.1, 7.4, 7.6],
    open: true,
  },
  {
    id: 'ph-high',
    name: 'pH, high range, yellow to purple',
    chemistry: 'cresol-purple-ph',
    unit: 'pH',
    values: [7.4, 7.8, 8.1, 8.4, 8.8],
    open: true,
  },
  {
    id: 'ph-wide',
    name: 'pH, wide range, red through green to blue',
    chemistry: 'mixed-ph',
    unit: 'pH',
    values: [4.5, 5, 5.5, 6, 6.5, 7, 7.5, 8, 8.5, 9],
    open: true,
  },
  {
    id: 'strip-ph',
    name: 'pH pad of a strip',
    chemistry: 'mixed-ph',
    unit: 'pH',
    values: [5.5, 6.4, 7.2, 8, 9],
    open: true,
  },
  {
    id: 'strip-nitrite',
    name: 'Nitrite pad of a strip',
    chemistry: 'azo-nitrite-pink',
    unit: 'mg/L NO2',
    values: [0, 0.5, 1.5, 4],
    open: false,
  },
  {
    id: 'strip-nitrate',
    name: 'Nitrate pad of a strip',
    chemistry: 'azo-nitrate',
    unit: 'mg/L NO3',
    values: [0, 15, 40, 100],
    open: false,
  },
  {
    id: 'strip-alkalinity',
    name: 'KH pad of a strip',
    chemistry: 'pad-alkalinity',
    unit: '°dKH',
    values: [0, 3, 6, 10, 18],
    open: false,
  },
  {
    id: 'strip-hardness',
    name: 'GH pad of a strip',
    chemistry: 'pad-hardness',
    unit: '°dGH',
    values: [0, 4, 8, 16],
    open: false,
  },
  ...toldChemistries.map(({ id, label, unit, values }): Card => ({
    id,
    name: label.replace(': ', ', '),
    chemistry: id,
    unit,
    values: [...values],
    open: false,
  })),
];

export const shippedCards = cards;

/** @throws FieldError `unknown-card` */
export function cardOf(id: string): Card {
  const card = cards.find((c) => c.id === id);
  if (!card) throw new FieldError('unknown-card', 'entered.cardId', `There is no card called “${id}”.`);
  return card;
}
