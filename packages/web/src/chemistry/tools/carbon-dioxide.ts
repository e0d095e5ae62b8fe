import { carbonateReading } from '@hedge-lamp/core/chemistry';
import { shown, shownIn } from '../shown';
import type { Tool } from '../tool';

export const carbonDioxideTool: Tool = {
  id: 'co2',
  name: 'CO2',
  asks: 'How much CO2 do KH and pH tell of, is that more or less than air would give, and where would pH go with airing?',
  sentence: [
    'KH reads ',
    { field: 'alkalinity' },
    ' and pH ',
    { field: 'ph' },
    ', at ',
    { field: 'temperature' },
    '.',
  ],
  fields: [
    { id: 'alkalinity', label: 'KH', kind: 'alkalinity', unit: '°dKH', pull: 'alkalinity', example: '4-5' },
    { id: 'ph', label: 'pH', kind: 'ph', unit: 'pH', pull: 'ph', example: '7.0' },
    {
      id: 'temperature',
      label: 'Temperature',
      kind: 'temperature',
      unit: '°C',
      pull: 'temperature',
      example: '25',
    },
    {
      id: 'hardness',
      label: 'GH',
      kind: 'hardness',
      unit: '°dGH',
      pull: 'hardness',
      optional: true,
      example: '7',
    },
    {
      id: 'conductivity',
      label: 'Conductivity',
      kind: 'conductivity',
      unit: 'µS/cm',
      optional: true,
      example: '',
      hint: 'If you know it: better than GH for the salts in the water.',
    },
  ],
  work(given) {
    const { value, workings } = carbonateReading({
      alkalinity: given.value('alkalinity'),
      ph: given.value('ph'),
      temperature: given.value('temperature'),
      hardness: given.maybe('hardness'),
      conductivity: given.maybe('conductivity'),
    });
    return {
      results: [
        shownIn('Dissolved CO2', value.co2, 'carbon-dioxide', 'mg/L CO2', { workings }),
        shown('pH once well aired', value.airedPh, '', { workings }),
        shown('Beside well-aired water', value.timesAir, 'times the CO2', { workings }),
        shown('Rule of thumb', value.ruleOfThumb, 'mg/L CO2', {
          workings,
          remark: '3 × KH × 10^(7 − pH), common practice',
        }),
        shownIn('Inorganic carbon', value.dic, 'inorganic-carbon', 'mg/L C', { workings }),
      ],
      remarks: value.remarks,
      cautions: [
        'Fish gasp where CO2 is far above what air gives: air the water first, then look for the cause.',
      ],
    };
  },
};
