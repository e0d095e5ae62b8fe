import type { Reading } from '@hedge-lamp/core/readings';
import { traceSeries } from '../src/readings/trace-data';

const reading = (methodId: string, takenAt: number, value: Reading['value']) =>
  ({ id: `${methodId}${takenAt}`, parameter: 'nitrate', methodId, takenAt, value }) as Reading;

describe('the lines of a trace', () => {
  it('keep kits apart, oldest first, in the shown unit', () => {
    const series = traceSeries(
      [
        reading('two-bottles', 200, { low: 1, best: 2, high: 3 }),
        reading('powder', 150, { low: 4, best: 5, high: 6 }),
        reading('two-bottles', 100, { low: 1, best: 1, high: 1 }),
      ],
      'mg/L NO3',
    );
    expect(series.map((s) => s.methodId)).toEqual(['two-bottles', 'powder']);
    expect(series[0]!.points.map((p) => p.x)).toEqual([100, 200]);
    // 1 mg/L as N is 4.4268 mg/L as the ion (ratio of molar masses).
    expect(series[0]!.points[0]!.y).toBeCloseTo(4.427, 2);
  });

  it('keep places apart: above and below are never one line', () => {
    const at = (samplingPointId: string | null, takenAt: number) => ({
      ...reading('two-bottles', takenAt, { low: 1, best: 1, high: 1 }),
      samplingPointId,
    });
    const series = traceSeries([at('a', 1), at('b', 2), at('a', 3), at(null, 4)], 'mg/L NO3-N', (id) =>
      id === null ? 'No place named' : id.toUpperCase(),
    );
    expect(series.map((s) => [s.place, s.points.map((p) => p.x)])).toEqual([
      ['A', [1, 3]],
      ['B', [2]],
      ['No place named', [4]],
    ]);
  });

  it('leave out what has no value and mark what has no upper end', () => {
    const [only] = traceSeries(
      [reading('a', 1, null), reading('a', 2, { low: 10, best: 10, high: null })],
      'mg/L NO3-N',
    );
    expect(only!.points).toMatchObject([{ x: 2, low: 10, high: null }]);
  });
});
