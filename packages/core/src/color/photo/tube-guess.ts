import { type Lab, deltaEHue } from '../lab';
import type { FieldBox, PictureField } from './picture-field';
import { type Region, fromWhite, heightOf, widthOf } from './picture-regions';

/** A thing that may be the water of a tube, in pixels of the field. */
export interface GuessedTube extends FieldBox {
  /** How much it looks like one; more is better. */
  readonly score: number;
  readonly color: Lab;
}

/** Strong colors of one hue, whatever their depth: less water is looked through near the side of a tube. */
function isOfOneHue(one: Region, other: Region): boolean {
  const [p, q] = [Math.hypot(one.a, one.b), Math.hypot(other.a, other.b)];
  const apart = Math.hypot(one.a - other.a, one.b - other.b);
  if (Math.min(p, q) < 8 || apart < 7) return apart < 10;
  const angle = Math.abs(Math.atan2(one.b, one.a) - Math.atan2(other.b, other.a));
  return Math.min(angle, 2 * Math.PI - angle) < 0.26;
}

/** Pieces of one tube: its bright streak and its shaded sides part it lengthwise. */
function joined(regions: readonly Region[]): Region[] {
  const pieces = [...regions].sort((a, b) => b.pixels - a.pixels);
  for (let k = 0; k < pieces.length; k++)
    for (let j = pieces.length - 1; j > k; j--) {
      const [one, other] = [pieces[k]!, pieces[j]!];
      const gap = Math.max(one.left, other.left) - Math.min(one.right, other.right);
      const shared = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
      const wide = Math.max(one.right, other.right) - Math.min(one.left, other.left);
      const tall = Math.max(one.bottom, other.bottom) - Math.min(one.top, other.top);
      const hue = isOfOneHue(one, other);
      // Beside each other, about as tall, and tall together; or one above the other and as wide.
      const beside =
        gap < 0.2 * widthOf(one) + 3 &&
        shared > 0.55 * heightOf(one) &&
        tall < 1.35 * heightOf(one) &&
        tall > 1.2 * wide;
      const above =
        -gap > 0.7 * Math.min(widthOf(one), widthOf(other)) &&
        wide < 1.3 * widthOf(one) &&
        -shared < 0.1 * heightOf(one) + 3 &&
        Math.abs(one.l - other.l) < 22 &&
        tall > 1.2 * wide;
      if (!hue || !(beside || above)) continue;
      const all = one.pixels + other.pixels;
      const mean = (of: (r: Region) => number) => (of(one) * one.pixels + of(other) * other.pixels) / all;
      pieces[k] = {
        id: one.id,
        left: Math.min(one.left, other.left),
        right: Math.max(one.right, other.right),
        top: Math.min(one.top, other.top),
        bottom: Math.max(one.bottom, other.bottom),
        pixels: all,
        x: mean((r) => r.x),
        y: mean((r) => r.y),
        l: mean((r) => r.l),
        a: mean((r) => r.a),
        b: mean((r) => r.b),
      };
      pieces.splice(j, 1);
      j = pieces.length;
    }
  return pieces;
}

/** The sides of a tube near those of its water: where its glass ends, the strongest edge. */
function widened(field: PictureField, r: Region): { left: number; right: number } {
  const { width } = field;
  const [from, to] = [Math.round(r.top + 0.35 * heightOf(r)), Math.round(r.top + 0.65 * heightOf(r))];
  const mean = (x: number): Lab => {
    let [l, a, b, n] = [0, 0, 0, 0];
    for (let y = from; y < Math.max(to, from + 1); y++) {
      const k = y * width + x;
      l += field.l[k]!;
      a += field.a[k]!;
      b += field.b[k]!;
      n++;
    }
    return { l: l / n, a: a / n, b: b / n };
  };
  const side = (start: number, way: -1 | 1): number => {
    let best = { at: start, step: 0 };
    for (let away = -1; away <= Math.max(2, 0.3 * widthOf(r)); away++) {
      const x = start + way * away;
      if (x - 1 < 0 || x + 1 >= width) break;
      const [p, q] = [mean(x - 1), mean(x + 1)];
      const step = Math.hypot(p.l - q.l, p.a - q.a, p.b - q.b);
      if (step > 1.15 * best.step) best = { at: x, step };
    }
    return best.step > 3 ? best.at : start;
  };
  return { left: side(r.left, -1), right: side(r.right - 1, 1) + 1 };
}

/**
 * Things that may be the water of a tube: upright, of one color, narrow, with something else on both sides. The
 * likeliest first.
 * @param taken regions of the card
 * @param curve colors of the card, where they are known
 */
export function guessTubes(
  field: PictureField,
  regions: readonly Region[],
  taken: readonly Region[],
  curve: readonly Lab[] | null,
): GuessedTube[] {
  const { width, height } = field;
  const colored = regions.filter(
    (r) => !taken.includes(r) && fromWhite(r) > 4.5 && r.pixels >= 12 && heightOf(r) >= 5,
  );
  const tubes: GuessedTube[] = [];
  for (const r of joined(colored)) {
    const sides = widened(field, r);
    const [wide, tall] = [sides.right - sides.left, heightOf(r)];
    if (tall < 1.15 * wide || tall < 0.07 * height || wide < 0.014 * width || wide > 0.24 * width) continue;
    const filled = r.pixels / (widthOf(r) * heightOf(r));
    if (filled < 0.33) continue;
    const chroma = Math.hypot(r.a, r.b);
    const atSide = r.left <= 1 || r.right >= width - 1;
    const atEnd = r.top <= 1 || r.bottom >= height - 1;
    // The table beside the paper: along most of a side of the picture.
    if (atSide && tall > 0.7 * height) continue;
    if (atSide && atEnd && tall > 0.5 * height) continue;
    const area = Math.log10(wide * tall) - Math.log10(width * height);
    const slender = Math.min(tall / wide, 4);
    const near = curve ? Math.min(...curve.map((c) => deltaEHue(c, { l: r.l, a: r.a, b: r.b }))) : 8;
    // Gray and dark, and no color of the card: a rack, a gray thing, print.
    const isGray = chroma < 6 && r.l < 78;
    if (isGray && near > 9 && curve) continue;
    const score =
      0.55 * slender +
      1.2 * area +
      2.2 * filled +
      0.02 * Math.min(chroma, 50) -
      (curve ? 0.09 * Math.min(near, 35) : 0) -
      (atSide ? 0.5 : 0) -
      (atEnd ? 0.3 : 0) -
      (isGray ? 1.2 : 0);
    tubes.push({
      left: sides.left,
      right: sides.right,
      top: r.top,
      bottom: r.bottom,
      score,
      color: { l: r.l, a: r.a, b: r.b },
    });
  }
  return tubes.sort((a, b) => b.score - a.score);
}
