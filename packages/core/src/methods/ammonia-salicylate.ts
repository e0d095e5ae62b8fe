import { MethodSchema } from './method';
import { capOn, rinseAndFill } from './opening-steps';

/** Total ammonia by the salicylate color, two bottles. Common practice; the kit's own leaflet wins. */
export const ammoniaSalicylate = MethodSchema.parse({
  id: 'ammonia-salicylate-two-bottles',
  version: 1,
  name: 'Ammonia, salicylate, two bottles',
  short: 'Ammonia',
  parameter: 'ammonia',
  bottles: [
    { id: 'one', label: 'Bottle 1', caution: 'Salicylate solution: keep it off skin and eyes.' },
    {
      id: 'two',
      label: 'Bottle 2',
      caution: 'Caustic and bleach: gloves and eye protection, away from food, children and animals.',
    },
  ],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'drop',
      bottle: 'one',
      drops: 8,
      say: '8 drops from bottle 1',
      why: 'Bottle fully upright; lift it straight up so that no drop runs down the tube. One more or less of eight makes little odds.',
    },
    {
      do: 'drop',
      bottle: 'two',
      drops: 8,
      say: '8 drops from bottle 2',
      why: 'Bottle 1 comes first: the color grows only in that order.',
      critical: true,
      caution: 'Caustic and bleach: gloves and eye protection.',
    },
    capOn,
    {
      do: 'shake',
      seconds: 5,
      say: 'Shake the tube for 5 seconds',
      why: 'Tap the cap before you open it, so that its drops fall back.',
    },
    {
      do: 'stand',
      seconds: 300,
      say: 'Let it stand for 5 minutes',
      why: 'The color is still growing. You can leave this and start another tube.',
      critical: true,
    },
    {
      do: 'read-card',
      cardId: 'salicylate-ammonia',
      windowSeconds: 600,
      say: 'Hold the tube against white and read the card',
      why: 'Daylight or good white light. A colored wall behind you tints the tube.',
    },
  ],
  result: { by: 'card', cardId: 'salicylate-ammonia' },
  basis: 'common practice',
});
