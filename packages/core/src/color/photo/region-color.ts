import { type LinearRgb } from '../lab';
import { type Photo, type PixelBox, lightAt, luminance } from './photo';

/** Taken out once: they are asked for at every pixel. */
const { abs, floor, max, min, sqrt } = Math;

/** What a box of a photograph shows. */
export interface RegionColor {
  /** Median of each channel, without glints; in light, 0 to 1. */
  readonly light: LinearRgb;
  /** Robust standard deviation of each channel between pixels (1.4826 × median deviation). */
  readonly spread: LinearRgb;
  /** Luminance of its brighter half against that of its darker half, along the steeper direction; 1 when even. */
  readonly gradient: number;
  /** Share of its pixels that were glints and left out. */
  readonly glints: number;
  /** Share of its pixels with a channel as high as the camera goes. */
  readonly burned: number;
}

/** As many pixels as tell a median well; more only take time. */
const mostSamples = 6000;
const middle = (sorted: Float64Array) => sorted[floor(sorted.length / 2)]!;
const median = (values: readonly number[]) => middle(Float64Array.from(values).sort());

/** Luminance of one half of the pixels against the other, by a coordinate. */
function halves(pixels: readonly { x: number; y: number; lum: number }[], by: 'x' | 'y'): number {
  const at = median(pixels.map((p) => p[by]));
  const one = pixels.filter((p) => p[by] < at).map((p) => p.lum);
  const other = pixels.filter((p) => p[by] >= at).map((p) => p.lum);
  if (one.length === 0 || other.length === 0) return 1;
  const [a, b] = [median(one), median(other)];
  return max(a, b) / max(min(a, b), 1e-6);
}

/**
 * The color of a box: the median of its pixels, after glints are dropped: what is far brighter than most of it.
 * @param box whole pixels, at least a few each way
 * @param samples as many of its pixels as are looked at
 */
export function regionColor(photo: Photo, box: PixelBox, samples = mostSamples): RegionColor {
  const count = (box.right - box.left) * (box.bottom - box.top);
  const stride = max(1, floor(sqrt(count / samples)));
  const pixels: { x: number; y: number; light: LinearRgb; lum: number }[] = [];
  let burnedCount = 0;
  for (let y = box.top; y < box.bottom; y += stride)
    for (let x = box.left; x < box.right; x += stride) {
      const seen = lightAt(photo, x, y);
      if (max(...seen) > 0.985) burnedCount++;
      pixels.push({ x, y, light: seen, lum: luminance(seen) });
    }
  const sorted = Float64Array.from(pixels, (p) => p.lum).sort();
  const center = middle(sorted);
  const deviation = middle(Float64Array.from(pixels, (p) => abs(p.lum - center)).sort()) * 1.4826;
  const kept = pixels.filter((p) => p.lum <= center + 3 * deviation + 0.03);
  const channel = (k: 0 | 1 | 2) => median(kept.map((p) => p.light[k]));
  const color: LinearRgb = [channel(0), channel(1), channel(2)];
  const around = (k: 0 | 1 | 2) => 1.4826 * median(kept.map((p) => abs(p.light[k] - color[k])));
  return {
    light: color,
    spread: [around(0), around(1), around(2)],
    gradient: max(halves(kept, 'x'), halves(kept, 'y')),
    glints: 1 - kept.length / pixels.length,
    burned: burnedCount / pixels.length,
  };
}

/**
 * The white around a box: paper that shows right beside it, so that light which falls off across the picture is taken
 * out. Null where too little around it is paper.
 * @param paper the white of the marked paper
 */
export function whiteAround(photo: Photo, box: PixelBox, paper: LinearRgb): LinearRgb | null {
  const [w, h] = [box.right - box.left, box.bottom - box.top];
  const reach = max(4, Math.round(0.35 * min(w, h)));
  const gap = max(2, Math.round(0.12 * min(w, h)));
  const stride = max(1, floor(reach / 14));
  const seen: { light: LinearRgb; lum: number }[] = [];
  let all = 0;
  const paperLum = luminance(paper);
  for (let y = max(0, box.top - reach); y < min(photo.height, box.bottom + reach); y += stride)
    for (let x = max(0, box.left - reach); x < min(photo.width, box.right + reach); x += stride) {
      const inside = x >= box.left - gap && x < box.right + gap && y >= box.top - gap && y < box.bottom + gap;
      if (inside) continue;
      all++;
      const here = lightAt(photo, x, y);
      const lum = luminance(here);
      const times = lum / paperLum;
      if (times < 0.45 || times > 1.8) continue;
      // Of the paper's own tint, brighter or darker: what is tinted otherwise is no paper.
      if (here.every((c, k) => abs(c / (paper[k]! * times) - 1) < 0.14)) seen.push({ light: here, lum });
    }
  if (seen.length < 30 || seen.length < 0.2 * all) return null;
  // Shadows and print make paper darker, nothing makes it brighter: the upper half is paper.
  const half = median(seen.map((s) => s.lum));
  const bright = seen.filter((s) => s.lum >= half);
  const channel = (k: 0 | 1 | 2) => median(bright.map((s) => s.light[k]));
  return [channel(0), channel(1), channel(2)];
}
