import { milligrams } from '../quantity';
import { type Parameter, gas } from './parameter';

export const dissolvedOxygen = {
  ...gas,
  id: 'dissolved-oxygen',
  label: 'Dissolved oxygen',
  kind: { name: 'dissolved-oxygen', units: milligrams('O2', 1, 'as oxygen') },
  usualUnit: 'mg/L O2',
  // Cold water in full sun over dense weed reaches about 30 mg/L.
  possible: [0, 50],
  danger: 0,
  decimals: 1,
  read: [
    {
      by: 'drops',
      unit: 'mg/L O2',
      perDrop: 0.5,
      milliliters: 20,
      from: 'pale yellow with starch: blue',
      to: 'colorless',
      before: 'Fix the oxygen in a full bottle without a bubble, then fill the tube from it',
      hazards: ['caustic', 'acid'],
    },
    { by: 'meter', unit: 'mg/L O2', accuracy: 0.5 },
  ],
  source:
    'Titration: Winkler’s method (Standard Methods 4500-O). What a drop is worth and the meter’s accuracy: common practice.',
} as const satisfies Parameter;
