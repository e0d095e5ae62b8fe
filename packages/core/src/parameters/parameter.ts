import { z } from 'zod';
import { type QuantityKind, toCanonical } from '../quantity';

/** What is measured. The order is the order of every list of parameters. */
export const parameterIds = [
  'ammonia',
  'nitrite',
  'nitrate',
  'ph',
  'alkalinity',
  'hardness',
  'temperature',
  'chloride',
  'potassium',
  'rock-carbonate',
] as const;

export const ParameterIdSchema = z.enum(parameterIds, {
  error: `Choose what was measured: ${parameterIds.join(', ')}.`,
});
export type ParameterId = z.infer<typeof ParameterIdSchema>;

export interface Parameter {
  readonly id: ParameterId;
  /** Name in the words of the interface. */
  readonly label: string;
  readonly kind: QuantityKind;
  /** What can be at all, in the canonical unit; a figure outside is a slip of the finger. */
  readonly possible: readonly [low: number, high: number];
  /** What "trace" reaches up to, in the canonical unit: the lowest step that a usual card shows (common practice). */
  readonly trace?: number;
  /** False for what only some keepers measure: it is not called missing where it was never read. */
  readonly routine: boolean;
}

/** True for what has an amount that can be judged and drawn over time. */
export const hasAmount = (id: ParameterId): boolean => parameters[id].kind !== 'presence';
/** True for what halves when the sample is diluted to twice its volume; pH and temperature do not. */
export const scalesWithDilution = (id: ParameterId): boolean =>
  !['ph', 'temperature', 'presence'].includes(parameters[id].kind);

/** The parameters that have an amount, in the order of every list. */
export const measuredIds = (): ParameterId[] => parameterIds.filter(hasAmount);

/** Bounds: pH by definition; −2 to 50 °C liquid water with fish in it; the others far beyond any kept water. */
export const parameters: Readonly<Record<ParameterId, Parameter>> = {
  ammonia: {
    id: 'ammonia',
    label: 'Total ammonia',
    kind: 'ammonia',
    possible: [0, 1000],
    trace: 0.25,
    routine: true,
  },
  nitrite: {
    id: 'nitrite',
    label: 'Nitrite',
    kind: 'nitrite',
    possible: [0, 1000],
    trace: toCanonical(0.25, 'nitrite', 'mg/L NO2'),
    routine: true,
  },
  nitrate: {
    id: 'nitrate',
    label: 'Nitrate',
    kind: 'nitrate',
    possible: [0, 2000],
    trace: toCanonical(5, 'nitrate', 'mg/L NO3'),
    routine: true,
  },
  ph: { id: 'ph', label: 'pH', kind: 'ph', possible: [0, 14], routine: true },
  alkalinity: {
    id: 'alkalinity',
    label: 'KH (alkalinity)',
    kind: 'alkalinity',
    possible: [0, 50],
    routine: true,
  },
  hardness: { id: 'hardness', label: 'GH (hardness)', kind: 'hardness', possible: [0, 50], routine: true },
  temperature: {
    id: 'temperature',
    label: 'Temperature',
    kind: 'temperature',
    possible: [-2, 50],
    routine: true,
  },
  // Sea water carries about 19,400 mg/L; fresh water far less.
  chloride: { id: 'chloride', label: 'Chloride', kind: 'chloride', possible: [0, 20_000], routine: false },
  potassium: { id: 'potassium', label: 'Potassium', kind: 'potassium', possible: [0, 2000], routine: false },
  'rock-carbonate': {
    id: 'rock-carbonate',
    label: 'Carbonate in rock',
    kind: 'presence',
    possible: [0, 1],
    routine: false,
  },
};

/** The name without what explains it: "KH" for "KH (alkalinity)". */
export const shortName = (id: ParameterId): string => parameters[id].label.replace(/ \(.*\)$/, '');

/** A label within a sentence: "total ammonia", but still "pH" and "KH". */
export const midSentence = (label: string): string =>
  label.replace(/^[A-Z](?=[a-z ])/, (c) => c.toLowerCase());
