/** One band of absorbance: a Gaussian in wavelength. */
export interface AbsorbanceBand {
  /** Wavelength of the maximum, nm. */
  readonly center: number;
  /** Full width at half maximum, nm. */
  readonly width: number;
  /** Absorbance (decadic) at the maximum, through one tube's width. */
  readonly height: number;
}

/**
 * Absorbance of one band at a wavelength in nm.
 * @example absorbanceAt(425, band(400, 50, 1)) // 0.5
 */
export function absorbanceAt(nm: number, band: AbsorbanceBand): number {
  const sigma = band.width / (2 * Math.sqrt(2 * Math.log(2)));
  return band.height * Math.exp(-((nm - band.center) ** 2) / (2 * sigma ** 2));
}

export const band = (center: number, width: number, height: number): AbsorbanceBand => ({
  center,
  width,
  height,
});

/** The same bands at so many times the height, as from so many times the dye. */
export const grow = (bands: readonly AbsorbanceBand[], times: number): AbsorbanceBand[] =>
  bands.map((b) => band(b.center, b.width, b.height * times));
