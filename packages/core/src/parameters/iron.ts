import { milligrams } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const iron = {
  ...dissolved,
  id: 'iron',
  label: 'Iron',
  kind: { name: 'iron', units: milligrams('Fe', 1, 'as iron') },
  usualUnit: 'mg/L Fe',
  possible: [0, 1000],
  trace: 0.05,
  danger: 13,
  read: [
    {
      by: 'card',
      colors: 'clear to orange',
      unit: 'mg/L Fe',
      values: [0, 0.1, 0.25, 0.5, 1, 2],
      dye: {
        bands: [
          { center: 510, width: 110, height: 0.9 },
          { center: 430, width: 90, height: 0.45 },
        ],
        half: 4,
      },
      bottles: [['dye']],
      milliliters: 5,
      dropsOfEach: 5,
      waitSeconds: 300,
    },
  ],
  source: 'Orange of phenanthroline near 510 nm: Standard Methods 3500-Fe B, from memory. Card: invented.',
} as const satisfies Parameter;
