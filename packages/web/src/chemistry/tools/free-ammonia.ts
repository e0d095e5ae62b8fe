import { type Dated, crossingSentences, freeAmmonia, opinionSentence } from '@hedge-lamp/core/readings';
import { shownIn } from '../shown';
import type { Tool } from '../tool';

/** Unknown instants count as that of the total, so that figures typed together belong together. */
export const freeAmmoniaTool: Tool = {
  id: 'free-ammonia',
  name: 'Free ammonia',
  asks: 'How much of the total ammonia is free, the part that burns gills, and at which pH or temperature it would be too much?',
  sentence: [
    'The water holds ',
    { field: 'total' },
    ' total ammonia, at pH ',
    { field: 'ph' },
    ' and ',
    { field: 'temperature' },
    '.',
  ],
  fields: [
    {
      id: 'total',
      label: 'Total ammonia',
      kind: 'ammonia',
      unit: 'mg/L NH3-N',
      pull: 'ammonia',
      example: '0.25-0.5',
    },
    { id: 'ph', label: 'pH', kind: 'ph', unit: 'pH', pull: 'ph', optional: true, example: '7.8' },
    {
      id: 'temperature',
      label: 'Temperature',
      kind: 'temperature',
      unit: '°C',
      pull: 'temperature',
      optional: true,
      example: '25',
    },
  ],
  work(given) {
    const total = given.value('total');
    const at = given.takenAt('total') ?? given.takenAt('ph') ?? given.takenAt('temperature') ?? 0;
    const dated = (id: string): Dated | null => {
      const value = given.maybe(id);
      return value && { value, takenAt: given.takenAt(id) ?? at };
    };
    const result = freeAmmonia({ value: total, takenAt: at }, dated('ph'), dated('temperature'));
    const { workings } = result;
    return {
      results: [
        shownIn('Free ammonia', result.value, 'ammonia', 'mg/L NH3', { workings }),
        shownIn('The same as nitrogen', result.value, 'ammonia', 'mg/L NH3-N', { workings }),
      ],
      remarks: [...result.gaps, ...crossingSentences(result.crossing)],
      tables: [
        {
          caption: 'What the schools say',
          head: ['School', 'Here', 'Source'],
          rows: result.opinions.map((o) => [o.school, opinionSentence(o), o.source]),
        },
      ],
      cautions: [
        'Raising pH turns more of it free: know the pH of the new water before a change, and what a buffer will do before it goes in.',
        'Limits are opinions of schools. Gasping fish need help whatever the figure says.',
      ],
    };
  },
};
