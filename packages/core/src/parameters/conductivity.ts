import { type Parameter, dissolved } from './parameter';

export const conductivity = {
  ...dissolved,
  id: 'conductivity',
  label: 'Conductivity',
  kind: 'conductivity',
  usualUnit: 'µS/cm',
  // Sea water: about 53,000 µS/cm at 25 °C.
  possible: [0, 200_000],
  danger: 11,
  decimals: 0,
  read: [{ by: 'meter', unit: 'µS/cm', accuracy: 20 }],
  source: 'At 25 °C, as meters give it (ISO 7888). Accuracy of a pen: common practice.',
} as const satisfies Parameter;
