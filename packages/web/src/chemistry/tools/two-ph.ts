import { phenolphthaleinContradiction } from '@hedge-lamp/core/chemistry';
import { phFromTwo, phSchoolLabel } from '@hedge-lamp/core/readings';
import { formatReading } from '@hedge-lamp/core/quantity';
import { shown } from '../shown';
import type { Tool } from '../tool';

export const twoPhTool: Tool = {
  id: 'two-ph',
  name: 'Two pHs',
  asks: 'The low-range and the high-range test say different things. What is the pH, and can both be right?',
  fields: [
    {
      id: 'low',
      label: 'Low range says',
      kind: 'ph',
      unit: 'pH',
      example: '7.4-7.6',
      hint: 'Past the top of its card: type 7.6.',
    },
    {
      id: 'high',
      label: 'High range says',
      kind: 'ph',
      unit: 'pH',
      example: '7.4-7.8',
      hint: 'At the bottom of its card: type 7.4.',
    },
    {
      id: 'pink',
      label: 'A drop of phenolphthalein',
      options: [
        { value: 'not-used', text: 'Not used' },
        { value: 'colorless', text: 'Stayed colorless' },
        { value: 'pink', text: 'Turned pink' },
      ],
      example: 'colorless',
    },
  ],
  work(given) {
    const { value, workings } = phFromTwo(given.value('low'), given.value('high'));
    const pink = given.choice('pink');
    const against =
      pink !== 'not-used' && value.together
        ? phenolphthaleinContradiction(pink === 'pink', value.together)
        : null;
    return {
      results: [
        value.together
          ? shown('pH', value.together, '', { workings })
          : { label: 'pH', figure: 'None fits both', unit: '', workings },
      ],
      remarks: [value.contradiction, against].filter((s) => s !== null),
      tables: [
        {
          caption: 'What each school takes',
          head: ['School', 'pH'],
          rows: (['low-first', 'high-always', 'both'] as const).map((school) => {
            const taken = value.schools[school];
            return [phSchoolLabel[school], taken ? formatReading(taken) : 'none'];
          }),
        },
      ],
      cautions: ['The ranges are 6.0–7.6 and 7.4–8.8 here; the sheet in your own box wins.'],
    };
  },
};
