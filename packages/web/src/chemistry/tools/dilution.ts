import { dilutionPlans, scaledBack } from '@hedge-lamp/core/methods';
import { FieldError, type QuantityKind, formatReading } from '@hedge-lamp/core/quantity';
import { shown } from '../shown';
import type { Tool } from '../tool';
import { dissolvedKinds } from './dissolved-kinds';

export const dilutionTool: Tool = {
  id: 'dilution',
  name: 'Dilution',
  asks: 'The color is past the top of the card, or a zero looks too good. How do I dilute with my syringe, and what does the result mean?',
  sentence: [
    'My syringe holds ',
    { field: 'syringe' },
    ' in steps of ',
    { field: 'mark' },
    ', the test needs ',
    { field: 'tube' },
    '. I dilute ',
    { field: 'times' },
    '.',
  ],
  fields: [
    { id: 'syringe', label: 'My syringe holds', unit: 'mL', exact: true, example: '5' },
    {
      id: 'mark',
      label: 'Its finest mark',
      unit: 'mL',
      exact: true,
      example: '0.2',
      hint: 'The step between two lines on it.',
    },
    { id: 'tube', label: 'The test needs', unit: 'mL', exact: true, example: '5' },
    {
      id: 'times',
      label: 'Dilute',
      options: [2, 3, 4, 5, 8, 10, 20, 50].map((n) => ({ value: String(n), text: `${n} times` })),
      example: '10',
    },
    {
      id: 'what',
      label: 'What is tested',
      options: dissolvedKinds,
      example: 'nitrite',
      group: 'After the test',
    },
    {
      id: 'reading',
      label: 'Read in the diluted sample',
      kind: (choice) => choice('what') as QuantityKind,
      optional: true,
      example: '1-2',
      group: 'After the test',
    },
  ],
  work(given) {
    const number = (id: string) => given.value(id).best;
    const plans = dilutionPlans({ volume: number('syringe'), mark: number('mark') }, number('tube'));
    const times = Number(given.choice('times'));
    const plan = plans.find((p) => p.times === times);
    if (!plan)
      throw new FieldError(
        'contradiction',
        'times',
        `${times} times cannot be drawn neatly with this syringe. Try ${plans.map((p) => p.times).join(', ') || 'a smaller syringe'}${plans.length > 0 ? ' times' : ''}, or dilute twice.`,
      );
    const reading = given.maybe('reading') ? given.typed('reading') : null;
    const scaled = reading && scaledBack(reading.value, plan.factor, reading.unit);
    return {
      results: [
        ...(scaled && reading
          ? [shown('In the water itself', scaled.value, reading.unit, { workings: scaled.workings })]
          : []),
        {
          label: `${times} times`,
          figure: `${plan.sampleMilliliters} mL`,
          unit: `into ${Number(plan.waterMilliliters.toFixed(3))} mL`,
          remark: `With half a mark off at each draw that is ${formatReading(plan.factor)} times.`,
        },
      ],
      steps: plan.steps,
      tables: [
        {
          caption: 'What your syringe can do',
          head: ['Times', 'Sample', 'Distilled water', 'True to'],
          rows: plans.map((p) => [
            String(p.times),
            `${p.sampleMilliliters} mL`,
            `${Number(p.waterMilliliters.toFixed(3))} mL`,
            `${formatReading(p.factor)} times`,
          ]),
        },
      ],
      remarks:
        scaled && reading && scaled.value.high === Infinity
          ? ['Still past the top: dilute more.']
          : scaled && reading && reading.value.low === 0
            ? ['The color is near zero now: a weaker dilution would tell more.']
            : [],
      cautions: ['Distilled or RO water only. Nothing from a tube or cup goes back into the water.'],
    };
  },
};
