import { type Parameter, dissolved } from './parameter';

export const chloride = {
  ...dissolved,
  id: 'chloride',
  label: 'Chloride',
  kind: 'chloride',
  usualUnit: 'mg/L Cl',
  // Sea water carries about 19,400 mg/L; fresh water far less.
  possible: [0, 20_000],
  danger: 9,
  decimals: 0,
  source: 'Chloride of sea water: Millero and others 2008. Claim: Hedge Lamp’s own.',
} as const satisfies Parameter;
