import {
  gramsOfTeaspoons,
  saltIds,
  saltOf,
  salts,
  spoonWarning,
  teaspoonsOf,
} from '@hedge-lamp/core/chemistry';
import {
  type Interval,
  type QuantityKind,
  canonicalUnit,
  convertInterval,
  formatBest,
  formatReading,
  unitOf,
  units,
} from '@hedge-lamp/core/quantity';
import { shown } from '../shown';
import type { Outcome, Tool } from '../tool';

const kinds: readonly { value: QuantityKind; text: string }[] = [
  { value: 'nitrate', text: 'Nitrate' },
  { value: 'nitrite', text: 'Nitrite' },
  { value: 'ammonia', text: 'Total ammonia' },
  { value: 'alkalinity', text: 'KH (alkalinity)' },
  { value: 'hardness', text: 'GH (hardness)' },
  { value: 'chloride', text: 'Chloride and salt' },
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
function ofPowder(saltId: string, value: Interval, unit: string): Outcome {
  const salt = saltOf(saltId);
  const bySpoon = spoons.includes(unit);
  const grams = bySpoon
    ? gramsOfTeaspoons(salt, convertInterval(value, 'volume', unit, 'tsp'))
    : convertInterval(value, 'mass', unit, 'g');
  const teaspoons = bySpoon ? convertInterval(value, 'volume', unit, 'tsp') : teaspoonsOf(salt, grams);
  const density = formatReading(salt.bulkDensity);
  const workings = {
    title: `${salt.name} by spoon and by weight`,
    result: `${formatReading(grams)} g, ${formatReading(teaspoons)} level teaspoons`,
    formula: 'grams = teaspoons × 4.929 mL × bulk density',
    substituted: `${formatReading(teaspoons)} tsp × 4.929 mL × ${density} g/mL = ${formatReading(grams)} g`,
    inputs: [
      { label: 'Typed', value: `${formatReading(value)} ${unit}` },
      { label: 'Bulk density', value: `${density} g/mL`, note: 'level, not packed; from memory' },
    ],
    sources: ['Teaspoon: NIST Handbook 44, appendix C', 'Bulk densities: from memory'],
    caveats: [spoonWarning],
  };
  const rows = [
    ...['g', 'oz', 'lb'].map((u) => [
      u,
      formatReading(convertInterval(grams, 'mass', 'g', u)),
      unitOf('mass', u).meaning,
    ]),
    ...spoons.map((u) => [
      u,
      formatReading(convertInterval(teaspoons, 'volume', 'tsp', u)),
      `${unitOf('volume', u).meaning}, level`,
    ]),
  ];
  return {
    results: [
      bySpoon
        ? shown('Weight', grams, 'g', { workings })
        : shown('Spoons', teaspoons, 'level US teaspoons', { workings }),
    ],
    tables: [{ caption: 'In every measure', head: ['Unit', 'Figure', 'Means'], rows }],
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
    const names = (id: string) =>
      [id, ...units[kind].filter((u) => u.sameAs === id).map((u) => u.id)].join(' = ');
    const own = units[kind].filter((u) => !u.sameAs);
    const rows = own.map((u) => [
      names(u.id),
      formatReading(convertInterval(value, kind, unit, u.id)),
      u.meaning,
    ]);
    const canonical = canonicalUnit(kind);
    const other = own.find((u) => u.id !== unit && u.id !== unitOf(kind, unit).sameAs) ?? own[0]!;
    const first = convertInterval(value, kind, unit, other.id);
    const { factor, offset = 0 } = unitOf(kind, unit);
    const workings = {
      title: `${formatReading(value)} ${unit}`,
      result: `${formatReading(first)} ${other.id}`,
      formula: `through ${canonical}: figure × ${factor.toPrecision(6)}${offset ? ` + ${offset.toPrecision(6)}` : ''}, ÷ the factor of the other unit`,
      substituted: own
        .map((u) => `${formatReading(convertInterval(value, kind, unit, u.id))} ${u.id}`)
        .join(' = '),
      inputs: [
        {
          label: 'Typed',
          value: `${formatReading(value)} ${unit}`,
          note: unitOf(kind, unit).meaning,
        },
      ],
      sources: [
        'IUPAC 2021 atomic weights; DIN 38409-6 (German degree); exact definitions of gallon and grain',
      ],
      caveats: [
        'A single figure means ± half its last digit. Type a range, such as 20-40, where that is what was seen.',
        'ppm is mg/L in fresh water only, whose density is near 1.',
      ],
    };
    return {
      results:
        own.length > 1 ? [shown(`${formatBest(value)} ${unit} is`, first, other.id, { workings })] : [],
      tables: [{ caption: 'In every unit and basis', head: ['Unit', 'Figure', 'Means'], rows }],
      remarks:
        kind === 'alkalinity' || kind === 'hardness'
          ? ['KH and GH share their scales but not their meaning: one cannot be turned into the other.']
          : [],
    };
  },
};
