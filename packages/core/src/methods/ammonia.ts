import { cardOf } from '../color/card';
import { MethodSchema } from './method';
import { capOn, letStand, readTheCard, rinseAndFill } from './opening-steps';

/** Total ammonia by the salicylate color, two bottles. Common practice; the kit's own leaflet wins. */
export const ammoniaSalicylate = MethodSchema.parse({
  id: 'ammonia-salicylate-two-bottles',
  version: 1,
  name: 'Ammonia, salicylate, two bottles',
  short: 'Ammonia',
  parameter: 'ammonia',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['dye'] },
    { id: 'two', label: 'Bottle 2', hazards: ['caustic', 'bleach'] },
  ],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'drop',
      bottle: 'one',
      drops: 8,
      say: '8 drops from bottle 1',
      why: 'Bottle fully upright; lift it straight up so that no drop runs down the tube. One more or less of eight makes little odds.',
      matters: 'forgiving',
    },
    {
      do: 'drop',
      bottle: 'two',
      drops: 8,
      say: '8 drops from bottle 2',
      why: 'Bottle 1 comes first: the color grows only in that order.',
      matters: 'critical',
    },
    capOn,
    {
      do: 'shake',
      seconds: 5,
      say: 'Shake the tube for 5 seconds',
      why: 'Tap the cap before you open it, so that its drops fall back.',
    },
    letStand(300, 'Let it stand for 5 minutes'),
    readTheCard(600),
  ],
  result: { by: 'card', card: cardOf('salicylate-ammonia') },
  developsSeconds: 300,
  basis: 'common practice',
});

/** The same color with three bottles, looked at from above. Common practice; reported as the ion NH4. */
export const ammoniaThreeBottles = MethodSchema.parse({
  id: 'ammonia-salicylate-three-bottles',
  version: 1,
  name: 'Ammonia, salicylate, three bottles',
  short: 'Ammonium',
  parameter: 'ammonia',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['caustic'] },
    { id: 'two', label: 'Bottle 2', hazards: ['bleach', 'caustic'] },
    { id: 'three', label: 'Bottle 3', hazards: ['dye'] },
  ],
  steps: [
    ...rinseAndFill(10),
    ...(['one', 'two', 'three'] as const).flatMap((bottle, k) => [
      {
        do: 'drop' as const,
        bottle,
        drops: 6,
        say: `6 drops from bottle ${k + 1}`,
        why:
          k === 0 ? '10 mL is for fresh water; salt water takes 5 mL.' : 'The order of the bottles decides.',
        ...(k === 0 ? {} : { matters: 'critical' as const }),
      },
      {
        do: 'shake' as const,
        seconds: 5,
        say: 'Cap on, shake for 5 seconds',
        why: 'After every bottle, so that each has done its work before the next.',
      },
    ]),
    letStand(300, 'Let it stand for 5 minutes'),
    {
      do: 'read',
      windowSeconds: 600,
      say: 'Stand it open on the card, look down from above',
      why: 'In shade, with daylight around you: the whole column deepens the color.',
    },
  ],
  result: { by: 'card', card: cardOf('salicylate-ammonium') },
  developsSeconds: 300,
  basis: 'common practice',
  note: '10 mL of fresh water; 5 mL of salt water. The figure is of the ion NH4, not of nitrogen.',
});

/** Total ammonia by Nessler reagent, one tube of two left untreated as the blank. Common practice. */
export const ammoniaNessler = MethodSchema.parse({
  id: 'ammonia-nessler',
  version: 1,
  name: 'Ammonia, Nessler, with a blank',
  short: 'Ammonia N',
  parameter: 'ammonia',
  bottles: [{ id: 'nessler', label: 'Nessler reagent', hazards: ['mercury', 'caustic'] }],
  steps: [
    {
      do: 'rinse',
      say: 'Rinse both tubes with the water you are testing',
      why: 'One is the blank: it stays untreated.',
    },
    {
      do: 'fill',
      milliliters: 5,
      say: 'Fill both tubes to 5 mL',
      why: 'Same water, same height: the blank takes the water’s own color away.',
      matters: 'forgiving',
    },
    {
      do: 'drop',
      bottle: 'nessler',
      drops: 3,
      say: '3 drops into one tube, none into the blank',
      matters: 'critical',
    },
    { do: 'swirl', say: 'Cap it and swirl gently' },
    letStand(60, 'Let it stand for 1 minute'),
    {
      do: 'read',
      windowSeconds: 240,
      say: 'Both tubes into the wheel, hold it to the light',
      why: 'Within five minutes: later it clouds over. The figure is of nitrogen.',
      matters: 'critical',
    },
  ],
  result: { by: 'wheel', card: cardOf('nessler-wheel') },
  developsSeconds: 60,
  basis: 'common practice',
});
