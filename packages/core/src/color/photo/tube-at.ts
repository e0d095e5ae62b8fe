import { guessClearTubes } from './clear-tube';
import type { Box, Photo } from './photo';
import { pictureField } from './picture-field';
import { regionsOf } from './picture-regions';
import { guessTubes } from './tube-guess';

/** A tube that nothing was found of: about as large as they are in a picture of tube and card. */
const usual = { width: 0.07, height: 0.3 };

/**
 * The box of the tube that somebody tapped: of the thing there, else one of a usual size around the finger.
 * @param x share of the width
 * @param y share of the height
 */
export function tubeAt(photo: Photo, x: number, y: number): Box {
  const field = pictureField(photo);
  const { regions } = regionsOf(field);
  const [px, py] = [x * field.width, y * field.height];
  const slack = 0.015 * field.width;
  const under = [...guessTubes(field, regions, [], null), ...guessClearTubes(field)].find(
    (t) => px >= t.left - slack && px <= t.right + slack && py >= t.top - slack && py <= t.bottom + slack,
  );
  if (under)
    return {
      left: Math.max(0, under.left / field.width),
      top: Math.max(0, under.top / field.height),
      width: Math.min(1, under.right / field.width) - Math.max(0, under.left / field.width),
      height: Math.min(1, under.bottom / field.height) - Math.max(0, under.top / field.height),
    };
  const inside = (at: number, size: number) => Math.min(Math.max(at - size / 2, 0), 1 - size);
  return { left: inside(x, usual.width), top: inside(y, usual.height), ...usual };
}
