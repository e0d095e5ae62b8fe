import type { Method } from '../methods';
import type { ParameterId } from '../parameters';
import type { PlanOrder } from './plan';

/** Tests that are usually run together. Common practice. */
export interface TestSet {
  readonly id: string;
  readonly name: string;
  readonly why: string;
  readonly order: PlanOrder;
  readonly parameters: readonly ParameterId[];
  /** Methods that it names itself, where a parameter would not say enough. */
  readonly methodIds?: readonly string[];
}

export const testSets: readonly TestSet[] = [
  {
    id: 'usual-six',
    name: 'The usual six',
    why: 'How the water is as a whole.',
    order: 'soonest',
    parameters: ['ammonia', 'nitrite', 'nitrate', 'ph', 'alkalinity', 'hardness'],
  },
  {
    id: 'cycling',
    name: 'Cycling set',
    why: 'Whether the filter has grown in, and whether it has carbonate to grow on.',
    order: 'soonest',
    parameters: ['ammonia', 'nitrite', 'nitrate', 'ph', 'alkalinity', 'temperature'],
  },
  {
    id: 'looks-sick',
    name: 'It looks sick',
    why: 'What harms soonest comes first; how toxic ammonia is depends on pH and temperature.',
    order: 'danger',
    parameters: ['ammonia', 'nitrite', 'ph', 'temperature', 'alkalinity', 'nitrate'],
  },
  {
    id: 'tap-water',
    name: 'Tap water',
    why: 'What a water change would bring in.',
    order: 'soonest',
    parameters: ['ammonia', 'nitrate', 'ph', 'alkalinity', 'hardness'],
  },
  {
    id: 'ph-both',
    name: 'pH, both ranges',
    why: 'Where the two cards overlap, the truth lies in both.',
    order: 'soonest',
    parameters: [],
    methodIds: ['ph-low-range', 'ph-high-range'],
  },
];

/**
 * The methods of a set: for each parameter the one that the keeper would take.
 * @param usual the method for a parameter; undefined where there is none
 */
export const methodsOfSet = (
  set: Pick<TestSet, 'parameters' | 'methodIds'>,
  usual: (parameter: ParameterId) => Method | undefined,
): string[] => [
  ...set.parameters.flatMap((parameter) => usual(parameter)?.id ?? []),
  ...(set.methodIds ?? []),
];
