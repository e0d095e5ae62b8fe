/** Wavelengths summed over, nm: 5 nm steps across the visible range. */
export const wavelengths: readonly number[] = Array.from({ length: 81 }, (_, k) => 380 + 5 * k);

/** A quantity at each of the wavelengths. */
export type Spectrum = Float64Array;

export const spectrumOf = (at: (nm: number) => number): Spectrum => Float64Array.from(wavelengths, at);
