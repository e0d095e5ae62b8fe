import { cardOf } from '../color/card';
import { MethodSchema } from './method';
import { capOn, letStand, readTheCard, rinseAndFill } from './opening-steps';

/** What far too much nitrite looks like. Common practice. */
const flash = 'Watch the tube: a deep color that flashes and fades means far too much nitrite, not none.';

/** Nitrite by the azo dye, one bottle. Common practice; the kit's own leaflet wins. */
export const nitriteOneBottle = MethodSchema.parse({
  id: 'nitrite-one-bottle',
  version: 1,
  name: 'Nitrite, one bottle',
  short: 'Nitrite',
  parameter: 'nitrite',
  bottles: [{ id: 'one', label: 'Nitrite bottle', hazards: ['acid'] }],
  steps: [
    ...rinseAndFill(5),
    { do: 'drop', bottle: 'one', drops: 5, say: '5 drops from the nitrite bottle', why: flash },
    capOn,
    { do: 'shake', seconds: 5, say: 'Shake the tube for 5 seconds' },
    letStand(300, 'Let it stand for 5 minutes'),
    readTheCard(600, 'Daylight or good white light.'),
  ],
  result: { by: 'card', card: cardOf('azo-nitrite') },
  developsSeconds: 300,
  basis: 'common practice',
});

/** Nitrite by the azo dye, two bottles. Common practice. */
export const nitriteTwoBottles = MethodSchema.parse({
  id: 'nitrite-two-bottles',
  version: 1,
  name: 'Nitrite, two bottles',
  short: 'Nitrite 2',
  parameter: 'nitrite',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['acid'] },
    { id: 'two', label: 'Bottle 2', hazards: ['dye'] },
  ],
  steps: [
    ...rinseAndFill(5),
    { do: 'drop', bottle: 'one', drops: 4, say: '4 drops from bottle 1', matters: 'forgiving' },
    { do: 'swirl', say: 'Swirl it' },
    { do: 'drop', bottle: 'two', drops: 4, say: '4 drops from bottle 2', why: flash, matters: 'critical' },
    { do: 'swirl', say: 'Swirl it' },
    letStand(210, 'Let it stand for 3½ minutes'),
    readTheCard(300, 'Three to four minutes after the last drop; daylight or good white light.'),
  ],
  result: { by: 'card', card: cardOf('pink-nitrite') },
  developsSeconds: 180,
  basis: 'common practice',
});

/** Nitrite by a powder packet, read on a wheel as nitrogen. Common practice. */
export const nitritePowder = MethodSchema.parse({
  id: 'nitrite-powder-packet',
  version: 1,
  name: 'Nitrite, powder packet',
  short: 'Nitrite wheel',
  parameter: 'nitrite',
  bottles: [{ id: 'packet', label: 'Powder packets', hazards: ['powder', 'acid'] }],
  steps: [
    ...rinseAndFill(10),
    {
      do: 'packet',
      bottle: 'packet',
      packets: 1,
      say: 'The whole of one packet',
      why: `Tap it first, so that nothing stays in the corner. ${flash}`,
      matters: 'critical',
    },
    capOn,
    { do: 'shake', seconds: 15, say: 'Shake until the powder is gone', why: 'About a quarter of a minute.' },
    letStand(600, 'Let it stand for 10 minutes'),
    {
      do: 'read',
      windowSeconds: 600,
      say: 'Tube and untreated blank into the wheel, hold it to the light',
      why: 'Turn the wheel until both look the same. The figure is of nitrogen.',
    },
  ],
  result: { by: 'wheel', card: cardOf('nitrite-wheel') },
  developsSeconds: 600,
  basis: 'common practice',
  note: 'Reported as nitrogen: one part of it is over three parts of the ion.',
});
