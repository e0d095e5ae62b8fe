import { saltIds, saltOf, salts, spoonWarning, spoonsAndWeight } from '@hedge-lamp/core/chemistry';
import {
  type InUnit,
  type Interval,
  type QuantityKind,
  convertInterval,
  formatBest,
  formatReading,
  inEveryUnit,
  unitOf,
} from '@hedge-lamp/core/quantity';
import { shown } from '../shown';
import type { Outcome, Tool } from '../tool';
import { dissolvedKinds } from './dissolved-kinds';

const kinds: readonly { value: QuantityKind; text: string }[] = [
  ...dissolvedKinds,
  { value: 'carbon-dioxide', text: 'CO2' },
  { value: 'conductivity', text: 'Conductivity' },
  { value: 'temperature', text: 'Temperature' },
  { value: 'volume', text: 'Volume' },
  { value: 'mass', text: 'Weight' },
];
const powder = 'powder';
const isPowder = (choice: (id: string) => string) => choice('what') === powder;
const spoons = ['tsp', 'tbsp', 'cup'];

/** Powder by weight or by the spoon, through the salt's own bulk density. */
function ofPowder(saltId: string, amount: Interval, unit: string): Outcome {
  const bySpoon = spoons.includes(unit);
  const { value, workings } = spoonsAndWeight(
    saltOf(saltId),
    bySpoon
      ? { teaspoons: convertInterval(amount, 'volume', unit, 'tsp') }
      : { grams: convertInterval(amount, 'mass', unit, 'g') },
  );
  const row = (kind: QuantityKind, of: Interval, from: string, to: string, more = '') => [
    to,
    formatReading(convertInterval(of, kind, from, to)),
    unitOf(kind, to).meaning + more,
  ];
  return {
    results: [
      bySpoon
        ? shown('Weight', value.grams, 'g', { workings })
        : shown('Spoons', value.teaspoons, 'level US teaspoons', { workings }),
    ],
    tables: [
      {
        caption: 'In every measure',
        head: ['Unit', 'Figure', 'Means'],
        rows: [
          ...['g', 'oz', 'lb'].map((u) => row('mass', value.grams, 'g', u)),
          ...spoons.map((u) => row('volume', value.teaspoons, 'tsp', u, ', level')),
        ],
      },
    ],
    cautions: [spoonWarning],
  };
}

export const unitTableTool: Tool = {
  id: 'units',
  name: 'Units',
  asks: 'What is this figure in every other unit and basis, as the ion and as nitrogen, in degrees and in ppm?',
  fields: [
    {
      id: 'what',
      label: 'What it is a figure of',
      options: [...kinds, { value: powder, text: 'Powder, by spoon or weight' }],
      example: 'nitrate',
    },
    {
      id: 'salt',
      label: 'Powder',
      options: saltIds.map((value) => ({ value, text: salts[value].name })),
      when: isPowder,
      example: 'sodium-bicarbonate',
    },
    {
      id: 'value',
      label: 'Figure',
      kind: (choice) => (isPowder(choice) ? 'mass' : (choice('what') as QuantityKind)),
      when: (choice) => !isPowder(choice),
      example: '50',
    },
    {
      id: 'powder',
      label: 'Amount',
      units: ['tsp', 'tbsp', 'cup', 'g', 'oz', 'lb'],
      exact: true,
      when: isPowder,
      example: '2',
    },
  ],
  work(given) {
    if (given.choice('what') === powder) {
      const { value, unit } = given.typed('powder');
      return ofPowder(given.choice('salt'), value, unit);
    }
    const kind = given.choice('what') as QuantityKind;
    const { value, unit } = given.typed('value');
    const all = inEveryUnit(value, kind, unit);
    const names = (u: InUnit) => [u.unit, ...u.alsoCalled];
    const other = all.value.find((u) => !names(u).includes(unit)) ?? all.value[0]!;
    return {
      results: [
        shown(`${formatBest(value)} ${unit} is`, other.value, other.unit, { workings: all.workings }),
      ],
      tables: [
        {
          caption: 'In every unit and basis',
          head: ['Unit', 'Figure', 'Means'],
          rows: all.value.map((u) => [names(u).join(' = '), formatReading(u.value), u.meaning]),
        },
      ],
      remarks:
        kind === 'alkalinity' || kind === 'hardness'
          ? ['KH and GH share their scales but not their meaning: one cannot be turned into the other.']
          : [],
    };
  },
};
