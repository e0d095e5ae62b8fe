import {
  afterChange,
  afterDrip,
  changeSeries,
  fractionToReach,
  settledLevel,
} from '@hedge-lamp/core/remedies';
import { type Interval, formatReading, interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const nitrate = (now: Interval, source: Interval = point(0)) => ({
  label: 'Nitrate',
  unit: 'mg/L NO3',
  now,
  source,
});
const half = { fraction: point(0.5), made: point(10) };

describe('water changes', () => {
  it('a half change each week with ten a week made goes 5, 7.5, 8.75 … and settles at 10 (common practice)', () => {
    const steps = changeSeries(nitrate(point(0)), half, 40).value;
    expect(steps.slice(0, 3).map((s) => s.after.best)).toEqual([5, 7.5, 8.75]);
    expect(steps.slice(0, 3).map((s) => s.before.best)).toEqual([10, 15, 17.5]);
    expect(steps.at(-1)!.after.best).toBeCloseTo(10, 9);
    const { before, after } = settledLevel(nitrate(point(0)), half).value;
    expect([before.best, after.best]).toEqual([20, 10]);
  });

  it('that start now begin with the one change, and go on as those with a stretch before them', () => {
    fc.assert(
      fc.property(evenShare, evenShare, evenShare, (now, part, made) => {
        const of = nitrate(point(100 * now), point(5));
        const routine = { fraction: point(0.05 + 0.9 * part), made: point(20 * made) };
        const steps = changeSeries(of, { ...routine, startsNow: true }, 6).value;
        const one = afterChange(of, routine.fraction).value;
        expect(steps[0]!.before.best).toBeCloseTo(of.now.best, 9);
        expect(steps[0]!.after.best).toBeCloseTo(one.best, 9);
        const later = changeSeries({ ...of, now: one }, routine, 5).value;
        later.forEach((step, k) => {
          expect(steps[k + 1]!.before.best).toBeCloseTo(step.before.best, 9);
          expect(steps[k + 1]!.after.best).toBeCloseTo(step.after.best, 9);
        });
      }),
    );
  });

  it('settle higher by what the source brings', () => {
    const { before, after } = settledLevel(nitrate(point(0), point(8)), half).value;
    expect([before.best, after.best]).toEqual([28, 18]);
  });

  it('one change of a quarter takes a quarter of the way to the source', () => {
    expect(afterChange(nitrate(point(40), point(8)), point(0.25)).value.best).toBe(32);
    expect(afterChange(nitrate(point(40), point(8)), point(1)).value.best).toBe(8);
    expect(afterChange(nitrate(interval(80, 80, Infinity)), point(0.5)).value).toMatchObject({
      low: 40,
      high: Infinity,
    });
  });

  it('a drip of its own volume leaves 1/e', () => {
    expect(afterDrip(nitrate(point(100)), point(50), point(50)).value.best).toBeCloseTo(100 / Math.E, 9);
    expect(afterDrip(nitrate(point(100), point(20)), point(0), point(50)).value.best).toBe(100);
  });

  it('many small changes approach the drip', () => {
    const drip = afterDrip(nitrate(point(60), point(5)), point(30), point(100)).value.best;
    let level = 60;
    for (let k = 0; k < 300; k++)
      level = afterChange(nitrate(point(level), point(5)), point(0.001)).value.best;
    expect(level).toBeCloseTo(drip, 1);
  });

  it('the part to change leads to the target, up as well as down', () => {
    fc.assert(
      fc.property(
        evenShare.map((s) => s * 100),
        evenShare.map((s) => s * 100),
        fc.double({ min: 0.01, max: 0.99, noNaN: true }),
        (now, source, share) => {
          fc.pre(Math.abs(now - source) > 0.1);
          const target = now + share * (source - now);
          const part = fractionToReach(nitrate(point(now), point(source)), target).value;
          expect(afterChange(nitrate(point(now), point(source)), part).value.best).toBeCloseTo(target, 6);
        },
      ),
    );
  });

  it('never proposes a target below the source', () => {
    expect(() => fractionToReach(nitrate(point(40), point(25)), 20)).toThrow(
      expect.objectContaining({ code: 'contradiction', field: 'target' }),
    );
    // Where the source only may be above the target, the part may have to be all.
    const { value } = fractionToReach(nitrate(point(40), interval(5, 10, 25)), 20);
    expect(value.best).toBeCloseTo(20 / 30, 9);
    expect(value.high).toBe(1);
    expect(fractionToReach(nitrate(point(15), point(0)), 15).value.best).toBe(0);
  });

  it('hold every point inside the ranges, also with an uncertain part changed', () => {
    const share = evenShare;
    const [now, source, f, p] = [
      interval(10, 20, 40),
      interval(0, 5, 15),
      interval(0.2, 0.25, 0.35),
      interval(5, 8, 12),
    ];
    const pick = (i: Interval, s: number) => point(i.low + s * (i.high - i.low));
    const series = changeSeries(nitrate(now, source), { fraction: f, made: p }, 6).value;
    const settled = settledLevel(nitrate(now, source), { fraction: f, made: p }).value;
    const drip = afterDrip(nitrate(now, source), interval(20, 30, 40), point(100)).value;
    fc.assert(
      fc.property(share, share, share, share, (a, b, c, d) => {
        const of = nitrate(pick(now, a), pick(source, b));
        const routine = { fraction: pick(f, c), made: pick(p, d) };
        const within = (x: number, i: Interval) => {
          expect(x).toBeGreaterThanOrEqual(i.low - 1e-9);
          expect(x).toBeLessThanOrEqual(i.high + 1e-9);
        };
        changeSeries(of, routine, 6).value.forEach((step, k) => {
          within(step.before.best, series[k]!.before);
          within(step.after.best, series[k]!.after);
        });
        const at = settledLevel(of, routine).value;
        within(at.before.best, settled.before);
        within(at.after.best, settled.after);
        within(afterDrip(of, pick(interval(20, 30, 40), d), point(100)).value.best, drip);
      }),
    );
  });

  it('keep an open end open where it has a say, and are never without a number', () => {
    const open = interval(40, 40, Infinity);
    const source = nitrate(interval(10, 20, 30), open);
    expect(afterChange(source, point(0.5)).value).toMatchObject({ low: 25, best: 30, high: Infinity });
    expect(afterChange(source, point(0)).value).toEqual(interval(10, 20, 30));
    expect(afterDrip(source, point(10), point(100)).value.high).toBe(Infinity);
    expect(afterDrip(source, point(0), point(100)).value.high).toBe(30);
    // All of it changed: nothing of the start is left, however much that was.
    const all = { fraction: point(1), made: point(3) };
    expect(changeSeries(nitrate(open, point(5)), all, 2).value.at(-1)!.after).toEqual(point(5));
    expect(settledLevel(nitrate(point(0), point(5)), { fraction: point(1), made: open }).value).toEqual({
      before: interval(45, 45, Infinity),
      after: point(5),
    });
  });

  it('show their workings with the keeper’s figures', () => {
    const { workings } = settledLevel(nitrate(point(0), point(8)), half);
    expect(workings.substituted).toContain('8 + 10 ÷ 50 % = 28');
    expect(workings.result).toBe(`${formatReading(point(28))} before and 18 mg/L NO3 after each change`);
  });

  it.each([
    [() => afterChange(nitrate(point(-1)), point(0.5)), 'now'],
    [() => afterChange(nitrate(point(1)), point(1.5)), 'fraction'],
    [() => settledLevel(nitrate(point(1)), { fraction: point(0), made: point(1) }), 'fraction'],
    [() => changeSeries(nitrate(point(1)), half, 0), 'changes'],
    [() => changeSeries(nitrate(point(1)), half, 2.5), 'changes'],
    [() => changeSeries(nitrate(point(1)), half, NaN), 'changes'],
    [() => afterDrip(nitrate(point(1)), point(1), point(0)), 'liters'],
    [() => fractionToReach(nitrate(point(1)), Infinity), 'target'],
  ])('refuse what cannot be: %#', (act, field) => {
    expect(act).toThrow(expect.objectContaining({ name: 'FieldError', field }));
  });
});
