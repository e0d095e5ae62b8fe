import { scaledBack, titration, titrationInterval, titrationSchoolLabel } from '@hedge-lamp/core/methods';
import { type QuantityKind, convertInterval, formatReading, point, units } from '@hedge-lamp/core/quantity';
import { shown } from '../shown';
import type { Shown, Tool } from '../tool';

const kind = (choice: (id: string) => string) => choice('what') as QuantityKind;

/** Drops to the turn, for a bottle that is on no list: what they mean, with the sample and the dilution in it. */
export const dropsTool: Tool = {
  id: 'drops',
  name: 'Drops',
  asks: 'The color turned at this drop: between which figures does the truth lie, and what would twice the sample tell?',
  sentence: [
    'For ',
    { field: 'what' },
    ' the color turned at drop ',
    { field: 'drops' },
    ', and a drop is worth ',
    { field: 'perDrop' },
    '.',
  ],
  fields: [
    {
      id: 'what',
      label: 'What is counted',
      options: [
        { value: 'alkalinity', text: 'KH (alkalinity)' },
        { value: 'hardness', text: 'GH (hardness)' },
        { value: 'chloride', text: 'Chloride' },
        { value: 'carbon-dioxide', text: 'CO2' },
      ],
      example: 'alkalinity',
    },
    { id: 'drops', label: 'Drops to the turn', exact: true, example: '5' },
    {
      id: 'perDrop',
      label: 'A drop is worth',
      kind,
      exact: true,
      example: '1',
      hint: 'By the leaflet, for the sample that it asks for.',
    },
    {
      id: 'sampleTimes',
      label: 'Sample taken',
      unit: 'times the usual',
      exact: true,
      optional: true,
      example: '2',
      hint: 'Twice the sample halves what a drop is worth.',
    },
    {
      id: 'dilution',
      label: 'Diluted',
      unit: 'times',
      exact: true,
      optional: true,
      example: '',
      hint: '10 for 1 mL of sample in 9 mL of distilled water.',
    },
  ],
  named: { 'entered.drops': 'drops', 'entered.sampleTimes': 'sampleTimes', factor: 'dilution' },
  work(given) {
    const drops = given.value('drops').best;
    const { value: worth, unit } = given.typed('perDrop');
    const sampleTimes = given.maybe('sampleTimes')?.best ?? 1;
    const times = given.maybe('dilution') ?? point(1);
    const counted = titration(drops, worth.best, unit, { sampleTimes });
    const isDiluted = times.best !== 1;
    const result = isDiluted ? scaledBack(counted.value, times, unit) : counted;
    const what = kind(given.choice);
    const back = (of: typeof counted.value) => scaledBack(of, times, unit).value;
    const doubled = titration(drops * 2, worth.best, unit, { sampleTimes: sampleTimes * 2 });
    const inOther = units[what].filter((u) => u.id !== unit && !u.sameAs);
    const other: Shown[] = isDiluted
      ? [shown('In the diluted sample', counted.value, unit, { workings: counted.workings })]
      : [];
    return {
      results: [shown('The water holds', result.value, unit, { workings: result.workings }), ...other],
      remarks: [
        `It is more than ${formatReading(point(result.value.low))} and at most ${formatReading(point(result.value.high))} ${unit}. With twice the sample the range would be half as wide, such as ${formatReading(back(doubled.value))} at ${drops * 2} drops.`,
      ],
      tables: [
        {
          caption: 'The best guess, by school',
          head: ['School', 'Figure'],
          rows: (['turning-drop', 'middle-of-drop'] as const).map((school) => [
            titrationSchoolLabel[school],
            `${formatReading(point(back(titrationInterval(drops, worth.best, { sampleTimes, school })).best))} ${unit}`,
          ]),
        },
        {
          caption: 'In other units',
          head: ['Unit', 'Figure'],
          rows: inOther.map((u) => [u.id, formatReading(convertInterval(result.value, what, unit, u.id))]),
        },
      ],
      cautions: [
        'Bottle upright, a swirl after each drop, white behind the tube. The color must stay turned.',
      ],
    };
  },
};
