import { deltaEHue, labOfLinear } from '../lab';
import { type TurnIndicator, turnPicture } from '../titration-turn';
import { castOf, paperIn, relative } from './paper-in-photo';
import { type Box, type Photo, middleOf, pixelsOf } from './photo';
import { anyOverlap } from './photo-reading';
import { type Refusal, refuse } from './photo-refusal';
import { regionColor, whiteAround } from './region-color';
import { tubeSigns } from './tube-in-photo';

/** Whether a titration has turned, as a picture shows it: a hint beside the eye, never a reading. */
export interface TurnReading {
  readonly refusal: Refusal | null;
  /** Null where it was refused. */
  readonly looks: 'not-yet' | 'turned' | 'between' | 'neither' | null;
}

/** The drawn turn is no kit's own dye: this far from both it is neither (CIEDE2000). */
const farthest = 26;
/** One must be nearer than the other by this share to be told. */
const clearly = 0.62;

/**
 * Looks whether a tube of a titration has turned, by the drawn colors before and after.
 * @param unit of the result, and what one drop is worth in it
 * @throws FieldError `wrong-box`
 */
export function readTurn(
  photo: Photo,
  boxes: { readonly paper: Box; readonly vial: Box },
  indicator: TurnIndicator,
  unit: string,
  perDrop: number,
): TurnReading {
  const { paper, fault } = paperIn(photo, boxes.paper);
  const pixels = pixelsOf(photo, boxes.vial, 'tube');
  const refused = (refusal: Refusal): TurnReading => ({ refusal, looks: null });
  if (fault) return refused(fault);
  if (anyOverlap([boxes.paper, boxes.vial])) return refused(refuse('overlapping'));
  const seen = regionColor(photo, pixelsOf(photo, middleOf(boxes.vial, 0.45, 0.7), 'tube'));
  const white = whiteAround(photo, pixels, paper.light) ?? paper.light;
  const vial = labOfLinear(relative(seen.light, white));
  if (seen.burned > 0.3) return refused(refuse('glare'));
  const { hasEdges } = tubeSigns(photo, pixels, vial, white);
  if (!hasEdges) return refused(refuse('no-tube'));

  const { before, turned, after } = turnPicture(indicator, unit, perDrop);
  const doubt = 0.2 * castOf(paper.light);
  const from = Math.min(...before.map((lab) => deltaEHue(vial, lab)));
  const to = Math.min(deltaEHue(vial, turned), deltaEHue(vial, after));
  const looks =
    Math.min(from, to) > farthest + doubt
      ? 'neither'
      : to + doubt < clearly * from
        ? 'turned'
        : from + doubt < clearly * to
          ? 'not-yet'
          : 'between';
  return { refusal: null, looks };
}
