import { cardOf } from '../color/card';
import { MethodSchema } from './method';

/** A strip with five pads: coarse, good for screening. Common practice. */
export const fivePadStrip = MethodSchema.parse({
  id: 'strip-five-pads',
  version: 1,
  name: 'Strip, five pads',
  short: 'Strip',
  parameter: 'ph',
  bottles: [{ id: 'strips', label: 'Strips', hazards: ['dye'] }],
  steps: [
    {
      do: 'dip',
      seconds: 1,
      say: 'Dip the strip for 1 second, take it out and hold it level',
      why: 'Level, so that no pad runs into the next. A strip cut in half lengthwise does as well. Close the tube of strips at once.',
    },
    {
      do: 'stand',
      seconds: 30,
      say: 'Hold it level for 30 seconds',
      why: 'Do not shake it off.',
      matters: 'critical',
    },
    {
      do: 'read',
      windowSeconds: 30,
      say: 'Read the pads, each on its own row',
      why: 'Between 30 and 60 seconds. A strip is for screening: confirm with drops what matters.',
    },
  ],
  result: {
    by: 'strip',
    pads: [
      { parameter: 'ph', card: cardOf('strip-ph') },
      { parameter: 'nitrite', card: cardOf('strip-nitrite') },
      { parameter: 'nitrate', card: cardOf('strip-nitrate') },
      { parameter: 'alkalinity', card: cardOf('strip-alkalinity') },
      { parameter: 'hardness', card: cardOf('strip-hardness') },
    ],
  },
  developsSeconds: 30,
  basis: 'common practice',
});
