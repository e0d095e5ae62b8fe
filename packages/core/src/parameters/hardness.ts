import { type Parameter, dissolved } from './parameter';

export const hardness = {
  ...dissolved,
  id: 'hardness',
  label: 'GH (hardness)',
  kind: 'hardness',
  usualUnit: '°dGH',
  possible: [0, 50],
  routine: true,
  vital: true,
  danger: 8,
  decimals: 1,
  source: 'Possible range: far beyond any kept water. Claim: common practice.',
} as const satisfies Parameter;
