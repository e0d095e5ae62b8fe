import { MethodSchema } from './method';
import { capOn, rinseAndFill } from './opening-steps';

/** Nitrite by the azo dye, one bottle. Common practice; the kit's own leaflet wins. */
export const nitriteOneBottle = MethodSchema.parse({
  id: 'nitrite-one-bottle',
  version: 1,
  name: 'Nitrite, one bottle',
  short: 'Nitrite',
  parameter: 'nitrite',
  bottles: [{ id: 'one', label: 'Nitrite bottle', caution: 'Acid: gloves and eye protection.' }],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'drop',
      bottle: 'one',
      drops: 5,
      say: '5 drops from the nitrite bottle',
      why: 'Watch the tube: a deep color that flashes and fades means far too much nitrite, not none.',
      caution: 'Acid: gloves and eye protection.',
    },
    capOn,
    { do: 'shake', seconds: 5, say: 'Shake the tube for 5 seconds' },
    {
      do: 'stand',
      seconds: 300,
      say: 'Let it stand for 5 minutes',
      why: 'The color is still growing. You can leave this and start another tube.',
      critical: true,
    },
    {
      do: 'read-card',
      cardId: 'azo-nitrite',
      windowSeconds: 600,
      say: 'Hold the tube against white and read the card',
      why: 'Daylight or good white light.',
    },
  ],
  result: { by: 'card', cardId: 'azo-nitrite' },
  basis: 'common practice',
});
