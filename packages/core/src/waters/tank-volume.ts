import { z } from 'zod';

const centimeters = z
  .number({ error: 'Type a length in centimeters.' })
  .positive('This must be more than 0 cm.')
  .max(100_000, 'At most 1000 m. Check the unit.');

/** A vessel measured inside; `depth` is the depth of the water, not of the glass. All in centimeters. */
const ShapeSchema = z.discriminatedUnion('shape', [
  z.object({ shape: z.literal('box'), length: centimeters, width: centimeters, depth: centimeters }),
  z.object({ shape: z.literal('cylinder'), diameter: centimeters, depth: centimeters }),
  z.object({ shape: z.literal('quarter-round'), radius: centimeters, depth: centimeters }),
  z.object({ shape: z.literal('oval'), length: centimeters, width: centimeters, depth: centimeters }),
]);
export type Shape = z.infer<typeof ShapeSchema>;

/** Measurements from which a net volume was worked out. */
export const VolumeFromSchema = z
  .object({
    vessel: ShapeSchema,
    /** Mean depth of gravel or soil over the whole floor, cm. */
    substrateDepth: z.number().min(0, 'This cannot be less than 0 cm.').max(1000).default(0),
    /** Stones, wood and gear under water, liters. */
    decorLiters: z.number().min(0, 'This cannot be less than 0 L.').max(1_000_000).default(0),
  })
  .meta({ id: 'VolumeFrom' });
export type VolumeFrom = z.infer<typeof VolumeFromSchema>;

/** Share of a gravel bed that is solid; the rest holds water. Common practice: a bit under two thirds. */
const solidShareOfSubstrate = 0.6;

/** Floor area in cm². */
function floorArea(shape: Shape): number {
  switch (shape.shape) {
    case 'box':
      return shape.length * shape.width;
    case 'cylinder':
      return (Math.PI / 4) * shape.diameter ** 2;
    case 'quarter-round':
      return (Math.PI / 4) * shape.radius ** 2;
    case 'oval':
      return (Math.PI / 4) * shape.length * shape.width;
  }
}

export interface VolumeResult {
  readonly grossLiters: number;
  readonly displacedLiters: number;
  /** Never below zero. */
  readonly netLiters: number;
}

/** Liters of water in a vessel, less what gravel and decor displace. Plain geometry of straight-walled vessels. */
export function netVolume({ vessel, substrateDepth, decorLiters }: VolumeFrom): VolumeResult {
  const area = floorArea(vessel);
  const grossLiters = (area * vessel.depth) / 1000;
  const bed = (area * Math.min(substrateDepth, vessel.depth) * solidShareOfSubstrate) / 1000;
  const displacedLiters = Math.min(grossLiters, bed + decorLiters);
  return { grossLiters, displacedLiters, netLiters: grossLiters - displacedLiters };
}
