import type { Card } from '../card';
import { curveOf, curveThrough, swatchPoints } from '../card-curve';
import { type Lab, deltaE, labOfLinear, whiteLab } from '../lab';
import { placeOnCurve } from '../place-on-curve';
import { cardIn } from './card-in-photo';
import { castOf, paperIn, relative } from './paper-in-photo';
import { type Box, type Photo, beyondEnds, middleOf, partsOf, pixelsOf } from './photo';
import { type PhotoReading, anyOverlap, notRead, placedOn } from './photo-reading';
import type { RefusalReason } from './photo-refusal';
import { type RegionColor, regionColor, whiteAround } from './region-color';

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

/** The color of a pad, or of what lies where one might be. */
interface SeenPad {
  readonly seen: RegionColor;
  readonly lab: Lab;
}
/** A pad this near to white shows nothing (CIEDE2000). */
const asPaper = 6;
const isBlank = ({ lab }: SeenPad) => deltaE(lab, whiteLab) <= asPaper;

/** A pad is paper that soaked up the water unevenly, CIEDE2000. Hedge Lamp's own, set by strips of the second maker. */
const padDoubt = 3;

/** The other way round must fit this much worse, or it is not clear which end is the first. */
const clearly = 1.25;

/**
 * Reads all pads of a strip on one photograph, each against its own row of swatches.
 * @param cards of the pads, in their order
 * @returns a reading for each pad; where the strip or the light cannot be read, the same refusal for all
 * @throws FieldError `wrong-box` where a box is off the picture or too small
 */
export function readStrip(photo: Photo, boxes: StripBoxes, cards: readonly Card[]): PhotoReading[] {
  const none = (reason: RefusalReason): PhotoReading[] => cards.map(() => notRead(reason));
  const { paper, fault } = paperIn(photo, boxes.paper);
  pixelsOf(photo, boxes.strip, 'strip');
  for (const row of boxes.rows) pixelsOf(photo, row, 'card');
  if (fault) return none(fault.reason);
  if (anyOverlap([boxes.paper, boxes.strip, ...boxes.rows])) return none('overlapping');

  const padIn = (part: Box): SeenPad => {
    const seen = regionColor(photo, pixelsOf(photo, middleOf(part, 0.4), 'strip'), 900);
    const white = whiteAround(photo, pixelsOf(photo, part, 'strip'), paper.light) ?? paper.light;
    return { seen, lab: labOfLinear(relative(seen.light, white)) };
  };
  const pads = partsOf(boxes.strip, cards.length, photo).map(padIn);
  if (pads.filter((pad) => !isBlank(pad)).length < cards.length / 2) return none('no-strip');
  // A pad right beyond the box: all would be read one place off, each against the row of another.
  const beyond = beyondEnds(boxes.strip, cards.length, photo);
  if (beyond.some((part) => part && !isBlank(padIn(part)))) return none('strip-askew');

  const rows = cards.map((card, k) => {
    const known = { labs: swatchPoints(curveOf(card)).map((p) => p.lab), learned: card.colors !== undefined };
    const seen = cardIn(photo, boxes.rows[k]!, 1, known, paper.light);
    return { ...seen, curve: curveThrough(card, seen.swatches) };
  });
  /** How far pads lie from the rows that they would be read against, with so many places between. */
  const unlike = (turned: boolean, by = 0): number => {
    const distances = rows.flatMap(({ curve }, k) => {
      const pad = pads[(turned ? cards.length - 1 - k : k) + by];
      return pad ? [placeOnCurve(curve, pad.lab, 0).distance] : [];
    });
    return Math.sqrt(distances.reduce((sum, d) => sum + d * d, 0) / distances.length) + 0.5;
  };
  const [upright, around] = [unlike(false), unlike(true)];
  if (boxes.turned === undefined && Math.max(upright, around) < clearly * Math.min(upright, around))
    return none('strip-turned');
  const turned = boxes.turned ?? around < upright;
  const placed = turned ? around : upright;
  if (placed > 2 && Math.min(unlike(turned, 1), unlike(turned, -1)) < placed / clearly)
    return none('strip-askew');

  return cards.map((card, k): PhotoReading => {
    const { seen, lab } = pads[turned ? cards.length - 1 - k : k]!;
    const { curve, off, backward, fault: wrong } = rows[k]!;
    const uneven = Math.max(
      ...seen.spread.map((s, c) => s / Math.max(seen.light[c]!, 0.15 * paper.light[c]!)),
    );
    if (wrong) return notRead(wrong, { vial: lab });
    if (uneven > 0.4 || seen.burned > 0.3) return notRead('uneven-pad', { vial: lab });
    const doubts = {
      cardOff: off,
      cast: castOf(paper.light),
      gradient: Math.max(0, seen.gradient - 1),
      apart: padDoubt,
    };
    return { ...placedOn(card, curve, lab, doubts), likePaper: deltaE(lab, whiteLab) < 3, backward };
  });
}
