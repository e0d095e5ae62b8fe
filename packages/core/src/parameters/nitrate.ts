import { toCanonical } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const nitrate = {
  ...dissolved,
  id: 'nitrate',
  label: 'Nitrate',
  kind: 'nitrate',
  usualUnit: 'mg/L NO3',
  possible: [0, 2000],
  seldom: [0, 300],
  trace: toCanonical(5, 'nitrate', 'mg/L NO3'),
  routine: true,
  vital: true,
  harmsAbove: true,
  danger: 7,
  claimDays: 30,
  decimals: 1,
  source: 'Possible range: far beyond any kept water. Trace and claim: common practice.',
} as const satisfies Parameter;
