import { milligrams, molarMass } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const phosphate = {
  ...dissolved,
  id: 'phosphate',
  label: 'Phosphate',
  kind: {
    name: 'phosphate',
    units: [
      ...milligrams('PO4', 1, 'as the ion phosphate'),
      ...milligrams('PO4-P', molarMass.PO4 / molarMass.P, 'phosphate as phosphorus'),
    ],
  },
  usualUnit: 'mg/L PO4',
  possible: [0, 1000],
  trace: 0.05,
  danger: 12,
  read: [
    {
      by: 'card',
      colors: 'clear to blue',
      unit: 'mg/L PO4',
      values: [0, 0.1, 0.25, 0.5, 1, 2, 5],
      dye: {
        bands: [
          { center: 660, width: 260, height: 1 },
          { center: 560, width: 200, height: 0.14 },
        ],
        half: 3,
      },
      bottles: [['acid'], ['dye']],
      milliliters: 5,
      dropsOfEach: 6,
      waitSeconds: 300,
    },
  ],
  source: 'Blue of reduced molybdate: Standard Methods 4500-P E, from memory. Card: invented.',
} as const satisfies Parameter;
