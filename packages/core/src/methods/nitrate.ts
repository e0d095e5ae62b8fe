import { cardOf } from '../color/card';
import { MethodSchema } from './method';
import { capOn, letStand, readTheCard, rinseAndFill } from './opening-steps';

const reds = 'The reds at the top can hardly be told apart. Between two, say so.';

/** Nitrate by reduction and azo dye, two bottles, the second with a powder that settles. Common practice. */
export const nitrateTwoBottles = MethodSchema.parse({
  id: 'nitrate-two-bottles',
  version: 1,
  name: 'Nitrate, two bottles',
  short: 'Nitrate',
  parameter: 'nitrate',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['acid'] },
    { id: 'two', label: 'Bottle 2', hazards: ['powder'], settles: true },
  ],
  steps: [
    ...rinseAndFill(5),
    { do: 'drop', bottle: 'one', drops: 10, say: '10 drops from bottle 1', matters: 'forgiving' },
    { do: 'invert', times: 3, say: 'Turn the capped tube over a few times' },
    {
      do: 'shake',
      bottle: 'two',
      seconds: 30,
      say: 'Shake bottle 2 hard for 30 seconds',
      why: 'Its powder settles. A bottle that was not shaken reads far too low; one that stood for weeks needs longer.',
      matters: 'critical',
    },
    { do: 'drop', bottle: 'two', drops: 10, say: '10 drops from bottle 2' },
    capOn,
    {
      do: 'shake',
      seconds: 60,
      say: 'Shake the tube for 60 seconds',
      why: 'The powder does its work only while it floats.',
      matters: 'critical',
    },
    letStand(300, 'Let it stand for 5 minutes'),
    readTheCard(600, reds),
  ],
  result: { by: 'card', card: cardOf('azo-nitrate') },
  developsSeconds: 300,
  basis: 'common practice',
});

/** Nitrate with drops, a level scoop of powder, and drops again. Common practice. */
export const nitratePowder = MethodSchema.parse({
  id: 'nitrate-powder-and-drops',
  version: 2,
  name: 'Nitrate, powder and drops',
  short: 'Nitrate wheel',
  parameter: 'nitrate',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['acid'] },
    { id: 'powder', label: 'Powder', hazards: ['powder'] },
    { id: 'two', label: 'Bottle 2', hazards: ['dye'] },
  ],
  steps: [
    ...rinseAndFill(10),
    { do: 'drop', bottle: 'one', drops: 6, say: '6 drops from bottle 1', matters: 'forgiving' },
    {
      do: 'powder',
      bottle: 'powder',
      scoops: 1,
      say: 'Add one level scoop of powder',
      why: 'Struck flat, not packed.',
      matters: 'critical',
    },
    capOn,
    {
      do: 'shake',
      seconds: 60,
      say: 'Shake the tube for 60 seconds',
      why: 'The powder does its work only while it floats.',
      matters: 'critical',
    },
    { do: 'drop', bottle: 'two', drops: 6, say: '6 drops from bottle 2' },
    { do: 'invert', times: 3, say: 'Turn the capped tube over a few times' },
    letStand(600, 'Let it stand for 10 minutes'),
    {
      do: 'read',
      windowSeconds: 600,
      say: 'Beside an untreated blank, match the color',
      why: reds,
    },
  ],
  result: { by: 'wheel', card: cardOf('azo-nitrate') },
  developsSeconds: 600,
  basis: 'common practice',
  note: 'Leaflets differ: 5 or 10 mL, and 3 to 10 minutes. Copy it and set yours.',
});
