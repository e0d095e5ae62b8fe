import type { Card } from '../card';
import { curveOf, swatchPoints } from '../card-curve';
import { type GuessedCard, guessCard, swatchLike } from './card-guess';
import { guessPaper } from './paper-guess';
import type { Box, Photo } from './photo';
import { type FieldBox, type PictureField, boxOfPixels, pictureField } from './picture-field';
import { type Region, regionsOf } from './picture-regions';

/** Where a strip and the rows of its card seem to lie; null for what was not found. */
export interface GuessedStrip {
  readonly paper: Box | null;
  readonly strip: Box | null;
  /** In the order of the pads. */
  readonly rows: readonly (Box | null)[];
}

/**
 * A first guess at a strip beside its card: for each pad the row of swatches whose colors are the likest, and the pads
 * themselves as one more row of what is left.
 * @param cards of the pads, in their order
 */
export function guessStrip(photo: Photo, cards: readonly Card[]): GuessedStrip {
  const field = pictureField(photo);
  const candidates = swatchLike(regionsOf(field).regions, field.width, field.height);
  // The strip lies across the rows of its card: whichever way more is found, of the rows' own colors.
  const [a, b] = (['level', 'upright'] as const).map((lies) => guessAlong(field, candidates, cards, lies));
  const best = worth(b!) > worth(a!) ? b! : a!;
  const things = [best.strip, ...best.rows].filter((thing) => thing !== null);
  const paper = guessPaper(field, things);
  const box = (card: GuessedCard | null) => card && boxOfPixels(card, field);
  return { paper: paper && boxOfPixels(paper, field), strip: box(best.strip), rows: best.rows.map(box) };
}

interface Along {
  readonly strip: GuessedCard | null;
  readonly rows: readonly (GuessedCard | null)[];
}

/** Rows that are off by so much (CIEDE2000) in the mean weigh as much as one that was not found. */
const asOneLess = 8;
function worth({ strip, rows }: Along): number {
  const found = rows.filter((row) => row !== null);
  const off = found.reduce((sum, row) => sum + (row.off ?? 0), 0) / Math.max(1, found.length);
  return found.length + (strip ? 1 : 0) - off / asOneLess;
}

function guessAlong(
  { width, height }: PictureField,
  candidates: readonly Region[],
  cards: readonly Card[],
  lies: 'level' | 'upright',
): Along {
  let left = [...candidates];
  const rows: (GuessedCard | null)[] = cards.map(() => null);
  // The longest first: a short row may be taken for a part of a long one, not the other way round.
  const order = cards.map((_c, k) => k).sort((p, q) => cards[q]!.values.length - cards[p]!.values.length);
  for (const k of order) {
    const card = cards[k]!;
    const known = swatchPoints(curveOf(card)).map((p) => p.lab);
    const row = guessCard(left, card.values.length, width, height, known, lies);
    rows[k] = row;
    if (row) left = left.filter((r) => !isIn(r, row));
  }
  const across = lies === 'level' ? 'upright' : 'level';
  return { rows, strip: guessCard(left, cards.length, width, height, null, across) };
}

const isIn = (r: Region, box: FieldBox) =>
  r.x > box.left && r.x < box.right && r.y > box.top - 2 && r.y < box.bottom + 2;
