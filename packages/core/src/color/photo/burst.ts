import type { Card } from '../card';
import { deltaEHue } from '../lab';
import type { Photo } from './photo';
import { type MarkedBoxes, type PhotoReading, readPhoto } from './photo-reading';

/** A frame that cannot be read while the first one can: the hand moved, or the light flickered. */
const ofLostFrame = 3;

/**
 * Reads frames taken right after each other as one: where they disagree about the color, the range widens by it.
 * @param frames the first is the one that is shown and kept
 * @throws FieldError `wrong-box` where a box is off the picture or too small
 */
export function readBurst(
  frames: readonly [Photo, ...Photo[]],
  boxes: MarkedBoxes,
  card: Card,
): PhotoReading {
  const [first, ...others] = frames;
  const reading = readPhoto(first, boxes, card);
  const best = reading.placement?.best.lab;
  if (reading.refusal || !reading.vial || !best) return reading;
  const vial = reading.vial;
  const disagreements = others.map((frame) => {
    const other = readPhoto(frame, boxes, card);
    if (other.refusal || !other.vial || !other.placement) return ofLostFrame;
    // What counts is how the tube lies to its card, not the exposure of the frame.
    return Math.max(deltaEHue(vial, other.vial), deltaEHue(best, other.placement.best.lab));
  });
  const apart = Math.max(0, ...disagreements);
  return apart === 0 ? reading : readPhoto(first, boxes, card, apart);
}
