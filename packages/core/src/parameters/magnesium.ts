import { milligrams, molarMass } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const magnesium = {
  ...dissolved,
  id: 'magnesium',
  label: 'Magnesium',
  kind: {
    name: 'magnesium',
    units: [
      ...milligrams('Mg', 1, 'as magnesium'),
      { id: 'mmol/L', factor: molarMass.Mg, meaning: 'millimoles of magnesium per liter' },
      ...milligrams('CaCO3', molarMass.Mg / molarMass.CaCO3, 'magnesium hardness as calcium carbonate'),
    ],
  },
  usualUnit: 'mg/L Mg',
  possible: [0, 20_000],
  danger: 15,
  decimals: 0,
  read: [
    {
      by: 'drops',
      unit: 'mg/L Mg',
      perDrop: 10,
      milliliters: 5,
      from: 'pink',
      to: 'blue',
      before: 'Put in the buffer that keeps calcium back and the indicator, and swirl',
      hazards: ['caustic', 'powder'],
    },
  ],
  source:
    'Sea water carries about 1,280 mg/L (Millero and others 2008). Titration with EDTA, calcium held back: common practice. What a drop is worth: invented.',
} as const satisfies Parameter;
