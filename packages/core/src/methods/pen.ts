import { MethodSchema } from './method';

/** A pH pen. ±0.1 is common practice for a calibrated pen. */
export const penPh = MethodSchema.parse({
  id: 'pen-ph',
  version: 1,
  name: 'pH from a pen',
  short: 'pH',
  parameter: 'ph',
  bottles: [],
  steps: [
    {
      do: 'read',
      say: 'Dip the pen, wait until it is steady, type what it shows',
      why: 'About 30 seconds. Note the time: plants move pH through the day.',
    },
  ],
  result: { by: 'meter', unit: 'pH', accuracy: 0.1 },
  basis: 'common practice',
});

/** A thermometer or pen. ±0.5 °C is common practice for one without a certificate. */
export const penTemperature = MethodSchema.parse({
  id: 'pen-temperature',
  version: 1,
  name: 'Temperature from a pen',
  short: 'Temp.',
  parameter: 'temperature',
  bottles: [],
  steps: [
    {
      do: 'read',
      say: 'Leave the pen in the water until it is steady, type what it shows',
      why: 'Keep it in the water while you read; in the air it cools by evaporation.',
    },
  ],
  result: { by: 'meter', unit: '°C', accuracy: 0.5 },
  basis: 'common practice',
});
