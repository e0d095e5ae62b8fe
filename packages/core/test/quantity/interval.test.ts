import {
  FieldError,
  type Interval,
  fromWire,
  interval,
  mapDecreasing,
  mapIncreasing,
  overBox,
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
