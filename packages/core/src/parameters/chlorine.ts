import { milligrams } from '../quantity';
import { type Parameter, gas } from './parameter';

export const chlorine = {
  ...gas,
  id: 'chlorine',
  label: 'Chlorine',
  kind: { name: 'chlorine', units: milligrams('Cl2', 1, 'total chlorine as Cl2, chloramine with it') },
  usualUnit: 'mg/L Cl2',
  possible: [0, 100],
  trace: 0.05,
  dilutes: true,
  harmsAbove: true,
  danger: 0.5,
  read: [
    {
      by: 'card',
      colors: 'clear to pink',
      unit: 'mg/L Cl2',
      values: [0, 0.1, 0.25, 0.5, 1, 2],
      dye: {
        bands: [
          { center: 512, width: 75, height: 0.55 },
          { center: 553, width: 50, height: 0.5 },
        ],
        half: 3,
      },
      bottles: [['acid'], ['dye']],
      milliliters: 5,
      dropsOfEach: 5,
      waitSeconds: 120,
    },
  ],
  source:
    'Pink of DPD with peaks at 512 and 553 nm: Standard Methods 4500-Cl G, from memory. Card: invented. Claim: common practice.',
} as const satisfies Parameter;
