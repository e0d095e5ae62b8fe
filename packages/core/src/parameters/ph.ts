import { type Parameter, dissolved } from './parameter';

export const ph = {
  ...dissolved,
  id: 'ph',
  label: 'pH',
  kind: 'ph',
  usualUnit: 'pH',
  possible: [0, 14],
  seldom: [4, 10.5],
  startsAtZero: false,
  dilutes: false,
  afterChange: 'as-ph',
  routine: true,
  vital: true,
  danger: 3,
  claimDays: 14,
  source: 'Possible range: by definition. Claim: common practice.',
} as const satisfies Parameter;
