import { type Box, type Photo, lightOfStep } from './photo';

/** Taken out once: they are asked for at every pixel. */
const { abs, cbrt, ceil, floor, max, min, sqrt } = Math;

/** A picture made smaller, its colors set against the white paper of each part: CIE L*a*b*, white being 100, 0, 0. */
export interface PictureField {
  readonly width: number;
  readonly height: number;
  readonly l: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

/** A box in pixels of a field. */
export interface FieldBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The same in shares of the picture, cut off at its sides. */
export const boxOfPixels = (
  { left, top, right, bottom }: FieldBox,
  { width, height }: Pick<PictureField, 'width' | 'height'>,
): Box => {
  const inside = (x: number, most: number) => min(max(x, 0), most) / most;
  const [l, t] = [inside(left, width), inside(top, height)];
  return { left: l, top: t, width: inside(right, width) - l, height: inside(bottom, height) - t };
};

/** Pixels across in which a picture is looked at: enough for a swatch of half a percent of it to be some pixels wide. */
export const fine = 800;
/** Enough for a card and a tube as they are mostly laid, and six times as quick. */
export const coarse = 320;
/** The fall of light is followed in so many parts across. */
const parts = 12;

/** Red, green and blue of a smaller picture, each pixel the mean of those that it stands for; of many, of every other. */
function smaller(photo: Photo, mostAcross: number): { width: number; height: number; rgb: Float32Array } {
  const by = max(1, ceil(max(photo.width, photo.height) / mostAcross));
  const width = max(1, floor(photo.width / by));
  const height = max(1, floor(photo.height / by));
  const rgb = new Float32Array(3 * width * height);
  const { data } = photo;
  const every = by > 3 ? 2 : 1;
  const share = 1 / ceil(by / every) ** 2;
  let to = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let red = 0;
      let green = 0;
      let blue = 0;
      for (let dy = 0; dy < by; dy += every) {
        let from = 4 * ((y * by + dy) * photo.width + x * by);
        for (let dx = 0; dx < by; dx += every, from += 4 * every) {
          red += lightOfStep[data[from]!]!;
          green += lightOfStep[data[from + 1]!]!;
          blue += lightOfStep[data[from + 2]!]!;
        }
      }
      rgb[to++] = red * share;
      rgb[to++] = green * share;
      rgb[to++] = blue * share;
    }
  return { width, height, rgb };
}

/** Each pixel the mean of itself and its neighbors: noise and the blocks of JPEG go, edges stay within a pixel. */
function smoothed(rgb: Float32Array, width: number, height: number): Float32Array {
  const across = new Float32Array(rgb.length);
  const row = 3 * width;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const k = y * row + 3 * x;
      const left = x > 0 ? k - 3 : k;
      const right = x + 1 < width ? k + 3 : k;
      for (let c = 0; c < 3; c++) across[k + c] = (rgb[left + c]! + rgb[k + c]! + rgb[right + c]!) / 3;
    }
  const out = new Float32Array(rgb.length);
  for (let y = 0; y < height; y++) {
    const up = y > 0 ? -row : 0;
    const down = y + 1 < height ? row : 0;
    for (let k = y * row; k < (y + 1) * row; k++)
      out[k] = (across[k + up]! + across[k]! + across[k + down]!) / 3;
  }
  return out;
}

const luminanceAt = (rgb: Float32Array, k: number) =>
  0.2126 * rgb[k]! + 0.7152 * rgb[k + 1]! + 0.0722 * rgb[k + 2]!;
/** The value below which a share of them lies; sorts them. */
const sortedAt = (values: Float32Array, share: number): number =>
  values.sort()[min(values.length - 1, floor(share * values.length))] ?? 0;
/** What is measured at each of these places. */
const measured = (places: readonly number[], at: (place: number) => number): Float32Array => {
  const values = new Float32Array(places.length);
  for (let k = 0; k < places.length; k++) values[k] = at(places[k]!);
  return values;
};

/**
 * The light of white paper over the picture: in each part the bright pixels of the commonest bright tint; where there
 * are none, as its neighbors have it.
 */
function whiteField(rgb: Float32Array, width: number, height: number) {
  const down = max(1, Math.round((parts * height) / width));
  // Every other pixel of a small frame, as the live view has them; of a large picture about as many in all.
  const stride = max(2, Math.round(sqrt((width * height) / 15_000)));
  const all: number[] = [];
  for (let y = 0; y < height; y += stride)
    for (let x = 0; x < width; x += stride) all.push(3 * (y * width + x));
  const bright = sortedAt(
    measured(all, (k) => luminanceAt(rgb, k)),
    0.9,
  );
  const top = all.filter((k) => luminanceAt(rgb, k) > 0.8 * bright);
  const tint = [0, 1, 2].map((c) =>
    max(
      sortedAt(
        measured(top, (k) => rgb[k + c]!),
        0.5,
      ),
      1e-4,
    ),
  );
  const tintLum = max(luminanceAt(Float32Array.from(tint), 0), 1e-4);

  const buckets: number[][] = Array.from({ length: parts * down }, () => []);
  for (const k of all) {
    const at = k / 3;
    const [x, y] = [at % width, floor(at / width)];
    const lum = luminanceAt(rgb, k);
    const times = lum / tintLum;
    // Far darker than the paper is none, nor is what has another tint.
    if (times < 0.4) continue;
    const isTinted = (c: number) => abs(rgb[k + c]! / (tint[c]! * times) - 1) >= 0.16;
    if (isTinted(0) || isTinted(1) || isTinted(2)) continue;
    buckets[
      min(down - 1, floor((y * down) / height)) * parts + min(parts - 1, floor((x * parts) / width))
    ]!.push(k);
  }
  const least = (0.12 * all.length) / (parts * down);
  const cells = buckets.map((bucket): number[] | null => {
    if (bucket.length < least) return null;
    const lums = measured(bucket, (k) => luminanceAt(rgb, k));
    const half = sortedAt(lums.slice(), 0.5);
    const upper = bucket.filter((_k, at) => lums[at]! >= half);
    return [0, 1, 2].map((c) =>
      sortedAt(
        measured(upper, (k) => rgb[k + c]!),
        0.4,
      ),
    );
  });
  return { down, cells: filled(cells, down, tint) };
}

/** What has no paper of its own takes the mean of its neighbors, from the nearest on. */
function filled(cells: (number[] | null)[], down: number, usual: number[]): number[][] {
  let now = cells.every((c) => c === null) ? cells.map((): number[] | null => usual) : cells;
  while (now.some((c) => c === null)) {
    const before = now;
    now = before.map((cell, at) => {
      if (cell) return cell;
      const [r, c] = [floor(at / parts), at % parts];
      const near = [
        r > 0 && before[at - parts],
        r + 1 < down && before[at + parts],
        c > 0 && before[at - 1],
        c + 1 < parts && before[at + 1],
      ].filter((n): n is number[] => Array.isArray(n));
      return near.length === 0
        ? null
        : [0, 1, 2].map((k) => near.reduce((sum, n) => sum + n[k]!, 0) / near.length);
    });
  }
  return now.map((c) => c ?? usual);
}

/** Of each pixel of a side, the two parts between whose middles it lies, and how far along. */
function between(length: number, of: number) {
  const [low, high] = [new Uint8Array(length), new Uint8Array(length)];
  const share = new Float32Array(length);
  for (let k = 0; k < length; k++) {
    const at = min(max(((k + 0.5) * of) / length - 0.5, 0), of - 1);
    low[k] = floor(at);
    high[k] = min(low[k]! + 1, of - 1);
    share[k] = at - low[k]!;
  }
  return { low, high, share };
}

/** The cube root of CIE L*a*b*, in steps of a thousandth of white: finer than any picture, and asked for at every pixel. */
const perWhite = 1024;
const roots = Float32Array.from({ length: 2 * perWhite + 1 }, (_, k) => {
  const t = k / perWhite;
  return t > 0.008856 ? cbrt(t) : 7.787 * t + 16 / 116;
});
const f = (t: number): number => {
  const at = t * perWhite;
  if (at <= 0) return roots[0]!;
  if (at >= 2 * perWhite) return roots[2 * perWhite]!;
  const below = floor(at);
  return roots[below]! + (at - below) * (roots[below + 1]! - roots[below]!);
};

/**
 * The picture as a field of colors beside its own white.
 * @param mostAcross pixels along its longer side, at most
 */
export function pictureField(photo: Photo, mostAcross = fine): PictureField {
  const { width, height, rgb: raw } = smaller(photo, mostAcross);
  const rgb = smoothed(raw, width, height);
  const { down, cells } = whiteField(rgb, width, height);
  const count = width * height;
  const [l, a, b] = [new Float32Array(count), new Float32Array(count), new Float32Array(count)];
  const [xs, ys] = [between(width, parts), between(height, down)];
  // The white of each part, red after green after blue; of a row of pixels, between two rows of parts.
  const whites = Float32Array.from(cells.flat());
  const across = new Float32Array(3 * parts);
  const least = 1e-4;
  const most = 1.6;
  for (let y = 0; y < height; y++) {
    const low = 3 * parts * ys.low[y]!;
    const high = 3 * parts * ys.high[y]!;
    for (let k = 0; k < 3 * parts; k++)
      across[k] = whites[low + k]! + ys.share[y]! * (whites[high + k]! - whites[low + k]!);
    for (let x = 0; x < width; x++) {
      const k = y * width + x;
      const u = xs.share[x]!;
      const from = 3 * xs.low[x]!;
      const to = 3 * xs.high[x]!;
      const white0 = across[from]! + u * (across[to]! - across[from]!);
      const white1 = across[from + 1]! + u * (across[to + 1]! - across[from + 1]!);
      const white2 = across[from + 2]! + u * (across[to + 2]! - across[from + 2]!);
      const red = min(rgb[3 * k]! / max(white0, least), most);
      const green = min(rgb[3 * k + 1]! / max(white1, least), most);
      const blue = min(rgb[3 * k + 2]! / max(white2, least), most);
      // sRGB primaries against their own white (IEC 61966-2-1), as CIE L*a*b*.
      const fx = f((0.4124 * red + 0.3576 * green + 0.1805 * blue) / 0.9505);
      const fy = f(0.2126 * red + 0.7152 * green + 0.0722 * blue);
      const fz = f((0.0193 * red + 0.1192 * green + 0.9505 * blue) / 1.089);
      l[k] = 116 * fy - 16;
      a[k] = 500 * (fx - fy);
      b[k] = 200 * (fy - fz);
    }
  }
  return { width, height, l, a, b };
}
