import { type Parameter, gas } from './parameter';

export const carbonDioxide = {
  ...gas,
  id: 'carbon-dioxide',
  label: 'Carbon dioxide',
  kind: 'carbon-dioxide',
  usualUnit: 'mg/L CO2',
  possible: [0, 1000],
  danger: 6,
  decimals: 0,
  read: [
    {
      by: 'drops',
      unit: 'mg/L CO2',
      perDrop: 2,
      milliliters: 20,
      from: 'colorless',
      to: 'pink that stays',
      before: 'Fill slowly without a splash and put in 2 drops of phenolphthalein',
      hazards: ['caustic', 'spirit'],
    },
  ],
  source:
    'Titration with base to phenolphthalein: Standard Methods 4500-CO2. What a drop is worth: common practice.',
} as const satisfies Parameter;
