import type { Deed } from '@hedge-lamp/core/remedies';
import fc from 'fast-check';
import { deedMarks, markWidth } from '../src/readings/deed-marks';

const deed = (at: number) => ({ id: String(at), kind: 'water-change', at }) as unknown as Deed;
const left = (at: number) => at;

describe('the marks of deeds along a trace', () => {
  it('stand where their deed does while there is room', () => {
    expect(deedMarks([deed(300), deed(20), deed(100)], left, 400).map((m) => m.x)).toEqual([20, 100, 300]);
  });
  it('are moved apart, also at the end of the axis', () => {
    const xs = deedMarks([deed(398), deed(399), deed(400)], left, 400).map((m) => m.x);
    expect(xs).toEqual([366, 383, 400]);
  });
  it('never lie on each other or outside, keep their order, and are the newest', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 500 }), { maxLength: 80 }),
        fc.integer({ min: 40, max: 500 }),
        (ats, width) => {
          const marks = deedMarks(ats.map(deed), (at) => (at / 500) * width, width);
          expect(marks.length).toBe(Math.min(ats.length, Math.floor(width / markWidth)));
          marks.forEach((m, k) => {
            expect(m.x).toBeLessThanOrEqual(width);
            expect(m.x).toBeGreaterThanOrEqual(0);
            if (k > 0) expect(m.x - marks[k - 1]!.x).toBeGreaterThanOrEqual(markWidth - 1e-6);
          });
          const newest = [...ats].sort((a, b) => a - b).slice(ats.length - marks.length);
          expect(marks.map((m) => m.deed.at)).toEqual(newest);
        },
      ),
    );
  });
});
