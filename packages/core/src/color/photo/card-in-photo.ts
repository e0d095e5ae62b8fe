import { type Lab, type LinearRgb, deltaE, deltaEHue, labOfLinear, whiteLab } from '../lab';
import { type Box, type Photo, beyondEnds, middleOf, partsOf, pixelsOf } from './photo';
import { relative } from './paper-in-photo';
import { type RefusalReason } from './photo-refusal';
import { type RegionColor, regionColor, whiteAround } from './region-color';

/** The swatches of a card as a picture shows them. */
export interface SeenCard {
  /** In the order of value, each against the white beside it. */
  readonly swatches: readonly LinearRgb[];
  /** How far they lie from what the card is known to look like, root mean square, CIEDE2000. */
  readonly off: number;
  /** The first value lies at the right or lower end, as on a card turned about or a mirrored picture. */
  readonly backward: boolean;
  /** What is wrong with its box; null where the swatches lie in it. */
  readonly fault: Extract<RefusalReason, 'no-card' | 'card-askew'> | null;
}

/** The middle of a swatch, clear of its edges and of print beside it. */
const swatchShare = 0.45;
/** A swatch may lie this far from its place, in places: a box drawn by hand, a card seen askew. */
const strays = [0, -0.12, 0.12, -0.24, 0.24];
/** As many pixels as tell a swatch. */
const samples = 900;

const rms = (values: readonly number[]) =>
  Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / Math.max(values.length, 1));

/** How uneven a region is, as a share of its light. */
const unevenness = (seen: RegionColor): number =>
  Math.max(...seen.spread.map((s, k) => s / Math.max(seen.light[k]!, 0.03))) + 0.5 * (seen.gradient - 1);

/** One swatch: the most even spot near the middle of its place. */
function swatchIn(photo: Photo, part: Box, across: boolean): RegionColor & { readonly uneven: number } {
  let best: { seen: RegionColor; uneven: number; cost: number } | null = null;
  for (const stray of strays) {
    const box = middleOf(part, swatchShare);
    const moved = across
      ? { ...box, left: box.left + stray * part.width }
      : { ...box, top: box.top + stray * part.height };
    if (moved.left < 0 || moved.top < 0 || moved.left + moved.width > 1 || moved.top + moved.height > 1)
      continue;
    const seen = regionColor(photo, pixelsOf(photo, moved, 'card'), samples);
    const uneven = unevenness(seen);
    const cost = uneven + 0.25 * Math.abs(stray);
    if (best === null || cost < best.cost) best = { seen, uneven, cost };
    if (stray === 0 && uneven < 0.08) break;
  }
  return { ...best!.seen, uneven: best!.uneven };
}

/** Orders in which swatches may lie: forward, from the other end, and for two rows each row turned over too. */
function orders(count: number, rows: 1 | 2): number[][] {
  const forward = Array.from({ length: count }, (_, k) => k);
  const turned = [...forward].reverse();
  if (rows === 1) return [forward, turned];
  const perRow = Math.ceil(count / 2);
  const [first, second] = [forward.slice(0, perRow), forward.slice(perRow)];
  const snake = [...first, ...[...second].reverse()];
  return [
    forward,
    turned,
    snake,
    [...snake].reverse(),
    [...second, ...first],
    [...first].reverse().concat([...second].reverse()),
  ];
}

/** What the swatches of a picture are held against. */
export interface KnownCard {
  /** Colors in the order of value. */
  readonly labs: readonly Lab[];
  /** Learned from the keeper's own leaflet; else drawn, and the kit beside the tube may look otherwise. */
  readonly learned: boolean;
}

/**
 * Looks at the swatches of a card in a box, in whichever order they lie.
 * @throws FieldError `wrong-box`
 */
export function cardIn(photo: Photo, box: Box, rows: 1 | 2, card: KnownCard, paper: LinearRgb): SeenCard {
  pixelsOf(photo, box, 'card');
  const longer = box.width * photo.width >= box.height * photo.height;
  const one = cardAlong(photo, box, rows, card, paper, longer);
  if (rows === 1) return one;
  // Few swatches in two rows may follow each other along the shorter side.
  const other = cardAlong(photo, box, rows, card, paper, !longer);
  return other.off < one.off ? other : one;
}

/** Whether swatches deepen with the value as those of a card do that deepens throughout; most pairs of them suffice. */
function deepens(known: readonly Lab[], order: readonly number[], labs: readonly Lab[]): boolean {
  const meant = known.map((lab) => deltaE(lab, whiteLab));
  if (meant.some((depth, k) => k > 0 && depth <= meant[k - 1]!)) return true;
  const seen = order.map((k) => deltaE(labs[k]!, whiteLab));
  const pairs = seen.flatMap((a, k) => seen.slice(k + 1).map((b) => b > a));
  return pairs.filter(Boolean).length > 0.6 * pairs.length;
}

function cardAlong(
  photo: Photo,
  box: Box,
  rows: 1 | 2,
  { labs: known, learned }: KnownCard,
  paper: LinearRgb,
  across: boolean,
): SeenCard {
  const parts = partsOf(box, known.length, photo, rows, across);
  const looks = parts.map((part) => swatchIn(photo, part, across));
  const besideWhite = (light: LinearRgb, part: Box) =>
    relative(light, whiteAround(photo, pixelsOf(photo, part, 'card'), paper) ?? paper);
  const seen = looks.map(({ light }, k) => besideWhite(light, parts[k]!));
  const labs = seen.map(labOfLinear);
  const offBy = (order: readonly number[], by = 0) => {
    const pairs = order.flatMap((from, k) => {
      const of = known[k + by];
      return of ? [deltaEHue(labs[from]!, of)] : [];
    });
    return rms(pairs);
  };
  const byFit = orders(known.length, rows)
    .map((order) => ({ order, off: offBy(order) }))
    .sort((a, b) => a.off - b.off);
  const { order, off } = byFit[0]!;
  // Which end is the first must be clear: a card told the wrong way round reads high as low.
  const isEitherWay = off > 8 && (byFit[1]!.off < 1.1 * off || !deepens(known, order, labs));
  const ordered = order.map((k) => labs[k]!);

  const widest = (of: readonly Lab[]) =>
    Math.max(...of.flatMap((a, k) => of.slice(k + 1).map((b) => deltaE(a, b))));
  const isBlank = widest(ordered) < 0.3 * widest(known);
  // Paper where the card has a color: the box reaches past its end. Another kit's pale end may be paler than drawn.
  const reachesPast = ordered.some((lab, k) => {
    const mayBePaler = !learned && 2 * k < known.length;
    return deltaE(lab, whiteLab) < 3 && deltaE(known[k]!, whiteLab) > (mayBePaler ? 22 : 9);
  });
  // Each has the color of its neighbor: of a card that was learned plainly so, of another kit only where it fits far better.
  const byOne = Math.min(offBy(order, 1), offBy(order, -1));
  const beginsWithPaper = deltaE(ordered[0]!, whiteLab) < 3;
  const shifted =
    off > 5 && (byOne < (learned ? 0.6 : 0.4) * off || (beginsWithPaper && offBy(order, -1) < 0.7 * off));
  const goesOn =
    rows === 1 &&
    beyondEnds(box, known.length, photo, across).some((part, end) => {
      // At the deep end only: there the next swatch is deeper still, and as far on as the last one was.
      const isDeep = (order[0] === 0) === (end === 1);
      if (!part || !isDeep) return false;
      const next = swatchIn(photo, part, across);
      const lab = labOfLinear(besideWhite(next.light, part));
      const [last, before] = [ordered.at(-1)!, ordered.at(-2)!];
      const step = deltaE(last, before);
      const depth = deltaE(lab, whiteLab);
      if (next.uneven > 0.3 || depth < 6) return false;
      // The last one reaches past the box, or one more follows.
      return (
        deltaE(lab, last) < 0.3 * step ||
        (depth > deltaE(last, whiteLab) + 1 && deltaE(lab, last) < 2.2 * step && deltaE(lab, before) > step)
      );
    });
  const straddling = looks.filter(({ uneven }) => uneven > 0.5).length;
  const isAskew = reachesPast || shifted || goesOn || isEitherWay || straddling > 0.34 * known.length;
  return {
    swatches: order.map((k) => seen[k]!),
    off,
    backward: order[0] !== 0,
    fault: isBlank ? 'no-card' : isAskew ? 'card-askew' : null,
  };
}
