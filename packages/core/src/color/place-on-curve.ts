import type { CardCurve, CurvePoint } from './card-curve';
import { type Lab, deltaEHue } from './lab';

/** Where on the way of a card's colors a color lies. */
export interface Placement {
  readonly best: CurvePoint;
  /** The ends of what cannot be told from it. */
  readonly low: CurvePoint;
  readonly high: CurvePoint;
  /** How far the color lies from the curve (CIEDE2000, with less weight on lightness). */
  readonly distance: number;
}

/**
 * The nearest point of a curve, and all that a measurement of this uncertainty cannot tell from it: those whose squared
 * distance is larger than the least one by no more than the square of the uncertainty. Where the curve is flat that is
 * much of it, where the colors change quickly little.
 * @param uncertainty CIEDE2000, as far as the color itself may be wrong
 */
export function placeOnCurve({ points }: CardCurve, lab: Lab, uncertainty: number): Placement {
  const distances = points.map((p) => deltaEHue(p.lab, lab));
  const distance = Math.min(...distances);
  const within = points.filter((_p, k) => distances[k]! ** 2 - distance ** 2 <= uncertainty ** 2);
  return {
    best: points[distances.indexOf(distance)]!,
    low: within[0]!,
    high: within.at(-1)!,
    distance,
  };
}
