import type { PictureField } from './picture-field';

/** Taken out once: they are asked for at every pixel. */
const { abs, hypot } = Math;

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
      const apart =
        abs(l[right]! - l[k]!) +
        abs(a[right]! - a[k]!) +
        abs(b[right]! - b[k]!) +
        abs(l[below]! - l[k]!) +
        abs(a[below]! - a[k]!) +
        abs(b[below]! - b[k]!);
      const flat = 8 * apart < 255 ? 8 * apart : 255;
      steep[k] = flat;
      counts[(flat | 0) + 1]!++;
    }
  for (let k = 0; k < 256; k++) counts[k + 1] = counts[k + 1]! + counts[k]!;
  const order = new Uint32Array(count);
  for (let k = 0; k < count; k++) order[counts[steep[k]!]!++] = k;

  const regions: Region[] = [];
  const queue = new Uint32Array(count);
  // Sums over the piece that grows: its middle and its mean color.
  let sl = 0;
  let sa = 0;
  let sb = 0;
  let size = 0;
  let tail = 0;
  let id = 0;
  const take = (j: number): void => {
    if (labels[j] !== -1) return;
    const dl = l[j]! - sl / size;
    const da = a[j]! - sa / size;
    const db = b[j]! - sb / size;
    // Light differs more within a thing than its color does.
    if (0.6 * dl * dl + da * da + db * db > near * near) return;
    labels[j] = id;
    queue[tail++] = j;
  };
  for (const seed of order) {
    if (labels[seed] !== -1) continue;
    id = regions.length;
    let head = 0;
    tail = 0;
    queue[tail++] = seed;
    labels[seed] = id;
    let left = width;
    let right = 0;
    let top = height;
    let bottom = 0;
    let sx = 0;
    let sy = 0;
    sl = 0;
    sa = 0;
    sb = 0;
    while (head < tail) {
      const k = queue[head++]!;
      const y = (k / width) | 0;
      const x = k - y * width;
      if (x < left) left = x;
      if (x >= right) right = x + 1;
      if (y < top) top = y;
      if (y >= bottom) bottom = y + 1;
      sx += x;
      sy += y;
      sl += l[k]!;
      sa += a[k]!;
      sb += b[k]!;
      size = head;
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
