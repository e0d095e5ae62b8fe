import { MethodSchema } from './method';
import { rinseAndFill } from './opening-steps';

/** Carbonate hardness by counting drops to the turn of color. Common practice; 1 drop = 1 °dKH in 5 mL. */
export const carbonateHardnessDrops = MethodSchema.parse({
  id: 'kh-drops',
  version: 1,
  name: 'KH by drops',
  short: 'KH',
  parameter: 'alkalinity',
  bottles: [{ id: 'kh', label: 'KH bottle', hazards: ['acid', 'spirit'] }],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'count-to-turn',
      bottle: 'kh',
      from: 'blue',
      to: 'yellow',
      indicator: 'bromocresol-green',
      say: 'One drop at a time, mix after each, until blue turns yellow',
      why: 'Hold the bottle fully upright so that every drop is the same size. The drop that turns it counts.',
      matters: 'critical',
    },
  ],
  result: { by: 'titration', perDrop: 1, unit: '°dKH' },
  basis: 'common practice',
});
