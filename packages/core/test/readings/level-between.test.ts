import { interval } from '@hedge-lamp/core/quantity';
import { levelBetween } from '@hedge-lamp/core/readings';
import fc from 'fast-check';

const day = 86_400_000;
const start = Date.UTC(2026, 0, 1);
const at = (days: number) => start + days * day;
const read = (days: number, best: number, half: number) => ({
  at: at(days),
  value: interval(best - half, best, best + half),
});

/** Numbers between 0 and 1 that are the same at every run. */
function lot(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
/** Box and Muller 1958. */
const normal = (next: () => number) => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());

/** Waters of three makes, none of them the one that the level is worked out with but the first. */
const makes = {
  'drifts from day to day': (next: () => number) => {
    let level = 20;
    return Array.from({ length: 121 }, () => (level += 0.6 * normal(next)));
  },
  'climbs steadily and bends': (next: () => number) => {
    const [slope, bend] = [next() * 0.4, next() * 8];
    return Array.from({ length: 121 }, (_, d) => 10 + slope * d + bend * Math.sin(d / 19));
  },
  'swings with the seasons of feeding': (next: () => number) => {
    const phase = next() * 40;
    return Array.from(
      { length: 121 },
      (_, d) => 30 + 6 * Math.sin((d + phase) / 14) + 3 * Math.sin((d + phase) / 31),
    );
  },
  'climbs between changes of a third, each told': (next: () => number) => {
    const [made, tap] = [0.5 + next(), 5];
    let level = 25;
    return Array.from({ length: 121 }, (_, d) => {
      level += made;
      if (d % 7 === 6) level += 0.33 * (tap - level);
      return level;
    });
  },
} as const;
const changes = Array.from({ length: 17 }, (_, k) => at(7 * k + 5.9));

/** How often the true level lies in what is told, over many waters read at uneven times. */
function coverage(name: string, make: (next: () => number) => number[]) {
  let [asked, inHalf, inMost] = [0, 0, 0];
  for (let seed = 1; seed <= 120; seed++) {
    const next = lot(seed * 7919);
    const truth = make(next);
    const reads = [];
    for (let d = 0; d <= 120; d += 2 + Math.floor(next() * 9))
      reads.push(read(d, truth[d]! + (2 / 1.645) * normal(next), 2));
    const days = Array.from({ length: 40 }, () => Math.floor(next() * 120));
    for (const told of levelBetween(
      reads,
      days.map(at),
      name.includes('changes') ? { changes, moves: 0.5 } : undefined,
    )) {
      const true_ = truth[Math.round((told.at - start) / day)]!;
      asked += 1;
      inHalf += Number(Math.abs(true_ - told.middle) <= told.half);
      inMost += Number(Math.abs(true_ - told.middle) <= told.fourFifths);
    }
  }
  return { half: inHalf / asked, most: inMost / asked };
}

describe('a level between readings', () => {
  it.each(Object.entries(makes))(
    'holds the true one at least about one time in two, and four times in five, in water that %s',
    (name, make) => {
      const { half, most } = coverage(name, make);
      // Water that moves smoothly is known better than it is told: wider is the careful side, but not without end.
      expect(half).toBeGreaterThan(0.47);
      expect(half).toBeLessThan(0.85);
      expect(most).toBeGreaterThan(0.77);
      expect(most).toBeLessThan(0.97);
    },
  );

  it('is narrow at a reading and wider the longer nobody looked', () => {
    const reads = [0, 2, 4, 6, 40, 42, 44].map((d, k) => read(d, 10 + (k % 2), 1));
    const [near, far] = levelBetween(reads, [at(3), at(23)]);
    expect(far!.fourFifths).toBeGreaterThan(1.5 * near!.fourFifths);
  });
  it('is wider across a change of water', () => {
    const reads = [0, 7, 14, 21].map((d) => read(d, 20, 1));
    const [plain] = levelBetween(reads, [at(10)]);
    const [changed] = levelBetween(reads, [at(10)], { changes: [at(9)], moves: 0.5 });
    expect(changed!.fourFifths).toBeGreaterThan(plain!.fourFifths);
  });
  it('lies between two readings that agree with themselves, in the middle half way', () => {
    const [told] = levelBetween([read(0, 10, 0.01), read(10, 20, 0.01)], [at(5)]);
    expect(told!.middle).toBeCloseTo(15, 1);
  });
  it('says nothing before the first reading or after the last, and needs two of different times', () => {
    expect(levelBetween([read(0, 1, 1), read(9, 2, 1)], [at(-1), at(10)])).toEqual([]);
    expect(() => levelBetween([read(0, 1, 1)], [at(0)])).toThrow(/two readings/);
    expect(() => levelBetween([read(0, 1, 1), read(0, 2, 1)], [at(0)])).toThrow(/two readings/);
  });
  it('is a figure for whatever was read: equal, nothing at all, past the top, of one moment', () => {
    const value = fc.constantFrom(0, 0.001, 1, 40, 1900);
    const any = fc.record({
      days: fc.integer({ min: 0, max: 400 }),
      best: value,
      half: fc.constantFrom(0, 0.5, 10),
      open: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 2, maxLength: 30 }), (all) => {
        const reads = all.map(({ days, best, half, open }) => ({
          at: at(days),
          value: interval(Math.max(0, best - half), best, open ? Infinity : best + half),
        }));
        fc.pre(new Set(reads.map((r) => r.at)).size > 1);
        for (const told of levelBetween(reads, [at(0), at(37), at(200), at(400)]))
          for (const x of [told.middle, told.half, told.fourFifths]) expect(Number.isFinite(x)).toBe(true);
      }),
    );
  });
});
