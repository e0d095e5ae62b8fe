import type { PictureField } from './picture-field';
import type { GuessedTube } from './tube-guess';

/** Taken out once: they are asked for at every pixel. */
const { floor, hypot, max, min } = Math;

/** A thin upright line that is darker than what lies on both sides of it: the rim of a glass. */
interface Rim {
  left: number;
  right: number;
  top: number;
  bottom: number;
  pixels: number;
}

/** Darker by this much of L* than both sides is a rim. */
const leastDark = 1.6;

function rimsOf({ width, height, l, a, b }: PictureField): Rim[] {
  const reach = max(2, Math.round(0.011 * width));
  const marked = new Uint8Array(width * height);
  for (let y = 0; y < height; y++)
    for (let x = reach; x < width - reach; x++) {
      const k = y * width + x;
      // Glass on paper: light and nearly gray on both sides.
      if (l[k]! < 45 || hypot(a[k]!, b[k]!) > 16) continue;
      const darker = min(l[k - reach]!, l[k + reach]!) - l[k]!;
      if (darker > leastDark) marked[k] = 1;
    }
  const rims: Rim[] = [];
  const todo: number[] = [];
  for (let start = 0; start < marked.length; start++) {
    if (!marked[start]) continue;
    marked[start] = 0;
    todo.push(start);
    const rim: Rim = { left: width, right: 0, top: height, bottom: 0, pixels: 0 };
    while (todo.length > 0) {
      const k = todo.pop()!;
      const x = k % width;
      const y = floor(k / width);
      rim.left = min(rim.left, x);
      rim.right = max(rim.right, x + 1);
      rim.top = min(rim.top, y);
      rim.bottom = max(rim.bottom, y + 1);
      rim.pixels++;
      // A line may break off for a pixel or two.
      for (let dy = -2; dy <= 2; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const next = ny * width + nx;
          if (!marked[next]) continue;
          marked[next] = 0;
          todo.push(next);
        }
    }
    if (rim.bottom - rim.top > 0.1 * height && rim.right - rim.left < 0.06 * width) rims.push(rim);
  }
  return rims;
}

/** Where the water begins between two rims: the dark line of its surface; below it the tube is taken. */
function surfaceOf(
  { width, l }: PictureField,
  left: number,
  right: number,
  top: number,
  bottom: number,
): number {
  const [from, to] = [Math.round(left + 0.3 * (right - left)), Math.round(left + 0.7 * (right - left))];
  const row = (y: number) => {
    let sum = 0;
    for (let x = from; x < to; x++) sum += l[y * width + x]!;
    return sum / max(to - from, 1);
  };
  let best = { y: top + Math.round(0.3 * (bottom - top)), dark: 2 };
  for (let y = top + 3; y < top + 0.6 * (bottom - top); y++) {
    const dark = min(row(y - 3), row(min(y + 3, bottom - 1))) - row(y);
    if (dark > best.dark) best = { y: y + 2, dark };
  }
  return best.y;
}

/**
 * Tubes of water as clear as the paper behind it, known by the two rims of their glass alone. The likeliest first.
 */
export function guessClearTubes(field: PictureField): GuessedTube[] {
  const { width, height } = field;
  const rims = rimsOf(field);
  const tubes: GuessedTube[] = [];
  for (const one of rims)
    for (const other of rims) {
      if (other.left <= one.left || one === other) continue;
      const [left, right] = [one.left, other.right];
      const wide = right - left;
      if (wide < 0.02 * width || wide > 0.2 * width) continue;
      const [top, bottom] = [max(one.top, other.top), min(one.bottom, other.bottom)];
      const tall = bottom - top;
      const either = max(one.bottom, other.bottom) - min(one.top, other.top);
      if (tall < 0.6 * either || tall < 1.6 * wide || tall < 0.14 * height) continue;
      const begin = surfaceOf(field, left, right, min(one.top, other.top), bottom);
      if (bottom - begin < wide) continue;
      const at = Math.round((begin + bottom) / 2) * width + Math.round((left + right) / 2);
      tubes.push({
        left,
        right,
        top: begin,
        bottom,
        score: 1 + tall / either + Math.log10((wide * tall) / (width * height)),
        color: { l: field.l[at]!, a: field.a[at]!, b: field.b[at]! },
      });
    }
  return tubes.sort((p, q) => q.score - p.score);
}
