import { z } from 'zod';
import { CardMatchSchema } from '../color/card-match';
import { FigureWaySchema } from './figure-way';

/** What both ways of typing share: "0.25", "<0.1", "0.3 (0.2–0.4)". */
const text = z.string().max(40, 'At most 40 characters.');
/** Parts in all for one part of sample: 10 for 1 mL in 9 mL of distilled water. */
const dilution = z
  .number({ error: 'Type how many times the sample was diluted, for example 10.' })
  .min(1, 'A sample is diluted once or more; 1 means not diluted.')
  .max(1000, 'At most 1000 times.')
  .optional();
/** What hangs on more than a figure, such as a share of saturation: as typed, each. */
const beside = z
  .object({ celsius: text, meters: text, salt: text }, { error: 'Tell what the figure hangs on.' })
  .partial()
  .optional();
const unit = z.string().min(1, 'Name the unit.').max(20);

/** What the keeper entered, to the digit, before anything was computed from it. */
export const EnteredSchema = z
  .discriminatedUnion('how', [
    /** Drops counted to the turn of color. */
    z.object({
      how: z.literal('drops'),
      drops: z
        .int({ error: 'Drops are counted in whole numbers.' })
        .min(1, 'Drops are counted from 1; a count below that cannot be.')
        .max(200, 'More than 200 drops is no titration: dilute the sample and test again.'),
      /** The sample, as many times what the leaflet asks for: 2 halves what a drop is worth. */
      sampleTimes: z
        .number({ error: 'Type how many times the usual sample was taken, for example 2.' })
        .min(0.1, 'At least a tenth of the usual sample.')
        .max(20, 'At most 20 times the usual sample.')
        .optional(),
      /** Of these, the drops to a first turn, such as that of phenolphthalein. */
      firstTurn: z.int().min(0).max(200).optional(),
      dilution,
    }),
    /** A color held against a card. */
    z.object({
      how: z.literal('card'),
      cardId: z.string(),
      /** Of a card of the keeper's own; left out for one that belongs to the method. */
      cardVersion: z.int().positive().optional(),
      match: CardMatchSchema,
      dilution,
    }),
    /** A figure read off a meter, as typed. */
    z.object({
      how: z.literal('meter'),
      text,
      unit,
      beside,
      /** What sent the figure, when it was not typed: the stand-in pen says so of itself. */
      device: z.enum(['simulated-pen']).optional(),
    }),
    /** The height of a column at which a mark disappeared, mm as typed. */
    z.object({ how: z.literal('column'), text, dilution }),
    /** What was seen, where there is no amount. */
    z.object({ how: z.literal('answer'), answer: z.int().min(0).max(5), says: z.string().max(60) }),
    /** A figure written down elsewhere, as typed; its ends where the keeper knows them. */
    z.object({
      how: z.literal('figure'),
      text,
      unit,
      beside,
      /** How it was read, where that was told: its range hangs on it. */
      readBy: FigureWaySchema.optional(),
      dilution,
    }),
  ])
  .meta({ id: 'Entered' });
export type Entered = z.infer<typeof EnteredSchema>;
