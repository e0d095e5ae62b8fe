import { type Subject, isComputed, subjectLabel } from '@hedge-lamp/core/limits';
import { shortName } from '@hedge-lamp/core/parameters';

const heads: Partial<Record<Subject, string>> = {
  ammonia: 'NH3',
  'free-ammonia': 'free',
  nitrite: 'NO2',
  nitrate: 'NO3',
  temperature: 'Temp',
  'dissolved-oxygen': 'O2',
  'carbon-dioxide': 'CO2',
  chloride: 'Cl',
  phosphate: 'PO4',
  potassium: 'K',
  iron: 'Fe',
  calcium: 'Ca',
  magnesium: 'Mg',
};

/** What a column or a strip is called where there is room for a formula only; its name where it has none. */
export const headOf = (subject: Subject): string =>
  heads[subject] ?? (isComputed(subject) ? subjectLabel(subject) : shortName(subject));
