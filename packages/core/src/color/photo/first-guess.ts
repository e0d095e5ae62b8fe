import type { Card } from '../card';
import { curveOf, swatchPoints } from '../card-curve';
import { guessCard, swatchLike } from './card-guess';
import { guessClearTubes } from './clear-tube';
import { guessPaper } from './paper-guess';
import type { Box, Photo } from './photo';
import { type FieldBox, type PictureField, boxOfPixels, coarse, fine, pictureField } from './picture-field';
import { regionsOf } from './picture-regions';
import { type GuessedTube, guessTubes } from './tube-guess';

/** Boxes that the program proposes; null for what it did not find. */
export interface GuessedBoxes {
  readonly paper: Box | null;
  /** Null also where several tubes look alike: the keeper is asked which. */
  readonly vial: Box | null;
  readonly card: Box | null;
  readonly cardRows: 1 | 2;
  /** Cards that may be meant; none where there is no question. Of several none is taken. */
  readonly cards: readonly Box[];
  /** Tubes that may be meant, from left to right; none where there is no question. */
  readonly tubes: readonly Box[];
}

/** Of two tubes, one that scores less by this much is another thing. */
const clearly = 0.9;
/** The same for one that is as tall and slender: it may be the tube of another test. */
const clearlyOther = 2;
/** A swatch that takes fewer pixels than this where it is looked at roughly is looked at again: a box must be exact to a part of it. */
const leastSwatch = 12;
/** A colored thing that scores less is hardly a tube. */
const leastScore = 1.2;

/**
 * A first guess at where paper, tube and card lie, for the keeper to put right. Looks for white paper, for swatches at
 * even steps, and for one upright thing of one color beside them.
 * @param swatches how many the card has
 * @param card the card itself, where it is known: its colors tell of several things which is meant
 */
export function guessBoxes(photo: Photo, swatches: number, card: Card | null = null): GuessedBoxes {
  const longest = Math.max(photo.width, photo.height);
  if (longest > fine) {
    // A large picture is looked at roughly first: mostly that finds all there is.
    const rough = guessIn(pictureField(photo, coarse), swatches, card);
    const found = rough.card ?? rough.cards[0];
    if (rough.paper && found && (rough.vial ?? rough.tubes[0])) {
      const longer = Math.max(found.width * photo.width, found.height * photo.height);
      const swatch = (longer * rough.cardRows) / swatches;
      if ((swatch * coarse) / longest > leastSwatch) return rough;
    }
  }
  const usual = guessIn(pictureField(photo), swatches, card);
  const isFound = usual.card !== null || usual.cards.length > 0;
  if (isFound || longest <= fine) return usual;
  // A card so small that its swatches are a few pixels wide even in the whole of the picture.
  const whole = guessIn(pictureField(photo, longest), swatches, card);
  return whole.card ? whole : usual;
}

function guessIn(field: PictureField, swatches: number, card: Card | null): GuessedBoxes {
  const { regions } = regionsOf(field);
  const curve = card ? curveOf(card) : null;
  const known = curve ? swatchPoints(curve).map((p) => p.lab) : null;
  const foundCard = guessCard(
    swatchLike(regions, field.width, field.height),
    swatches,
    field.width,
    field.height,
    known,
  );
  const cards = foundCard ? [foundCard, ...(foundCard.second ? [foundCard.second] : [])] : [];
  const taken = regions.filter((r) => cards.some((c) => c.found.includes(r) || holds(c, r.x, r.y)));
  const outside = (t: GuessedTube) => !cards.some((c) => covers(c, t));
  const colors = curve ? curve.points.filter((_p, k) => k % 4 === 0).map((p) => p.lab) : null;
  const colored = guessTubes(field, regions, taken, colors).filter(outside);
  // Only where nothing colored stands there: water as clear as paper.
  const plain =
    (colored[0]?.score ?? -Infinity) < leastScore ? guessClearTubes(field).filter(outside).slice(0, 1) : [];
  const found = plain.length > 0 ? plain : colored;
  const best = found[0];
  // A tube of another test may stand beside it: what is as tall and slender is asked about, whatever its color.
  const alike = best
    ? found.filter(
        (t) => best.score - t.score < (isAsTall(t, best) ? clearlyOther : clearly) && isAsLarge(t, best),
      )
    : [];
  const paper = guessPaper(field, [...alike, ...cards]);
  return {
    paper: paper && boxOfPixels(paper, field),
    vial: alike.length === 1 ? boxOfPixels(best!, field) : null,
    card: foundCard && !foundCard.second ? boxOfPixels(foundCard, field) : null,
    cards: foundCard?.second ? [foundCard, foundCard.second].map((c) => boxOfPixels(c, field)) : [],
    cardRows: foundCard?.rows ?? 1,
    tubes:
      alike.length > 1
        ? [...alike]
            .slice(0, 6)
            .sort((p, q) => p.left - q.left)
            .map((t) => boxOfPixels(t, field))
        : [],
  };
}

const holds = ({ left, right, top, bottom }: FieldBox, x: number, y: number) =>
  x > left && x < right && y > top && y < bottom;
const covers = (card: FieldBox, { left, right, top, bottom }: GuessedTube) =>
  holds(card, (left + right) / 2, (top + bottom) / 2);
const isAsTall = (a: GuessedTube, b: GuessedTube) => {
  const [p, q] = [a.bottom - a.top, b.bottom - b.top];
  return p > 0.7 * q && q > 0.7 * p && p > 1.8 * (a.right - a.left);
};
const isAsLarge = (a: GuessedTube, b: GuessedTube) => {
  const size = (t: GuessedTube) => (t.right - t.left) * (t.bottom - t.top);
  return size(a) > 0.35 * size(b) && size(b) > 0.35 * size(a);
};
