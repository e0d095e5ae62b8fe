import { interval } from '../quantity';
import { columnInterval } from './column-height';
import { type Parameter, dissolved } from './parameter';

/** Height of the column against NTU: table of a state extension program for stream tubes, from memory. */
const scale = [
  { millimeters: 546, value: 10 },
  { millimeters: 420, value: 15 },
  { millimeters: 330, value: 21 },
  { millimeters: 254, value: 30 },
  { millimeters: 203, value: 40 },
  { millimeters: 178, value: 50 },
  { millimeters: 152, value: 65 },
  { millimeters: 127, value: 90 },
  { millimeters: 102, value: 120 },
  { millimeters: 76, value: 185 },
  { millimeters: 64, value: 240 },
] as const;

export const turbidity = {
  ...dissolved,
  id: 'turbidity',
  label: 'Turbidity',
  kind: {
    name: 'turbidity',
    units: [
      { id: 'FNU', factor: 1, meaning: 'formazin nephelometric units, near-infrared light (ISO 7027-1)' },
      // Both scales are set with formazin, on which they agree; in a colored water they can part.
      { id: 'NTU', factor: 1, meaning: 'nephelometric turbidity units, white light (EPA method 180.1)' },
    ],
  },
  usualUnit: 'NTU',
  possible: [0, 10_000],
  danger: 16,
  decimals: 1,
  claimDays: 14,
  read: [
    {
      by: 'column',
      unit: 'NTU',
      scale,
    },
    { by: 'meter', unit: 'NTU', accuracy: 1 },
  ],
  writtenAs: [
    {
      id: 'cm of column',
      meaning: 'height of the column through which the mark can just be seen',
      needs: [],
      possible: [0.1, 100],
      canonical: (height) => {
        const at = (centimeters: number) =>
          columnInterval({ unit: 'NTU', scale }, 10 * Math.min(100, centimeters));
        return interval(at(height.high).low, at(height.best).best, at(height.low).high);
      },
      formula: 'NTU at the height ± 2 mm, between the marks of the scale along the logarithm',
      source: 'table of a state extension program for stream tubes, from memory',
      caveat: 'The scale of your own tube wins: choose its method, or type its NTU.',
    },
  ],
  source:
    'Formazin scale: ISO 7027-1 and EPA 180.1. Height of the column: see there; the scale of the tube itself wins.',
} as const satisfies Parameter;
