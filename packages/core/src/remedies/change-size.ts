import { type Mixture, mixWaters } from '../chemistry/mix-waters';
import { uncheckedUnionizedFraction } from '../chemistry/unionized-ammonia';
import { FieldError, type Interval, interval, point, toCanonical } from '../quantity';

/** What of a water decides how much of it may be changed at once. Canonical; null where it was not read. */
export interface ChangeWater {
  readonly ph: Interval | null;
  readonly alkalinity: Interval | null;
  readonly hardness: Interval | null;
  readonly temperature: Interval | null;
  readonly ammonia: Interval | null;
}

/** What a change is for; all in one unit, which only the words need to know. */
export interface ChangeGoal {
  readonly now: Interval;
  /** In the water that goes in; null where it was not read, and then it is taken as none. */
  readonly source: Interval | null;
  /** What to bring it down to. */
  readonly target: number;
}

export type ChangeBound = 'goal' | 'source' | 'volume' | 'shock' | 'useless';

export interface ChangeSize {
  /** Part to change at once, 0 to 1; 0 where a change cannot help. */
  readonly fraction: number;
  /** What stopped it from being larger. */
  readonly bound: ChangeBound;
  /** Of `shock`: what would swing. */
  readonly swings: 'ph' | 'alkalinity' | 'hardness' | 'temperature' | null;
  /** Changes of this size until the target is met, a day apart; null where it is never met. */
  readonly times: number | null;
  /** What is left after one; the goal's unit. */
  readonly after: Interval;
  /** pH before and after, where both waters' KH and pH are known. */
  readonly ph: { readonly before: Interval; readonly after: Interval } | null;
  /** Free ammonia before and after, mg/L as NH3-N, where it can be told. */
  readonly free: { readonly before: Interval; readonly after: Interval } | null;
}

/**
 * The most that one change may move each figure. "Do not lower or raise pH, KH or salinity fast" is common practice;
 * the sizes are Hedge Lamp's own, on the careful side.
 */
export const shockLimits = {
  ph: 0.5,
  alkalinity: toCanonical(2, 'alkalinity', '°dKH'),
  hardness: toCanonical(3, 'hardness', '°dGH'),
  temperature: 2,
} as const;

/** No more than half at once, whatever the figures say. Common practice. */
export const mostAtOnce = 0.5;
const step = 0.05;

const roundUp = (x: number) => Math.ceil(x / step - 1e-9) * step;
const roundDown = (x: number) => Math.floor(x / step + 1e-9) * step;

interface Mixable {
  readonly ph: Interval;
  readonly alkalinity: Interval;
  readonly temperature: Interval;
}

/** Both waters as they can be mixed; null where KH or pH of one is not known. A source's temperature is matched to the tank's. */
function mixable(tank: ChangeWater, source: ChangeWater): [Mixable, Mixable] | null {
  if (!tank.ph || !tank.alkalinity || !source.ph || !source.alkalinity) return null;
  if ([tank.ph, source.ph, tank.alkalinity, source.alkalinity].some((i) => !Number.isFinite(i.high - i.low)))
    return null;
  const temperature = tank.temperature ?? source.temperature ?? point(20);
  return [
    { ph: tank.ph, alkalinity: tank.alkalinity, temperature },
    { ph: source.ph, alkalinity: source.alkalinity, temperature: source.temperature ?? temperature },
  ];
}

const guesses = (w: Mixable): Mixable => ({
  ph: point(w.ph.best),
  alkalinity: point(w.alkalinity.best),
  temperature: point(w.temperature.best),
});

/** Water mixed at a part, solved for pH; null where the figures go together at no pH at all. */
function mixedAt([tank, source]: readonly [Mixable, Mixable], part: number): Mixture | null {
  try {
    return mixWaters([
      { ...tank, liters: point(1 - part) },
      { ...source, liters: point(part) },
    ]).value;
  } catch (error) {
    if (error instanceof FieldError && error.code === 'contradiction') return null;
    throw error;
  }
}

/** pH of the mix by the best guesses; null where it cannot be told. */
export function phAfterChange(tank: ChangeWater, source: ChangeWater, part: number): number | null {
  const pair = mixable(tank, source);
  return pair ? (mixedAt([guesses(pair[0]), guesses(pair[1])], part)?.ph.best ?? null) : null;
}

const free = (total: Interval, ph: Interval, celsius: Interval): Interval =>
  interval(
    total.low * uncheckedUnionizedFraction(ph.low, celsius.low),
    total.best * uncheckedUnionizedFraction(ph.best, celsius.best),
    total.high * uncheckedUnionizedFraction(ph.high, celsius.high),
  );

/**
 * How much water to change at once so that a figure comes down to its target: no more than the target needs, than the
 * source allows, than half, and than pH, KH, GH and temperature may move.
 */
export function changeSize(goal: ChangeGoal, tank: ChangeWater, source: ChangeWater): ChangeSize {
  const from = goal.source ?? point(0);
  const { best } = goal.now;
  const nothing = { swings: null, times: null, after: goal.now, ph: null, free: null };
  if (from.best >= best || best <= goal.target) return { fraction: 0, bound: 'useless', ...nothing };

  const reachable = goal.target > from.best;
  const wanted = reachable ? Math.max(step, roundUp((best - goal.target) / (best - from.best))) : 1;
  let fraction = Math.min(wanted, mostAtOnce);
  let bound: ChangeBound = !reachable ? 'source' : wanted > mostAtOnce ? 'volume' : 'goal';
  let swings: ChangeSize['swings'] = null;
  const cap = (most: number, what: NonNullable<ChangeSize['swings']>) => {
    const rounded = Math.max(step, roundDown(most));
    if (rounded >= fraction) return;
    [fraction, bound, swings] = [rounded, 'shock', what];
  };
  for (const what of ['alkalinity', 'hardness', 'temperature'] as const) {
    const [a, b] = [tank[what], source[what]];
    if (a && b && a.best !== b.best) cap(shockLimits[what] / Math.abs(a.best - b.best), what);
  }
  const pair = mixable(tank, source);
  if (pair) {
    const exact: [Mixable, Mixable] = [guesses(pair[0]), guesses(pair[1])];
    const moves = (part: number) => {
      const mixed = mixedAt(exact, part);
      return mixed ? Math.abs(mixed.ph.best - exact[0].ph.best) : 0;
    };
    let most = fraction;
    while (most > step && moves(most) > shockLimits.ph + 1e-9) most -= step;
    if (most < fraction - 1e-9) cap(most, 'ph');
  }
  fraction = Number(fraction.toFixed(2));
  const mixed = (a: Interval, b: Interval): Interval =>
    interval(
      (1 - fraction) * a.low + fraction * b.low,
      (1 - fraction) * a.best + fraction * b.best,
      (1 - fraction) * a.high + fraction * b.high,
    );
  const after = mixed(goal.now, from);
  const times = reachable
    ? Math.max(
        1,
        Math.ceil(Math.log((goal.target - from.best) / (best - from.best)) / Math.log(1 - fraction) - 1e-9),
      )
    : null;
  const mix = pair && mixedAt(pair, fraction);
  if (!pair || !mix) return { fraction, bound, swings, times, after, ph: null, free: null };
  const told =
    tank.ammonia && tank.temperature
      ? {
          before: free(tank.ammonia, pair[0].ph, pair[0].temperature),
          after: free(mixed(tank.ammonia, source.ammonia ?? point(0)), mix.ph, mix.temperature),
        }
      : null;
  return { fraction, bound, swings, times, after, ph: { before: pair[0].ph, after: mix.ph }, free: told };
}
