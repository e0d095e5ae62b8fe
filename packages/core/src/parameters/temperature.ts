import { type Parameter, dissolved } from './parameter';

export const temperature = {
  ...dissolved,
  id: 'temperature',
  label: 'Temperature',
  kind: 'temperature',
  usualUnit: '°C',
  possible: [-2, 50],
  seldom: [0, 38],
  startsAtZero: false,
  dilutes: false,
  // The warmth of a change is matched, and is gone within hours.
  afterChange: 'as-it-was',
  routine: true,
  vital: true,
  danger: 4,
  claimDays: 14,
  decimals: 1,
  source: 'Possible range: liquid water with fish in it. Claim: Hedge Lamp’s own.',
} as const satisfies Parameter;
