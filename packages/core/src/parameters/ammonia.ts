import { type Parameter, dissolved } from './parameter';

export const ammonia = {
  ...dissolved,
  id: 'ammonia',
  label: 'Total ammonia',
  kind: 'ammonia',
  usualUnit: 'mg/L NH3-N',
  possible: [0, 1000],
  seldom: [0, 50],
  trace: 0.25,
  routine: true,
  vital: true,
  harmsAbove: true,
  danger: 1,
  claimDays: 14,
  source: 'Possible range: far beyond any kept water. Trace and claim: common practice.',
} as const satisfies Parameter;
