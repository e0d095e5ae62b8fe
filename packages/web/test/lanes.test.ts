import type { Forecast } from '@hedge-lamp/core/cycle';
import { UnitChoiceSchema } from '@hedge-lamp/core/waters';
import { daysShownAhead, flagWord, lanesOf } from '../src/cycle/lanes';

const startedAt = Date.UTC(2026, 9, 1);
const day = 86_400_000;
const band = [
  { day: 0, low: 0, mid: 1, high: 2 },
  { day: 30, low: 0, mid: 1, high: 2 },
];
const bands = {
  ammonia: band,
  nitrite: band,
  nitrate: band,
  alkalinity: band,
  ph: band,
} as Forecast['bands'];

describe('the lanes of the chart', () => {
  const lanes = lanesOf([], UnitChoiceSchema.parse({}), startedAt, null, bands, startedAt + 10 * day);
  it('stand in the order in which nitrogen goes, KH below, each in its own unit and basis', () => {
    expect(lanes.map((l) => `${l.label}, ${l.unit}`)).toEqual([
      'Total ammonia, mg/L NH3-N',
      'Nitrite, mg/L NO2',
      'Nitrate, mg/L NO3',
      'KH, °dKH',
    ]);
    // 1 mg/L as N is 3.28 mg/L NO2 and 4.43 mg/L NO3; 1 meq/L is 2.80 °dKH.
    expect(lanes.map((l) => Number(l.ahead[0]!.mid.toFixed(2)))).toEqual([1, 3.28, 4.43, 2.8]);
  });
  it('are left out where there is nothing to show', () => {
    expect(lanesOf([], UnitChoiceSchema.parse({}), startedAt, null, null, startedAt)).toEqual([]);
  });
  it('end where the chart ends', () => {
    expect(lanes[0]!.ahead).toHaveLength(1);
    expect(lanes[0]!.past).toEqual([]);
  });
});

describe('how far ahead is shown', () => {
  const until = (late: number | null, middle: number | null = null) =>
    daysShownAhead({ ready: { early: null, middle, late } } as Forecast, 20);
  it('is a little beyond readiness, ten days to six weeks', () => {
    expect(until(21)).toBe(10);
    expect(until(35)).toBe(19);
    expect(until(null)).toBe(42);
    expect(until(null, 30)).toBe(14);
    expect(daysShownAhead(null, 20)).toBe(3);
  });
});

describe('flags', () => {
  it('say in a word or two what was done', () => {
    expect(flagWord({ day: 0, did: 'dose', nitrogen: 1.988, alkalinity: 0 })).toBe('dose 2');
    expect(
      flagWord({
        day: 0,
        did: 'change',
        part: 0.6,
        source: { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null },
      }),
    ).toBe('change 60 %');
    expect(flagWord({ day: 0, did: 'warm', celsius: 25 })).toBeNull();
  });
});
