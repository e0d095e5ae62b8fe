import { type Interval, cornersOfBox, interval } from './interval';

/** Shares of an input's range at which a bend is looked for, its ends among them. */
const lookedAt = [0, 0.02, 0.25, 0.5, 0.75, 0.98, 1];
const golden = (Math.sqrt(5) - 1) / 2;
/** Each step of golden section leaves 0.618 of the stretch: thirty leave less than a millionth. */
const goldenSteps = 30;
/** Rounds over all inputs; two or three are the rule. */
const mostRounds = 12;

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
  for (let [round, moved] = [0, true]; moved && round < mostRounds; round++) {
    moved = false;
    for (const k of wide) {
      const { low, high } = inputs[k]!;
      const here = x[k]!;
      const along = (at: number): number => {
        x[k] = at;
        return f(x);
      };
      const at = (j: number): number => low + lookedAt[j]! * (high - low);
      let [bestAt, best, place] = [here, top, -1];
      lookedAt.forEach((_, j) => {
        if (at(j) === here) return;
        const value = along(at(j));
        if (value > best + hair * Math.abs(best)) [bestAt, best, place] = [at(j), value, j];
      });
      if (place >= 0) {
        const [from, to] = [at(Math.max(0, place - 1)), at(Math.min(lookedAt.length - 1, place + 1))];
        const isEnd = bestAt === low || bestAt === high;
        // At an end only a step inward that rises says that there is a peak before it.
        if (!isEnd || along(bestAt + 1e-3 * (bestAt === low ? to - low : from - high)) > best) {
          const peak = peakBetween(along, from, to);
          const value = along(peak);
          if (value > best) [bestAt, best] = [peak, value];
        }
        [top, moved] = [best, true];
      }
      x[k] = bestAt;
    }
  }
  return top;
}

/**
 * The images of several intervals under functions that nearly always rise or fall along each input, but may bend
 * inside the box: a mix whose pH lies outside its parts, carbonate in water so basic that OH takes over. The
 * corners come first; from the best of them, and from the best guesses, each input is moved as long as that goes
 * further.
 * @param f gives all the results at once, always as many, from one value for each input
 */
export function extremesInBox(
  inputs: readonly Interval[],
  f: (...x: number[]) => readonly number[],
): Interval[] {
  const wide = inputs.flatMap((input, k) => (input.high > input.low ? [k] : []));
  const bests = inputs.map((input) => input.best);
  return cornersOfBox(inputs, f).map(({ best, lowAt, highAt }, j) => {
    const reach = (sign: 1 | -1, corner: readonly number[]): number =>
      Math.max(
        ...[corner, bests].map((start) => largestFrom(start, inputs, wide, (x) => sign * f(...x)[j]!)),
      );
    return interval(-reach(-1, lowAt), best, reach(1, highAt));
  });
}
