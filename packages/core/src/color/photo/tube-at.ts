import { guessClearTubes } from './clear-tube';
import type { Box, Photo } from './photo';
import { boxOfPixels, pictureField } from './picture-field';
import { regionsOf } from './picture-regions';
import { guessTubes } from './tube-guess';

/** A finger may land this far beside the glass, as a share of the picture's width. */
const slack = 0.015;

/**
 * The box of the tube that somebody tapped; null where no tube shows there.
 * @param x share of the width
 * @param y share of the height
 */
export function tubeAt(photo: Photo, x: number, y: number): Box | null {
  const field = pictureField(photo);
  const by = slack * field.width;
  const [px, py] = [x * field.width, y * field.height];
  const tubes = [...guessTubes(field, regionsOf(field).regions, [], null), ...guessClearTubes(field)];
  const under = tubes.find(
    (t) => px >= t.left - by && px <= t.right + by && py >= t.top - by && py <= t.bottom + by,
  );
  return under ? boxOfPixels(under, field) : null;
}
