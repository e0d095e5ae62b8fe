import { bandsFor, beamFloor, comparedBy } from '@hedge-lamp/core/guidelines';
import {
  type Band,
  bandsOf,
  beamScale,
  limit,
  strictest,
  subjectIds,
  zoneLetters,
  zonesAlong,
  zonesOfLetters,
} from '@hedge-lamp/core/limits';
import { WaterDraftSchema, waterKindInfo } from '@hedge-lamp/core/waters';
import fc from 'fast-check';

type Graded = Band['status'];
/** From a lower bound to the next: [0, 'clear', 40, 'watch', 80, 'act']. */
const bands = (...along: readonly (number | Graded | null)[]) => {
  const statuses = along.filter((x): x is Graded => typeof x === 'string');
  const bounds = along.filter((x) => typeof x !== 'string');
  return statuses.map((status, k) => ({ status, from: bounds[k] ?? null, to: bounds[k + 1] ?? null }));
};
const waste = bands(null, 'clear', 40, 'watch', 80, 'act', 160, 'urgent');
const oxygen = bands(null, 'urgent', 3, 'act', 4, 'watch', 6, 'clear');
const ph = bands(null, 'urgent', 5.5, 'act', 6, 'watch', 6.8, 'clear', 7.8, 'watch', 8.4, 'act', 9, 'urgent');

describe('where a figure lies on its beam', () => {
  // Worked by hand from the two banks at 27 and 60 %, act from 14 and 74 %, urgent from 5.5 and 88 %.
  it.each([
    ['nothing at all', waste, 0, 0, 0],
    ['half way to its bank', waste, 0, 20, 0.3],
    ['left of the bank', waste, 0, 39.9, 0.5985],
    ['on the bank', waste, 0, 40, 0.6],
    ['right of the bank', waste, 0, 60, 0.67],
    ['where act begins', waste, 0, 80, 0.74],
    ['within act', waste, 0, 120, 0.81],
    ['where urgent begins', waste, 0, 160, 0.88],
    ['within urgent, as far on as act is wide', waste, 0, 200, 0.94],
    ['past the end', waste, 0, 5000, 1],
    ['past a card', waste, 0, Infinity, 1],
    ['more is better: below the bank', oxygen, 0, 5, 0.205],
    ['more is better: on the bank', oxygen, 0, 6, 0.27],
    ['more is better: none', oxygen, 0, 0, 0],
    ['more is better: in the open', oxygen, 0, 9, 0.635],
    ['two hedges: on the left bank', ph, null, 6.8, 0.27],
    ['two hedges: left of it', ph, null, 6.4, 0.205],
    ['two hedges: in the middle', ph, null, 7.3, 0.435],
    ['two hedges: on the right bank', ph, null, 7.8, 0.6],
    ['two hedges: right of it', ph, null, 8.1, 0.67],
    ['two hedges: where urgent begins at the left', ph, null, 5.5, 0.055],
    ['two hedges: far left', ph, null, 3, 0],
    ['two hedges: unknown low end', ph, null, -Infinity, 0],
  ] as const)('%s', (_name, of, floor, value, at) => {
    expect(beamScale(of, floor).place(value)).toBeCloseTo(at, 9);
  });

  it('writes the limits at the banks, on the step too', () => {
    expect(beamScale(waste, 0)).toMatchObject({ lowBank: null, highBank: 40 });
    expect(beamScale(oxygen, 0)).toMatchObject({ lowBank: 6, highBank: null });
    expect(beamScale(ph, null)).toMatchObject({ lowBank: 6.8, highBank: 7.8 });
    expect(beamScale(bands(null, 'clear', 1 - 1e-9, 'act'), 0).highBank).toBe(1);
  });

  it('lets what has no watch begin with act at the bank', () => {
    const scale = beamScale(bands(null, 'clear', 0.5, 'act', 2, 'urgent'), 0);
    expect(scale.zones).toEqual([
      { status: 'clear', from: 0, to: 0.6 },
      { status: 'act', from: 0.6, to: 0.88 },
      { status: 'urgent', from: 0.88, to: 1 },
    ]);
    expect(scale.place(0.6)).toBeGreaterThan(0.6);
  });
  it('shows no open water where nothing is clear, as for fish of the cold beside fish of warmth', () => {
    const { zones } = beamScale(bands(null, 'urgent', 10, 'act', 24, 'urgent'), null);
    expect(zones).toEqual([
      { status: 'urgent', from: 0, to: 0.27 },
      { status: 'act', from: 0.27, to: 0.6 },
      { status: 'urgent', from: 0.6, to: 1 },
    ]);
  });
  it('shows water without a bank where nothing is ever too much', () => {
    expect(beamScale(bands(null, 'clear'), 0).zones).toEqual([{ status: 'clear', from: 0, to: 1 }]);
  });
  it('refuses no bands, and a bound that is open in the middle', () => {
    expect(() => beamScale([], 0)).toThrow(/at least one band/);
    expect(() =>
      beamScale(
        [
          { from: null, to: null, status: 'clear' },
          { from: null, to: null, status: 'act' },
        ],
        0,
      ),
    ).toThrow(/outermost/);
  });
  it('has the same zones by their statuses alone', () => {
    for (const each of [waste, oxygen, ph]) {
      const { zones } = beamScale(each, 0);
      expect(zonesAlong(each.map((b) => b.status))).toEqual(zones);
      expect(zonesOfLetters(zoneLetters(zones))).toEqual(zones);
    }
    expect(zoneLetters(beamScale(ph, 0).zones)).toBe('uawcwau');
  });
});

const id = '00000000-0000-4000-8000-000000000001';
const waters = (Object.keys(waterKindInfo) as (keyof typeof waterKindInfo)[]).flatMap((kind) =>
  [[], ['community-fish'], ['goldfish'], ['trout'], ['cherry-shrimp'], ['goldfish', 'discus']].flatMap(
    (stockGroups) => {
      const draft = WaterDraftSchema.safeParse({ id, name: 'Tank', kind, netLiters: 100, stockGroups });
      return draft.success ? [draft.data] : [];
    },
  ),
);
const shipped = waters.flatMap((water) =>
  subjectIds().flatMap((subject) => {
    const of = bandsFor(subject, water);
    return of.length > 0 ? [{ subject, of }] : [];
  }),
);

describe('for every limit that ships, in every water', () => {
  it('meets some of all that waters are compared by', () => {
    const met = new Set(shipped.map((s) => s.subject));
    expect(comparedBy.filter((s) => !met.has(s))).toEqual([]);
  });
  it('a figure lies in the zone of its own status, and a greater one never further left', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...shipped),
        fc.double({ min: -0.2, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        ({ subject, of }, share, further) => {
          const inner = of.slice(0, -1).map((b) => b.to);
          const [least, most] = [inner[0] ?? 0, inner.at(-1) ?? 1];
          const floor = beamFloor(subject);
          const value = Math.max(
            floor ?? -Infinity,
            least - (most || 1) + share * (most - least + (most || 1)),
          );
          const scale = beamScale(of, floor);
          const at = scale.place(value);
          expect(at).toBeGreaterThanOrEqual(0);
          expect(at).toBeLessThanOrEqual(1);
          expect(scale.place(value + further * (Math.abs(value) + 1))).toBeGreaterThanOrEqual(at);
          // At a limit itself both sides meet, within what can be drawn.
          if (inner.some((x) => Math.abs(x - value) <= 1e-6 * Math.max(1, Math.abs(x)))) return;
          const status = of.find((b) => value <= b.to)!.status;
          const zones = scale.zones.filter((z) => z.from <= at && at <= z.to);
          expect(zones.map((z) => z.status)).toContain(status);
        },
      ),
      { numRuns: 2000 },
    );
  });
  it('its zones fill the beam without a gap', () => {
    for (const { of, subject } of shipped) {
      const { zones } = beamScale(of, beamFloor(subject));
      expect(zones[0]!.from).toBe(0);
      expect(zones.at(-1)!.to).toBe(1);
      zones.slice(1).forEach((z, k) => expect(z.from).toBe(zones[k]!.to));
      for (const z of zones) expect(z.to).toBeGreaterThan(z.from);
    }
  });
  it('so does what several kinds of animals ask for together', () => {
    const joined = strictest([
      bandsOf(limit('temperature', '°C', { watch: [4, 26], act: [1, 29] }, 'made up')),
      bandsOf(limit('temperature', '°C', { watch: [28, 31], act: [25, 34] }, 'made up')),
    ]);
    expect(beamScale(joined, null).zones.map((z) => z.status)).toEqual(['act', 'watch', 'act']);
  });
});
