import { type Interval, cornersOfBox, interval, point } from './interval';

/** Shares of an input's range at which a bend is looked for, its ends among them. */
const lookedAt = [0, 0.3, 0.7, 1];
const golden = (Math.sqrt(5) - 1) / 2;
/** Each step of golden section leaves 0.618 of the stretch: thirty leave less than a millionth. */
const goldenSteps = 30;
/** Rounds over all inputs; two or three are the rule. */
const mostRounds = 12;

type Stretch = Pick<Interval, 'low' | 'high'>;
const isEnd = ({ low, high }: Stretch, x: number): boolean => x === low || x === high;
/** The place at a share of a stretch; its ends to the last digit. */
const placeIn = ({ low, high }: Stretch, share: number): number =>
  share === 1 ? high : low + share * (high - low);

/** Less than this part of a figure is rounding, not a bend. */
const hair = 1e-10;

/** Where a function is largest between two ends, by golden section (Kiefer 1953). */
function peakBetween(f: (x: number) => number, low: number, high: number): number {
  let [a, b] = [low, high];
  let [c, d] = [b - golden * (b - a), a + golden * (b - a)];
  let [fc, fd] = [f(c), f(d)];
  for (let step = 0; step < goldenSteps; step++) {
    if (fc > fd) {
      [b, d, fd] = [d, c, fc];
      c = b - golden * (b - a);
      fc = f(c);
    } else {
      [a, c, fc] = [c, d, fd];
      d = a + golden * (b - a);
      fd = f(d);
    }
  }
  return fc > fd ? c : d;
}

/**
 * The largest value that is found from a place in a box by moving one input at a time to where along it the
 * value is largest, until none gets further.
 */
function largestFrom(
  start: readonly number[],
  inputs: readonly Interval[],
  wide: readonly number[],
  f: (x: readonly number[]) => number,
): number {
  const x = [...start];
  let top = f(x);
  const fromCorner = wide.every((k) => isEnd(inputs[k]!, start[k]!));
  for (let [round, moved] = [0, true]; moved && round < mostRounds; round++) {
    moved = false;
    for (const k of wide) {
      const input = inputs[k]!;
      const here = x[k]!;
      const along = (at: number): number => {
        x[k] = at;
        return f(x);
      };
      // The corners beside a corner were tried already.
      const untried = (at: number) => !(round === 0 && fromCorner && isEnd(input, at));
      const places = [...new Set([here, ...lookedAt.map((share) => placeIn(input, share))])]
        .filter((at) => at === here || untried(at))
        .sort((a, b) => a - b);
      let [bestAt, best] = [here, top];
      for (const at of places) {
        const value = at === here ? top : along(at);
        if (value > best) [bestAt, best] = [at, value];
      }
      const place = places.indexOf(bestAt);
      const near = { low: places[place - 1] ?? input.low, high: places[place + 1] ?? input.high };
      // At an end only a step inward that rises says that there is a peak before it.
      const inward = placeIn(near, bestAt === input.low ? 1e-3 : 1 - 1e-3);
      if (!isEnd(input, bestAt) || along(inward) > best + hair * Math.abs(best)) {
        const peak = peakBetween(along, near.low, near.high);
        const value = along(peak);
        if (value > best) [bestAt, best] = [peak, value];
      }
      // A hair of rounding is no way onward.
      if (best > top + hair * Math.abs(top)) [top, moved] = [best, true];
      else bestAt = here;
      x[k] = bestAt;
    }
  }
  return top;
}

/**
 * Which of the results neither only rise nor only fall along some input, the others standing at their best
 * guesses: told from a few places along each.
 */
function bentResults(
  inputs: readonly Interval[],
  wide: readonly number[],
  f: (...x: number[]) => readonly number[],
): Set<number> {
  const bent = new Set<number>();
  const bests = inputs.map((input) => input.best);
  for (const k of wide) {
    const along = lookedAt.map((share) =>
      f(...bests.map((best, i) => (i === k ? placeIn(inputs[k]!, share) : best))),
    );
    along[0]!.forEach((first, j) => {
      const rises = along.at(-1)![j]! >= first;
      const turns = along.some((at, place) => {
        const before = along[Math.max(0, place - 1)]![j]!;
        const step = rises ? at[j]! - before : before - at[j]!;
        return step < -hair * Math.abs(before);
      });
      if (turns) bent.add(j);
    });
  }
  return bent;
}

/**
 * The images of several intervals under functions that nearly always rise or fall along each input, but may bend
 * inside the box: a mix whose pH lies outside its parts, carbonate in water so basic that OH takes over. The
 * corners come first; from the best of them, and for a result that bends from the best guesses too, each input
 * is moved as long as that goes further.
 * @param f gives all the results at once, always as many, from one value for each input
 * @example extremesInBox([interval(-1, 0.5, 2)], (x) => [x ** 2])[0] // { low: 0, best: 0.25, high: 4 }
 */
export function extremesInBox(
  inputs: readonly Interval[],
  f: (...x: number[]) => readonly number[],
): Interval[] {
  const wide = inputs.flatMap((input, k) => (input.high > input.low ? [k] : []));
  const bests = inputs.map((input) => input.best);
  if (wide.length === 0) return f(...bests).map(point);
  const bent = bentResults(inputs, wide, f);
  return cornersOfBox(inputs, f).map(({ best, lowAt, highAt }, j) => {
    const reach = (sign: 1 | -1, corner: readonly number[]): number =>
      Math.max(
        ...(bent.has(j) ? [corner, bests] : [corner]).map((start) =>
          largestFrom(start, inputs, wide, (x) => sign * f(...x)[j]!),
        ),
      );
    return interval(-reach(-1, lowAt), best, reach(1, highAt));
  });
}
