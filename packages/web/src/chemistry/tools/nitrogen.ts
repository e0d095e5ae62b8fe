import {
  alkalinityUsed,
  chlorideNitrite,
  feedLoad,
  nitrogenBalance,
  saltDose,
  saltOf,
} from '@hedge-lamp/core/chemistry';
import { type Interval, formatReading, interval } from '@hedge-lamp/core/quantity';
import { shown, shownIn } from '../shown';
import type { Shown, Tool, ToolField } from '../tool';
import { volumeField } from './volume-field';

export const feedTool: Tool = {
  id: 'feed',
  name: 'Feed',
  asks: 'How much ammonia does feeding bring each day, and how much KH does the filter use to turn it over?',
  fields: [
    {
      id: 'feed',
      label: 'Feed in a day',
      kind: 'mass',
      unit: 'g',
      units: ['g', 'oz', 'lb'],
      exact: true,
      example: '10',
    },
    {
      id: 'protein',
      label: 'Protein in it',
      kind: 'share',
      unit: '%',
      units: ['%'],
      exact: true,
      example: '40',
    },
    volumeField('liters', 'Volume of the water', '2250', { pull: 'volume' }),
  ],
  work(given) {
    const load = feedLoad(given.value('feed'), given.value('protein'), given.value('liters'));
    const used = alkalinityUsed(load.value.perLiter);
    const week = (i: Interval) => interval(i.low * 7, i.best * 7, i.high * 7);
    return {
      results: [
        shown('Total ammonia made', load.value.perLiter, 'mg/L NH3-N a day', { workings: load.workings }),
        shownIn('As nitrate in a week', week(load.value.perLiter), 'nitrate', 'mg/L NO3', {
          workings: load.workings,
          remark: 'If the filter turns all of it over and no plant takes any.',
        }),
        shownIn('KH used in a week', week(used.value), 'alkalinity', '°dKH', { workings: used.workings }),
      ],
      cautions: ['All of it eaten. Feed that rots brings more.'],
    };
  },
};

export const saltAndNitriteTool: Tool = {
  id: 'salt-and-nitrite',
  name: 'Salt and nitrite',
  asks: 'Is there enough chloride to shield fish from this nitrite, and how much plain salt is wanting?',
  fields: [
    { id: 'nitrite', label: 'Nitrite', kind: 'nitrite', unit: 'mg/L NO2', pull: 'nitrite', example: '1' },
    {
      id: 'chloride',
      label: 'Chloride',
      kind: 'chloride',
      unit: 'mg/L Cl',
      example: '5',
      hint: 'From a water report or a test; type 0 if nothing is known.',
    },
    volumeField('liters', 'Volume of the water', '180', { pull: 'volume', optional: true }),
  ],
  work(given) {
    const { value, workings } = chlorideNitrite(given.value('chloride'), given.value('nitrite'));
    const liters = given.maybe('liters');
    const ratio = (label: string, of: Interval | null): Shown =>
      of ? shown(label, of, 'to 1', { workings }) : { label, figure: 'No nitrite read', unit: '', workings };
    const wanting = (label: string, of: Interval): Shown[] => {
      if (!liters) return [shown(label, of, 'mg/L Cl', { workings })];
      const dose = saltDose(saltOf('sodium-chloride'), 'chloride', of, liters);
      return [
        shown(label, dose.value.grams, 'g of salt', {
          workings: dose.workings,
          remark: `${formatReading(of)} mg/L Cl`,
        }),
      ];
    };
    return {
      results: [
        ratio('Chloride to nitrite', value.perIon),
        ratio('Chloride to nitrite-N', value.perNitrogen),
        ...wanting('Wanting, for ten times nitrite', value.wantingPerIon),
        ...wanting('Wanting, for ten times nitrite-N', value.wantingPerNitrogen),
      ],
      remarks: [
        'At least ten times, by weight (extension teaching, SRAC 462, from memory). It is quoted on either basis; by the ion it asks for over three times more.',
      ],
      cautions: saltOf('sodium-chloride').cautions,
    };
  },
};

const forms = [
  ['ammonia', 'Total ammonia', 'mg/L NH3-N', '2', '0'],
  ['nitrite', 'Nitrite', 'mg/L NO2', '0', '0.5'],
  ['nitrate', 'Nitrate', 'mg/L NO3', '5', '10-15'],
] as const;

/** The three tests before (1) and after (2); only those after are the latest of a water. */
const setOf = (k: 1 | 2): ToolField[] =>
  forms.map(([id, label, unit, before, after]) => ({
    id: `${id}${k}`,
    label,
    kind: id,
    unit,
    group: k === 1 ? 'Before' : 'After',
    example: k === 1 ? before : after,
    ...(k === 2 ? { pull: id } : {}),
  }));

export const nitrogenBalanceTool: Tool = {
  id: 'nitrogen-balance',
  name: 'Nitrogen',
  asks: 'Ammonia fell, nitrate rose: does the nitrogen add up, or is a test off?',
  fields: [
    ...setOf(1),
    {
      id: 'added',
      label: 'Ammonia added in between',
      kind: 'ammonia',
      unit: 'mg/L NH3-N',
      group: 'Before',
      exact: true,
      optional: true,
      example: '',
    },
    ...setOf(2),
  ],
  named: Object.fromEntries(
    (['ammonia', 'nitrite', 'nitrate'] as const).flatMap((id) => [
      [`before.${id}`, `${id}1`],
      [`after.${id}`, `${id}2`],
    ]),
  ),
  work(given) {
    const forms = (k: 1 | 2) => ({
      ammonia: given.value(`ammonia${k}`),
      nitrite: given.value(`nitrite${k}`),
      nitrate: given.value(`nitrate${k}`),
    });
    const { value, workings } = nitrogenBalance(
      forms(1),
      forms(2),
      given.maybe('added') ?? interval(0, 0, 0),
    );
    return {
      results: [shown('Nitrogen gained', value.gained, 'mg/L N', { workings })],
      remarks: [value.sentence],
      cautions: ['Use the same kits both times: two nitrate kits may differ by two or three times.'],
    };
  },
};
