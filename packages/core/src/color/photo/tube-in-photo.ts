import { type Lab, type LinearRgb, deltaE, labOfLinear, whiteLab } from '../lab';
import { type Photo, type PixelBox, lightAt } from './photo';
import { relative } from './paper-in-photo';

/** Taken out once: they are asked for at every pixel. */
const { abs, ceil, floor, max, min } = Math;

/** What shows that a tube stands in a box. */
export interface TubeSigns {
  /** An edge of glass on both sides of it. */
  readonly hasEdges: boolean;
  /** Its color is that of paper, as nearly as can be told. */
  readonly likePaper: boolean;
}

/** A color difference (CIEDE2000) this near to white is paper, as far as a picture can tell. */
const asPaper = 3.2;
/** An edge is at least this large a step, within a small part of the tube's width. */
const leastEdge = 2.2;
/** The rim of a clear tube is darker than water and paper beside it by at least this much of L*. */
const leastRim = 1.4;

/** Parts of the height of the box at which its sides are looked for: print beside it is not as tall. */
const bands = [0.22, 0.5, 0.78];
/** Half the height of a band, as a share of that of the box. */
const bandHalf = 0.1;

/** Colors across a band of a box and as far again on both sides, each the mean of a column of pixels. */
function profile(photo: Photo, box: PixelBox, at: number, white: LinearRgb, from: number, to: number): Lab[] {
  const height = box.bottom - box.top;
  const top = box.top + floor((at - bandHalf) * height);
  const bottom = max(top + 1, box.top + ceil((at + bandHalf) * height));
  const stride = max(1, floor((bottom - top) / 20));
  return Array.from({ length: to - from }, (_, k) => {
    const sum = [0, 0, 0];
    let count = 0;
    for (let y = top; y < bottom; y += stride) {
      lightAt(photo, from + k, y).forEach((c, channel) => (sum[channel] = sum[channel]! + c));
      count++;
    }
    return labOfLinear(relative(sum.map((s) => s / count) as unknown as LinearRgb, white));
  });
}

/**
 * Looks for the glass on both sides of a box, at three heights. Blank paper has no edge; the inside of a table, a wall
 * or a hand has none near by. A clear tube has only its rims, with paper right behind them.
 * @param vial its color beside white
 */
export function tubeSigns(photo: Photo, box: PixelBox, vial: Lab, white: LinearRgb): TubeSigns {
  const width = box.right - box.left;
  const likePaper = deltaE(vial, whiteLab) < asPaper;
  const reach = Math.round((likePaper ? 0.5 : 0.9) * width);
  const from = max(0, box.left - reach);
  const to = min(photo.width, box.right + reach);
  const half = max(1, Math.round(0.05 * width));
  const middle = (box.left + box.right) / 2 - from;
  /** The strongest edge of one side in a band, in widths of the box from its middle; null for none. */
  const edge = (colors: readonly Lab[], side: -1 | 1): number | null => {
    let most = { step: leastEdge, away: -1 };
    for (let away = 0.2 * width; away < 0.5 * width + reach; away++) {
      const at = Math.round(middle + side * away);
      if (at - half < 0 || at + half >= colors.length) break;
      const step = deltaE(colors[at - half]!, colors[at + half]!);
      if (step > most.step) most = { step, away: away / width };
    }
    return most.away < 0 ? null : most.away;
  };
  /** Of a clear tube: the thin dark rim of one side, with water before it and paper behind. */
  const rim = (colors: readonly Lab[], side: -1 | 1): number | null => {
    const apart = max(2, Math.round(0.2 * width));
    const lightness = (at: number) => {
      const near = colors.slice(max(0, at - 1), at + 2);
      return near.reduce((sum, c) => sum + c.l, 0) / near.length;
    };
    const noise = colors
      .slice(2)
      .map((c, k) => abs(c.l - colors[k]!.l))
      .sort((x, y) => x - y);
    let most = { dark: max(leastRim, 3.5 * noise[floor(noise.length / 2)]!), away: -1 };
    for (let away = 0.3 * width; away < 0.5 * width + reach; away++) {
      const at = Math.round(middle + side * away);
      if (at - apart < 0 || at + apart >= colors.length) break;
      if (deltaE(colors[at + side * apart]!, whiteLab) > 2.2 * asPaper) continue;
      const dark = min(lightness(at - apart), lightness(at + apart)) - lightness(at);
      if (dark > most.dark) most = { dark, away: away / width };
    }
    return most.away < 0 ? null : most.away;
  };
  const isCutOff = (side: -1 | 1) => (side < 0 ? box.left <= 1 : box.right >= photo.width - 1);
  const across = bands.map((at) => profile(photo, box, at, white, from, to));
  const hasSide = (side: -1 | 1): boolean => {
    const found = across
      .map((colors) => (likePaper ? rim(colors, side) : edge(colors, side)))
      .filter((x) => x !== null);
    // In a line, upright or a little askew.
    const spread = max(...found) - min(...found);
    const straight = found.length === bands.length && (!likePaper || spread < 0.4);
    return straight || (isCutOff(side) && !likePaper);
  };
  return { hasEdges: hasSide(-1) && hasSide(1), likePaper };
}
