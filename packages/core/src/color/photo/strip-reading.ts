import type { Card } from '../card';
import { curveOf, curveThrough, swatchPoints } from '../card-curve';
import { type Lab, deltaE, labOfLinear } from '../lab';
import { placeOnCurve } from '../place-on-curve';
import { cardIn } from './card-in-photo';
import { isDrawn } from './drawn-picture';
import { castOf, faultOfPaper, relative } from './paper-in-photo';
import { type Box, type Photo, middleOf, overlapOf, partsOf, pixelsOf } from './photo';
import { type PhotoReading, placedOn } from './photo-reading';
import { type RefusalReason, refuse } from './photo-refusal';
import { regionColor, whiteAround } from './region-color';

/** What is marked on a photograph of a strip beside its card. */
export interface StripBoxes {
  readonly paper: Box;
  /** All pads in one box, from the first to the last. */
  readonly strip: Box;
  /** A box on the row of swatches of each pad, in the order of the pads. */
  readonly rows: readonly Box[];
  /** Whether the first pad lies at the right or lower end; found by its colors when left out. */
  readonly turned?: boolean | undefined;
}

/** A pad this near to white shows nothing. */
const asPaper = 6;
/** The other way round must fit this much worse, or it is not clear which end is the first. */
const clearly = 1.25;

/**
 * Reads all pads of a strip on one photograph, each against its own row of swatches.
 * @param cards of the pads, in their order
 * @returns a reading for each pad; where the strip or the light cannot be read, the same refusal for all
 * @throws FieldError `wrong-box` where a box is off the picture or too small
 */
export function readStrip(photo: Photo, boxes: StripBoxes, cards: readonly Card[]): PhotoReading[] {
  const nothing = {
    placement: null,
    curve: null,
    vial: null,
    uncertainty: 0,
    cardOff: null,
    likePaper: false,
    opensTop: false,
  };
  const none = (reason: RefusalReason): PhotoReading[] =>
    cards.map(() => ({ ...nothing, refusal: refuse(reason) }));
  const paper = regionColor(photo, pixelsOf(photo, boxes.paper, 'paper'));
  pixelsOf(photo, boxes.strip, 'strip');
  for (const row of boxes.rows) pixelsOf(photo, row, 'card');
  const fault = faultOfPaper(photo, paper);
  if (fault) return none(fault.reason);
  if (isDrawn(photo)) return none('screenshot');
  if (boxes.rows.some((row) => overlapOf(row, boxes.strip) > 0.2)) return none('overlapping');

  const pads = partsOf(boxes.strip, cards.length, photo).map((part) => {
    const seen = regionColor(photo, pixelsOf(photo, middleOf(part, 0.4), 'strip'), 900);
    const white = whiteAround(photo, pixelsOf(photo, part, 'strip'), paper.light) ?? paper.light;
    return { seen, lab: labOfLinear(relative(seen.light, white)) };
  });
  const white: Lab = { l: 100, a: 0, b: 0 };
  if (pads.filter(({ lab }) => deltaE(lab, white) > asPaper).length < cards.length / 2)
    return none('no-strip');

  const rows = cards.map((card, k) => {
    const known = swatchPoints(curveOf(card)).map((p) => p.lab);
    const seen = cardIn(photo, boxes.rows[k]!, 1, known, paper.light);
    return { ...seen, curve: curveThrough(card, seen.swatches) };
  });
  const unlike = (turned: boolean) =>
    Math.sqrt(
      rows.reduce((sum, { curve }, k) => {
        const pad = pads[turned ? cards.length - 1 - k : k]!;
        return sum + placeOnCurve(curve, pad.lab, 0).distance ** 2;
      }, 0) / cards.length,
    ) + 0.5;
  const [upright, around] = [unlike(false), unlike(true)];
  if (boxes.turned === undefined && Math.max(upright, around) < clearly * Math.min(upright, around))
    return none('strip-turned');
  const turned = boxes.turned ?? around < upright;

  return cards.map((card, k): PhotoReading => {
    const { seen, lab } = pads[turned ? cards.length - 1 - k : k]!;
    const { curve, off, fault: wrong } = rows[k]!;
    const uneven = Math.max(
      ...seen.spread.map((s, c) => s / Math.max(seen.light[c]!, 0.15 * paper.light[c]!)),
    );
    if (wrong) return { ...nothing, vial: lab, refusal: refuse(wrong) };
    if (uneven > 0.4 || seen.burned > 0.3) return { ...nothing, vial: lab, refusal: refuse('uneven-pad') };
    const doubts = {
      cardOff: off,
      cast: castOf(paper.light),
      gradient: Math.max(0, seen.gradient - 1),
      apart: 0,
    };
    return { ...placedOn(card, curve, lab, doubts), likePaper: deltaE(lab, white) < 3 };
  });
}
