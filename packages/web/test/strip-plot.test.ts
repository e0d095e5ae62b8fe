import fc from 'fast-check';
import {
  banksOf,
  duskOf,
  limitLabels,
  ribbonOf,
  standingAt,
  ticksOf,
  windowOf,
} from '../src/readings/strip-plot';
import type { TracePoint } from '../src/readings/trace-data';

const day = 86_400_000;
const start = new Date(2026, 0, 1).getTime();
const point = (days: number, y: number, half = 1, open = false): TracePoint => ({
  x: start + days * day,
  y,
  low: y - half,
  high: open ? null : y + half,
  id: `${days}`,
});
const bands = [
  { from: null, to: 20, status: 'clear' as const },
  { from: 20, to: 40, status: 'watch' as const },
  { from: 40, to: null, status: 'act' as const },
];

describe('the window of a strip', () => {
  it('holds every range and the nearest bank, and begins at the floor where that is near', () => {
    const banks = banksOf(bands, 0);
    expect(banks).toEqual({ low: null, high: 20 });
    const window = windowOf([point(0, 5), point(7, 8)], banks, 0);
    expect(window.low).toBe(0);
    expect(window.high).toBeGreaterThan(20);
  });
  it('takes the nearer of two banks, so that readings do not become dots', () => {
    const banks = { low: 6.5, high: 8.5 };
    const window = windowOf([point(0, 7, 0.1)], banks, null);
    expect(window.low).toBeLessThan(6.5);
    expect(window.high).toBeLessThan(8.5);
  });
  it('is a window for one reading, for nothing at all, and past the top of a card', () => {
    for (const points of [[point(0, 0, 0)], [point(0, 24)], [point(0, 80, 0, true)]]) {
      const { low, high } = windowOf(points, { low: null, high: null }, 0);
      expect(high).toBeGreaterThan(low);
      expect(Number.isFinite(low) && Number.isFinite(high)).toBe(true);
    }
  });
  it('knows no bank where no limit speaks of it', () => {
    expect(banksOf([], 0)).toEqual({ low: null, high: null });
  });
});

describe('the limits of a strip', () => {
  const height = 100;
  const y = (value: number) => height - value;
  it('stand in the open water where it is wide enough, else beyond it', () => {
    expect(limitLabels({ low: 20, high: 80 }, y, height, true)).toEqual([
      { text: '80', y: 35 },
      { text: '20', y: 75 },
    ]);
    expect(limitLabels({ low: 40, high: 60 }, y, height, true)).toEqual([
      { text: '60', y: 35 },
      { text: '40', y: 75 },
    ]);
  });
  it('say on which side the water is open where there is one bank, and room', () => {
    expect(limitLabels({ low: null, high: 60 }, y, height, true)[0]!.text).toBe('60 open water below');
    expect(limitLabels({ low: 60, high: null }, y, height, true)[0]!.text).toBe('60 open water above');
    expect(limitLabels({ low: null, high: 60 }, y, height, false)[0]!.text).toBe('60');
  });
  it('are whole within the strip and never one on the other; what is out of sight has none', () => {
    const value = fc.integer({ min: -40, max: 140 });
    fc.assert(
      fc.property(value, value, (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        const labels = limitLabels({ low, high }, y, height, true);
        expect(labels).toHaveLength([low, high].filter((v) => v >= 0 && v <= height).length);
        for (const l of labels) {
          expect(l.y).toBeGreaterThanOrEqual(12);
          expect(l.y).toBeLessThanOrEqual(height - 3);
        }
        if (labels.length === 2) expect(labels[1]!.y - labels[0]!.y).toBeGreaterThanOrEqual(12);
      }),
    );
  });
});

describe('the light of a strip', () => {
  it('fades where a claim ran out and comes back with the next reading', () => {
    const taken = [start, start + 20 * day, start + 25 * day];
    expect(duskOf(taken, 14 * day, start, start + 60 * day)).toEqual([
      { from: start + 14 * day, to: start + 20 * day },
      { from: start + 39 * day, to: start + 60 * day },
    ]);
  });
  it('is out before the first reading, and all the time where nothing was read', () => {
    expect(duskOf([start + 5 * day], 14 * day, start, start + 10 * day)).toEqual([
      { from: start, to: start + 5 * day },
    ]);
    expect(duskOf([], 14 * day, start, start + 10 * day)).toEqual([{ from: start, to: start + 10 * day }]);
  });
  it('is as long as it was for one reading after the other within the claim', () => {
    expect(duskOf([start, start + day], 14 * day, start, start + 10 * day)).toEqual([]);
  });
});

describe('the cursor of a strip', () => {
  const points = [point(0, 5), point(7, 8)];
  it('reads the newest reading at or before it', () => {
    expect(standingAt(points, start - 1)).toBeNull();
    expect(standingAt(points, start)?.y).toBe(5);
    expect(standingAt(points, start + 7 * day - 1)?.y).toBe(5);
    expect(standingAt(points, start + 90 * day)?.y).toBe(8);
  });
});

describe('the ribbon of a strip', () => {
  it('runs from the first reading to the last of the longest line, within the span', () => {
    const series = [
      { methodId: 'a', place: '', points: [0, 7, 14, 21].map((d) => point(d, 10 + d / 7)) },
      { methodId: 'b', place: '', points: [point(40, 90)] },
    ];
    const ribbon = ribbonOf(series, start + 7 * day, start + 60 * day, [], 0, 10);
    expect(ribbon).toHaveLength(11);
    expect(ribbon[0]!.at).toBe(start + 7 * day);
    expect(ribbon.at(-1)!.at).toBe(start + 21 * day);
  });
  it('is none of one reading', () => {
    expect(
      ribbonOf([{ methodId: 'a', place: '', points: [point(0, 1)] }], start, start + day, [], 0),
    ).toEqual([]);
  });
});

describe('the axis of time', () => {
  it.each([
    [1, 'EEE'],
    [7, 'day'],
    [28, 'day'],
    [91, 'month'],
    [366, 'month'],
    [4000, 'year'],
  ])('of %d days has a few marks, rising, within it', (days) => {
    const ticks = ticksOf(start, start + days * day);
    expect(ticks.length).toBeGreaterThan(1);
    expect(ticks.length).toBeLessThan(12);
    ticks.forEach((t, k) => {
      expect(t.at).toBeGreaterThanOrEqual(start);
      expect(t.at).toBeLessThanOrEqual(start + days * day);
      if (k > 0) expect(t.at).toBeGreaterThan(ticks[k - 1]!.at);
    });
    expect(new Set(ticks.map((t) => t.label)).size).toBe(ticks.length);
  });
});
