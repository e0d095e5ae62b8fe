import fc from 'fast-check';
import { gaugeScale } from '../src/guidelines/gauge-scale';

const free = [
  { from: null, to: 0.02, status: 'clear' as const },
  { from: 0.02, to: 0.04, status: 'watch' as const },
  { from: 0.04, to: 0.4, status: 'act' as const },
  { from: 0.4, to: null, status: 'urgent' as const },
];
const ph = [
  { from: null, to: 6, status: 'act' as const },
  { from: 6, to: 6.5, status: 'watch' as const },
  { from: 6.5, to: 8, status: 'clear' as const },
  { from: 8, to: 8.5, status: 'watch' as const },
  { from: 8.5, to: null, status: 'act' as const },
];

describe('the scale of a band gauge', () => {
  it('draws the clear band twice as wide, and all of them fill the width', () => {
    const { stretches } = gaugeScale(free, 0);
    expect(stretches.map((s) => s.width)).toEqual([40, 20, 20, 20]);
  });

  it('puts a value into the stretch of its own band', () => {
    const scale = gaugeScale(free, 0);
    expect(scale.place(0)).toBe(0);
    expect(scale.place(0.01)).toBeCloseTo(20, 9);
    expect(scale.place(0.02)).toBeCloseTo(40, 9);
    expect(scale.place(0.03)).toBeCloseTo(50, 9);
    expect(scale.place(99)).toBe(100);
    expect(gaugeScale(ph, null).place(7.25)).toBeCloseTo(50, 9);
  });

  it('never turns back: a higher value stands further right', () => {
    for (const scale of [gaugeScale(free, 0), gaugeScale(ph, null)])
      fc.assert(
        fc.property(
          fc.double({ min: 0, max: 14, noNaN: true }),
          fc.double({ min: 0, max: 14, noNaN: true }),
          (a, b) => {
            expect(scale.place(Math.min(a, b))).toBeLessThanOrEqual(scale.place(Math.max(a, b)) + 1e-9);
          },
        ),
      );
  });
});
