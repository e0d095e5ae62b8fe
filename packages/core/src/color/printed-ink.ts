import { type Lab, deltaE, labOf, linearOfLab } from './lab';
import { d65 } from './light';
import { adapted, seenThrough } from './tristimulus';
import { type Spectrum, spectrumOf, wavelengths } from './wavelengths';

const gaussian = (nm: number, center: number, width: number) =>
  Math.exp(-4 * Math.LN2 * ((nm - center) / width) ** 2);

/** Absorbance of one measure of cyan, magenta and yellow ink: broad and a little dirty, as printing inks are. From memory. */
const inks = [
  spectrumOf((nm) => gaussian(nm, 635, 150) + 0.05 * gaussian(nm, 480, 200)),
  spectrumOf((nm) => gaussian(nm, 545, 110) + 0.1 * gaussian(nm, 420, 120)),
  spectrumOf((nm) => gaussian(nm, 435, 110)),
];

const reflected = (amounts: readonly number[]): Spectrum =>
  Float64Array.from(
    wavelengths,
    (_nm, k) => 10 ** -amounts.reduce((sum, amount, ink) => sum + amount * inks[ink]![k]!, 0),
  );

const density = (channel: number) => -Math.log10(Math.max(channel, 1e-3));

/** Swatches printed before: the same few colors are asked for again and again. */
const printed = new Map<string, Spectrum>();

/**
 * What a swatch printed with three inks reflects that looks like a color in daylight. In other light it may look
 * otherwise than the dye that it stands for: the inks have spectra of their own (metamerism), as on a real card.
 * @returns share of light at each wavelength, white paper being 1
 */
export function printedInk(lab: Lab): Spectrum {
  const key = [lab.l, lab.a, lab.b].map((x) => x.toFixed(3)).join();
  const before = printed.get(key);
  if (before) return before;
  const white = seenThrough(d65);
  const wanted = linearOfLab(lab).map(density);
  const amounts = [0, 0, 0];
  let nearest = { off: Infinity, amounts: [...amounts] };
  // Each ink takes away mostly its own channel, so that adding what lacks there settles, in small steps.
  for (let round = 0; round < 200; round++) {
    const made = labOf(adapted(seenThrough(d65, reflected(amounts)), white));
    const off = deltaE(made, lab);
    if (off < nearest.off) nearest = { off, amounts: [...amounts] };
    if (off < 0.3) break;
    const got = linearOfLab(made).map(density);
    for (let k = 0; k < 3; k++)
      amounts[k] = Math.min(Math.max(amounts[k]! + 0.3 * (wanted[k]! - got[k]!), -0.05), 3);
  }
  const ink = reflected(nearest.amounts);
  if (printed.size < 500) printed.set(key, ink);
  return ink;
}
