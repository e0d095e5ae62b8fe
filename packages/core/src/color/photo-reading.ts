import { FieldError } from '../quantity';
import type { Card } from './card';
import { type CardCurve, curveOf, curveThrough, swatchPoints } from './card-curve';
import type { CardMatch } from './card-match';
import { type Lab, type LinearRgb, deltaEHue, labOfLinear } from './lab';
import { type Box, type Photo, luminance, middleOf, partsOf, pixelsOf } from './photo';
import { type Placement, placeOnCurve } from './place-on-curve';
import { type RegionColor, regionColor, whiteAround } from './region-color';

/** What the keeper marks on a photograph. */
export interface MarkedBoxes {
  /** Plain white paper. */
  readonly paper: Box;
  readonly vial: Box;
  /** All swatches of the card in one box, evenly spaced; left out when the card is not in the picture. */
  readonly card?: Box | undefined;
  /** The gray thing that was photographed with a learned card. */
  readonly gray?: Box | undefined;
}

/** Why a photograph is not read. */
export type RefusalReason =
  | 'too-dark'
  | 'burned-out'
  | 'not-paper'
  | 'colored-light'
  | 'glare'
  | 'uneven-vial'
  | 'other-card'
  | 'not-on-card';

export interface Refusal {
  readonly reason: RefusalReason;
  /** What was seen, and what to do. */
  readonly says: string;
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
}

/** Below this share of light the sensor sees mostly its own noise. */
const darkest = 0.035;
/** Chroma of white paper (CIE L*a*b*) from which on the light is too colored; a bulb, half balanced by the camera, has about 30. */
const mostCast = 45;

/** How colored white paper looks in the picture: what the camera's own white balance left of the tint of the light. */
export function castOf(paper: LinearRgb): number {
  const most = Math.max(...paper, 1e-6);
  const { a, b } = labOfLinear(relative(paper, [most, most, most]));
  return Math.hypot(a, b);
}

const refusals: Readonly<Record<RefusalReason, string>> = {
  'too-dark':
    'The picture is too dark to tell colors: even the paper is nearly black. Take it in daylight or under good white light.',
  'burned-out':
    'The paper is burned out: brighter than the camera can tell, so that white is not known. Take it again with less light, or tap the paper to darken the picture.',
  'not-paper':
    'What is marked as paper is not evenly white. Drag its box to plain white paper, without shadow, print or edge.',
  'colored-light':
    'The light is too colored to read by: white paper shows almost none of one color. Take the picture in daylight or under white light, away from tank and plant lamps.',
  glare:
    'There is too much glare on the tube. Turn it or the lamp so that no bright streak lies over the water.',
  'uneven-vial':
    'The color within the box of the tube is not one color. Drag the box to the water alone, without rim, bottom or background.',
  'other-card':
    'The swatches in the picture do not look like this card, or the light hides their colors. Check that it is the right card, that its box begins and ends with its swatches, and that the light is white.',
  'not-on-card':
    'This is not a color of this card. Likely causes: the wrong card, colored light, or a sample so strong that its color bleached: then dilute it with distilled water and test again.',
};

const refuse = (reason: RefusalReason): Refusal => ({ reason, says: refusals[reason] });

/** A color against white, channel by channel. */
const relative = (color: LinearRgb, white: LinearRgb): LinearRgb => [
  color[0] / white[0],
  color[1] / white[1],
  color[2] / white[2],
];

/** What white paper tells of the light; a refusal where it tells that nothing can be read. */
function faultOfPaper(paper: RegionColor): Refusal | null {
  const lum = luminance(paper.light);
  if (lum < darkest) return refuse('too-dark');
  if (paper.burned > 0.25) return refuse('burned-out');
  if (castOf(paper.light) > mostCast) return refuse('colored-light');
  if (paper.gradient > 1.6 || Math.max(...paper.spread.map((s, k) => s / paper.light[k]!)) > 0.25)
    return refuse('not-paper');
  return null;
}

/** The middle of a swatch, clear of its edges and of print beside it. */
const swatchShare = 0.5;

/** Colors of the swatches of a card in a picture, each against the white beside it. */
function swatchesIn(photo: Photo, box: Box, count: number, paper: LinearRgb): LinearRgb[] {
  pixelsOf(photo, box, 'card');
  return partsOf(box, count, photo).map((part) => {
    const { light } = regionColor(photo, pixelsOf(photo, middleOf(part, swatchShare), 'card'));
    return relative(light, whiteAround(photo, pixelsOf(photo, part, 'card'), paper) ?? paper);
  });
}

const rms = (values: readonly number[]) =>
  Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);

/** How far measured swatches lie from known ones; the same way round or turned over. */
function cardOffBy(measured: readonly LinearRgb[], known: readonly Lab[]): number {
  return rms(measured.map((m, k) => deltaEHue(labOfLinear(m), known[k]!)));
}

/**
 * Uncertainty of a color by its cause, CIEDE2000. Hedge Lamp's own, set by the benchmark of simulated photographs so
 * that at least nine stated intervals of ten hold the truth in every light: see docs/color-accuracy.md.
 */
const causes = {
  /** Beside a card in the same picture: glass and water against ink. */
  beside: 3.2,
  /** Against a card learned before, or drawn: another camera, another light. */
  learned: 10,
  /** Of what the swatches are off from what they should be: the light shows ink and dye differently by about as much. */
  ofCardOff: 0.4,
  /** Of the tint that the light leaves on white paper, where there is no card to tell what it does. */
  ofCast: 0.7,
  /** Of what the color lies off the curve. */
  ofDistance: 0.9,
  /** Per share by which the light falls off across the vial. */
  ofGradient: 6,
};

/** From this distance on a color is not one of the card: off by what light and camera explain, and more. */
const farthest = (explained: number) => 5 + 1.6 * explained;
/** From this on the swatches are those of another card, or the light is no light to read by. */
const otherCard = 14;

/**
 * Reads a tube on a photograph against its card.
 * With the card in the picture both are seen by the same camera in the same light, and no absolute color is needed;
 * without it the picture is set right by white paper (and by gray, where the card was learned with it).
 * @throws FieldError `wrong-box` where a box is off the picture or too small
 */
export function readPhoto(photo: Photo, boxes: MarkedBoxes, card: Card): PhotoReading {
  const nothing = { placement: null, curve: null, vial: null, uncertainty: 0, cardOff: null };
  const paper = regionColor(photo, pixelsOf(photo, boxes.paper, 'paper'));
  const paperFault = faultOfPaper(paper);
  // All boxes are looked at first: what is wrong with them is told whatever the light.
  const vialBox = middleOf(boxes.vial, 0.45, 0.7);
  pixelsOf(photo, boxes.vial, 'tube');
  const vialSeen = regionColor(photo, pixelsOf(photo, vialBox, 'tube'));
  if (boxes.card) pixelsOf(photo, boxes.card, 'card');
  if (paperFault) return { ...nothing, refusal: paperFault };
  if (vialSeen.burned > 0.3) return { ...nothing, refusal: refuse('glare') };
  if (vialSeen.glints > 0.4) return { ...nothing, refusal: refuse('uneven-vial') };

  const white = whiteAround(photo, pixelsOf(photo, boxes.vial, 'tube'), paper.light) ?? paper.light;
  const known = curveOf(card);
  const seen = relative(vialSeen.light, white);
  let curve = known;
  let cardOff: number | null = null;
  let vial = labOfLinear(seen);
  if (boxes.card) {
    const count = card.values.length;
    const swatches = swatchesIn(photo, boxes.card, count, paper.light);
    const labs = swatchPoints(known).map((p) => p.lab);
    const turned = [...swatches].reverse();
    const upright = cardOffBy(swatches, labs) <= cardOffBy(turned, labs);
    curve = curveThrough(card, upright ? swatches : turned);
    cardOff = cardOffBy(upright ? swatches : turned, labs);
  } else if (boxes.gray && card.gray !== undefined) vial = grayed(photo, boxes.gray, card.gray, seen, white);

  const spread = Math.max(...vialSeen.spread.map((s, k) => s / Math.max(vialSeen.light[k]!, 0.02)));
  if (spread > 0.5 || vialSeen.gradient > 2.2) return { ...nothing, vial, refusal: refuse('uneven-vial') };
  const { distance } = placeOnCurve(curve, vial, 0);
  // What light and camera explain; how far the color lies off the card must not excuse itself.
  const explained = Math.hypot(
    boxes.card ? causes.beside : causes.learned,
    boxes.card ? causes.ofCardOff * (cardOff ?? 0) : causes.ofCast * castOf(paper.light),
    causes.ofGradient * (vialSeen.gradient - 1),
  );
  const uncertainty = Math.hypot(explained, causes.ofDistance * distance);
  const placement = placeOnCurve(curve, vial, uncertainty);
  const refusal =
    cardOff !== null && cardOff > otherCard
      ? refuse('other-card')
      : distance > farthest(explained)
        ? refuse('not-on-card')
        : null;
  return { refusal, placement, curve, vial, uncertainty, cardOff };
}

/** Sets contrast right by the gray that was photographed with the learned card: the camera may bend light otherwise. */
function grayed(photo: Photo, box: Box, learned: number, seen: LinearRgb, white: LinearRgb): Lab {
  const gray = relative(regionColor(photo, pixelsOf(photo, box, 'gray')).light, white);
  const { l } = labOfLinear([luminance(gray), luminance(gray), luminance(gray)]);
  // Light of a lightness (CIE L*), as a power of what was measured.
  const lightOf = (lightness: number) => ((lightness + 16) / 116) ** 3;
  const power = Math.log(lightOf(learned)) / Math.log(lightOf(Math.min(Math.max(l, 5), 97)));
  if (!(power > 0.5 && power < 2))
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
  { refusal, placement, curve, cardOff }: PhotoReading,
): CardMatch | null {
  if (refusal || !placement || !curve) return null;
  const { best, low, high, distance } = placement;
  const [first, last] = [curve.points[0]!, curve.points.at(-1)!];
  // Beyond the last swatch the colors are a guess: how far it goes is not known.
  if (best.position > curve.top + 0.5) return { found: 'past-top' };
  if (best.position < -0.5) return { found: 'below-bottom' };
  const ofCard = (value: number) => Math.min(Math.max(value, card.values[0]!), card.values.at(-1)!);
  const openBelow = card.unit === 'pH' && low.position <= first.position;
  return {
    found: 'photo',
    low: openBelow ? null : Math.min(low.value, ofCard(best.value)),
    best: ofCard(best.value),
    high: high.position >= last.position ? null : Math.max(high.value, ofCard(best.value)),
    distance,
    beside: cardOff !== null,
    photoId: null,
  };
}

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
  const paper = regionColor(photo, pixelsOf(photo, boxes.paper, 'paper'));
  const fault = faultOfPaper(paper);
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
