import { MethodSchema } from './method';

/** Whether a rock holds carbonate: one drop of acid fizzes on it. Common practice. */
export const carbonateInRock = MethodSchema.parse({
  id: 'rock-acid-drop',
  version: 1,
  name: 'Carbonate in rock, acid drop',
  short: 'Rock',
  parameter: 'rock-carbonate',
  bottles: [{ id: 'acid', label: 'Acid reagent', hazards: ['acid'] }],
  steps: [
    {
      do: 'rinse',
      say: 'Wash the rock and let it drip off',
      why: 'Dust and dried scale would fizz in its place.',
    },
    {
      do: 'drop',
      bottle: 'acid',
      drops: 1,
      say: '1 drop of acid reagent onto the rock',
      why: 'Look at once, from the side.',
    },
    {
      do: 'ask',
      say: 'Does it fizz?',
      why: 'Rinse the rock well before it goes anywhere near a tank.',
      answers: [
        {
          says: 'It fizzes',
          means: 'It holds carbonate: in the water it raises hardness and pH, to about 8.2 to 8.4.',
        },
        { says: 'No fizz', means: 'No carbonate to speak of: it should leave hardness and pH alone.' },
      ],
    },
  ],
  result: { by: 'answer' },
  basis: 'common practice',
});
