import { clampRgb, converter, formatHex, modeRgb, modeXyz65, useMode as registerMode } from 'culori/fn';
import { type AbsorbanceBand, absorbanceAt } from './absorbance-band';
import { observer1931 } from './cie-observer';

/** Tristimulus values with white at Y = 1. */
export interface Tristimulus {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/** White of sRGB, IEC 61966-2-1 (D65, 2° observer). */
const srgbWhite: Tristimulus = { x: 0.95047, y: 1, z: 1.08883 };

/**
 * Relative power of a Planck radiator. Constants: CODATA second radiation constant 1.438776877e-2 m·K.
 */
function planck(nm: number, kelvin: number): number {
  const meters = nm * 1e-9;
  return 1 / (meters ** 5 * (Math.exp(1.438776877e-2 / (meters * kelvin)) - 1));
}

/** Wavelengths summed over: 5 nm steps across the visible range. */
const wavelengths = Array.from({ length: 81 }, (_, k) => 380 + 5 * k);

function sum(transmittance: (nm: number) => number, kelvin: number): Tristimulus {
  let [x, y, z] = [0, 0, 0];
  for (const nm of wavelengths) {
    const power = planck(nm, kelvin) * transmittance(nm);
    const [xb, yb, zb] = observer1931(nm);
    x += power * xb;
    y += power * yb;
    z += power * zb;
  }
  return { x, y, z };
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

/**
 * The color of light through a vial as an eye adapted to the light sees it, relative to sRGB white.
 * @param bands absorbance of the vial
 * @param kelvin temperature of the light, a Planck radiator near daylight by default
 */
export function vialColor(bands: readonly AbsorbanceBand[], kelvin = 6504): Tristimulus {
  const white = sum(() => 1, kelvin);
  const seen = sum((nm) => 10 ** -bands.reduce((a, b) => a + absorbanceAt(nm, b), 0), kelvin);
  const [wl, wm, ws] = toCones(white);
  const [l, m, s] = toCones(seen);
  const [tl, tm, ts] = toCones(srgbWhite);
  return fromCones((l / wl) * tl, (m / wm) * tm, (s / ws) * ts);
}

// The slim build of culori knows only the spaces that are registered.
registerMode(modeRgb);
registerMode(modeXyz65);
const xyzToRgb = converter('rgb');

/** The color as `#rrggbb` for a screen; colors a screen cannot show are clamped to the nearest it can. */
export const screenColor = (c: Tristimulus): string =>
  formatHex(clampRgb(xyzToRgb({ mode: 'xyz65', x: c.x, y: c.y, z: c.z })));
