import { MethodSchema } from './method';

/**
 * Potassium by turbidity: the cloudier, the shorter the column through which a mark is still seen. Steps: common
 * practice. The scale is invented for Hedge Lamp: a real one stands on the kit's own tube.
 */
export const potassiumTurbidity = MethodSchema.parse({
  id: 'potassium-turbidity',
  version: 2,
  name: 'Potassium, turbidity',
  short: 'Potassium',
  parameter: 'potassium',
  bottles: [
    { id: 'one', label: 'Bottle 1', hazards: ['caustic'] },
    { id: 'two', label: 'Bottle 2', hazards: ['dye'] },
  ],
  steps: [
    {
      do: 'rinse',
      say: 'Rinse both tubes with the water you are testing',
      why: 'One to mix in, and the reading tube with the mark under it. No detergent.',
    },
    {
      do: 'fill',
      milliliters: 2,
      say: 'Press the water through cotton, fill the mixing tube to 2 mL',
      why: 'What floats in the water would count as potassium.',
    },
    {
      do: 'drop',
      bottle: 'one',
      drops: 10,
      say: '10 drops from bottle 1, held at 45°',
      why: 'This bottle drips evenly when it is tilted, not upright.',
    },
    { do: 'shake', seconds: 30, say: 'Cap on, mix for 30 seconds', matters: 'critical' },
    {
      do: 'stand',
      seconds: 360,
      say: 'Let it stand for 6 minutes',
      why: 'The first of two waits. You can leave this and start another tube.',
      matters: 'critical',
    },
    { do: 'drop', bottle: 'two', drops: 10, say: '10 drops from bottle 2, held at 45°', matters: 'critical' },
    {
      do: 'stand',
      seconds: 60,
      say: 'Let it stand for 1 minute',
      why: 'The second wait: the cloud forms.',
      matters: 'critical',
    },
    {
      do: 'read',
      windowSeconds: 180,
      say: 'Pour slowly into the reading tube until the mark is gone; type the height',
      why: 'Look straight down from above, in even light. Type the millimeters at which the mark can no longer be seen.',
    },
  ],
  result: {
    by: 'column',
    unit: 'mg/L K',
    scale: [
      { millimeters: 90, value: 2 },
      { millimeters: 70, value: 4 },
      { millimeters: 50, value: 7 },
      { millimeters: 35, value: 12 },
      { millimeters: 25, value: 20 },
      { millimeters: 15, value: 40 },
    ],
  },
  developsSeconds: 60,
  basis: 'common practice',
  note: 'The scale here is made up: copy the method and type that of your own tube.',
});
