import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori/fn';
import { type CardCurve, seenApart, swatchPoints } from './card-curve';
import { type Lab, deltaE, labOfHex, labOfLinear, linearOfLab, screenColor } from './lab';

/** How a keeper sees color. */
export const visions = ['usual', 'protan', 'deutan', 'tritan'] as const;
export type Vision = (typeof visions)[number];

export const visionLabel: Readonly<Record<Vision, string>> = {
  usual: 'As most people do',
  protan: 'Reds look dark; red and green are alike (protan)',
  deutan: 'Red and green are alike (deutan)',
  tritan: 'Blue and green are alike, yellow and pink too (tritan)',
};

/** Strength at which the second or third kind of cone tells nothing at all. */
const whole = 1;
const filters = {
  protan: filterDeficiencyProt(whole),
  deutan: filterDeficiencyDeuter(whole),
  tritan: filterDeficiencyTrit(whole),
};

/**
 * The screen color that shows to usual eyes what a color is to others.
 * Source: Machado, Oliveira & Fernandes 2009, "A physiologically-based model for simulation of color vision deficiency",
 * by the registry package culori.
 * @param hex `#rrggbb`
 */
export function seenBy(hex: string, vision: Vision): string {
  if (vision === 'usual') return hex;
  // The matrices are for light, not for the coded values of a screen: they are given light under the name of the code.
  const [r, g, b] = linearOfLab(labOfHex(hex));
  const seen = filters[vision]({ mode: 'rgb', r, g, b });
  return screenColor(labOfLinear([seen.r, seen.g, seen.b]));
}

/** Two swatches that look alike to someone. */
export interface ConfusedPair {
  readonly first: number;
  readonly second: number;
  /** CIEDE2000 between them as that eye sees them, and as most eyes do. */
  readonly seen: number;
  readonly usual: number;
}

/** Below this, between a tube and a card, colors are taken for one another. Twice what is just seen; Hedge Lamp's own. */
const confusedBelow = 2 * seenApart;

/** The pairs of swatches of a card that a person with that vision is likely to confuse. None for usual eyes. */
export function confusedPairs(curve: CardCurve, vision: Vision): ConfusedPair[] {
  if (vision === 'usual') return [];
  const hexes = swatchPoints(curve).map((p) => screenColor(p.lab));
  const usual: Lab[] = hexes.map(labOfHex);
  const seen = hexes.map((hex) => labOfHex(seenBy(hex, vision)));
  return hexes.flatMap((_hex, first) =>
    hexes.slice(first + 1).flatMap((_other, k) => {
      const second = first + 1 + k;
      const pair = {
        first,
        second,
        seen: deltaE(seen[first]!, seen[second]!),
        usual: deltaE(usual[first]!, usual[second]!),
      };
      // What hardly differs for anybody is the card's fault, not the eye's.
      return pair.seen < confusedBelow && pair.seen < 0.7 * pair.usual ? [pair] : [];
    }),
  );
}
