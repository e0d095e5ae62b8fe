import { type LinearRgb, labOfLinear } from '../lab';
import { isDrawn } from './drawn-picture';
import { type Box, type Photo, lightAt, luminance, pixelsOf } from './photo';
import { type Refusal, type RefusalReason, refuse } from './photo-refusal';
import { type RegionColor, regionColor } from './region-color';

/** Below this share of light the sensor sees mostly its own noise. */
const darkest = 0.035;
/** Chroma of white paper (CIE L*a*b*) from which on the light is too colored; a bulb, half balanced by the camera, has about 30. */
const mostCast = 45;

/** A color against white, channel by channel. */
export const relative = (color: LinearRgb, white: LinearRgb): LinearRgb => [
  color[0] / Math.max(white[0], 1e-4),
  color[1] / Math.max(white[1], 1e-4),
  color[2] / Math.max(white[2], 1e-4),
];

/** How colored white paper looks in the picture: what the camera's own white balance left of the tint of the light. */
export function castOf(paper: LinearRgb): number {
  const most = Math.max(...paper, 1e-6);
  const { a, b } = labOfLinear(relative(paper, [most, most, most]));
  return Math.hypot(a, b);
}

/** So many places across the picture are looked at for something whiter than the paper. */
const across = 64;
/** As white as the paper or whiter by this share, and of about its tint, is paper too: light falls off. */
const muchBrighter = 1.75;
/** Share of the picture that shows that the paper is elsewhere. */
const enough = 0.05;

/**
 * Whether what is marked is the white of the picture. Gray, wood or a pale swatch may be as even as paper; but then
 * something far brighter lies in the picture, or something as bright of another tint.
 */
function isWhitest(photo: Photo, paper: LinearRgb): boolean {
  const lum = luminance(paper);
  const down = Math.max(8, Math.round((across * photo.height) / photo.width));
  let [brighter, tinted] = [0, 0];
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const x = Math.min(photo.width - 1, Math.floor(((column + 0.5) * photo.width) / across));
      const y = Math.min(photo.height - 1, Math.floor(((row + 0.5) * photo.height) / down));
      const here = lightAt(photo, x, y);
      const times = luminance(here) / lum;
      if (times > muchBrighter) brighter++;
      if (times < 1.08) continue;
      const { a, b } = labOfLinear(relative(here, [paper[0] * times, paper[1] * times, paper[2] * times]));
      if (Math.hypot(a, b) > 14) tinted++;
    }
  const all = across * down;
  return brighter < enough * all && tinted < 2.4 * enough * all;
}

/** The paper of a photograph, and why nothing can be read by it; null where it can. */
export interface SeenPaper {
  readonly paper: RegionColor;
  readonly fault: Refusal | null;
}

/**
 * What white paper tells of the light, and of the picture as a whole.
 * @throws FieldError `wrong-box` where its box is off the picture or too small
 */
export function paperIn(photo: Photo, box: Box): SeenPaper {
  const paper = regionColor(photo, pixelsOf(photo, box, 'paper'));
  const reason = reasonAgainst(photo, paper);
  return { paper, fault: reason && refuse(reason) };
}

function reasonAgainst(photo: Photo, paper: RegionColor): RefusalReason | null {
  if (luminance(paper.light) < darkest) return 'too-dark';
  if (paper.burned > 0.25) return 'burned-out';
  if (castOf(paper.light) > mostCast) return 'colored-light';
  const unevenness = Math.max(...paper.spread.map((s, k) => s / paper.light[k]!));
  if (paper.gradient > 1.6 || unevenness > 0.25 || !isWhitest(photo, paper.light)) return 'not-paper';
  return isDrawn(photo) ? 'screenshot' : null;
}
