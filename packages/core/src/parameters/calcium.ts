import { milligrams, molarMass } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const calcium = {
  ...dissolved,
  id: 'calcium',
  label: 'Calcium',
  kind: {
    name: 'calcium',
    units: [
      ...milligrams('Ca', 1, 'as calcium'),
      { id: 'mmol/L', factor: molarMass.Ca, meaning: 'millimoles of calcium per liter' },
      ...milligrams('CaCO3', molarMass.Ca / molarMass.CaCO3, 'calcium hardness as calcium carbonate'),
    ],
  },
  usualUnit: 'mg/L Ca',
  possible: [0, 10_000],
  danger: 14,
  decimals: 0,
  read: [
    {
      by: 'drops',
      unit: 'mg/L Ca',
      perDrop: 10,
      milliliters: 5,
      from: 'pink',
      to: 'blue',
      before: 'Put in the lye and the indicator powder, and swirl',
      hazards: ['caustic', 'powder'],
    },
  ],
  source: 'Titration with EDTA: Standard Methods 3500-Ca B. What a drop is worth: invented.',
} as const satisfies Parameter;
