import { z } from 'zod';

/** A place along a card: 0 at the first swatch, 1 at the second, 1.5 half-way from there to the third. */
const position = z.number({ error: 'Give a place along the card.' }).min(0).max(19);

/** What an eye or a photograph found on a card. */
export const CardMatchSchema = z.discriminatedUnion('found', [
  z.object({
    found: z.literal('between'),
    /** Index of the swatch below; the one above is the next. */
    below: z.int().min(0),
    /** Where between the two the color seemed to be, 0 at the lower and 1 at the upper swatch. */
    share: z.number().min(0).max(1),
  }),
  z.object({ found: z.literal('at'), swatch: z.int().min(0) }),
  /** Somewhere from one place of the card to another. */
  z.object({ found: z.literal('span'), low: position, best: position, high: position }),
  z.object({
    found: z.literal('photo'),
    /** In the unit of the card; null where the photograph tells no end. */
    low: z.number().nullable(),
    best: z.number(),
    high: z.number().nullable(),
    /** How far the color lay from the card's own colors, CIEDE2000. */
    distance: z.number().min(0).max(200),
    /** Compared with the card in the same photograph, or with one that was learned before. */
    beside: z.boolean(),
    /** The photograph, where the keeper wants it kept. */
    photoId: z.uuid().nullable(),
    /** Made by the stand-in camera. */
    device: z.enum(['simulated-camera']).optional(),
  }),
  z.object({ found: z.literal('past-top') }),
  /** Below the first swatch of a card that does not start at zero. */
  z.object({ found: z.literal('below-bottom') }),
  z.object({ found: z.literal('not-on-card') }),
]);
export type CardMatch = z.infer<typeof CardMatchSchema>;
