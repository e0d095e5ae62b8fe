import { type MixPart, type MixedSpecies, mixWaters } from '@hedge-lamp/core/chemistry';
import { convertInterval, formatBest, formatReading } from '@hedge-lamp/core/quantity';
import { freeAmmonia } from '@hedge-lamp/core/readings';
import type { Given } from '../given';
import { shownIn } from '../shown';
import type { Shown, Tool, ToolField } from '../tool';
import { volumeField } from './volume-field';

const groups = ['First water', 'Second water'] as const;
type Example = Record<'liters' | 'temperature' | 'ph' | 'kh' | 'gh' | 'nitrate' | 'ammonia', string>;
const examples: readonly Example[] = [
  { liters: '120', temperature: '25', ph: '6.6', kh: '2-3', gh: '6', nitrate: '40-60', ammonia: '0.5-1' },
  { liters: '60', temperature: '12', ph: '8', kh: '9', gh: '11', nitrate: '10', ammonia: '0' },
];

const fieldsOf = (k: 0 | 1): ToolField[] => {
  const n = k + 1;
  const group = groups[k];
  const example = examples[k]!;
  const fields: ToolField[] = [
    volumeField(`liters${n}`, 'Volume', example.liters, { pull: 'volume', group }),
    {
      id: `temperature${n}`,
      label: 'Temperature',
      kind: 'temperature',
      unit: '°C',
      pull: 'temperature',
      group,
      example: example.temperature,
    },
    { id: `ph${n}`, label: 'pH', kind: 'ph', unit: 'pH', pull: 'ph', group, example: example.ph },
    {
      id: `kh${n}`,
      label: 'KH',
      kind: 'alkalinity',
      unit: '°dKH',
      pull: 'alkalinity',
      group,
      example: example.kh,
    },
    {
      id: `gh${n}`,
      label: 'GH',
      kind: 'hardness',
      unit: '°dGH',
      pull: 'hardness',
      optional: true,
      group,
      example: example.gh,
    },
    {
      id: `nitrate${n}`,
      label: 'Nitrate',
      kind: 'nitrate',
      unit: 'mg/L NO3',
      pull: 'nitrate',
      optional: true,
      group,
      example: example.nitrate,
    },
    {
      id: `ammonia${n}`,
      label: 'Total ammonia',
      kind: 'ammonia',
      unit: 'mg/L NH3-N',
      pull: 'ammonia',
      optional: true,
      group,
      example: example.ammonia,
    },
  ];
  return k === 1 ? fields.map((f) => ({ ...f, fromSource: true })) : fields;
};

const partOf = (given: Given, n: 1 | 2): MixPart => ({
  liters: given.value(`liters${n}`),
  temperature: given.value(`temperature${n}`),
  alkalinity: given.value(`kh${n}`),
  ph: given.value(`ph${n}`),
  hardness: given.maybe(`gh${n}`),
  nitrate: given.maybe(`nitrate${n}`),
  ammonia: given.maybe(`ammonia${n}`),
});

const named = Object.fromEntries(
  [0, 1].flatMap((k) =>
    (
      [
        ['liters', 'liters'],
        ['temperature', 'temperature'],
        ['ph', 'ph'],
        ['alkalinity', 'kh'],
        ['hardness', 'gh'],
        ['nitrate', 'nitrate'],
        ['ammonia', 'ammonia'],
      ] as const
    ).map(([field, id]) => [`waters.${k}.${field}`, `${id}${k + 1}`]),
  ),
);

export const mixingTool: Tool = {
  id: 'mixing',
  name: 'Mixing',
  asks: 'What comes out when two waters are poured together, pH too, and does it set ammonia free?',
  fields: [...fieldsOf(0), ...fieldsOf(1)],
  waterPerGroup: true,
  named,
  work(given) {
    const [first, second] = [partOf(given, 1), partOf(given, 2)];
    const { value, workings } = mixWaters([first, second]);
    const of = (name: MixedSpecies, label: string, unit: string): Shown[] => {
      const mixed = value[name];
      return mixed ? [shownIn(label, mixed, name, unit, { workings })] : [];
    };
    const free = (part: Pick<MixPart, 'ph' | 'temperature' | 'ammonia'>) =>
      part.ammonia
        ? freeAmmonia(
            { value: part.ammonia, takenAt: 0 },
            { value: part.ph, takenAt: 0 },
            { value: part.temperature, takenAt: 0 },
          )
        : null;
    const [before, after] = [free(first), free({ ...value, ammonia: value.ammonia })];
    const worse = before && after && after.value.best > before.value.best && after.value.high > 0.01;
    return {
      results: [
        shownIn('pH', value.ph, 'ph', 'pH', {
          workings,
          remark: 'At once, before CO2 leaves or enters.',
        }),
        shownIn('pH once aired', value.airedPh, 'ph', 'pH', { workings }),
        shownIn('KH', value.alkalinity, 'alkalinity', '°dKH', { workings }),
        ...of('hardness', 'GH', '°dGH'),
        shownIn('Temperature', value.temperature, 'temperature', '°C', { workings }),
        shownIn('Volume', value.liters, 'volume', given.typed('liters1').unit, { workings }),
        ...of('nitrate', 'Nitrate', 'mg/L NO3'),
        ...of('ammonia', 'Total ammonia', 'mg/L NH3-N'),
        ...(after
          ? [
              shownIn('Free ammonia', after.value, 'ammonia', 'mg/L NH3', {
                workings: after.workings,
                ...(before
                  ? {
                      remark: `It was ${formatReading(convertInterval(before.value, 'ammonia', 'mg/L NH3-N', 'mg/L NH3'))} in the first water.`,
                    }
                  : {}),
              }),
            ]
          : []),
        shownIn('CO2', value.co2, 'carbon-dioxide', 'mg/L CO2', { workings }),
      ],
      cautions: [
        ...(worse
          ? [
              `The mix lifts pH, and with it free ammonia from ${formatBest(before.value)} to ${formatBest(after.value)} mg/L NH3-N: change less at a time, or lower the ammonia first.`,
            ]
          : []),
        'For animals the way matters as much as the end: move pH, temperature and hardness slowly.',
      ],
    };
  },
};
