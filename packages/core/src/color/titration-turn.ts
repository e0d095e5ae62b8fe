import { z } from 'zod';
import { carbonateSystem } from '../chemistry/carbonate-system';
import { convert } from '../quantity';
import { type AbsorbanceBand, band, grow } from './absorbance-band';
import { type Lab, deltaE, labOf } from './lab';
import { basicShare, glass, turning } from './reagent-chemistry';
import { vialColor } from './vial-color';

/** The indicators whose turn can be drawn drop by drop. */
export const turnIndicators = [
  'bromocresol-green',
  'bromocresol-green-methyl-red',
  'phenolphthalein',
  'hardness-on-yellow',
  'hardness',
] as const;
export const TurnIndicatorSchema = z.enum(turnIndicators, {
  error: `Choose the indicator that turns: ${turnIndicators.join(', ')}.`,
});
export type TurnIndicator = z.infer<typeof TurnIndicatorSchema>;

export const turnIndicatorLabel: Readonly<Record<TurnIndicator, string>> = {
  'bromocresol-green': 'Bromocresol green: blue to yellow',
  'bromocresol-green-methyl-red': 'Bromocresol green with methyl red: green to pink',
  phenolphthalein: 'Phenolphthalein: pink to colorless',
  'hardness-on-yellow': 'Hardness dye with yellow: orange to green',
  hardness: 'Hardness dye: red to blue',
};

/** What a titration measures and how far it has come. */
export interface Titrated {
  /** What the water holds, in the unit of the method. */
  readonly amount: number;
  readonly unit: string;
  /** What one drop is worth, in the same unit. */
  readonly perDrop: number;
  readonly drops: number;
  /** Before any acid goes in; 7.6 when left out. It only moves the first drops. */
  readonly phAtStart?: number;
}

/**
 * pH along an alkalinity titration in a closed tube at 25 °C: the carbon stays, each drop takes alkalinity away. The
 * little that a drop dilutes is left out. Source: carbonate system, see carbonateSystem.
 */
export function phAfterAcid({ amount, unit, perDrop, drops, phAtStart = 7.6 }: Titrated): number {
  const conditions = { temperature: 25, ionicStrength: 0.005 };
  const meq = (x: number) => convert(x, 'alkalinity', unit, 'meq/L');
  const { dic } = carbonateSystem({ alkalinity: meq(amount), ph: phAtStart }, conditions);
  return carbonateSystem({ alkalinity: meq(amount) - meq(perDrop) * drops, dic }, conditions).ph;
}

/**
 * Conditional constants at pH 10, L/mol: of magnesium with EDTA (log 8.7 less 0.45 for the protons still on it) and
 * with the indicator. Handbook values, from memory.
 */
const withTitrant = 10 ** 8.25;
const withDye = 10 ** 5.4;

/**
 * The share of the dye that holds no metal any more (blue), along a hardness titration: the titrant takes the metal
 * first, the dye lets go of it last. Mass balance of metal, titrant and their complex.
 */
export function freeDye({ amount, unit, perDrop, drops }: Titrated): number {
  const molar = (x: number) => convert(x, 'hardness', unit, 'mmol/L') / 1000;
  const metal = molar(amount);
  const titrant = molar(perDrop) * drops;
  // metal = m + titrant · K m / (1 + K m), a square equation in the free metal m.
  const b = 1 + withTitrant * (titrant - metal);
  const free = (-b + Math.sqrt(b * b + 4 * withTitrant * metal)) / (2 * withTitrant);
  return 1 / (1 + withDye * free);
}

/**
 * Bands of a tube that is titrated, after some drops. Maxima and pKa: bromocresol green 4.7 (444 and 616 nm), methyl
 * red 5.0 (523 and 430), phenolphthalein 9.4 (colorless and 553), hardness dye wine red 535 to blue 630 (handbook
 * values, from memory). Heights are ours.
 */
export function turnBands(indicator: TurnIndicator, titrated: Titrated): AbsorbanceBand[] {
  const green = (ph: number) => turning(basicShare(ph, 4.7), [band(444, 95, 0.6)], [band(616, 110, 0.75)]);
  switch (indicator) {
    case 'bromocresol-green':
      return [glass, ...green(phAfterAcid(titrated))];
    case 'bromocresol-green-methyl-red': {
      const ph = phAfterAcid(titrated);
      return [
        glass,
        ...grow(green(ph), 0.7),
        ...turning(basicShare(ph, 5), [band(523, 95, 0.6)], [band(430, 90, 0.35)]),
      ];
    }
    case 'phenolphthalein':
      // Pink shows where a tenth of the dye is basic, above a pH of about 8.3.
      return [glass, ...grow([band(553, 85, 4)], basicShare(phAfterAcid(titrated), 9.4))];
    case 'hardness':
      return [glass, ...turning(freeDye(titrated), [band(535, 110, 0.6)], [band(630, 120, 0.65)])];
    case 'hardness-on-yellow':
      // A yellow dye beside it: red and yellow make orange, blue and yellow make green.
      return [
        glass,
        band(430, 95, 0.6),
        ...turning(freeDye(titrated), [band(535, 100, 0.5)], [band(630, 120, 0.65)]),
      ];
  }
}

/** How a turn looks: the last drops before it, the drop that turns it, and one more. */
export interface TurnPicture {
  /** From the third before to the last before. */
  readonly before: readonly Lab[];
  readonly turned: Lab;
  readonly after: Lab;
}

/** Drops to the turn in the picture: as many as common waters take. */
const typicalDrops = 6.4;

/**
 * Colors around the turn of a titration of common water, drop by drop.
 * @param unit of the result, and what one drop is worth in it
 */
export function turnPicture(indicator: TurnIndicator, unit: string, perDrop: number): TurnPicture {
  // Pink shows only in water that is basic enough; there a part of the acid takes it away.
  const pink = indicator === 'phenolphthalein';
  const amount = (pink ? 1.6 : 1) * typicalDrops * perDrop;
  const phAtStart = pink ? 10.6 : 7.6;
  const labs = Array.from({ length: 13 }, (_, drops) =>
    labOf(vialColor(turnBands(indicator, { amount, unit, perDrop, drops, phAtStart }))),
  );
  const steps = labs.slice(1).map((lab, k) => deltaE(lab, labs[k]!));
  // The last drop that changes much: some dyes fade for a drop or two before.
  const turn = Math.max(3, steps.findLastIndex((step) => step >= Math.max(...steps) / 2) + 1);
  return { before: labs.slice(turn - 3, turn), turned: labs[turn]!, after: labs[turn + 1]! };
}
