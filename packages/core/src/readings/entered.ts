import { z } from 'zod';
import { CardMatchSchema } from '../color/card';

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
    }),
    /** A color held against a card. */
    z.object({ how: z.literal('card'), cardId: z.string(), match: CardMatchSchema }),
    /** A figure read off a meter, as typed. */
    z.object({ how: z.literal('meter'), text: z.string().max(20), unit }),
    /** A figure written down elsewhere, as typed; its ends where the keeper knows them. */
    z.object({ how: z.literal('figure'), text: z.string().max(20), unit }),
  ])
  .meta({ id: 'Entered' });
export type Entered = z.infer<typeof EnteredSchema>;
