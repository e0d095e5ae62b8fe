import { FieldError, type Interval, interval } from '../../quantity';
import type { PlanFigures } from './given';
import { airedPpm } from './caps';
import { type Tank, airedPhOf, co2Of, freeAt, phAtCo2, phOf, tankOf } from './tank';

/**
 * What a water may be, as far as its readings tell: the best guess, and the corners at which free ammonia is least and
 * most. Every step of a plan is reckoned for each of them.
 */
export interface Picture {
  readonly best: Tank;
  readonly corners: readonly Tank[];
  /** True where total ammonia has no upper end. */
  readonly openTop: boolean;
}

/** An open top is followed this far; beyond that a plan says that it is open. Hedge Lamp's own. */
const openTimes = 3;
/** pH of an open range is followed to the ends of kept waters. */
const keptPh = { low: 5, high: 9.5 } as const;

const clamp = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x));

/** KH of a single drop counts half until a double sample tells: the turn came somewhere within it. Common practice. */
const khBest = ({ low, best, high }: Interval): number =>
  low <= 0 && Number.isFinite(high) ? (low + high) / 2 : best;

/** KH where it was not read, meq/L: about 4 °dKH, a usual water. Hedge Lamp's own. */
const usualAlkalinity = 1.43;
const usualCelsius = 24;

/**
 * @param like what stands in for KH and GH that were not read: those of the water beside it
 * @returns null where pH is not known
 */
export function pictureOf(
  figures: PlanFigures,
  liters: number,
  like: Partial<PlanFigures> = {},
): Picture | null {
  try {
    return drawn(figures, liters, like);
  } catch (error) {
    // Figures that go together at no pH draw no picture.
    if (error instanceof FieldError) return null;
    throw error;
  }
}

function drawn(figures: PlanFigures, liters: number, like: Partial<PlanFigures>): Picture | null {
  const { ph, ammonia } = figures;
  if (!ph) return null;
  const kh = figures.alkalinity ?? like.alkalinity ?? null;
  const alkalinity = kh ? khBest(kh) : usualAlkalinity;
  const high = kh && Number.isFinite(kh.high) ? kh.high : alkalinity;
  const hardness = (figures.hardness ?? like.hardness)?.best ?? alkalinity / 2;
  const celsius = figures.temperature?.best ?? like.temperature?.best ?? usualCelsius;
  const total = ammonia ?? interval(0, 0, 0);
  const top = Number.isFinite(total.high) ? total.high : openTimes * Math.max(total.best, total.low);
  const at = (p: number, tan: number, alk: number, warmth = celsius) =>
    tankOf({
      liters,
      celsius: warmth,
      alkalinity: alk,
      hardness,
      ammonia: tan,
      nitrite: figures.nitrite?.best ?? 0,
      nitrate: figures.nitrate?.best ?? 0,
      chloride: figures.chloride?.best ?? 0,
      ph: clamp(p, 3, 11),
    });
  const [low, up] = [
    Number.isFinite(ph.low) ? ph.low : keptPh.low,
    Number.isFinite(ph.high) ? ph.high : keptPh.high,
  ];
  const warm = figures.temperature?.high ?? celsius;
  return {
    best: at(ph.best, total.best, alkalinity),
    corners: [
      at(low, total.low, alkalinity),
      at(low, top, alkalinity),
      at(up, total.low, alkalinity),
      at(up, top, alkalinity, warm),
      at(ph.best, top, alkalinity),
      ...(high > alkalinity ? [at(ph.best, top, high), at(low, top, high)] : []),
    ],
    openTop: !Number.isFinite(total.high),
  };
}

export const mapPicture = (picture: Picture, f: (tank: Tank) => Tank): Picture => ({
  ...picture,
  best: f(picture.best),
  corners: picture.corners.map(f),
});

const spread = (best: number, others: readonly number[]): Interval =>
  interval(Math.min(best, ...others), best, Math.max(best, ...others));

/** A figure over everything that the water may be. */
export const rangeOver = (picture: Picture, f: (tank: Tank) => number): Interval =>
  spread(f(picture.best), picture.corners.map(f));

/** The same before and after, corner by corner: what comes out may hang on what was before. */
const rangeFrom = (before: Picture, after: Picture, f: (before: Tank, after: Tank) => number): Interval =>
  spread(
    f(before.best, after.best),
    after.corners.map((tank, k) => f(before.corners[k]!, tank)),
  );

export const phAtOnce = (picture: Picture): Interval => rangeOver(picture, phOf);
export const freeAtOnce = (picture: Picture): Interval => rangeOver(picture, (t) => freeAt(t, phOf(t)));
/** Free ammonia once the CO2 that was there before is back. */
export const freeAtOwnCo2 = (before: Picture, after: Picture): Interval =>
  rangeFrom(before, after, (b, a) => freeAt(a, phAtCo2(a, co2Of(b))));

/** After airing, from a close room to outdoors, by the best guess. */
export function aired(tank: Tank): { readonly ph: Interval; readonly free: Interval } {
  const [low, high] = [airedPhOf(tank, airedPpm.close), airedPhOf(tank, airedPpm.outdoors)];
  const middle = airedPhOf(tank, Math.sqrt(airedPpm.close * airedPpm.outdoors));
  return {
    ph: interval(low, middle, high),
    free: interval(freeAt(tank, low), freeAt(tank, middle), freeAt(tank, high)),
  };
}
