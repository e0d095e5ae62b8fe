import { type Caps, airing, degreesAnHour } from './caps';
import type { PlanSource, Steps } from './given';
import { type Picture, mapPicture } from './picture';
import {
  type Tank,
  airedPhOf,
  changed,
  co2Of,
  dissolved,
  freeAt,
  hardnessSalts,
  phAtCo2,
  phOf,
  pouredTogether,
} from './tank';

/** A change of water as it can be made. */
export interface ChangeOption {
  readonly share: number;
  readonly waters: readonly { readonly source: PlanSource; readonly liters: number }[];
  /** Salts dissolved in it, so that hardness stays. */
  readonly salts: ReturnType<typeof hardnessSalts>;
  readonly after: Picture;
  /** What kept it from being larger. */
  readonly bound: 'enough' | 'half' | 'caps' | 'ammonia' | 'at-hand';
}

/** Shares that one can measure with a bucket, the largest first. */
export const shares = [0.5, 0.45, 0.4, 0.35, 0.33, 0.3, 0.25, 0.2, 0.15, 0.1, 0.05] as const;

/** Left to the eye, the kit and another solver. */
const margin = 0.97;

interface Freed {
  readonly atOnce: number;
  readonly closeRoom: number;
  readonly outdoors: number;
  readonly co2: number;
}
const freedOf = (tank: Tank): Freed => ({
  atOnce: freeAt(tank, phOf(tank)),
  closeRoom: freeAt(tank, airedPhOf(tank, airing.watchAtPpm)),
  outdoors: freeAt(tank, airedPhOf(tank, airing.actAtPpm)),
  co2: co2Of(tank),
});

const known = new WeakMap<Tank, Freed>();
const freed = (tank: Tank): Freed => {
  const there = known.get(tank) ?? freedOf(tank);
  known.set(tank, there);
  return there;
};

/**
 * True where free ammonia passes, at once and at the tank's own CO2, neither what it would be if nothing were done nor the
 * Watch limit; and once aired neither what the untouched tank would come to nor the airing bound. For everything that the
 * water may be.
 */
export function keepsAmmoniaDown(
  before: Picture,
  after: Picture,
  { watch, act }: Pick<Steps, 'watch' | 'act'>,
): boolean {
  const holds = (b: Tank, a: Tank): boolean => {
    if (a.ammonia <= 0) return true;
    const was = freed(b);
    const most = (untouched: number, bound: number) => Math.max(untouched, bound * margin) + 1e-12;
    return (
      freeAt(a, phOf(a)) <= most(was.atOnce, watch) &&
      freeAt(a, phAtCo2(a, was.co2)) <= most(was.atOnce, watch) &&
      freeAt(a, airedPhOf(a, airing.watchAtPpm)) <= most(was.closeRoom, watch) &&
      freeAt(a, airedPhOf(a, airing.actAtPpm)) <= most(was.outdoors, act)
    );
  };
  return holds(before.best, after.best) && before.corners.every((b, k) => holds(b, after.corners[k]!));
}

/** Moments of pouring: a part of the new water is in, what was taken out is gone. */
const pouring = [0.25, 0.5, 0.75] as const;

/**
 * True where no moment of pouring sets more ammonia free than doing nothing or the Watch limit: the first buckets can lift
 * pH before the last ones have thinned.
 */
function poursMildly(
  before: Picture,
  origin: Picture,
  filled: Tank,
  share: number,
  { watch }: Pick<Steps, 'watch'>,
): boolean {
  const holds = (tank: Tank, untouched: Tank): boolean => {
    if (tank.ammonia <= 0) return true;
    const most = Math.max(freed(untouched).atOnce, watch * margin) + 1e-12;
    return pouring.every((x) => {
      const part = (x * share) / (1 - share + x * share);
      const midway = changed(tank, filled, part);
      return freeAt(midway, phOf(midway)) <= most;
    });
  };
  return (
    holds(before.best, origin.best) && before.corners.every((tank, k) => holds(tank, origin.corners[k]!))
  );
}

/** pH that moves at equal CO2: the logarithm of KH after ÷ before. A swing from CO2 alone is borne. */
export const phShift = (before: Tank, after: Tank): number =>
  Math.log10(Math.max(after.alkalinity, 1e-4) / Math.max(before.alkalinity, 1e-4));

/** How far a day has come already: pH at equal CO2, KH, GH, °C. */
export interface DayUsed {
  readonly ph: number;
  readonly alkalinity: number;
  readonly hardness: number;
  readonly celsius: number;
}
export const freshDay: DayUsed = { ph: 0, alkalinity: 0, hardness: 0, celsius: 0 };

function keepsCaps(before: Tank, after: Tank, caps: Caps, used: DayUsed = freshDay): boolean {
  const hair = 1e-9;
  const shift = used.ph + phShift(before, after);
  return (
    shift >= -caps.phDown - hair &&
    shift <= caps.phUp + hair &&
    phOf(after) >= Math.min(caps.phFloor, phOf(before)) - hair &&
    Math.abs(used.alkalinity + after.alkalinity - before.alkalinity) <= caps.alkalinity + hair &&
    Math.abs(used.hardness + after.hardness - before.hardness) <= caps.hardness + hair &&
    Math.abs(used.celsius + after.celsius - before.celsius) <= caps.temperature + hair
  );
}

export const dayAfter = (used: DayUsed, before: Tank, after: Tank): DayUsed => ({
  ph: used.ph + phShift(before, after),
  alkalinity: used.alkalinity + after.alkalinity - before.alkalinity,
  hardness: used.hardness + after.hardness - before.hardness,
  celsius: used.celsius + after.celsius - before.celsius,
});

/** Warmth comes back, or may go on, by a degree an hour. */
export const rested = (used: DayUsed, hours: number): DayUsed => {
  const back = Math.min(Math.abs(used.celsius), hours * degreesAnHour);
  return { ...used, celsius: used.celsius - Math.sign(used.celsius) * back };
};

export interface Sized {
  readonly picture: Picture;
  /** The water before the first step: what doing nothing would come to, and whose CO2 comes back. */
  readonly origin: Picture;
  /** Water to choose from, each as it may be: the first is its best guess. */
  readonly sources: readonly { readonly source: PlanSource; readonly tanks: readonly Tank[] }[];
  readonly caps: Caps;
  readonly free: Pick<Steps, 'watch' | 'act'>;
  readonly used?: DayUsed;
  /** True where no more is wanted than this comes to. */
  readonly isEnough: (after: Tank) => boolean;
  /** How bad it still is; less is better. */
  readonly badness: (before: Tank, after: Tank) => number;
  /** True where hardness is given back with the new water. */
  readonly keepHardness: boolean;
  readonly mostShare?: number;
  /** True where new water drips in while as much runs over: a share of it runs out again. */
  readonly continuous?: boolean;
}

/** Part that is new after a continuous change of so many times the volume. */
export const newPart = (share: number, continuous: boolean): number =>
  continuous ? 1 - Math.exp(-share) : share;

/** What is poured in for a share: the water at hand as far as it goes, the rest from another. */
function fillings(
  sources: Sized['sources'],
  liters: number,
): { readonly parts: readonly { readonly from: Sized['sources'][number]; readonly liters: number }[] }[] {
  const enough = (from: Sized['sources'][number]) => from.source.litersAtHand ?? Infinity;
  const alone = sources
    .filter((s) => enough(s) >= liters - 1e-9)
    .map((from) => ({ parts: [{ from, liters }] }));
  const blends = sources.flatMap((first) =>
    enough(first) >= liters - 1e-9 || enough(first) <= 0
      ? []
      : sources
          .filter((s) => s !== first && enough(s) >= liters - enough(first) - 1e-9)
          .map((rest) => ({
            parts: [
              { from: first, liters: enough(first) },
              { from: rest, liters: liters - enough(first) },
            ],
          })),
  );
  return [...alone, ...blends];
}

/** A blend is worth its trouble where it leaves less than this part of the harm. Hedge Lamp's own. */
const worthIt = 0.9;

/**
 * The largest change that keeps ammonia down and the caps of the day, and is no larger than wanted; among several waters
 * the one that leaves least harm.
 * @returns null where none is allowed
 */
export function sizeChange(given: Sized): ChangeOption | null {
  const { picture, sources, caps, free, used, isEnough, badness, keepHardness } = given;
  const { liters } = picture.best;
  const most = Math.min(caps.share, given.mostShare ?? 1);
  let best: ChangeOption | null = null;
  const makeAt = (
    share: number,
    parts: ReturnType<typeof fillings>[number]['parts'],
  ): Omit<ChangeOption, 'bound'> | 'ammonia' | 'caps' => {
    const wide = Math.max(...parts.map((p) => p.from.tanks.length));
    let made: Omit<ChangeOption, 'bound'> | null = null;
    for (let k = 0; k < wide; k++) {
      const into = pouredTogether(
        parts.map((p) => ({ tank: p.from.tanks[k] ?? p.from.tanks[0]!, liters: p.liters })),
      );
      const lacking = picture.best.hardness - into.hardness;
      const salts = keepHardness && lacking > 0 ? hardnessSalts(lacking, share * liters) : [];
      const filled = salts.reduce((water, s) => dissolved(water, s.salt, s.grams), {
        ...into,
        liters: share * liters,
      });
      const after = mapPicture(picture, (tank) =>
        changed(tank, filled, newPart(share, given.continuous === true)),
      );
      if (!keepsAmmoniaDown(given.origin, after, free)) return 'ammonia';
      if (given.continuous !== true && !poursMildly(picture, given.origin, filled, share, free))
        return 'ammonia';
      if (k === 0 && !keepsCaps(picture.best, after.best, caps, used)) return 'caps';
      if (k === 0)
        made = {
          share,
          waters: parts.map((p) => ({ source: p.from.source, liters: p.liters })),
          salts,
          after,
        };
    }
    return made!;
  };
  for (const filling of variants(sources)) {
    let bound: ChangeOption['bound'] = 'half';
    let found: ChangeOption | null = null;
    for (const share of shares) {
      if (share > most + 1e-9) continue;
      const parts = filling(share * liters);
      if (!parts) {
        bound = 'at-hand';
        continue;
      }
      const made = makeAt(share, parts);
      if (typeof made === 'string') {
        bound = made;
        continue;
      }
      // Still more than enough: a smaller one will do.
      if (found && !isEnough(made.after.best)) break;
      found = { ...made, bound: found ? 'enough' : bound };
      if (!isEnough(made.after.best)) break;
    }
    if (!found) continue;
    const harm = badness(given.origin.best, found.after.best);
    if (!best || harm < worthIt * badness(given.origin.best, best.after.best)) best = found;
  }
  return best;
}

type Parts = ReturnType<typeof fillings>[number]['parts'];
/** Every way to fill up: each water alone, and each that runs short with another behind it. */
function variants(sources: Sized['sources']): ((liters: number) => Parts | null)[] {
  const names = sources.flatMap((first) => [
    [first],
    ...(first.source.litersAtHand === null
      ? []
      : sources.filter((s) => s !== first).map((rest) => [first, rest])),
  ]);
  return names.map((wanted) => (liters) => {
    const found = fillings(sources, liters).find(
      ({ parts }) => parts.length <= wanted.length && parts.every((p, k) => p.from === wanted[k]),
    );
    return found?.parts ?? null;
  });
}
