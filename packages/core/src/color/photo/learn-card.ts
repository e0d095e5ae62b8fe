import { FieldError } from '../../quantity';
import { type Lab, type LinearRgb, labOfLinear } from '../lab';
import { paperIn, relative } from './paper-in-photo';
import { type Box, type Photo, middleOf, pixelsOf } from './photo';
import { regionColor, whiteAround } from './region-color';

/**
 * Learns the colors of a card from a photograph of its leaflet.
 * @param swatches a box on each swatch, in the order of value
 * @returns colors beside white, and the lightness of the gray, to be kept with the card
 * @throws FieldError `wrong-box`, or `wrong-photo` where the light tells no colors
 */
export function learnCard(
  photo: Photo,
  boxes: { readonly paper: Box; readonly swatches: readonly Box[]; readonly gray?: Box | undefined },
): { readonly colors: Lab[]; readonly gray: number | undefined } {
  const { paper, fault } = paperIn(photo, boxes.paper);
  if (fault) throw new FieldError('wrong-photo', 'paper', fault.says);
  const against = (box: Box, field: string): LinearRgb => {
    const pixels = pixelsOf(photo, box, field);
    const { light } = regionColor(photo, pixelsOf(photo, middleOf(box, 0.6), field));
    return relative(light, whiteAround(photo, pixels, paper.light) ?? paper.light);
  };
  const tidy = ({ l, a, b }: Lab): Lab => ({
    l: Math.min(Math.max(l, 0), 150),
    a: Math.min(Math.max(a, -200), 200),
    b: Math.min(Math.max(b, -200), 200),
  });
  const gray = boxes.gray && tidy(labOfLinear(against(boxes.gray, 'gray'))).l;
  if (gray !== undefined && !(gray >= 5 && gray <= 95))
    throw new FieldError(
      'wrong-box',
      'gray',
      'What is marked as gray is nearly white or black. Mark a middle gray, or leave it out.',
    );
  return { colors: boxes.swatches.map((box, k) => tidy(labOfLinear(against(box, `swatch ${k + 1}`)))), gray };
}
