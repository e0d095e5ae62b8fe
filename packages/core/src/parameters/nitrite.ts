import { toCanonical } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const nitrite = {
  ...dissolved,
  id: 'nitrite',
  label: 'Nitrite',
  kind: 'nitrite',
  usualUnit: 'mg/L NO2',
  possible: [0, 1000],
  seldom: [0, 50],
  trace: toCanonical(0.25, 'nitrite', 'mg/L NO2'),
  routine: true,
  vital: true,
  harmsAbove: true,
  danger: 2,
  claimDays: 14,
  source: 'Possible range: far beyond any kept water. Trace and claim: common practice.',
} as const satisfies Parameter;
