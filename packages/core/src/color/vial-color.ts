import { type AbsorbanceBand, absorbanceAt } from './absorbance-band';
import { type Light, d65 } from './light';
import { type Tristimulus, adapted, seenThrough } from './tristimulus';
import { type Spectrum, spectrumOf } from './wavelengths';

/**
 * The share of light that passes a vial at each wavelength, 10^(−Σ absorbance · path) (Beer–Lambert).
 * @param path how many tube widths of water the light goes through
 */
export const transmittance = (bands: readonly AbsorbanceBand[], path = 1): Spectrum =>
  spectrumOf((nm) => 10 ** (-path * bands.reduce((sum, b) => sum + absorbanceAt(nm, b), 0)));

export interface Seeing {
  /** D65 when left out. */
  readonly light?: Light;
  /** Tube widths of water looked through; 1 when left out. */
  readonly path?: number;
}

/**
 * The color of light through a vial as an eye adapted to the light sees it, relative to sRGB white.
 * @param bands absorbance of the vial
 */
export function vialColor(
  bands: readonly AbsorbanceBand[],
  { light = d65, path = 1 }: Seeing = {},
): Tristimulus {
  return adapted(seenThrough(light, transmittance(bands, path)), seenThrough(light));
}
