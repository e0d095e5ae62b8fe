import type { Card } from '../card';
import { curveOf, swatchPoints } from '../card-curve';
import { guessCard, swatchLike } from './card-guess';
import { guessClearTubes } from './clear-tube';
import type { Box, Photo } from './photo';
import { type PictureField, coarse, fine, pictureField } from './picture-field';
import { type Region, regionsOf } from './picture-regions';
import { type GuessedTube, guessTubes } from './tube-guess';

/** Taken out once: they are asked for at every pixel. */
const { floor, hypot, max, min } = Math;

/** Boxes that the program proposes; null for what it did not find. */
export interface GuessedBoxes {
  readonly paper: Box | null;
  /** Null also where several tubes look alike: the keeper is asked which. */
  readonly vial: Box | null;
  readonly card: Box | null;
  readonly cardRows: 1 | 2;
  /** Tubes that may be meant, from left to right; none where there is no question. */
  readonly tubes: readonly Box[];
}

interface Pixels {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export const boxOfPixels = ({ left, top, right, bottom }: Pixels, { width, height }: PictureField): Box => {
  const inside = (x: number, most: number) => min(max(x, 0), most);
  const [l, t] = [inside(left, width) / width, inside(top, height) / height];
  return {
    left: l,
    top: t,
    width: inside(right, width) / width - l,
    height: inside(bottom, height) / height - t,
  };
};

/** Paper is looked for in cells of so many pixels: a box need not be exact. */
const cell = 4;

/** The largest upright rectangle of plain paper (histogram method), a little inside its edges. */
export function guessPaper(
  { width, height, l, a, b }: PictureField,
  things: readonly Pixels[],
): Pixels | null {
  const [columns, rows] = [floor(width / cell), floor(height / cell)];
  const heights = new Int32Array(columns + 1);
  let best: (Pixels & { cells: number }) | null = null;
  const isPaper = (column: number, row: number): boolean => {
    const [x, y] = [column * cell, row * cell];
    if (
      things.some(
        (t) => x > t.left - 2 * cell && x < t.right + cell && y > t.top - 2 * cell && y < t.bottom + cell,
      )
    )
      return false;
    for (let dy = 0; dy < cell; dy++)
      for (let dx = 0; dx < cell; dx++) {
        const k = (row * cell + dy) * width + column * cell + dx;
        if (l[k]! < 88 || l[k]! > 112 || hypot(a[k]!, b[k]!) > 6) return false;
      }
    return true;
  };
  for (let row = 0; row < rows; row++) {
    for (let c = 0; c < columns; c++) heights[c] = isPaper(c, row) ? heights[c]! + 1 : 0;
    const stack: number[] = [];
    for (let c = 0; c <= columns; c++) {
      while (stack.length > 0 && heights[stack.at(-1)!]! >= heights[c]!) {
        const tall = heights[stack.pop()!]!;
        const from = stack.length > 0 ? stack.at(-1)! + 1 : 0;
        // A stripe is no good sample of paper: width and height both count.
        const cells = min(c - from, 3 * tall) * min(tall, 3 * (c - from));
        if (tall > 1 && cells > (best?.cells ?? 0))
          best = { left: from, right: c, top: row + 1 - tall, bottom: row + 1, cells };
      }
      stack.push(c);
    }
  }
  if (!best || best.cells < 0.004 * columns * rows) return null;
  const inset = (size: number) => max(1, floor(size * 0.12));
  const [dx, dy] = [inset(best.right - best.left), inset(best.bottom - best.top)];
  const { left, right, top, bottom } = best;
  if (right - left <= 2 * dx + 1 || bottom - top <= 2 * dy + 1) return null;
  return {
    left: (left + dx) * cell,
    right: (right - dx) * cell,
    top: (top + dy) * cell,
    bottom: (bottom - dy) * cell,
  };
}

/** Of two tubes, one that scores less by this much is another thing. */
const clearly = 0.9;
/** The same for one that is as tall and slender: it may be the tube of another test. */
const clearlyOther = 2;
/** A colored thing that scores less is hardly a tube. */
const leastScore = 1.2;

/**
 * A first guess at where paper, tube and card lie, for the keeper to put right. Looks for white paper, for swatches at
 * even steps, and for one upright thing of one color beside them.
 * @param swatches how many the card has
 * @param card the card itself, where it is known: its colors tell of several things which is meant
 */
export function guessBoxes(photo: Photo, swatches: number, card: Card | null = null): GuessedBoxes {
  if (Math.max(photo.width, photo.height) > fine) {
    // A large picture is looked at roughly first: mostly that finds all there is.
    const rough = guessIn(pictureField(photo, coarse), swatches, card);
    if (rough.paper && rough.card && (rough.vial ?? rough.tubes[0])) return rough;
  }
  return guessIn(pictureField(photo), swatches, card);
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
  const inCard = (r: Region) =>
    foundCard !== null &&
    r.x > foundCard.left &&
    r.x < foundCard.right &&
    r.y > foundCard.top &&
    r.y < foundCard.bottom;
  const taken = foundCard ? regions.filter((r) => foundCard.found.includes(r) || inCard(r)) : [];
  const outside = (t: GuessedTube) => !foundCard || !covers(foundCard, t);
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
  return {
    paper: toBox(guessPaper(field, [...alike, ...(foundCard ? [foundCard] : [])]), field),
    vial: alike.length === 1 ? boxOfPixels(best!, field) : null,
    card: foundCard && boxOfPixels(foundCard, field),
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

const toBox = (pixels: Pixels | null, field: PictureField) => pixels && boxOfPixels(pixels, field);
const covers = (card: Pixels, { left, right, top, bottom }: GuessedTube) => {
  const [x, y] = [(left + right) / 2, (top + bottom) / 2];
  return x > card.left && x < card.right && y > card.top && y < card.bottom;
};
const isAsTall = (a: GuessedTube, b: GuessedTube) => {
  const [p, q] = [a.bottom - a.top, b.bottom - b.top];
  return p > 0.7 * q && q > 0.7 * p && p > 1.8 * (a.right - a.left);
};
const isAsLarge = (a: GuessedTube, b: GuessedTube) => {
  const size = (t: GuessedTube) => (t.right - t.left) * (t.bottom - t.top);
  return size(a) > 0.35 * size(b) && size(b) > 0.35 * size(a);
};
