import type { Box, Photo } from '@hedge-lamp/core/color';

/**
 * The camera of the second maker of photographs: no spectra and no sensor, but matrices and curves; what lies before it is
 * seen askew. Everything in it is invented.
 */

/** Taken out once: looked up at every pixel they would cost more than the picture. */
const { PI, cos: cosine, floor, log, max, min, sin: sine, sqrt } = Math;

/** A repeatable generator of its own (xorshift128, Marsaglia 2003). */
export function secondRandom(seed: number) {
  let [x, y, z, w] = [123456789 ^ seed, 362436069, 521288629 + seed, 88675123];
  const next = (): number => {
    const t = x ^ (x << 11);
    [x, y, z] = [y, z, w];
    w = w ^ (w >>> 19) ^ (t ^ (t >>> 8));
    return (w >>> 0) / 4294967296;
  };
  for (let k = 0; k < 20; k++) next();
  const normal = () => sqrt(-2 * log(1 - next())) * cosine(2 * PI * next());
  return {
    next,
    normal,
    between: (from: number, to: number) => from + (to - from) * next(),
    oneOf: <T>(list: readonly T[]): T => list[floor(next() * list.length)]!,
  };
}
export type Random = ReturnType<typeof secondRandom>;

export type SecondLevel = 'mild' | 'window' | 'poor';
const levels: readonly SecondLevel[] = ['mild', 'window', 'poor'];
/** Of three sizes the one of a level. */
export const byLevel =
  (level: SecondLevel) =>
  (mild: number, window: number, poor: number): number =>
    [mild, window, poor][levels.indexOf(level)]!;

/** How a camera and its light stray, all drawn by lot. */
export function secondCamera(random: Random, level: SecondLevel) {
  const some = byLevel(level);
  const how = levels.indexOf(level);
  return {
    mix: 0.02 + 0.03 * how * random.next(),
    gains: [1 + random.normal() * some(0.015, 0.04, 0.1), 1, 1 + random.normal() * some(0.02, 0.07, 0.2)],
    exposure: random.between(some(0.62, 0.5, 0.34), some(0.86, 0.88, 0.9)),
    gamma: 1 + random.normal() * some(0.02, 0.05, 0.09),
    punch: random.next() * some(0.05, 0.25, 0.45),
    vivid: 1 + random.next() * some(0.06, 0.2, 0.38),
    haze: random.next() * some(0.004, 0.02, 0.05),
    grain: random.between(0.004, some(0.008, 0.014, 0.026)),
    slope: [random.normal() * some(0.05, 0.14, 0.22), random.normal() * some(0.04, 0.1, 0.15)],
    tint: [0, 1, 2].map(() => random.next()),
    spill: random.next() * some(0.02, 0.1, 0.22),
    spillFrom: random.oneOf([-1, 1]),
  };
}

type Point = readonly [x: number, y: number];

/**
 * A table seen askew: each corner moves by itself (bilinear, no homography), and all is turned.
 * @param shape height of the picture in widths of it
 * @param angle radians
 * @param lean how far a corner moves, across and down
 */
export function viewAskew(random: Random, shape: number, angle: number, lean: readonly number[]) {
  const corner = [0, 1, 2, 3].map((): Point => [random.normal() * lean[0]!, random.normal() * lean[1]!]);
  const [cos, sin] = [cosine(angle), sine(angle)];
  const toTable = (u: number, v: number): Point => {
    const q = v / shape;
    const by = (k: 0 | 1) =>
      (1 - u) * (1 - q) * corner[0]![k] +
      u * (1 - q) * corner[1]![k] +
      (1 - u) * q * corner[2]![k] +
      u * q * corner[3]![k];
    const [dx, dy] = [u - 0.5, v - shape / 2];
    return [0.5 + cos * dx + sin * dy + by(0), shape / 2 - sin * dx + cos * dy + by(1)];
  };
  const toPicture = (x: number, y: number): Point => {
    // By repetition: the way back has no formula.
    let [u, v] = [x, y];
    for (let k = 0; k < 12; k++) {
      const [gx, gy] = toTable(u, v);
      u += x - gx;
      v += y - gy;
    }
    return [u, v];
  };
  /** Around a rectangle of the table, in shares of the picture. */
  const boxAround = (l: number, t: number, r: number, b: number): Box => {
    const points = [toPicture(l, t), toPicture(r, t), toPicture(l, b), toPicture(r, b)];
    const inside = (x: number) => min(max(x, 0), 1);
    const left = inside(min(...points.map((p) => p[0])));
    const top = inside(min(...points.map((p) => p[1] / shape)));
    return {
      left,
      top,
      width: inside(max(...points.map((p) => p[0]))) - left,
      height: inside(max(...points.map((p) => p[1] / shape))) - top,
    };
  };
  return { toTable, boxAround };
}

interface Frame {
  readonly width: number;
  readonly height: number;
  readonly shape: number;
  readonly toTable: (u: number, v: number) => Point;
}

/**
 * The picture that the camera makes.
 * @param look light that a place of the table sends back: red, green, blue
 */
export function photographed(
  random: Random,
  camera: ReturnType<typeof secondCamera>,
  { width, height, shape, toTable }: Frame,
  look: (x: number, y: number) => readonly number[],
): Photo {
  const { mix, gains, exposure, gamma, punch, vivid, haze, grain, slope, tint, spill, spillFrom } = camera;
  const noise = Float32Array.from({ length: 4096 }, () => random.normal() * grain);
  const bend = Float32Array.from({ length: 2049 }, (_, k) => (k / 1024) ** (gamma / 2.2));
  const data = new Uint8ClampedArray(4 * width * height);
  for (let row = 0; row < height; row++)
    for (let col = 0; col < width; col++) {
      const [u, v] = [(col + 0.5) / width, (row + 0.5) / width];
      const [x, y] = toTable(u, v);
      const color = look(x, y);
      const grainAt = floor(random.next() * 4096);
      const shade = (1 + slope[0]! * (u - 0.5) + slope[1]! * (v / shape - 0.5)) * exposure;
      const aside = spill * max(0, spillFrom > 0 ? u : 1 - u) ** 2;
      const lightOf = color.map((c, k) => c * gains[k]! * (shade + aside * tint[k]!));
      const mean = (lightOf[0]! + lightOf[1]! + lightOf[2]!) / 3;
      const gray = 0.3 * lightOf[0]! + 0.59 * lightOf[1]! + 0.11 * lightOf[2]!;
      for (let k = 0; k < 3; k++) {
        const mixed = lightOf[k]! * (1 - mix) + mean * mix;
        const strong = gray + vivid * (mixed - gray) + haze;
        const bent = bend[floor(1024 * min(max(strong, 0), 2))]!;
        const s = bent + punch * bent * (1 - bent) * (bent - 0.5) * 2;
        data[4 * (row * width + col) + k] = 255 * (s + noise[(grainAt + 1367 * k) & 4095]!);
      }
      data[4 * (row * width + col) + 3] = 255;
    }
  return { width, height, data };
}
