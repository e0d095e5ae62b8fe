import { z } from 'zod';
import { type Dye, type ShippedParameterId, shippedParameters } from '../parameters';
import { type Kind, convert } from '../quantity';
import { type AbsorbanceBand, band, grow } from './absorbance-band';

/** The colored chemistries that are modelled one by one: which dye grows or turns with what is measured. */
const modelled = [
  'salicylate-ammonia',
  'nessler-ammonia',
  'azo-nitrite',
  'azo-nitrite-pink',
  'azo-nitrate',
  'bromothymol-ph',
  'cresol-purple-ph',
  'mixed-ph',
  'pad-alkalinity',
  'pad-hardness',
] as const;
type Modelled = (typeof modelled)[number];

type Shipped = (typeof shippedParameters)[number];
type WithDye<P> = P extends { readonly id: infer Id extends ShippedParameterId; readonly read: infer Ways }
  ? 'card' extends (Ways extends readonly { readonly by: infer By }[] ? By : never)
    ? Id
    : never
  : never;
/** The dye of a parameter that tells how it is read on a card. */
type Told = `${WithDye<Shipped>}-dye`;
export type ReagentChemistry = Modelled | Told;

interface ToldChemistry extends ChemistryInfo {
  readonly id: Told;
  readonly dye: Dye;
  readonly values: readonly number[];
}
/** The chemistries that parameters tell, each with the swatches of its card. */
export const toldChemistries: readonly ToldChemistry[] = shippedParameters.flatMap(
  ({ id, label, kind, read }) =>
    read.flatMap((way) =>
      way.by === 'card'
        ? [
            {
              id: `${id}-dye` as Told,
              kind,
              unit: way.unit,
              label: `${label}: ${way.colors}`,
              grows: true,
              dye: way.dye,
              values: way.values,
            },
          ]
        : [],
    ),
);
const isTold = (chemistry: ReagentChemistry): chemistry is Told =>
  toldChemistries.some((c) => c.id === chemistry);

export const reagentChemistries: readonly ReagentChemistry[] = [
  ...modelled,
  ...toldChemistries.map((c) => c.id),
];
export const ReagentChemistrySchema = z.enum([...reagentChemistries], {
  error: `Choose the chemistry that makes the color: ${reagentChemistries.join(', ')}.`,
});

export interface ChemistryInfo {
  readonly kind: Kind;
  /** The unit in which its bands are given. */
  readonly unit: string;
  /** How the colors run, for choosing one. */
  readonly label: string;
  /** True for a dye that grows for minutes; an indicator turns at once. Common practice. */
  readonly grows: boolean;
}

const infoOfModelled: Readonly<Record<Modelled, ChemistryInfo>> = {
  'salicylate-ammonia': {
    kind: 'ammonia',
    unit: 'mg/L NH3-N',
    label: 'Ammonia, salicylate: yellow to blue-green',
    grows: true,
  },
  'nessler-ammonia': {
    kind: 'ammonia',
    unit: 'mg/L NH3-N',
    label: 'Ammonia, Nessler: clear to amber',
    grows: true,
  },
  'azo-nitrite': {
    kind: 'nitrite',
    unit: 'mg/L NO2',
    label: 'Nitrite, azo dye: pale blue to purple',
    grows: true,
  },
  'azo-nitrite-pink': {
    kind: 'nitrite',
    unit: 'mg/L NO2',
    label: 'Nitrite, azo dye: clear to pink',
    grows: true,
  },
  'azo-nitrate': { kind: 'nitrate', unit: 'mg/L NO3', label: 'Nitrate, azo dye: yellow to red', grows: true },
  'bromothymol-ph': { kind: 'ph', unit: 'pH', label: 'pH, low range: yellow to blue', grows: false },
  'cresol-purple-ph': { kind: 'ph', unit: 'pH', label: 'pH, high range: yellow to purple', grows: false },
  'mixed-ph': { kind: 'ph', unit: 'pH', label: 'pH, wide range: red through green to blue', grows: false },
  'pad-alkalinity': { kind: 'alkalinity', unit: '°dKH', label: 'KH pad: yellow to blue-green', grows: false },
  'pad-hardness': { kind: 'hardness', unit: '°dGH', label: 'GH pad: green to red', grows: false },
};

export const chemistryInfo = (chemistry: ReagentChemistry): ChemistryInfo =>
  isTold(chemistry) ? toldChemistries.find((c) => c.id === chemistry)! : infoOfModelled[chemistry];

/** What a tube and slightly cloudy water take from every color alike; without it the colors glow. */
export const glass = band(550, 1000, 0.07);

/** The share of an indicator in its basic form. Source: Henderson–Hasselbalch. */
export const basicShare = (ph: number, pKa: number) => 1 / (1 + 10 ** (pKa - ph));

/** An indicator that goes from one color to another. */
export const turning = (share: number, from: AbsorbanceBand[], to: AbsorbanceBand[]) => [
  ...grow(from, 1 - share),
  ...grow(to, share),
];

/**
 * The share of a dye that is left where far too much of what is measured eats its reagent: the color flashes and
 * fades, back to that of zero. Common practice: from about ten times the top of a card.
 */
const unbleached = (amount: number, halfGone: number) => 1 / (1 + (amount / halfGone) ** 4);

/** True for the chemistries whose color fades where there is far too much. */
export const bleaches = (chemistry: ReagentChemistry): boolean =>
  ['salicylate-ammonia', 'azo-nitrite', 'azo-nitrite-pink'].includes(chemistry);

/** The dye that an amount makes where its reagent runs short: it lags behind, and the top swatches crowd. */
const lagging = (amount: number, half: number) => amount / (1 + amount / half);

/**
 * Bands of a developed vial, through one width of a tube. The maxima follow handbook values for the dyes (from
 * memory). Heights, widths and the tails of the dyes are ours, found by a search for the largest least step
 * (CIEDE2000) between neighbors among those whose swatches a screen can show: a band that is narrow and high makes
 * colors outside sRGB, which would be cut to the same screen color one after the other.
 * @param amount in the unit of the chemistry, see chemistryInfo
 */
export function vialBands(chemistry: ReagentChemistry, amount: number): AbsorbanceBand[] {
  if (isTold(chemistry)) {
    const { dye } = toldChemistries.find((c) => c.id === chemistry)!;
    return [glass, ...grow(dye.bands, lagging(amount, dye.half))];
  }
  switch (chemistry) {
    case 'salicylate-ammonia':
      // The yellow ground is left-over reagent; the indophenol dye turns it green, then blue-green. Its broad tail
      // darkens the top of the card, where hue hardly moves any more.
      return [
        glass,
        band(405, 90, 0.78),
        ...grow(
          [band(648, 200, 0.8), band(520, 260, 0.12), band(440, 100, 0.045)],
          lagging(amount, 1.6) * unbleached(amount, 60),
        ),
      ];
    case 'nessler-ammonia':
      // A fine amber cloud: it takes away the blue first, the green later.
      return [
        glass,
        band(400, 90, 0.06),
        ...grow([band(400, 116, 0.37), band(470, 110, 0.127), band(530, 120, 0.053)], lagging(amount, 13)),
      ];
    case 'azo-nitrite':
      // A pale blue ground, so that zero is seen as a color too; the azo dye near 540 nm is pink-purple.
      return [
        glass,
        band(615, 110, 0.3),
        ...grow([band(540, 95, 0.55), band(400, 70, 0.05)], amount * unbleached(amount, 24)),
      ];
    case 'azo-nitrite-pink':
      return [
        glass,
        ...grow(
          [band(540, 100, 0.55), band(400, 70, 0.04), band(560, 260, 0.05)],
          lagging(amount, 3) * unbleached(amount, 40),
        ),
      ];
    case 'azo-nitrate':
      // Reduction to nitrite is never complete: the reds crowd together at the top, as keepers complain.
      return [
        glass,
        band(425, 80, 0.645),
        ...grow([band(511, 108, 0.042), band(430, 80, 0.007)], lagging(amount, 64)),
      ];
    case 'bromothymol-ph':
      // Yellow near 433 nm, blue near 616 nm; pKa 7.1 (handbook values, from memory).
      return [glass, ...turning(basicShare(amount, 7.1), [band(433, 95, 0.9)], [band(616, 110, 0.9)])];
    case 'cresol-purple-ph':
      // m-Cresol purple: yellow near 434 nm, purple near 578 nm; pKa 8.3 (handbook values, from memory).
      return [glass, ...turning(basicShare(amount, 8.3), [band(434, 95, 0.8)], [band(578, 100, 0.85)])];
    case 'mixed-ph':
      // Methyl red (pKa 5.1), bromothymol blue (7.1) and thymol blue (8.9) in one bottle (from memory).
      return [
        glass,
        ...turning(basicShare(amount, 5.1), [band(520, 90, 0.75)], [band(430, 90, 0.35)]),
        ...turning(basicShare(amount, 7.1), [band(433, 95, 0.4)], [band(616, 110, 0.6)]),
        ...turning(basicShare(amount, 8.9), [band(435, 90, 0.25)], [band(575, 100, 0.65)]),
      ];
    case 'pad-alkalinity': {
      const share = amount / (amount + 6);
      return [glass, ...turning(share, [band(435, 95, 0.85)], [band(616, 120, 0.9)])];
    }
    case 'pad-hardness': {
      const share = amount / (amount + 7);
      return [
        glass,
        ...turning(
          share,
          [band(640, 110, 0.7), band(430, 80, 0.5)],
          [band(525, 100, 0.95), band(430, 80, 0.2)],
        ),
      ];
    }
  }
}

/** An amount in another unit of the same kind, as the bands of a chemistry take it. */
export const inChemistryUnit = (chemistry: ReagentChemistry, amount: number, unit: string): number =>
  convert(amount, chemistryInfo(chemistry).kind, unit, chemistryInfo(chemistry).unit);
