import { MethodSchema } from './method';
import { capOn, rinseAndFill } from './opening-steps';

const readTheCard = {
  do: 'read-card',
  cardId: 'azo-nitrate',
  windowSeconds: 600,
  say: 'Hold the tube against white and read the card',
  why: 'The reds at the top can hardly be told apart. Between two, say so.',
} as const;

/** Nitrate by reduction and azo dye, two bottles, the second with a powder that settles. Common practice. */
export const nitrateTwoBottles = MethodSchema.parse({
  id: 'nitrate-two-bottles',
  version: 1,
  name: 'Nitrate, two bottles',
  short: 'Nitrate',
  parameter: 'nitrate',
  bottles: [
    { id: 'one', label: 'Bottle 1', caution: 'Strong acid: gloves and eye protection.' },
    { id: 'two', label: 'Bottle 2', caution: 'Holds a powder that settles: shake it hard.' },
  ],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'drop',
      bottle: 'one',
      drops: 10,
      say: '10 drops from bottle 1',
      caution: 'Strong acid: gloves and eye protection.',
    },
    { do: 'mix', say: 'Turn the capped tube over a few times' },
    {
      do: 'shake',
      seconds: 30,
      say: 'Shake bottle 2 hard for 30 seconds',
      why: 'Its powder settles. A bottle that was not shaken reads far too low.',
      critical: true,
    },
    { do: 'drop', bottle: 'two', drops: 10, say: '10 drops from bottle 2' },
    capOn,
    {
      do: 'shake',
      seconds: 60,
      say: 'Shake the tube for 60 seconds',
      why: 'The powder does its work only while it floats.',
      critical: true,
    },
    { do: 'stand', seconds: 300, say: 'Let it stand for 5 minutes', critical: true },
    readTheCard,
  ],
  result: { by: 'card', cardId: 'azo-nitrate' },
  basis: 'common practice',
});

/** Nitrate with a level scoop of powder. Common practice. */
export const nitratePowder = MethodSchema.parse({
  id: 'nitrate-powder-and-drops',
  version: 1,
  name: 'Nitrate, powder and drops',
  short: 'Nitrate P',
  parameter: 'nitrate',
  bottles: [{ id: 'one', label: 'Nitrate bottle', caution: 'Acid: gloves and eye protection.' }],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'drop',
      bottle: 'one',
      drops: 6,
      say: '6 drops from the nitrate bottle',
      caution: 'Acid: gloves and eye protection.',
    },
    {
      do: 'mix',
      say: 'Add one level scoop of powder',
      why: 'Struck flat, not packed.',
      critical: true,
      caution: 'Do not breathe in the powder.',
    },
    capOn,
    { do: 'shake', seconds: 60, say: 'Shake the tube for 60 seconds', critical: true },
    { do: 'stand', seconds: 600, say: 'Let it stand for 10 minutes', critical: true },
    readTheCard,
  ],
  result: { by: 'card', cardId: 'azo-nitrate' },
  basis: 'common practice',
});
