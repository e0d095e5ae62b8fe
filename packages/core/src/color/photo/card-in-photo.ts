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
  const order = orders(known.length, rows).reduce((a, b) => (offBy(b) < offBy(a) ? b : a));
  const off = offBy(order);
  const ordered = order.map((k) => labs[k]!);

  const widest = (of: readonly Lab[]) =>
    Math.max(...of.flatMap((a, k) => of.slice(k + 1).map((b) => deltaE(a, b))));
  const isBlank = widest(ordered) < 0.3 * widest(known);
  // Paper where the card has a color: the box reaches past its end. Another kit's pale end may be paler than drawn.
  const reachesPast = ordered.some((lab, k) => {
    const mayBePaler = !learned && 2 * k < known.length;
    return deltaE(lab, whiteLab) < 3 && deltaE(known[k]!, whiteLab) > (mayBePaler ? 22 : 9);
  });
  // Of the keeper's own card the colors tell when each is that of its neighbor; another kit's are others anyway.
  const shifted = learned && off > 5 && Math.min(offBy(order, 1), offBy(order, -1)) < 0.6 * off;
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
      return (
        next.uneven < 0.3 &&
        deltaE(lab, whiteLab) > deltaE(last, whiteLab) + 1 &&
        deltaE(lab, last) < 2.2 * step &&
        deltaE(lab, before) > step
      );
    });
  const straddling = looks.filter(({ uneven }) => uneven > 0.5).length;
  const isAskew = reachesPast || shifted || goesOn || straddling > 0.34 * known.length;
  return {
    swatches: order.map((k) => seen[k]!),
    off,
    fault: isBlank ? 'no-card' : isAskew ? 'card-askew' : null,
  };
}
