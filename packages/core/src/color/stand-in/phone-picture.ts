import type { SeededRandom } from '../../quantity/seeded-random';
import type { Photo } from '../photo/photo';

/** What a phone does to a picture so that it pleases: none of it helps to tell colors. */
export interface PhonePicture {
  /** Bends the curve into an S: 0 leaves it, 1 is as strong as picture modes go. */
  readonly tone: number;
  /** By what colors are pulled away from gray; 1 leaves them. */
  readonly saturation: number;
  /** Haze of lens and fingerprints, as a share of the light of white paper. */
  readonly veil: number;
  /** How far edges are overdrawn; 0 for not at all. */
  readonly sharpening: number;
}

export const plainPicture: PhonePicture = { tone: 0, saturation: 1, veil: 0, sharpening: 0 };

/**
 * A picture mode by chance.
 * @param how 0 for none, 1 for a usual phone, 2 for one that overdoes it
 */
export const anyPicture = (random: SeededRandom, how: number): PhonePicture => ({
  tone: 0.25 * how * random.next(),
  saturation: 1 + 0.14 * how * random.next(),
  veil: 0.025 * how * random.next(),
  sharpening: 0.5 * how * random.next(),
});

/**
 * The sRGB curve, 0 to 1 in and out (IEC 61966-2-1), as a table: it is asked for at every pixel.
 */
const steps = 4096;
const curve = Float32Array.from({ length: steps + 1 }, (_, k) => {
  const c = k / steps;
  return c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055;
});

/**
 * Light as the sensor gave it, made into a picture.
 * @param light red, green and blue of each pixel, row after row, 0 to 1; may go beyond
 * @param white light of white paper, green, for the veil
 */
export function developed(
  light: Float32Array,
  width: number,
  height: number,
  { tone, saturation, veil, sharpening }: PhonePicture,
  white: number,
): Photo {
  const shown = new Float32Array(light.length);
  for (let k = 0; k < light.length; k += 3) {
    for (let c = 0; c < 3; c++) {
      const hazed = light[k + c]! * (1 - veil) + veil * white;
      const e = curve[hazed <= 0 ? 0 : hazed >= 1 ? steps : Math.round(hazed * steps)]!;
      shown[k + c] = e + tone * (e * e * (3 - 2 * e) - e);
    }
    if (saturation !== 1) {
      const gray = 0.2126 * shown[k]! + 0.7152 * shown[k + 1]! + 0.0722 * shown[k + 2]!;
      for (let c = 0; c < 3; c++) shown[k + c] = gray + saturation * (shown[k + c]! - gray);
    }
  }
  const data = new Uint8ClampedArray(4 * width * height);
  const row = 3 * width;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const from = y * row + 3 * x;
      const edge = sharpening === 0 || x === 0 || y === 0 || x === width - 1 || y === height - 1;
      for (let c = 0; c < 3; c++) {
        const k = from + c;
        let value = shown[k]!;
        if (!edge) {
          const around = (shown[k - 3]! + shown[k + 3]! + shown[k - row]! + shown[k + row]!) / 4;
          value += sharpening * (value - around);
        }
        data[4 * (y * width + x) + c] = 255 * value;
      }
      data[4 * (y * width + x) + 3] = 255;
    }
  return { width, height, data };
}
