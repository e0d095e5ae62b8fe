import { FieldError, type Kind } from '../../quantity';
import type { Card } from '../card';
import { type CardCurve, curveOf, curveThrough, opensBelow, swatchPoints } from '../card-curve';
import { cardIn } from './card-in-photo';
import type { CardMatch } from '../card-match';
import { type Lab, type LinearRgb, deltaE, labOfLinear } from '../lab';
import { castOf, paperIn, relative } from './paper-in-photo';
import { type Box, type Photo, luminance, middleOf, overlapOf, pixelsOf } from './photo';
import { type Refusal, type RefusalReason, refuse } from './photo-refusal';
import { type Placement, placeOnCurve } from '../place-on-curve';
import { chemistryInfo } from '../reagent-chemistry';
import { type RegionColor, regionColor, whiteAround } from './region-color';
import { tubeSigns } from './tube-in-photo';

/** What the keeper marks on a photograph. */
export interface MarkedBoxes {
  /** Plain white paper. */
  readonly paper: Box;
  readonly vial: Box;
  /** All swatches of the card in one box, evenly spaced; left out when the card is not in the picture. */
  readonly card?: Box | undefined;
  /** 2 where the swatches lie in two rows. */
  readonly cardRows?: 1 | 2 | undefined;
  /** The gray thing that was photographed with a learned card. */
  readonly gray?: Box | undefined;
  /** Untreated water in the same glass, as in a comparator: what it takes away counts for both. */
  readonly blank?: Box | undefined;
  /** Where a card was found though it is said to be away: no tube is read there. */
  readonly notTube?: Box | undefined;
  /** The keeper says that a clear tube stands where nothing but paper shows. */
  readonly clearTube?: boolean | undefined;
}

export interface PhotoReading {
  /** Null where the photograph was read. */
  readonly refusal: Refusal | null;
  /** Where the color fell; kept for the picture even where the answer is refused. Null where nothing was measured. */
  readonly placement: Placement | null;
  readonly curve: CardCurve | null;
  /** The color of the vial beside white. */
  readonly vial: Lab | null;
  /** How far the color may be wrong, CIEDE2000. */
  readonly uncertainty: number;
  /** How far the swatches in the picture lie from what the card is known to look like; null without them. */
  readonly cardOff: number | null;
  /** The tube's color is the paper's, as nearly as can be told. */
  readonly likePaper: boolean;
  /** The card's first value lies at its right or lower end. */
  readonly backward: boolean;
  /** What is past the top of the card cannot be told from it: there is no upper end. */
  readonly opensTop: boolean;
}

/**
 * Uncertainty of a color by its cause, CIEDE2000. Hedge Lamp's own, set by simulated photographs with print runs,
 * picture modes and light from the side: see docs/color-accuracy.md.
 */
const causes = {
  /** Beside a card in the same picture: glass and water against ink, and print that is not dye. */
  beside: 4.5,
  /** Against a card learned before, or drawn: another camera, another light. */
  learned: 10,
  /** Of what the swatches are off from what they should be: the light shows ink and dye differently by about as much. */
  ofCardOff: 0.8,
  /** Of the tint that the light leaves on white paper, beside a card and where there is none to tell what it does. */
  ofCastBeside: 0.15,
  ofCast: 0.7,
  /** Of what the color lies off the curve. */
  ofDistance: 0.9,
  /** Per share by which the light falls off across the vial. */
  ofGradient: 6,
};

/** From this distance on a color is not one of the card: off by what light and camera explain, and more. */
const farthest = (explained: number) => 5 + 1.6 * explained;
/** From this on the swatches are those of another card, or the light is no light to read by. */
const otherCard = 18;
/** An end of the card is open once the range passes its last swatch by this much of a step. */
const openFrom = 0.25;
/** What kills past the top of its card: its end stays open while even this many times the doubt reaches there. */
const poisons: readonly Kind[] = ['ammonia', 'nitrite'];
const waryOfPoison = 1.5;
/** Two boxes that share this much of the smaller lie over each other. */
const mostOverlap = 0.2;

/** A reading that tells nothing but why. */
export const notRead = (
  reason: RefusalReason,
  seen: Partial<Pick<PhotoReading, 'vial' | 'likePaper'>> = {},
): PhotoReading => ({
  refusal: refuse(reason),
  placement: null,
  curve: null,
  vial: null,
  uncertainty: 0,
  cardOff: null,
  likePaper: false,
  backward: false,
  opensTop: false,
  ...seen,
});

/** Whether two of the boxes lie over each other: each thing has a place of its own. */
export function anyOverlap(boxes: readonly (Box | undefined)[]): boolean {
  const marked = boxes.filter((box) => box !== undefined);
  return marked.some((a, k) => marked.slice(k + 1).some((b) => overlapOf(a, b) > mostOverlap));
}

/** What is wrong with how the tube looks, whatever its color means. */
function faultOfVial(seen: RegionColor, labs: readonly Lab[], white: LinearRgb): RefusalReason | null {
  if (seen.burned > 0.3) return 'glare';
  // In a channel that the dye takes away nearly all of, noise is no unevenness.
  const spread = Math.max(...seen.spread.map((s, k) => s / Math.max(seen.light[k]!, 0.15 * white[k]!)));
  const parted = Math.max(...labs.flatMap((a, k) => labs.slice(k + 1).map((b) => deltaE(a, b))));
  if (seen.glints > 0.4 || spread > 0.5 || seen.gradient > 2.2 || parted > 16) return 'uneven-vial';
  return null;
}

/**
 * Reads a tube on a photograph against its card.
 * With the card in the picture both are seen by the same camera in the same light, and no absolute color is needed;
 * without it the picture is set right by white paper (and by gray, where the card was learned with it).
 * What is not where its box lies is not read: blank paper is no tube, and no card.
 * @param apart by how much other frames of the same burst disagree, CIEDE2000
 * @throws FieldError `wrong-box` where a box is off the picture or too small
 */
export function readPhoto(photo: Photo, boxes: MarkedBoxes, card: Card, apart = 0): PhotoReading {
  const { paper, fault } = paperIn(photo, boxes.paper);
  // All boxes are looked at first: what is wrong with them is told whatever the light.
  const vialPixels = pixelsOf(photo, boxes.vial, 'tube');
  const vialSeen = regionColor(photo, pixelsOf(photo, middleOf(boxes.vial, 0.45, 0.7), 'tube'));
  if (boxes.card) pixelsOf(photo, boxes.card, 'card');
  if (boxes.blank) pixelsOf(photo, boxes.blank, 'blank');
  if (fault) return notRead(fault.reason);
  if (anyOverlap([boxes.paper, boxes.vial, boxes.card, boxes.blank, boxes.notTube]))
    return notRead('overlapping');
  const around = whiteAround(photo, vialPixels, paper.light) ?? paper.light;
  const white = boxes.blank ? throughBlank(photo, boxes.blank, paper.light) : around;
  if (!white) return notRead('not-blank');
  const seen = relative(vialSeen.light, white);
  const bare = labOfLinear(relative(vialSeen.light, around));
  let vial = labOfLinear(seen);
  const thirds = [0, 1, 2].map((k) => {
    const box = middleOf(boxes.vial, 0.4, 0.7);
    const third = { ...box, top: box.top + (box.height * k) / 3, height: box.height / 3 };
    return labOfLinear(relative(regionColor(photo, pixelsOf(photo, third, 'tube'), 900).light, white));
  });
  const vialFault = faultOfVial(vialSeen, thirds, around);
  if (vialFault) return notRead(vialFault, { vial });
  const { hasEdges, likePaper } = tubeSigns(photo, vialPixels, vial, around);
  if (!hasEdges && !(likePaper && boxes.clearTube)) return notRead('no-tube', { vial, likePaper });

  const known = curveOf(card);
  let curve = known;
  let cardOff: number | null = null;
  let isBackward = false;
  if (boxes.card) {
    const labs = swatchPoints(known).map((p) => p.lab);
    const ofCard = { labs, learned: card.colors !== undefined };
    const {
      swatches,
      off,
      backward,
      fault: wrong,
    } = cardIn(photo, boxes.card, boxes.cardRows ?? 1, ofCard, paper.light);
    if (wrong) return notRead(wrong, { vial, likePaper });
    curve = curveThrough(card, swatches);
    cardOff = off;
    isBackward = backward;
  } else if (boxes.gray && card.gray !== undefined) vial = grayed(photo, boxes.gray, card.gray, seen, white);

  const doubts = { cardOff, cast: castOf(paper.light), gradient: vialSeen.gradient - 1, apart };
  const placed = placedOn(card, curve, vial, doubts);
  const reading = boxes.blank ? orTheTestItself(placed, placedOn(card, curve, bare, doubts)) : placed;
  return { ...reading, likePaper, backward: isBackward };
}

/** A reading without what the boxes alone tell. */
type Placed = Omit<PhotoReading, 'likePaper' | 'backward'>;

/**
 * What a blank takes away may be the test's own color: a pale developed tube marked as the blank looks like brown water.
 * So the range reaches as far as the color alone would have it; with clear water that is the same.
 */
function orTheTestItself(placed: Placed, bare: Placed): Placed {
  if (!placed.placement || !bare.placement || bare.refusal) return placed;
  const [a, b] = [placed.placement, bare.placement];
  return {
    ...placed,
    opensTop: placed.opensTop || bare.opensTop,
    placement: {
      ...a,
      low: b.low.position < a.low.position ? b.low : a.low,
      high: b.high.position > a.high.position ? b.high : a.high,
    },
  };
}

/** What may make a color other than it is. */
export interface ColorDoubts {
  /** How far the swatches beside it are off; null where no card is in the picture. */
  readonly cardOff: number | null;
  /** Chroma of white paper. */
  readonly cast: number;
  /** By what share light falls off across the thing that is read. */
  readonly gradient: number;
  /** By how much frames of one burst disagree, CIEDE2000. */
  readonly apart: number;
}

/** Where a color falls on the way of a card's colors, with all that its doubts cannot tell from it. */
export function placedOn(
  card: Card,
  curve: CardCurve,
  vial: Lab,
  { cardOff, cast, gradient, apart }: ColorDoubts,
): Placed {
  const { distance } = placeOnCurve(curve, vial, 0);
  // What light and camera explain; how far the color lies off the card must not excuse itself.
  const explained = Math.hypot(
    cardOff === null ? causes.learned : causes.beside,
    causes.ofCardOff * (cardOff ?? 0),
    (cardOff === null ? causes.ofCast : causes.ofCastBeside) * cast,
    causes.ofGradient * gradient,
    apart,
  );
  const uncertainty = Math.hypot(explained, causes.ofDistance * distance);
  const placement = placeOnCurve(curve, vial, uncertainty);
  const refusal =
    cardOff !== null && cardOff > otherCard
      ? refuse('other-card')
      : distance > farthest(explained)
        ? refuse('not-on-card')
        : null;
  const wary = poisons.includes(chemistryInfo(card.chemistry).kind) ? waryOfPoison : 1;
  const opensTop = placeOnCurve(curve, vial, wary * uncertainty).high.position >= curve.top + openFrom;
  return { refusal, placement, curve, vial, uncertainty, cardOff, opensTop };
}

/** Chroma of untreated water against white from which on it is none: brown water of a pond has less. */
const mostOfBlank = 14;
/** Chroma that noise may be; what has more is tinted. */
const tinted = 5;
/**
 * Hues of natural water, degrees of CIE L*a*b*: what is dissolved in it takes away blue light most, so it is yellow to
 * brown (common practice). A pink or green one is a developed tube, and would take a poison out of the reading.
 */
const hueOfWater = { from: 50, to: 115 } as const;
function isWater({ a, b }: Lab): boolean {
  const chroma = Math.hypot(a, b);
  const hue = (Math.atan2(b, a) * 180) / Math.PI;
  return chroma <= tinted || (chroma <= mostOfBlank && hue > hueOfWater.from && hue < hueOfWater.to);
}

/**
 * White as it looks through untreated water in the same glass, but for the glass itself, which the colors of a card
 * have in them too. Null where the box shows no such tube: what is colored there would be taken out of the test's own
 * color, and a poison with it.
 */
function throughBlank(photo: Photo, box: Box, paper: LinearRgb): LinearRgb | null {
  const pixels = pixelsOf(photo, box, 'blank');
  const white = whiteAround(photo, pixels, paper) ?? paper;
  const { light } = regionColor(photo, pixelsOf(photo, middleOf(box, 0.45, 0.7), 'blank'));
  const passes = relative(light, white);
  const water = labOfLinear(passes);
  if (!isWater(water) || !tubeSigns(photo, pixels, water, white).hasEdges) return null;
  const clearest = Math.max(...passes, 0.05);
  // Only its tint counts: how much the glass takes from all alike is known of the card.
  return [0, 1, 2].map((k) => (white[k]! * passes[k]!) / clearest) as unknown as LinearRgb;
}

/** Chroma of a gray thing in colored light, against white beside it. */
const mostOfGray = 16;

/** Sets contrast right by the gray that was photographed with the learned card: the camera may bend light otherwise. */
function grayed(photo: Photo, box: Box, learned: number, seen: LinearRgb, white: LinearRgb): Lab {
  const gray = relative(regionColor(photo, pixelsOf(photo, box, 'gray')).light, white);
  const seenGray = labOfLinear(gray);
  const { l } = labOfLinear([luminance(gray), luminance(gray), luminance(gray)]);
  // Light of a lightness (CIE L*), as a power of what was measured.
  const lightOf = (lightness: number) => ((lightness + 16) / 116) ** 3;
  const power = Math.log(lightOf(learned)) / Math.log(lightOf(Math.min(Math.max(l, 5), 97)));
  // What has a color of its own is no gray, and would bend the tube’s.
  if (!(power > 0.5 && power < 2) || Math.hypot(seenGray.a, seenGray.b) > mostOfGray)
    throw new FieldError(
      'wrong-box',
      'gray',
      'The gray in this picture is nothing like the gray that the card was learned with. Use the same gray thing, or leave it out.',
    );
  return labOfLinear(seen.map((c) => Math.max(c, 0) ** power) as unknown as LinearRgb);
}

/** What a photograph that was read stands for, as a match on the card, its picture not kept yet. Null for one that was refused. */
export function matchOfPhoto(
  card: Card,
  { refusal, placement, curve, cardOff, opensTop }: PhotoReading,
): CardMatch | null {
  if (refusal || !placement || !curve) return null;
  const { best, low, high, distance } = placement;
  const { top } = curve;
  // Past an end only where even the nearer end of the range is: what might be inside is not said to be outside.
  if (low.position >= top) return { found: 'past-top' };
  if (opensBelow(card) && high.position <= 0) return { found: 'below-bottom' };
  const ofCard = (value: number) => Math.min(Math.max(value, card.values[0]!), card.values.at(-1)!);
  return {
    found: 'photo',
    low: opensBelow(card) && low.position <= -openFrom ? null : Math.min(low.value, ofCard(best.value)),
    best: ofCard(best.value),
    high: opensTop ? null : Math.max(high.value, ofCard(best.value)),
    distance,
    beside: cardOff !== null,
    photoId: null,
  };
}
