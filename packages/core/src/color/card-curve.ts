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
/** How far below the first swatch the colors are followed, in steps. */
const below = 1;
/** How far past the last: a dye that saturates has to be followed far, or what is past the top looks like the top. */
const above = 3;
/** A card whose first swatch is not nothing: what is below it may be anywhere below. */
export const opensBelow = (card: Pick<Card, 'values' | 'unit'>): boolean =>
  card.unit === 'pH' || card.values[0]! > 0;

/**
 * The value at a place along the card, in its unit. Below the card it goes on as in the first step, an amount not below
 * zero; past the top a pH goes on as in the last step, an amount grows by the ratio of the last step each time.
 */
export function valueAt(card: Pick<Card, 'values' | 'unit'>, position: number): number {
  const { values } = card;
  const top = values.length - 1;
  const from = Math.min(Math.max(Math.floor(position), 0), top - 1);
  const [low, high] = [values[from]!, values[from + 1]!];
  if (position > top && card.unit !== 'pH') {
    // From nothing no ratio is known: then it doubles.
    const ratio = low > 0 ? high / low : 2;
    return high * ratio ** (position - top);
  }
  const value = low + (position - from) * (high - low);
  return card.unit === 'pH' ? value : Math.max(0, value);
}

/** The place of a value along the card; the ends for what lies beyond them. */
export function positionOf(card: Pick<Card, 'values'>, value: number): number {
  const { values } = card;
  const next = values.findIndex((v) => v > value);
  if (next < 0) return values.length - 1;
  if (next === 0) return 0;
  const low = values[next - 1]!;
  return next - 1 + (value - low) / (values[next]! - low);
}

function positions(card: Card): number[] {
  const last = card.values.length - 1;
  const from = opensBelow(card) ? -below : 0;
  const count = Math.round((last + above - from) * perStep);
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
 * upper. Not even: an indicator turns fastest near its pKa, a dye lags where its reagent runs short. Past the top it
 * goes on as the chemistry does: a dye that saturates stays near the color of the top, however much there is.
 */
function progress(card: Card, at: readonly number[]): readonly number[] {
  const before = courses.get(card);
  if (before) return before;
  const course = drawnProgress(card, at);
  courses.set(card, course);
  return course;
}
const courses = new WeakMap<Card, readonly number[]>();

function drawnProgress(card: Card, at: readonly number[]): number[] {
  const top = card.values.length - 1;
  const swatches = modelDensities(
    card,
    card.values.map((_v, k) => k),
  );
  let furthest = 1;
  return modelDensities(card, at).map((here, k) => {
    const position = at[k]!;
    if (position <= 0) return position;
    const from = Math.min(Math.floor(position), top - 1);
    const [first, second] = [swatches[from]!, swatches[from + 1]!];
    const way = second.map((d, c) => d - first[c]!);
    const length = way.reduce((sum, d) => sum + d * d, 0);
    const gone = way.reduce((sum, d, c) => sum + d * (here[c]! - first[c]!), 0);
    if (!(length > 0)) return Math.min(position - from, 1);
    if (position <= top) return Math.min(Math.max(gone / length, 0), 1);
    // A color that fades again past the top is not followed back.
    furthest = Math.max(furthest, gone / length);
    return furthest;
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
    const from = Math.min(Math.max(Math.floor(position), 0), top - 1);
    const share = shares[at]!;
    const channels = densities[from]!.map(
      (d, k) => 10 ** -Math.max(0, d + share * (densities[from + 1]![k]! - d)),
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
export function curveOf(card: Card, seeing?: Seeing): CardCurve {
  if (seeing) return drawnCurve(card, seeing);
  const before = curves.get(card);
  if (before) return before;
  const curve = drawnCurve(card, {});
  curves.set(card, curve);
  return curve;
}

/** Curves drawn before, as cards are held: some hundred spectra each, asked for at every move of a box. */
const curves = new WeakMap<Card, CardCurve>();

function drawnCurve(card: Card, seeing: Seeing): CardCurve {
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
const plainStep = 8;

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
