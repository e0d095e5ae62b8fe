import type { SeededRandom } from '../../quantity/seeded-random';
import { type Lab, deltaE, labOf, linearOfLab } from '../lab';
import { d65 } from '../light';
import { adapted, seenThrough } from '../tristimulus';
import { type Spectrum, spectrumOf, wavelengths } from '../wavelengths';

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
const printed = new Map<string, readonly number[]>();

/** How much of each ink looks like a color in daylight. */
function inksFor(lab: Lab): readonly number[] {
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
  if (printed.size < 500) printed.set(key, nearest.amounts);
  return nearest.amounts;
}

/** What one run of the press did to a leaflet: print is not dye, and no two leaflets are alike. */
export interface PrintRun {
  /** Strength of each ink against the one that was meant. */
  readonly strength: readonly [cyan: number, magenta: number, yellow: number];
  /** By what share middling tones come out stronger, since dots of ink spread. */
  readonly dotGain: number;
  /** How far each swatch strays by itself, as a share of its inks. */
  readonly stray: number;
}

/** A press that hits every color. */
export const perfectPrint: PrintRun = { strength: [1, 1, 1], dotGain: 0, stray: 0 };

/**
 * A leaflet by chance.
 * @param how 1 for a fair press, about CIEDE2000 2 to 4 off; 2 for a bad one
 */
export const anyPrint = (random: SeededRandom, how: number): PrintRun => ({
  strength: [1 + random.spread(0.13 * how), 1 + random.spread(0.13 * how), 1 + random.spread(0.13 * how)],
  dotGain: random.spread(0.12 * how),
  stray: 0.04 * how,
});

/**
 * What a swatch printed with three inks reflects that looks like a color in daylight. In other light it may look
 * otherwise than the dye that it stands for: the inks have spectra of their own (metamerism), as on a real card.
 * @param run what the press did to it
 * @param random for the stray of this one swatch
 * @returns share of light at each wavelength, white paper being 1
 */
export function printedInk(lab: Lab, run: PrintRun = perfectPrint, random?: SeededRandom): Spectrum {
  return reflected(
    inksFor(lab).map((amount, k) => {
      // Dots cover this share of the paper (Murray & Davies 1936); they grow most where about half is covered.
      const covered = 1 - 10 ** -Math.max(amount, 0);
      const stray = random && run.stray > 0 ? random.spread(run.stray) : 0;
      return amount * run.strength[k]! * (1 + 4 * run.dotGain * covered * (1 - covered)) * (1 + stray);
    }),
  );
}
