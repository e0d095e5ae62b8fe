import { MethodSchema } from './method';

/** mg/L as CaCO3 for one drop: a grain per US gallon. Common practice. */
const perDrop = 17.1;

/**
 * Total alkalinity by acid, with the phenolphthalein part first. The drops of both parts add up to the total.
 * Common practice.
 */
export const alkalinityTitration = MethodSchema.parse({
  id: 'alkalinity-acid-titration',
  version: 1,
  name: 'Alkalinity, acid titration',
  short: 'Alkalinity',
  parameter: 'alkalinity',
  bottles: [
    { id: 'phenolphthalein', label: 'Phenolphthalein', hazards: ['spirit'] },
    { id: 'indicator', label: 'Indicator powder', hazards: ['powder'] },
    { id: 'acid', label: 'Acid', hazards: ['acid'] },
  ],
  steps: [
    {
      do: 'fill',
      milliliters: 5,
      say: 'Fill the measuring tube level and pour it into the bottle',
      why: 'High range: one tube. Twice the tube halves what a drop is worth; say so under the sample.',
    },
    { do: 'drop', bottle: 'phenolphthalein', drops: 1, say: '1 drop of phenolphthalein, swirl' },
    {
      do: 'ask',
      say: 'Did it turn pink?',
      why: 'Pink shows above a pH of about 8.3. Colorless means that this part is zero, and it is skipped.',
      answers: [
        { says: 'Pink' },
        { says: 'It stays colorless', goTo: 'powder', means: 'The phenolphthalein part is zero.' },
      ],
    },
    {
      do: 'count-to-turn',
      bottle: 'acid',
      from: 'pink',
      to: 'colorless',
      indicator: 'phenolphthalein',
      say: 'Acid by drops, swirl after each, until the pink is gone',
      why: 'Keep the sample: the count goes on from here.',
      matters: 'critical',
    },
    {
      do: 'powder',
      id: 'powder',
      bottle: 'indicator',
      scoops: 1,
      say: 'Add the indicator powder, swirl',
      why: 'The water turns green.',
    },
    {
      do: 'count-to-turn',
      bottle: 'acid',
      from: 'green',
      to: 'pink',
      indicator: 'bromocresol-green-methyl-red',
      say: 'Acid by drops, swirl after each, until green turns pink and stays',
      why: 'Every drop since the beginning counts towards the total.',
      matters: 'critical',
    },
  ],
  result: { by: 'titration', perDrop, unit: 'mg/L CaCO3' },
  basis: 'common practice',
});

/** Total hardness by titration. Common practice. */
export const hardnessTitration = MethodSchema.parse({
  id: 'hardness-titration',
  version: 1,
  name: 'Hardness, titration',
  short: 'Hardness',
  parameter: 'hardness',
  bottles: [
    { id: 'buffer', label: 'Buffer', hazards: ['caustic'] },
    { id: 'indicator', label: 'Indicator', hazards: ['dye'] },
    { id: 'titrant', label: 'Titrant', hazards: ['dye'] },
  ],
  steps: [
    { do: 'fill', milliliters: 5, say: 'Fill the measuring tube level and pour it into the bottle' },
    {
      do: 'drop',
      bottle: 'buffer',
      drops: 3,
      say: '3 drops of buffer, swirl',
      why: 'The titration only works at the pH that it holds.',
    },
    {
      do: 'drop',
      bottle: 'indicator',
      drops: 1,
      say: '1 drop of indicator, swirl',
      why: 'The water turns red.',
    },
    {
      do: 'count-to-turn',
      bottle: 'titrant',
      from: 'red',
      to: 'blue',
      indicator: 'hardness',
      say: 'Titrant by drops, swirl after each, until red turns blue',
      why: 'Violet is not the end: go on until nothing red is left.',
      matters: 'critical',
    },
  ],
  result: { by: 'titration', perDrop, unit: 'mg/L CaCO3' },
  basis: 'common practice',
});
