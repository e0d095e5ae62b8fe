import type { Reading } from '@hedge-lamp/core/readings';
import type { Deed } from '@hedge-lamp/core/remedies';
import { WaterDraftSchema, type Water, usualUnits } from '@hedge-lamp/core/waters';
import { columnsOf, logCell, logRows } from '../src/readings/log-rows';

const at = (day: number, hour: number) => new Date(2026, 10, day, hour, 20).getTime();
const id = '00000000-0000-4000-8000-000000000001';
const water = {
  ...WaterDraftSchema.parse({
    id,
    name: 'Tank',
    kind: 'aquarium',
    netLiters: 100,
    stockGroups: ['community-fish'],
  }),
} as Water;
const reading = (parameter: Reading['parameter'], takenAt: number, value: Reading['value']): Reading =>
  ({
    id: `${parameter} ${takenAt}`,
    waterId: id,
    parameter,
    takenAt,
    value,
    entered: { how: 'figure', text: '', unit: '' },
    doubts: [],
  }) as unknown as Reading;
const deed = (when: number): Deed =>
  ({ id: String(when), kind: 'water-change', at: when }) as unknown as Deed;

describe('the sheet of a log', () => {
  it('has a line for each day on which something was read or done, newest first, with its times', () => {
    const rows = logRows(
      [reading('ph', at(24, 9), null), reading('nitrite', at(24, 18), null), reading('ph', at(22, 9), null)],
      [deed(at(23, 12))],
    );
    expect(rows.map((r) => [new Date(r.day).getDate(), r.times, r.readings.length, r.deeds.length])).toEqual([
      [24, '09:20–18:20', 2, 0],
      [23, '12:20', 0, 1],
      [22, '09:20', 1, 0],
    ]);
    expect(columnsOf(rows)).toEqual(['nitrite', 'ph']);
  });
  it.each([
    ['inside', { low: 5, best: 5, high: 6 }, 'clear', /^KH \(alkalinity\) .*\(.*\), Clear$/],
    ['too low', { low: 0.1, best: 0.2, high: 0.3 }, 'act', /, Act$/],
    ['past the top of a card', { low: 20, best: 20, high: null }, 'watch', /^KH \(alkalinity\) over /],
  ] as const)('shows and says a figure that lies %s', (_name, degrees, status, says) => {
    // Canonical is meq/L; 1 °dKH is 0.357.
    const meq = (x: number | null) => (x === null ? null : x * 0.357);
    const value = { low: meq(degrees.low), best: meq(degrees.best)!, high: meq(degrees.high) };
    const cell = logCell(reading('alkalinity', at(24, 9), value), usualUnits, water);
    expect(cell.status).toBe(status);
    expect(cell.says).toMatch(says);
  });
  it('never calls clear what was doubted; what was bad stays bad', () => {
    const doubted = (low: number) => ({
      ...reading('alkalinity', at(24, 9), { low: low * 0.357, best: low * 0.357, high: low * 0.357 }),
      doubts: ['old-bottle' as const],
    });
    const cell = logCell(doubted(5), usualUnits, water);
    expect(cell.status).toBe('unread');
    expect(cell.says).toMatch(/^KH \(alkalinity\) 5\S*, doubted$/);
    expect(logCell(doubted(0.2), usualUnits, water).status).toBe('act');
  });
  it('never calls clear what told no value', () => {
    const cell = logCell(reading('ammonia', at(24, 9), null), usualUnits, water);
    expect(cell).toMatchObject({ figure: 'no value', status: null, says: 'Total ammonia no value' });
  });
});
