import { cardOf } from '../color/card';
import { type Method, MethodSchema } from './method';
import { capOn, readTheCard, rinseAndFill } from './opening-steps';

interface Range {
  readonly id: string;
  readonly name: string;
  readonly short: string;
  readonly cardId: string;
  readonly drops: number;
  readonly shaken: boolean;
  readonly note: string;
}

/** pH by an indicator and a card. Common practice: 3 drops low, 5 high, 7 wide, no wait. */
const phByCard = ({ id, name, short, cardId, drops, shaken, note }: Range): Method =>
  MethodSchema.parse({
    id,
    version: 1,
    name,
    short,
    parameter: 'ph',
    bottles: [{ id: 'indicator', label: 'pH bottle', hazards: ['spirit', 'dye'] }],
    steps: [
      ...rinseAndFill(5),
      {
        do: 'drop',
        bottle: 'indicator',
        drops,
        say: `${drops} drops from the pH bottle`,
        why: 'Each pH bottle has its own card: do not mix the two up.',
        matters: 'forgiving',
      },
      capOn,
      shaken
        ? { do: 'shake', seconds: 5, say: 'Shake the tube for 5 seconds' }
        : { do: 'invert', times: 3, say: 'Turn the capped tube over a few times' },
      readTheCard(600, 'At once; there is no wait. Note the time: plants move pH through the day.'),
    ],
    result: { by: 'card', card: cardOf(cardId) },
    basis: 'common practice',
    note,
  });

export const phLow = phByCard({
  id: 'ph-low-range',
  name: 'pH, low range',
  short: 'pH low',
  cardId: 'ph-low',
  drops: 3,
  shaken: false,
  note: 'Ends at 7.6: a color like the last swatch means that or more. Then run the high range.',
});
export const phHigh = phByCard({
  id: 'ph-high-range',
  name: 'pH, high range',
  short: 'pH high',
  cardId: 'ph-high',
  drops: 5,
  shaken: false,
  note: 'Begins at 7.4: a color like the first swatch means that or less. Then run the low range.',
});
export const phWide = phByCard({
  id: 'ph-wide-range',
  name: 'pH, wide range',
  short: 'pH wide',
  cardId: 'ph-wide',
  drops: 7,
  shaken: true,
  note: 'One bottle for all, in coarse steps.',
});
