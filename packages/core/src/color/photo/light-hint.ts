import type { Card } from '../card';
import { guessBoxes } from './first-guess';
import { castOf } from './paper-in-photo';
import type { LinearRgb } from '../lab';
import { type Photo, lightAt, luminance, middleOf, pixelsOf } from './photo';
import { regionColor } from './region-color';

/** What a camera's view lacks before the picture is taken; `good` for nothing. */
type LightHintKind =
  | 'no-paper'
  | 'too-dark'
  | 'too-bright'
  | 'colored-light'
  | 'shadow'
  | 'no-card'
  | 'no-tube'
  | 'glare'
  | 'good';

export interface LightHint {
  readonly kind: LightHintKind;
  /** What to do, short enough to read at arm's length. */
  readonly says: string;
}

const sentences: Readonly<Record<LightHintKind, string>> = {
  'no-paper': 'Show plain white paper beside the tube.',
  'too-dark': 'Too dark: go to a window, or turn on a white light.',
  'too-bright': 'Too bright: the paper is burned out. Turn away from the lamp.',
  'colored-light': 'Colored light: white does not look white here. Go to daylight.',
  shadow: 'A shadow lies over the picture. Step aside, so that the light is even.',
  'no-card': 'The card is not in view, or not all of it.',
  'no-tube': 'The tube is not in view. Lay it on the paper.',
  glare: 'Glare on the tube: turn it a little.',
  good: 'Good light. Hold still.',
};

/** A frame is looked at in this width at most: enough for a hint, and quick enough for five in a second. */
export const hintWidth = 160;
/** Paper in worse light than this is read with a wide range, or not at all. */
const dim = 0.08;
const strongCast = 28;
/** Light that differs by this much over the paper is a shadow. */
const uneven = 1.28;
/** Share of the tube that shines white. */
const mostGlare = 0.14;

/**
 * A hint for the live view of a camera: what to mend first.
 * @param frame a small picture, about as wide as hintWidth
 * @param card that lies beside the tube; null where none is meant to be in the picture
 * @param withTube whether a tube is meant to be in it
 */
export function lightHint(frame: Photo, card: Card | null, withTube = true): LightHint {
  const hint = (kind: LightHintKind): LightHint => ({ kind, says: sentences[kind] });
  const guess = guessBoxes(frame, card?.values.length ?? 2, card);
  if (usualLight(frame) < dim) return hint('too-dark');
  // In very colored light paper is not found as white: what is brightest tells.
  if (!guess.paper) return hint(castOf(brightestColor(frame)) > strongCast ? 'colored-light' : 'no-paper');
  const paper = regionColor(frame, pixelsOf(frame, guess.paper, 'paper'), 2000);
  if (paper.burned > 0.2) return hint('too-bright');
  if (luminance(paper.light) < dim) return hint('too-dark');
  if (castOf(paper.light) > strongCast) return hint('colored-light');
  if (paper.gradient > uneven) return hint('shadow');
  if (card && !guess.card) return hint('no-card');
  if (!withTube) return hint('good');
  const tube = guess.vial ?? guess.tubes[0];
  if (!tube) return hint('no-tube');
  const water = regionColor(frame, pixelsOf(frame, middleOf(tube, 0.7, 0.8), 'tube'), 2000);
  return hint(water.glints > mostGlare || water.burned > mostGlare ? 'glare' : 'good');
}

/** The mean color of its brightest tenth: paper, where there is some. */
function brightestColor(frame: Photo): LinearRgb {
  const seen: LinearRgb[] = [];
  for (let y = 2; y < frame.height; y += 4)
    for (let x = 2; x < frame.width; x += 4) seen.push(lightAt(frame, x, y));
  const bright = seen.sort((a, b) => luminance(b) - luminance(a)).slice(0, Math.max(1, seen.length / 10));
  const mean = (c: 0 | 1 | 2) => bright.reduce((sum, color) => sum + color[c], 0) / bright.length;
  return [mean(0), mean(1), mean(2)];
}

/** Light of the middle of the picture's pixels, by brightness. */
function usualLight(frame: Photo): number {
  const { light } = regionColor(frame, { left: 0, top: 0, right: frame.width, bottom: frame.height }, 3000);
  return luminance(light);
}
