import { type Spectrum, spectrumOf, wavelengths } from './wavelengths';

/** A light to see colors by: relative power at each wavelength. */
export interface Light {
  readonly name: string;
  readonly power: Spectrum;
}

/**
 * A glowing wire or other black body. Constant: CODATA second radiation constant, 1.438776877e-2 m·K.
 * @param kelvin temperature, about 2700 for a bulb
 */
export function planckLight(kelvin: number): Light {
  const at = (nm: number) => {
    const meters = nm * 1e-9;
    return 1 / (meters ** 5 * (Math.exp(1.438776877e-2 / (meters * kelvin)) - 1));
  };
  const scale = at(560);
  return { name: `${kelvin} K bulb`, power: spectrumOf((nm) => at(nm) / scale) };
}

/**
 * Components of daylight, 380 to 780 nm in 10 nm steps: mean and two characteristic vectors.
 * Source: Judd, MacAdam & Wyszecki 1964, as tabulated in CIE 15 (from memory; checked by the chromaticity of
 * D50, D65 and D75).
 */
const daylightParts: readonly (readonly [s0: number, s1: number, s2: number])[] = [
  [63.4, 38.5, 3.0],
  [65.8, 35.0, 1.2],
  [94.8, 43.4, -1.1],
  [104.8, 46.3, -0.5],
  [105.9, 43.9, -0.7],
  [96.8, 37.1, -1.2],
  [113.9, 36.7, -2.6],
  [125.6, 35.9, -2.9],
  [125.5, 32.6, -2.8],
  [121.3, 27.9, -2.6],
  [121.3, 24.3, -2.6],
  [113.5, 20.1, -1.8],
  [113.1, 16.2, -1.5],
  [110.8, 13.2, -1.3],
  [106.5, 8.6, -1.2],
  [108.8, 6.1, -1.0],
  [105.3, 4.2, -0.5],
  [104.4, 1.9, -0.3],
  [100.0, 0.0, 0.0],
  [96.0, -1.6, 0.2],
  [95.1, -3.5, 0.5],
  [89.1, -3.5, 2.1],
  [90.5, -5.8, 3.2],
  [90.3, -7.2, 4.1],
  [88.4, -8.6, 4.7],
  [84.0, -9.5, 5.1],
  [85.1, -10.9, 6.7],
  [81.9, -10.7, 7.3],
  [82.6, -12.0, 8.6],
  [84.9, -14.0, 9.8],
  [81.3, -13.6, 10.2],
  [71.9, -12.0, 8.3],
  [74.3, -13.3, 9.6],
  [76.4, -12.9, 8.5],
  [63.3, -10.6, 7.0],
  [71.7, -11.6, 7.6],
  [77.0, -12.2, 8.0],
  [65.2, -10.2, 6.7],
  [47.7, -7.8, 5.2],
  [68.6, -11.2, 7.4],
  [65.0, -10.4, 6.8],
];

/**
 * Daylight of a correlated color temperature. Source: CIE 15, daylight illuminants.
 * @param kelvin 4000 to 25000
 * @throws RangeError outside that
 */
export function daylight(kelvin: number): Light {
  if (!(kelvin >= 4000 && kelvin <= 25_000))
    throw new RangeError(`Daylight is defined from 4000 to 25000 K, not at ${kelvin}.`);
  const t = 1000 / kelvin;
  const x =
    kelvin <= 7000
      ? -4.607 * t ** 3 + 2.9678 * t ** 2 + 0.09911 * t + 0.244063
      : -2.0064 * t ** 3 + 1.9018 * t ** 2 + 0.24748 * t + 0.23704;
  const y = -3 * x ** 2 + 2.87 * x - 0.275;
  const m = 0.0241 + 0.2562 * x - 0.7341 * y;
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / m;
  const m2 = (0.03 - 31.4424 * x + 30.0717 * y) / m;
  const knots = daylightParts.map(([s0, s1, s2]) => (s0 + m1 * s1 + m2 * s2) / 100);
  const power = Float64Array.from(wavelengths, (_nm, k) =>
    k % 2 === 0 ? knots[k / 2]! : (knots[(k - 1) / 2]! + knots[(k + 1) / 2]!) / 2,
  );
  return { name: `${kelvin} K daylight`, power };
}

/** White of screens. The 6504 is 6500 of 1931 with today's radiation constant (CIE 15). */
export const d65 = daylight(6504);

const gaussian = (nm: number, center: number, width: number) =>
  Math.exp(-4 * Math.LN2 * ((nm - center) / width) ** 2);

/**
 * A white LED: a blue pump and a phosphor. Shapes as in data sheets of such lamps (from memory).
 * @param phosphor peak of the phosphor, nm: about 600 for warm, 550 for cold white
 * @param pump height of the blue peak against that of the phosphor
 * @param width of the phosphor, nm; a narrow one renders colors badly
 */
export function ledLight(phosphor: number, pump: number, width: number, name = 'LED'): Light {
  return {
    name,
    power: spectrumOf((nm) => pump * gaussian(nm, 452, 22) + gaussian(nm, phosphor, width)),
  };
}

/** Two narrow peaks for growing plants: no light to read a color by. */
export const plantLight: Light = {
  name: 'plant light, blue and red',
  power: spectrumOf((nm) => 0.7 * gaussian(nm, 450, 22) + gaussian(nm, 655, 24) + 0.004),
};

/** The lights that photographs are tried under. */
export const commonLights: readonly Light[] = [
  planckLight(2700),
  ledLight(598, 0.5, 130, '3500 K lamp, warm white LED'),
  daylight(5500),
  daylight(7500),
  ledLight(565, 1.35, 88, 'poor LED, cold white'),
];
