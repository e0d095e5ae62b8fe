import { type Card } from './card';
import { type Lab, type LinearRgb, deltaE, labOf, labOfLinear, linearOfLab, screenColor } from './lab';
import { inChemistryUnit, vialBands } from './reagent-chemistry';
import { type Seeing, vialColor } from './vial-color';
import { type Viewing, pathOf } from './viewing';

/** One place on the way of colors that a card stands for. */
export interface CurvePoint {
  /** 0 at the first swatch, 1 at the second; beyond the ends where the colors go on. */
  readonly position: number;
  /** In the unit of the card. */
  readonly value: number;
  readonly lab: Lab;
}

/** The colors of a card in the order of value, close enough together that no eye sees a step. */
export interface CardCurve {
  readonly points: readonly CurvePoint[];
  /** Position of the last swatch. */
  readonly top: number;
}

/** Points from one swatch to the next. */
const perStep = 16;
/** How far beyond an end the colors are followed, in steps: as far as the last step reached, once more. */
const beyond = 1;

/**
 * The value at a place along the card, in its unit; beyond an end it goes on as in the last step, an amount not
 * below zero.
 */
export function valueAt(card: Pick<Card, 'values' | 'unit'>, position: number): number {
  const { values } = card;
  const below = Math.min(Math.max(Math.floor(position), 0), values.length - 2);
  const [low, high] = [values[below]!, values[below + 1]!];
  const value = low + (position - below) * (high - low);
  return card.unit === 'pH' ? value : Math.max(0, value);
}

/** The place of a value along the card; the ends for what lies beyond them. */
export function positionOf(card: Pick<Card, 'values'>, value: number): number {
  const { values } = card;
  const above = values.findIndex((v) => v > value);
  if (above < 0) return values.length - 1;
  if (above === 0) return 0;
  const low = values[above - 1]!;
  return above - 1 + (value - low) / (values[above]! - low);
}

function positions(card: Card): number[] {
  const last = card.values.length - 1;
  // Below zero there is nothing; a pH card goes on both ways.
  const from = card.unit === 'pH' ? -beyond : 0;
  const count = Math.round((last + beyond - from) * perStep);
  return Array.from({ length: count + 1 }, (_, k) => from + k / perStep);
}

/**
 * Tube widths of water, against those that the card is printed for: 1 when it is held as its leaflet says. A kit doses
 * its reagent for its own way of looking.
 */
export const pathOnCard = (card: Pick<Card, 'viewing' | 'milliliters'>, viewing: Viewing): number =>
  pathOf(viewing, card.milliliters) / pathOf(card.viewing ?? 'against-white', card.milliliters);

/** The color of a developed vial with this much in it, in the unit of the card, as the chemistry makes it. */
export const vialLab = (card: Card, amount: number, seeing: Seeing = {}): Lab =>
  labOf(vialColor(vialBands(card.chemistry, inChemistryUnit(card.chemistry, amount, card.unit)), seeing));

/** What takes away light, per channel: the scale on which the dye of a vial adds up (Beer–Lambert). */
const density = (channel: number) => -Math.log10(Math.max(channel, 0.003));

/** Densities of red, green and blue at the places of a card, as its chemistry makes them. */
const modelDensities = (card: Card, at: readonly number[]): number[][] =>
  at.map((position) => linearOfLab(vialLab(card, valueAt(card, position))).map(density));

/**
 * How far the color has gone from one swatch to the next at each place, by its chemistry: 0 at the lower one, 1 at the
 * upper. Not even: an indicator turns fastest near its pKa, a dye lags where its reagent runs short.
 */
function progress(card: Card, at: readonly number[]): number[] {
  const top = card.values.length - 1;
  const swatches = modelDensities(
    card,
    card.values.map((_v, k) => k),
  );
  return modelDensities(card, at).map((here, k) => {
    const position = at[k]!;
    // Beyond the ends the model may say nothing new, where a dye has turned wholly.
    if (position <= 0 || position >= top) return position <= 0 ? position : position - (top - 1);
    const below = Math.floor(position);
    const [from, to] = [swatches[below]!, swatches[below + 1]!];
    const way = to.map((d, c) => d - from[c]!);
    const length = way.reduce((sum, d) => sum + d * d, 0);
    const gone = way.reduce((sum, d, c) => sum + d * (here[c]! - from[c]!), 0);
    return length > 0 ? Math.min(Math.max(gone / length, 0), 1) : position - below;
  });
}

/**
 * The way through measured swatches. Between two of them the densities of red, green and blue are shared out as far as
 * the chemistry has gone: twice the dye has twice the density, so that this bends as the colors of vials do, where a
 * straight line in Lab would cut the corner through colors that no vial has.
 * @param colors one for each value of the card, in light relative to white
 */
export function curveThrough(card: Card, colors: readonly LinearRgb[]): CardCurve {
  const top = card.values.length - 1;
  const densities = colors.map((c) => c.map(density));
  const places = positions(card);
  const shares = progress(card, places);
  const points = places.map((position, at) => {
    const below = Math.min(Math.max(Math.floor(position), 0), top - 1);
    const share = shares[at]!;
    const channels = densities[below]!.map(
      (d, k) => 10 ** -Math.max(0, d + share * (densities[below + 1]![k]! - d)),
    );
    return {
      position,
      value: valueAt(card, position),
      lab: labOfLinear(channels as unknown as LinearRgb),
    };
  });
  return { points, top };
}

/**
 * The way of colors of a card: through what was learned of it from a photograph, else as its chemistry makes it.
 * @param seeing light, and tube widths looked through where that is not as its leaflet says
 */
export function curveOf(card: Card, seeing: Seeing = {}): CardCurve {
  if (card.colors) return curveThrough(card, card.colors.map(linearOfLab));
  return {
    points: positions(card).map((position) => {
      const value = valueAt(card, position);
      return { position, value, lab: vialLab(card, value, seeing) };
    }),
    top: card.values.length - 1,
  };
}

/** The point of the curve nearest to a place. */
export function pointAt({ points }: CardCurve, position: number): CurvePoint {
  const k = Math.round((position - points[0]!.position) * perStep);
  return points[Math.min(Math.max(k, 0), points.length - 1)]!;
}

/** The points at the swatches themselves. */
export const swatchPoints = (curve: CardCurve): CurvePoint[] =>
  Array.from({ length: curve.top + 1 }, (_, k) => pointAt(curve, k));

/** The color on screen of a place along the card's values, as `#rrggbb`. */
export const cardColor = (card: Card, amount: number, seeing: Seeing = {}): string =>
  screenColor(
    card.colors ? pointAt(curveOf(card), positionOf(card, amount)).lab : vialLab(card, amount, seeing),
  );

/**
 * The color of a tube with the amount at a place of the card, looked at through more or less water than the card is
 * printed for.
 * @param path see pathOnCard
 */
export function tubeLab(card: Card, curve: CardCurve, position: number, path = 1): Lab {
  const { lab, value } = pointAt(curve, position);
  if (path === 1) return lab;
  if (!card.colors) return vialLab(card, value, { path });
  return labOfLinear(linearOfLab(lab).map((c) => 10 ** (-path * density(c))) as unknown as LinearRgb);
}

/**
 * What an amount is taken for by an eye that holds the tube otherwise than the card is printed for.
 * @param position of the true amount along the card
 * @returns the place of the nearest color of the card
 */
export function takenFor(card: Card, curve: CardCurve, position: number, path: number): number {
  const seen = tubeLab(card, curve, position, path);
  const inside = curve.points.filter((p) => p.position >= 0 && p.position <= curve.top);
  return inside.reduce((a, b) => (deltaE(b.lab, seen) < deltaE(a.lab, seen) ? b : a)).position;
}

/** A difference that an eye sees between a tube and a screen or card, not side by side without a seam. From memory. */
export const seenApart = 3;

/**
 * What an eye cannot tell from a place of the curve: how far it may go each way until the color is seen to differ.
 * @param apart CIEDE2000 from which on it is
 * @returns places along the card, not beyond its swatches
 */
export function untold(
  curve: CardCurve,
  position: number,
  apart = seenApart,
): { readonly low: number; readonly high: number } {
  const here = pointAt(curve, position);
  const inside = curve.points.filter((p) => p.position >= 0 && p.position <= curve.top);
  const at = inside.indexOf(here);
  if (at < 0) return { low: position, high: position };
  let [low, high] = [at, at];
  while (low > 0 && deltaE(inside[low - 1]!.lab, here.lab) <= apart) low--;
  while (high < inside.length - 1 && deltaE(inside[high + 1]!.lab, here.lab) <= apart) high++;
  return { low: inside[low]!.position, high: inside[high]!.position };
}

/** A step between two neighboring swatches, and how far apart they look. */
export interface CardStep {
  readonly below: number;
  readonly deltaE: number;
}

export function cardSteps(curve: CardCurve): CardStep[] {
  const swatches = swatchPoints(curve);
  return swatches.slice(1).map((s, below) => ({ below, deltaE: deltaE(s.lab, swatches[below]!.lab) }));
}

/** Steps of a good card are larger than this (CIEDE2000). Hedge Lamp's own. */
export const plainStep = 8;

/**
 * From which swatch up the colors crowd together, so that an eye can hardly tell them apart; null when they never do.
 */
export function flatFrom(curve: CardCurve): number | null {
  const steps = cardSteps(curve);
  let from: number | null = null;
  for (const step of [...steps].reverse()) {
    if (step.deltaE >= plainStep) break;
    from = step.below;
  }
  return from === 0 ? null : from;
}
