import { MethodSchema } from './method';
import { rinseAndFill } from './opening-steps';

/** General hardness by counting drops to the turn of color. Common practice; 1 drop = 1 °dGH in 5 mL. */
export const generalHardnessDrops = MethodSchema.parse({
  id: 'gh-drops',
  version: 1,
  name: 'GH by drops',
  short: 'GH',
  parameter: 'hardness',
  bottles: [{ id: 'gh', label: 'GH bottle', hazards: ['dye'] }],
  steps: [
    ...rinseAndFill(5),
    {
      do: 'count-to-turn',
      bottle: 'gh',
      from: 'orange',
      to: 'green',
      indicator: 'hardness-on-yellow',
      say: 'One drop at a time, mix after each, until orange turns green',
      why: 'Near the end the color is muddy for a drop; the drop that makes it clear green counts.',
      matters: 'critical',
    },
  ],
  result: { by: 'titration', perDrop: 1, unit: '°dGH' },
  basis: 'common practice',
});
