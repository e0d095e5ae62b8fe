import { oxygenSaturation } from '../chemistry';
import { milligrams, overBox } from '../quantity';
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
  writtenAs: [
    {
      id: '% of saturation',
      meaning: 'percent of what water of this warmth and salt holds at this height',
      needs: ['celsius', 'meters', 'salt'],
      possible: [0, 400],
      canonical: (percent, { celsius, meters, salt }) =>
        overBox(
          [percent, celsius, meters, salt],
          (share, t, h, s) => (share / 100) * oxygenSaturation(t, h, s),
        ),
      formula: 'mg/L = percent ÷ 100 · saturation at this temperature, height and salt',
      source: 'Benson & Krause 1980 and 1984, Standard Methods 4500-O (from memory)',
      caveat: 'Holds for a meter that was calibrated lately, and air at the pressure usual for this height.',
    },
  ],
  source:
    'Titration: Winkler’s method (Standard Methods 4500-O). What a drop is worth and the meter’s accuracy: common practice.',
} as const satisfies Parameter;
