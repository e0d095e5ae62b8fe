import { observer1931 } from './cie-observer';
import type { Light } from './light';
import { type Spectrum, spectrumOf, wavelengths } from './wavelengths';

/** Tristimulus values with white at Y = 1. */
export interface Tristimulus {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** White of sRGB, IEC 61966-2-1 (D65, 2° observer). */
export const srgbWhite: Tristimulus = { x: 0.95047, y: 1, z: 1.08883 };

const observer = {
  x: spectrumOf((nm) => observer1931(nm)[0]),
  y: spectrumOf((nm) => observer1931(nm)[1]),
  z: spectrumOf((nm) => observer1931(nm)[2]),
};

/**
 * What the standard observer gets from a light through (or off) something.
 * @param share of the light that passes, at each wavelength; all of it when left out
 */
export function seenThrough(light: Light, share?: Spectrum): Tristimulus {
  let [x, y, z, white] = [0, 0, 0, 0];
  for (let k = 0; k < wavelengths.length; k++) {
    const power = light.power[k]!;
    const part = share ? power * share[k]! : power;
    white += power * observer.y[k]!;
    x += part * observer.x[k]!;
    y += part * observer.y[k]!;
    z += part * observer.z[k]!;
  }
  return { x: x / white, y: y / white, z: z / white };
}

/** Bradford cone responses of a color, and back (Lam 1985; matrix as in ICC.1:2010 Annex E). */
const toCones = ({ x, y, z }: Tristimulus): [number, number, number] => [
  0.8951 * x + 0.2664 * y - 0.1614 * z,
  -0.7502 * x + 1.7135 * y + 0.0367 * z,
  0.0389 * x - 0.0685 * y + 1.0296 * z,
];
const fromCones = (l: number, m: number, s: number): Tristimulus => ({
  x: 0.9869929 * l - 0.1470543 * m + 0.1599627 * s,
  y: 0.4323053 * l + 0.5183603 * m + 0.0492912 * s,
  z: -0.0085287 * l + 0.0400428 * m + 0.9684867 * s,
});

/** A color as an eye sees it that is adapted to one white, told for another (Bradford). */
export function adapted(color: Tristimulus, from: Tristimulus, to: Tristimulus = srgbWhite): Tristimulus {
  const [wl, wm, ws] = toCones(from);
  const [l, m, s] = toCones(color);
  const [tl, tm, ts] = toCones(to);
  return fromCones((l / wl) * tl, (m / wm) * tm, (s / ws) * ts);
}
