import { type Parameter, dissolved } from './parameter';

export const rockCarbonate = {
  ...dissolved,
  id: 'rock-carbonate',
  label: 'Carbonate in rock',
  kind: 'presence',
  usualUnit: 'seen',
  possible: [0, 1],
  dilutes: false,
  danger: 20,
  decimals: 0,
  source: 'Common practice.',
} as const satisfies Parameter;
