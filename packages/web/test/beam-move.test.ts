import { beamScale } from '@hedge-lamp/core/limits';
import { point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { beamMove } from '../src/shell/beam/move';

const nitrate = beamScale(
  [
    { from: null, to: 40, status: 'clear' },
    { from: 40, to: 80, status: 'watch' },
    { from: 80, to: 160, status: 'act' },
    { from: 160, to: null, status: 'urgent' },
  ],
  0,
);
const ph = beamScale(
  [
    { from: null, to: 6, status: 'act' },
    { from: 6, to: 6.8, status: 'watch' },
    { from: 6.8, to: 7.8, status: 'clear' },
    { from: 7.8, to: null, status: 'watch' },
  ],
  0,
);
const figure = fc
  .tuple(
    fc.double({ min: 0, max: 300, noNaN: true }),
    fc.double({ min: 0, max: 60, noNaN: true }),
    fc.double({ min: 0, max: 60, noNaN: true }),
    fc.boolean(),
  )
  .map(([low, a, b, open]) => ({ low, best: low + a, high: open ? Infinity : low + a + b }));

describe('a figure before and after a deed', () => {
  it('lies where its limits put it', () => {
    const move = beamMove(nitrate, point(80), point(40));
    expect(move.before).toEqual([0.74, 0.74, 0.74]);
    expect(move.after).toEqual([0.6, 0.6, 0.6]);
  });
  it('keeps its open top, before and after', () => {
    const move = beamMove(
      nitrate,
      { low: 160, best: 160, high: Infinity },
      { low: 80, best: 80, high: Infinity },
    );
    expect(move).toMatchObject({ beforeOpen: true, afterOpen: true, to: 1 });
    expect(beamMove(nitrate, point(80), point(40))).toMatchObject({ beforeOpen: false, afterOpen: false });
  });
  it.each([
    ['of many', nitrate],
    ['with two banks', ph],
  ])('is in sight, whole, in a stretch of the beam %s', (_name, scale) => {
    fc.assert(
      fc.property(figure, figure, (before, after) => {
        const { from, to, ...move } = beamMove(scale, before, after);
        expect(from).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(1 + 1e-12);
        expect(to - from).toBeGreaterThanOrEqual(0.45 - 1e-12);
        for (const [low, , high] of [move.before, move.after]) {
          expect(low).toBeGreaterThanOrEqual(from - 1e-12);
          expect(high).toBeLessThanOrEqual(to + 1e-12);
        }
        if (move.beforeOpen || move.afterOpen) expect(to).toBeCloseTo(1, 9);
      }),
    );
  });
  it('shows a bank that stands near, and not the whole beam', () => {
    const near = beamMove(nitrate, point(30), point(20));
    expect(near.from).toBeLessThan(0.3);
    expect(near.to).toBeGreaterThan(0.6);
    expect(near.to - near.from).toBeLessThan(0.8);
    const inside = beamMove(ph, point(7), point(7.2));
    expect(inside.from).toBeLessThan(0.27);
  });
  it('shows no bank that stands far off: the step would not be seen', () => {
    const { from, to } = beamMove(nitrate, point(0), point(1));
    expect([from, to]).toEqual([0, 0.45]);
    const far = beamMove(nitrate, point(300), point(290));
    expect(far.to).toBe(1);
  });
});
