import { type Parameter, dissolved } from './parameter';

export const alkalinity = {
  ...dissolved,
  id: 'alkalinity',
  label: 'KH (alkalinity)',
  kind: 'alkalinity',
  usualUnit: '°dKH',
  possible: [0, 50],
  seldom: [0, 15],
  routine: true,
  vital: true,
  danger: 5,
  claimDays: 14,
  decimals: 1,
  source: 'Possible range: far beyond any kept water. Claim: common practice.',
} as const satisfies Parameter;
