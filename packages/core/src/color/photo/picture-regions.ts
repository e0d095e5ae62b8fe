import type { PictureField } from './picture-field';

/** Taken out once: they are asked for at every pixel. */
const { abs, floor, hypot, min } = Math;

/** A piece of a picture that is of one color: pixels of a PictureField. */
export interface Region {
  readonly id: number;
  readonly left: number;
  readonly top: number;
  /** One past the last. */
  readonly right: number;
  readonly bottom: number;
  readonly pixels: number;
  /** Its middle, by weight. */
  readonly x: number;
  readonly y: number;
  /** Its mean color beside white, CIE L*a*b*. */
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

export const widthOf = (r: Pick<Region, 'left' | 'right'>) => r.right - r.left;
export const heightOf = (r: Pick<Region, 'top' | 'bottom'>) => r.bottom - r.top;
/** How far from white paper (Euclidean in L*a*b*). */
export const fromWhite = (r: Pick<Region, 'l' | 'a' | 'b'>) => hypot(r.l - 100, r.a, r.b);

/** A pixel belongs to a piece as long as it is this near to its mean color (Euclidean in L*a*b*). */
const near = 5;

/**
 * Divides a picture into pieces of one color each. Pieces grow from where the picture is flattest, and take in what is
 * near to their own mean: so they end at edges, however blurred, and swatches that touch stay apart.
 */
export function regionsOf(field: PictureField): { readonly regions: Region[]; readonly labels: Int32Array } {
  const { width, height, l, a, b } = field;
  const count = width * height;
  const labels = new Int32Array(count).fill(-1);
  // In the order of how flat the picture is there, by counting.
  const steep = new Uint8Array(count);
  const counts = new Uint32Array(257);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      const right = x + 1 < width ? k + 1 : k;
      const below = y + 1 < height ? k + width : k;
      const apart = (j: number) => abs(l[j]! - l[k]!) + abs(a[j]! - a[k]!) + abs(b[j]! - b[k]!);
      steep[k] = min(255, 8 * (apart(right) + apart(below)));
      counts[steep[k]! + 1]!++;
    }
  for (let k = 0; k < 256; k++) counts[k + 1] = counts[k + 1]! + counts[k]!;
  const order = new Uint32Array(count);
  for (let k = 0; k < count; k++) order[counts[steep[k]!]!++] = k;

  const regions: Region[] = [];
  const queue = new Uint32Array(count);
  for (const seed of order) {
    if (labels[seed] !== -1) continue;
    const id = regions.length;
    let [head, tail] = [0, 0];
    queue[tail++] = seed;
    labels[seed] = id;
    let [left, right, top, bottom] = [width, 0, height, 0];
    let [sx, sy, sl, sa, sb] = [0, 0, 0, 0, 0];
    while (head < tail) {
      const k = queue[head++]!;
      const [x, y] = [k % width, floor(k / width)];
      if (x < left) left = x;
      if (x >= right) right = x + 1;
      if (y < top) top = y;
      if (y >= bottom) bottom = y + 1;
      sx += x;
      sy += y;
      sl += l[k]!;
      sa += a[k]!;
      sb += b[k]!;
      const [ml, ma, mb] = [sl / head, sa / head, sb / head];
      const take = (j: number) => {
        if (labels[j] !== -1) return;
        // Light differs more within a thing than its color does.
        const d = 0.6 * (l[j]! - ml) ** 2 + (a[j]! - ma) ** 2 + (b[j]! - mb) ** 2;
        if (d > near * near) return;
        labels[j] = id;
        queue[tail++] = j;
      };
      if (x > 0) take(k - 1);
      if (x + 1 < width) take(k + 1);
      if (y > 0) take(k - width);
      if (y + 1 < height) take(k + width);
    }
    regions.push({
      id,
      left,
      top,
      right,
      bottom,
      pixels: tail,
      x: sx / tail + 0.5,
      y: sy / tail + 0.5,
      l: sl / tail,
      a: sa / tail,
      b: sb / tail,
    });
  }
  return { regions, labels };
}
