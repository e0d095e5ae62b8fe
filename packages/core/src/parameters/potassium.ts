import { milligrams } from '../quantity';
import { type Parameter, dissolved } from './parameter';

export const potassium = {
  ...dissolved,
  id: 'potassium',
  label: 'Potassium',
  kind: { name: 'potassium', units: milligrams('K', 1, 'as the ion potassium') },
  usualUnit: 'mg/L K',
  possible: [0, 2000],
  danger: 10,
  decimals: 1,
  source: 'Possible range: far beyond any kept water. Claim: Hedge Lamp’s own.',
} as const satisfies Parameter;
