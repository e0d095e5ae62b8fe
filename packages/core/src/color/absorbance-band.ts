/** One band of absorbance: a Gaussian in wavelength. */
export interface AbsorbanceBand {
  /** Wavelength of the maximum, nm. */
  readonly center: number;
  /** Full width at half maximum, nm. */
  readonly width: number;
  /** Absorbance (decadic) at the maximum, through one tube's width. */
  readonly height: number;
}

/** Absorbance of one band at a wavelength in nm. */
export function absorbanceAt(nm: number, band: AbsorbanceBand): number {
  const sigma = band.width / (2 * Math.sqrt(2 * Math.log(2)));
  return band.height * Math.exp(-((nm - band.center) ** 2) / (2 * sigma ** 2));
}

const band = (center: number, width: number, height: number): AbsorbanceBand => ({ center, width, height });

/** The colored chemistries, as functions of concentration: the ground color and what the analyte adds. */
export type ReagentChemistry = 'salicylate-ammonia' | 'azo-nitrite' | 'azo-nitrate';

const grow = (bands: AbsorbanceBand[], amount: number) =>
  bands.map((b) => band(b.center, b.width, b.height * amount));

/** What a tube and slightly cloudy water take from every color alike; without it the colors glow. */
const glass = band(550, 1000, 0.07);

/**
 * Bands of a developed vial. Heights and widths are ours, tuned so that neighboring swatches can be told
 * apart; the maxima follow handbook values for the dyes (from memory).
 * @param concentration in the unit of the chemistry: mg/L NH3-N, mg/L NO2, mg/L NO3
 */
export function vialBands(chemistry: ReagentChemistry, concentration: number): AbsorbanceBand[] {
  switch (chemistry) {
    case 'salicylate-ammonia':
      // The yellow ground is left-over reagent; the indophenol dye turns it green. The reagent runs short
      // toward the top, so the dye lags behind.
      return [
        glass,
        band(405, 90, 0.8),
        ...grow([band(665, 150, 0.62), band(400, 60, 0.05)], concentration / (1 + concentration / 9)),
      ];
    case 'azo-nitrite':
      // A pale blue ground, so that zero is seen as a color too; the azo dye near 540 nm is pink-purple.
      return [glass, band(615, 110, 0.3), ...grow([band(540, 95, 0.55), band(400, 70, 0.05)], concentration)];
    case 'azo-nitrate': {
      // Reduction to nitrite is never complete, so the dye lags behind: the reds crowd together at the top.
      const effective = concentration / (1 + concentration / 60);
      return [glass, band(425, 80, 0.75), ...grow([band(505, 110, 0.05), band(430, 80, 0.02)], effective)];
    }
  }
}
