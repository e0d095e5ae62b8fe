import {
  FieldError,
  type Interval,
  extremesInBox,
  fromWire,
  interval,
  mapDecreasing,
  mapIncreasing,
  overBox,
  overOpenBox,
  point,
  toWire,
} from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const anyInterval = fc
  .tuple(
    fc.double({ min: -1e6, max: 1e6, noNaN: true }),
    fc.double({ min: 0, max: 1e3, noNaN: true }),
    evenShare,
  )
  .map(([low, width, share]): Interval =>
    interval(low, Math.min(low + width, low + width * share), low + width),
  );
/** An interval and a point inside it. */
const withPoint = anyInterval.chain((i) =>
  fc
    .double({ min: 0, max: 1, noNaN: true })
    .map((share) => ({ i, x: Math.min(i.high, i.low + share * (i.high - i.low)) })),
);
const holds = (i: Interval, y: number, scale = 1) => {
  const slack = 1e-9 * Math.max(1, scale, Math.abs(y));
  return y >= i.low - slack && y <= i.high + slack;
};

describe('an interval', () => {
  it('holds the image of every point inside, under rising and falling maps', () => {
    fc.assert(
      fc.property(withPoint, ({ i, x }) => {
        expect(
          holds(
            mapIncreasing(i, (v) => 3 * v + 1),
            3 * x + 1,
          ),
        ).toBe(true);
        expect(
          holds(
            mapDecreasing(i, (v) => -2 * v),
            -2 * x,
          ),
        ).toBe(true);
      }),
    );
  });

  it('holds the image of every point of a box under a function monotone in each argument', () => {
    const f = (a: number, b: number) => 2 * a - 5 * b;
    fc.assert(
      fc.property(withPoint, withPoint, (p, q) => {
        const box = overBox([p.i, q.i], (a, b) => f(a!, b!));
        expect(holds(box, f(p.x, q.x), 1e6)).toBe(true);
      }),
    );
  });

  it('finds extremes inside the box where a function bends there, as corners alone would not', () => {
    // A hump along the first input whose place hangs on the second, and a dip along the second.
    const f = (x: number, y: number) => [-((x - 0.3 - y / 10) ** 2), (y - 2) ** 2 + x];
    const [hump, dip] = extremesInBox([interval(0, 0, 1), interval(1, 1.5, 4)], (x, y) => f(x!, y!));
    expect(hump!.high).toBeCloseTo(0, 9);
    expect(hump!.low).toBeCloseTo(-(0.7 ** 2), 9);
    expect(dip!.low).toBeCloseTo(0, 9);
    expect(dip!.high).toBeCloseTo(5, 9);
    // Independent: the least and largest of a fine grid.
    const grid = Array.from({ length: 101 * 101 }, (_, k) =>
      f((k % 101) / 100, 1 + Math.floor(k / 101) * 0.03),
    );
    expect(hump!.low).toBeCloseTo(Math.min(...grid.map(([a]) => a!)), 6);
    expect(dip!.high).toBeCloseTo(Math.max(...grid.map(([, b]) => b!)), 6);
  });

  it('has no upper end where an open input has a say, and one where it has none', () => {
    const mean = (share: number) =>
      overOpenBox([interval(1, 2, Infinity), point(4), point(share)], (a, b, s) => s! * a! + (1 - s!) * b!);
    expect(mean(0.5)).toEqual({ low: 2.5, best: 3, high: Infinity });
    expect(mean(0)).toEqual(point(4));
  });

  it('takes ends that are crossed by rounding alone as even', () => {
    const hair = 0.1 + 0.2;
    expect(interval(hair, 0.3, 0.3)).toEqual({ low: 0.3, best: 0.3, high: 0.3 });
    expect(() => interval(0.3001, 0.3, 0.3)).toThrow(/must not be above/);
  });

  it('travels through JSON and back, open ends too', () => {
    fc.assert(
      fc.property(anyInterval, (i) => expect(fromWire(JSON.parse(JSON.stringify(toWire(i))))).toEqual(i)),
    );
    const open = interval(6, 6, Infinity);
    expect(toWire(open)).toEqual({ low: 6, best: 6, high: null });
    expect(fromWire(toWire(open))).toEqual(open);
  });

  it('refuses NaN, an infinite best guess and crossed ends', () => {
    expect(() => point(NaN)).toThrow(FieldError);
    expect(() => interval(0, Infinity, Infinity)).toThrow(FieldError);
    expect(() => interval(3, 2, 1)).toThrow(/must not be above/);
  });
});
