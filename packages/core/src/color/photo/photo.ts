import { FieldError } from '../../quantity';
import type { LinearRgb } from '../lab';

/** A picture as plain pixels: red, green, blue and alpha of sRGB, row after row from the top. */
export interface Photo {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A box on a picture, in shares of its width and height, so that it holds for every size of the same picture. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** A box of fewer pixels than this each way tells nothing. */
const leastPixels = 6;

/** Whole pixels of a box. */
export interface PixelBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/**
 * The pixels of a box.
 * @param field which box, for the error: `paper`, `vial`, `card`
 * @throws FieldError `wrong-box` for one off the picture or too small
 */
export function pixelsOf(
  { width, height }: Pick<Photo, 'width' | 'height'>,
  box: Box,
  field: string,
): PixelBox {
  const off =
    ![box.left, box.top, box.width, box.height].every(Number.isFinite) ||
    box.left < -1e-6 ||
    box.top < -1e-6 ||
    box.left + box.width > 1 + 1e-6 ||
    box.top + box.height > 1 + 1e-6;
  if (off)
    throw new FieldError(
      'wrong-box',
      field,
      `The box for the ${field} reaches off the picture. Drag it back onto it.`,
    );
  const pixels = {
    left: Math.max(0, Math.floor(box.left * width)),
    top: Math.max(0, Math.floor(box.top * height)),
    right: Math.min(width, Math.ceil((box.left + box.width) * width)),
    bottom: Math.min(height, Math.ceil((box.top + box.height) * height)),
  };
  if (pixels.right - pixels.left < leastPixels || pixels.bottom - pixels.top < leastPixels)
    throw new FieldError(
      'wrong-box',
      field,
      `The box for the ${field} is too small to tell a color. Drag it larger, or take the picture closer.`,
    );
  return pixels;
}

/** The middle of a box: that share of its width and height. */
export const middleOf = (box: Box, width: number, height = width): Box => ({
  left: box.left + (box.width * (1 - width)) / 2,
  top: box.top + (box.height * (1 - height)) / 2,
  width: box.width * width,
  height: box.height * height,
});

/**
 * A box divided evenly along its longer side: one part for each swatch of a strip.
 * @param rows 2 where a card has its swatches in two rows, the first row first
 * @param across whether the swatches follow each other from left to right; along the longer side when left out
 */
export function partsOf(
  box: Box,
  count: number,
  { width, height }: Pick<Photo, 'width' | 'height'>,
  rows: 1 | 2 = 1,
  across = box.width * width >= box.height * height,
): Box[] {
  const perRow = Math.ceil(count / rows);
  return Array.from({ length: count }, (_, k) => {
    const [row, at] = [Math.floor(k / perRow), k % perRow];
    return across
      ? {
          left: box.left + (box.width * at) / perRow,
          width: box.width / perRow,
          top: box.top + (box.height * row) / rows,
          height: box.height / rows,
        }
      : {
          top: box.top + (box.height * at) / perRow,
          height: box.height / perRow,
          left: box.left + (box.width * row) / rows,
          width: box.width / rows,
        };
  });
}

/**
 * Where one more part of a row would lie before the first and behind the last; null where the picture ends.
 * @param across whether the parts follow each other from left to right
 */
export function beyondEnds(
  box: Box,
  count: number,
  { width, height }: Pick<Photo, 'width' | 'height'>,
  across = box.width * width >= box.height * height,
): [before: Box | null, behind: Box | null] {
  const part = across ? { ...box, width: box.width / count } : { ...box, height: box.height / count };
  const at = (place: number): Box =>
    across
      ? { ...part, left: box.left + place * part.width }
      : { ...part, top: box.top + place * part.height };
  const inPicture = (b: Box) =>
    b.left >= 0 && b.top >= 0 && b.left + b.width <= 1 && b.top + b.height <= 1 ? b : null;
  return [inPicture(at(-1)), inPicture(at(count))];
}

/** Light of each of the 256 steps of an sRGB channel (IEC 61966-2-1). */
export const lightOfStep = Float64Array.from({ length: 256 }, (_, k) => {
  const c = k / 255;
  return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
});

/** Red, green and blue in proportion to light at a pixel, 0 to 1. */
export function lightAt({ data, width }: Photo, x: number, y: number): LinearRgb {
  const k = 4 * (y * width + x);
  return [lightOfStep[data[k]!]!, lightOfStep[data[k + 1]!]!, lightOfStep[data[k + 2]!]!];
}

/** Share of two boxes' smaller one that both cover. */
export function overlapOf(a: Box, b: Box): number {
  const width = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left);
  const height = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top);
  if (width <= 0 || height <= 0) return 0;
  return (width * height) / Math.max(Math.min(a.width * a.height, b.width * b.height), 1e-9);
}

/** Share of light as the eye weighs the channels (Rec. 709). */
export const luminance = ([r, g, b]: LinearRgb): number => 0.2126 * r + 0.7152 * g + 0.0722 * b;
