import { type Lab, deltaEHue } from '../lab';
import type { FieldBox } from './picture-field';
import { type Region, fromWhite, heightOf, widthOf } from './picture-regions';

/** Where a card seems to lie, in pixels of the field. */
export interface GuessedCard extends FieldBox {
  readonly rows: 1 | 2;
  /** The swatches that were found, by their regions. */
  readonly found: readonly Region[];
  /** How far their colors lie from those of the card (CIEDE2000); null where those are not known. */
  readonly off: number | null;
  /** Another row of as many swatches, which may be meant as well. */
  readonly second?: GuessedCard;
}

/** Swatches one after the other: as they lie, and the step from one to the next. */
interface Sequence {
  readonly members: readonly Region[];
  /** Place of each member along it; a place may be empty where a swatch was not found. */
  readonly places: readonly number[];
  readonly step: readonly [x: number, y: number];
}

const ratio = (a: number, b: number) => Math.max(a, b) / Math.max(Math.min(a, b), 1);
const median = (values: readonly number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const alike = (a: Region, b: Region) =>
  ratio(widthOf(a), widthOf(b)) < 1.55 && ratio(heightOf(a), heightOf(b)) < 1.55;

/** A step may lean by this much from level or upright, as its sine: cards are seen a few degrees askew. */
const mostLean = 0.3;
/** Regions looked at, the largest first: print and grain of the table make many small ones. */
const mostRegions = 140;

/** What may be a swatch: filled, of a sensible size, not the whole table. */
export function swatchLike(regions: readonly Region[], width: number, height: number): Region[] {
  return regions
    .filter(
      (r) =>
        r.pixels >= 8 &&
        widthOf(r) >= 3 &&
        heightOf(r) >= 3 &&
        widthOf(r) < 0.4 * width &&
        heightOf(r) < 0.4 * height &&
        ratio(widthOf(r), heightOf(r)) < 7 &&
        r.pixels > 0.42 * widthOf(r) * heightOf(r),
    )
    .sort((a, b) => b.pixels - a.pixels)
    .slice(0, mostRegions);
}

/** Goes on from two neighbors as far as there are more at the same step, which may change slowly (a card seen askew). */
function walk(from: Region, to: Region, all: readonly Region[], most: number): Sequence {
  const members = [from, to];
  const places = [0, 1];
  const ways: readonly (-1 | 1)[] = [1, -1];
  for (const way of ways) {
    let here = way === 1 ? to : from;
    let place = way === 1 ? 1 : 0;
    let step: [number, number] = [way * (to.x - from.x), way * (to.y - from.y)];
    for (let missed = 0; missed < 2 && members.length < most;) {
      const [x, y] = [here.x + step[0] * (missed + 1), here.y + step[1] * (missed + 1)];
      const reach = 0.28 * Math.hypot(...step);
      const next = all.find(
        (r) => !members.includes(r) && alike(r, here) && Math.hypot(r.x - x, r.y - y) < reach,
      );
      if (!next) {
        missed++;
        continue;
      }
      step = [(next.x - here.x) / (missed + 1), (next.y - here.y) / (missed + 1)];
      place += way * (missed + 1);
      missed = 0;
      here = next;
      members.push(next);
      places.push(place);
    }
  }
  const ordered = members.map((r, k) => ({ r, place: places[k]! })).sort((a, b) => a.place - b.place);
  const first = ordered[0]!;
  const last = ordered.at(-1)!;
  const span = Math.max(last.place - first.place, 1);
  return {
    members: ordered.map((o) => o.r),
    places: ordered.map((o) => o.place - first.place),
    step: [(last.r.x - first.r.x) / span, (last.r.y - first.r.y) / span],
  };
}

/** How well the colors of a sequence go with those of the card from one of its places on; lower is better. */
function unlike(sequence: Sequence, known: readonly Lab[], offset: number, turned: boolean): number {
  const pairs = sequence.members.flatMap((r, k) => {
    const place = offset + sequence.places[k]!;
    const of = known[turned ? known.length - 1 - place : place];
    return of ? [[r, of] as const] : [];
  });
  if (pairs.length < 2) return Infinity;
  return Math.sqrt(
    pairs.reduce((sum, [r, of]) => sum + deltaEHue({ l: r.l, a: r.a, b: r.b }, of) ** 2, 0) / pairs.length,
  );
}

/** Every sequence of two or more in the picture. */
function sequences(candidates: readonly Region[], most: number): Sequence[] {
  const found: Sequence[] = [];
  const seen = new Set<string>();
  for (const one of candidates)
    for (const other of candidates) {
      if (one === other || !alike(one, other)) continue;
      const [dx, dy] = [other.x - one.x, other.y - one.y];
      // From left to right, or from above to below.
      const level = Math.abs(dx) >= Math.abs(dy);
      if (level ? dx <= 0 : dy <= 0) continue;
      const size = level ? Math.min(widthOf(one), widthOf(other)) : Math.min(heightOf(one), heightOf(other));
      const length = Math.hypot(dx, dy);
      if (Math.min(Math.abs(dx), Math.abs(dy)) > mostLean * length) continue;
      if (length < 0.85 * size || length > 2.4 * size) continue;
      const sequence = walk(one, other, candidates, most);
      const key = sequence.members.map((r) => r.id).join();
      if (seen.has(key)) continue;
      seen.add(key);
      found.push(sequence);
    }
  return found;
}

/**
 * A sequence no longer than the card: of one that goes on into something else, such as a tube that happens to stand at
 * the same step, every part.
 */
function within(s: Sequence, wanted: number): Sequence[] {
  if (spanOf(s) <= wanted) return [s];
  return s.members.flatMap((_r, from) => {
    const start = s.places[from]!;
    const count = s.places.filter((place) => place >= start && place < start + wanted).length;
    if (count < 2) return [];
    const places = s.places.slice(from, from + count).map((place) => place - start);
    return [{ ...s, members: s.members.slice(from, from + count), places }];
  });
}

/** How far a sequence goes, in places. */
const spanOf = (s: Sequence) => s.places.at(-1)! + 1;

/**
 * Looks for the swatches of a card: pieces of about one size at even steps, in a row or a column, in two of them where
 * one is too short.
 * @param wanted how many swatches the card has
 * @param known its colors in the order of value, where they are known: of several rows of swatches the likest is taken
 * @param lies level or upright, where only one way is meant; one row then
 */
export function guessCard(
  candidates: readonly Region[],
  wanted: number,
  width: number,
  height: number,
  known: readonly Lab[] | null,
  lies: 'level' | 'upright' | null = null,
): GuessedCard | null {
  const all = sequences(candidates, 2 * wanted)
    .flatMap((s) => within(s, wanted))
    .filter((s) => lies === null || isLevel(s) === (lies === 'level'));
  const colored = (s: Sequence) => s.members.filter((r) => fromWhite(r) > 6).length;
  /** Many at even steps, of the card's own colors, larger rather than smaller. */
  const score = (s: Sequence): number => {
    const variety = Math.max(
      ...s.members.map((r) =>
        Math.hypot(r.l - s.members[0]!.l, r.a - s.members[0]!.a, r.b - s.members[0]!.b),
      ),
    );
    // Print and stripes repeat one color.
    if (variety < 6) return -Infinity;
    const size = Math.log10(s.members.reduce((sum, r) => sum + r.pixels, 0) / s.members.length);
    const off = known
      ? Math.min(
          ...[false, true].flatMap((turned) =>
            Array.from({ length: wanted - spanOf(s) + 1 }, (_, k) => unlike(s, known, k, turned)),
          ),
        )
      : 0;
    // A place left empty between two is a doubt.
    const empty = spanOf(s) - s.members.length;
    return s.members.length - 0.7 * empty + 0.3 * colored(s) + 0.8 * size - 0.15 * Math.max(0, off - 6);
  };
  const ranked = all
    .map((s) => ({ s, score: score(s) }))
    .filter((x) => Number.isFinite(x.score))
    .sort((x, y) => y.score - x.score);
  const best = ranked[0]?.s;
  if (!best) return null;
  const perRow = Math.ceil(wanted / 2);
  // A second row beside the first, at the same step: then neither is long enough by itself.
  if (lies === null && best.members.length < wanted - 1 && wanted >= 4) {
    const second = ranked
      .map((x) => x.s)
      .find(
        (s) =>
          s !== best &&
          isBeside(best, s) &&
          spanOf(s) <= perRow &&
          s.members.every((r) => !best.members.includes(r)),
      );
    if (
      second &&
      spanOf(best) <= perRow &&
      best.members.length + second.members.length >= Math.max(4, wanted - 2)
    )
      return twoRows(best, second, perRow);
  }
  if (best.members.length < Math.max(2, Math.ceil(0.6 * wanted))) return null;
  const one = oneRow(best, wanted, width, height, known);
  // As whole a row of other pieces: a second card of as many swatches.
  const other = ranked.find(
    ({ s, score: of }) =>
      s.members.length >= wanted - 1 &&
      of > ranked[0]!.score - secondCard &&
      s.members.every((r) => !isWithin(r, one)),
  );
  return other && lies === null && best.members.length >= wanted - 1
    ? { ...one, second: oneRow(other.s, wanted, width, height, known) }
    : one;
}

/** A whole second row that scores less by this much is another thing than a card. */
const secondCard = 2.5;
const isWithin = (r: Region, { left, right, top, bottom }: GuessedCard) =>
  r.x > left && r.x < right && r.y > top && r.y < bottom;

const isLevel = (s: Sequence) => Math.abs(s.step[0]) >= Math.abs(s.step[1]);

/** Two sequences of one step, side by side. */
function isBeside(a: Sequence, b: Sequence): boolean {
  if (isLevel(a) !== isLevel(b)) return false;
  const [la, lb] = [Math.hypot(...a.step), Math.hypot(...b.step)];
  if (ratio(la, lb) > 1.2 || !alike(a.members[0]!, b.members[0]!)) return false;
  const [one, other] = [a.members[0]!, b.members[0]!];
  const level = isLevel(a);
  const along = level ? Math.abs(other.x - one.x) : Math.abs(other.y - one.y);
  const aside = level ? Math.abs(other.y - one.y) : Math.abs(other.x - one.x);
  const size = level ? heightOf(one) : widthOf(one);
  return along < 1.4 * la && aside > 0.9 * size && aside < 2.2 * size;
}

function twoRows(a: Sequence, b: Sequence, perRow: number): GuessedCard {
  const level = isLevel(a);
  const found = [...a.members, ...b.members];
  const [stepX, stepY] = [Math.hypot(...a.step), Math.hypot(...a.step)];
  const least = (of: (r: Region) => number) => Math.min(...found.map(of));
  const most = (of: (r: Region) => number) => Math.max(...found.map(of));
  // Evenly divided: from half a step before the first to half a step behind the last.
  const longest = spanOf(a) >= spanOf(b) ? a : b;
  const first = longest.members[0]!;
  const start = level
    ? Math.min(
        first.x,
        least((r) => r.x),
      ) -
      stepX / 2
    : Math.min(
        first.y,
        least((r) => r.y),
      ) -
      stepY / 2;
  const box = level
    ? { left: start, right: start + stepX * perRow, top: least((r) => r.top), bottom: most((r) => r.bottom) }
    : { top: start, bottom: start + stepY * perRow, left: least((r) => r.left), right: most((r) => r.right) };
  return { ...box, rows: 2, found, off: null };
}

/**
 * The box around all swatches with half a gap at each end, so that it divides evenly. Swatches that were not found are
 * taken on by the step of the row: by the card's own colors where they are known, else on the side where its colors
 * grow pale, since the palest swatch looks like paper.
 */
function oneRow(
  s: Sequence,
  wanted: number,
  width: number,
  height: number,
  known: readonly Lab[] | null,
): GuessedCard {
  const level = isLevel(s);
  const missing = wanted - spanOf(s);
  const [first, last] = [s.members[0]!, s.members.at(-1)!];
  const at = (r: Region) => (level ? r.x : r.y);
  const step = level ? s.step[0] : s.step[1];
  const limit = level ? width : height;
  const fits = (before: number) =>
    at(first) - (before + 0.5) * step > -0.3 * step &&
    at(last) + (missing - before + 0.5) * step < limit + 0.3 * step;
  const choices = Array.from({ length: missing + 1 }, (_, k) => k).filter(fits);
  const paleFirst = fromWhite(first) < fromWhite(last);
  const usual = paleFirst ? missing : 0;
  let before = choices.includes(usual) ? usual : (choices[0] ?? 0);
  if (known && missing > 0) {
    const cost = (k: number) =>
      Math.min(unlike(s, known, k, false), unlike(s, known, k, true)) + (k === usual ? 0 : 1.5);
    before = choices.reduce((a, b) => (cost(b) < cost(a) ? b : a), before);
  }
  const off = known && Math.min(unlike(s, known, before, false), unlike(s, known, before, true));
  const from = at(first) - (before + 0.5) * step;
  const sides = s.members.map((r) => (level ? { from: r.top, to: r.bottom } : { from: r.left, to: r.right }));
  const size = median(sides.map((x) => x.to - x.from));
  const middle = median(s.members.map((r) => (level ? r.y : r.x)));
  const inside = (x: number) => Math.min(Math.max(x, 0), limit);
  const along = { from: inside(from), to: inside(from + wanted * step) };
  const side = { from: middle - size / 2, to: middle + size / 2 };
  return level
    ? { left: along.from, right: along.to, top: side.from, bottom: side.to, rows: 1, found: s.members, off }
    : { left: side.from, right: side.to, top: along.from, bottom: along.to, rows: 1, found: s.members, off };
}
