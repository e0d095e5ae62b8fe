import type { SeededRandom } from '../../quantity/seeded-random';
import type { LinearRgb } from '../lab';
import { type Light, d65, daylight, planckLight } from '../light';
import { type Spectrum, spectrumOf, wavelengths } from '../wavelengths';

/** How a made-up camera sees. */
export interface CameraSetup {
  /**
   * How far its own white balance goes: 0 leaves it at daylight, 1 makes paper neutral in every light that glows or
   * shines from the sky. What is tinted otherwise stays so: cameras look for white along that line only.
   */
  readonly whiteBalance: number;
  /** Share of light that white paper is exposed to, before the curve of the picture; 1 burns out. */
  readonly exposure: number;
  /** Bends light as picture modes of phones do; 1 leaves it. */
  readonly contrast: number;
  /** Standard deviation of the noise of one pixel in the dark, and its growth with light. */
  readonly noise: number;
  /** Shift of the three color filters of its sensor, nm: no two models are alike. */
  readonly filters: readonly [r: number, g: number, b: number];
}

/** A phone as there are many, by chance. */
export function anyCamera(random: SeededRandom): CameraSetup {
  return {
    whiteBalance: 0.75 + 0.25 * random.next(),
    exposure: 0.55 + 0.3 * random.next(),
    contrast: 0.94 + 0.12 * random.next(),
    noise: 0.004 + 0.006 * random.next(),
    filters: [random.spread(3), random.spread(3), random.spread(3)],
  };
}

const gaussian = (nm: number, center: number, width: number) =>
  Math.exp(-4 * Math.LN2 * ((nm - center) / width) ** 2);

/** Filters of a sensor: broad and overlapping, unlike the eye's. Shapes as of common sensors, from memory. */
const sensitivity = (filters: CameraSetup['filters']): Spectrum[] => [
  spectrumOf((nm) => gaussian(nm, 602 + filters[0], 88)),
  spectrumOf((nm) => gaussian(nm, 537 + filters[1], 96)),
  spectrumOf((nm) => gaussian(nm, 459 + filters[2], 78)),
];

/**
 * From the sensor's channels to those of sRGB. Each row sums to 1, so that white stays white. Fitted once, by least
 * squares, to made-up inks and vials in daylight.
 */
const toScreen: readonly LinearRgb[] = [
  [2.06, -1.2, 0.14],
  [-0.2, 1.49, -0.29],
  [0.03, -0.38, 1.35],
];

/** Whites that the camera tries, from a candle's to that of a blue sky. */
const whites: readonly Light[] = [
  ...[2300, 2500, 2700, 3000, 3300, 3600, 4000].map(planckLight),
  ...[4500, 5000, 5500, 6000, 6504, 7000, 7500, 8000, 9000].map(daylight),
];

/**
 * What the camera makes of something in a light, before noise.
 * @returns a function from a share of light at each wavelength to the channels of sRGB, in light
 */
export function cameraEye(setup: CameraSetup, light: Light): (share: Spectrum) => LinearRgb {
  const filters = sensitivity(setup.filters);
  const raw = (of: Light, share?: Spectrum): number[] =>
    filters.map((filter) =>
      wavelengths.reduce((sum, _nm, k) => sum + filter[k]! * of.power[k]! * (share ? share[k]! : 1), 0),
    );
  const here = raw(light);
  const ratios = ([r, g, b]: readonly number[]) => [Math.log(r! / g!), Math.log(b! / g!)];
  const [red, blue] = ratios(here) as [number, number];
  const nearest = whites
    .map((white) => raw(white))
    .map((white) => ({ white, off: Math.hypot(ratios(white)[0]! - red, ratios(white)[1]! - blue) }))
    .reduce((a, b) => (b.off < a.off ? b : a)).white;
  const usual = raw(d65);
  // Gains that make daylight neutral, moved towards those that make the white it found neutral.
  const gains = usual.map(
    (u, k) =>
      1 / ((u / usual[1]!) ** (1 - setup.whiteBalance) * (nearest[k]! / nearest[1]!) ** setup.whiteBalance),
  );
  // Exposed by the brightest channel, as cameras avoid burning out.
  const most = Math.max(...here.map((c, k) => c * gains[k]!));
  return (share) => {
    const channels = raw(light, share).map((c, k) => (c * gains[k]! * setup.exposure) / most);
    return toScreen.map((row) =>
      Math.max(0, row[0] * channels[0]! + row[1] * channels[1]! + row[2] * channels[2]!),
    ) as unknown as LinearRgb;
  };
}
