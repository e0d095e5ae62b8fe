import {
  type Method,
  MethodSchema,
  methodFaults,
  methodOf,
  shippedMethods,
  titrationInterval,
} from '@hedge-lamp/core/methods';
import { columnInterval, hazardIds } from '@hedge-lamp/core/parameters';
import { hazards } from '@hedge-lamp/core/methods';
import fc from 'fast-check';

describe.each(shippedMethods.map((m) => [m.name, m] as const))('%s', (_name, method) => {
  it('is a valid document that makes sense, with its own id', () => {
    expect(MethodSchema.parse(JSON.parse(JSON.stringify(method)))).toEqual(method);
    expect(methodFaults(method)).toEqual([]);
    expect(shippedMethods.filter((m) => m.id === method.id)).toHaveLength(1);
  });
});

/** What trade.md's table of methods asks for: sample, reagents, wait, reading. Common practice. */
const table: readonly (readonly [
  id: string,
  milliliters: number | null,
  drops: number[],
  wait: number,
  by: string,
])[] = [
  ['ph-low-range', 5, [3], 0, 'card'],
  ['ph-high-range', 5, [5], 0, 'card'],
  ['ph-wide-range', 5, [7], 0, 'card'],
  ['ammonia-salicylate-two-bottles', 5, [8, 8], 300, 'card'],
  ['ammonia-salicylate-three-bottles', 10, [6, 6, 6], 300, 'card'],
  ['ammonia-nessler', 5, [3], 60, 'wheel'],
  ['nitrite-one-bottle', 5, [5], 300, 'card'],
  ['nitrite-two-bottles', 5, [4, 4], 210, 'card'],
  ['nitrite-powder-packet', 10, [], 600, 'wheel'],
  ['nitrate-two-bottles', 5, [10, 10], 300, 'card'],
  ['nitrate-powder-and-drops', 10, [6, 6], 600, 'wheel'],
  ['kh-drops', 5, [], 0, 'titration'],
  ['gh-drops', 5, [], 0, 'titration'],
  ['alkalinity-acid-titration', 5, [1], 0, 'titration'],
  ['hardness-titration', 5, [3, 1], 0, 'titration'],
  ['potassium-turbidity', 2, [10, 10], 60, 'column'],
  ['strip-five-pads', null, [], 30, 'strip'],
  ['pen-ph', null, [], 0, 'meter'],
  ['pen-temperature', null, [], 0, 'meter'],
  ['rock-acid-drop', null, [1], 0, 'answer'],
  ['dissolved-oxygen-drops', 20, [], 0, 'titration'],
  ['dissolved-oxygen-meter', null, [], 0, 'meter'],
  ['carbon-dioxide-drops', 20, [], 0, 'titration'],
  ['chlorine-card', 5, [5, 5], 120, 'card'],
  ['conductivity-meter', null, [], 0, 'meter'],
  ['turbidity-column', 1000, [], 0, 'column'],
  ['turbidity-meter', null, [], 0, 'meter'],
  ['phosphate-card', 5, [6, 6], 300, 'card'],
  ['iron-card', 5, [5], 300, 'card'],
  ['calcium-drops', 5, [], 0, 'titration'],
  ['magnesium-drops', 5, [], 0, 'titration'],
];

describe('the generic methods of the trade', () => {
  const stepsOf = <K extends Method['steps'][number]['do']>(method: Method, kind: K) =>
    method.steps.filter((s): s is Extract<Method['steps'][number], { do: K }> => s.do === kind);

  it.each(table)('%s: sample %p mL, drops %p, %p s, read by %s', (id, milliliters, drops, wait, by) => {
    const method = methodOf(id);
    expect(stepsOf(method, 'fill')[0]?.milliliters ?? null).toBe(milliliters);
    expect(stepsOf(method, 'drop').map((s) => s.drops)).toEqual(drops);
    expect(stepsOf(method, 'stand').at(-1)?.seconds ?? 0).toBe(wait);
    expect(method.result.by).toBe(by);
  });
  it('all ship, and nothing else does', () => {
    expect(shippedMethods.map((m) => m.id).sort()).toEqual(table.map(([id]) => id).sort());
  });
  it('call the shaking of the settling bottle and of the nitrate tube critical, a drop of ten forgiving', () => {
    const nitrate = methodOf('nitrate-two-bottles');
    expect(stepsOf(nitrate, 'shake').map((s) => [s.bottle, s.seconds, s.matters])).toEqual([
      ['two', 30, 'critical'],
      [undefined, 60, 'critical'],
    ]);
    expect(stepsOf(nitrate, 'drop')[0]!.matters).toBe('forgiving');
  });
  it('say of Nessler reagent that it holds mercury, and that its waste is collected', () => {
    expect(methodOf('ammonia-nessler').bottles[0]!.hazards).toContain('mercury');
    expect(hazards.mercury.full).toMatch(/never|Nothing of it goes down a drain/);
  });
  it.each(hazardIds)('%s is said in full and short', (id) => {
    expect(hazards[id].full.length).toBeGreaterThan(hazards[id].short.length);
  });
});

describe('a titration', () => {
  it('of n drops holds every true value that would have turned at the nth drop', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 40, noNaN: true }), (truth) => {
        const { low, high } = titrationInterval(Math.ceil(truth), 1);
        expect(low).toBeLessThan(truth);
        expect(truth).toBeLessThanOrEqual(high);
      }),
    );
  });
  it('of 9 drops at 17.1 mg/L each is 153.9 mg/L as CaCO3 (common practice)', () => {
    expect(titrationInterval(9, 17.1).best).toBeCloseTo(153.9, 9);
  });
  it('of a method that is not there is refused by name', () => {
    expect(() => methodOf('nothing')).toThrow(/no method called “nothing”/);
  });
});

describe('the height of a column', () => {
  const scale = {
    unit: 'mg/L K',
    scale: [90, 50, 25].map((millimeters, k) => ({ millimeters, value: [2, 8, 32][k]! })),
  };
  it('is a ratio between two marks: half-way from 8 to 32 is 16', () => {
    expect(columnInterval(scale, 37.5).best).toBeCloseTo(16, 9);
    expect(columnInterval(scale, 50)).toMatchObject({ best: 8 });
  });
  it('shorter never means less, and holds every height within 2 mm', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 95, noNaN: true }),
        fc.double({ min: -2, max: 2, noNaN: true }),
        (at, off) => {
          const [seen, shorter] = [columnInterval(scale, at), columnInterval(scale, at - 1)];
          expect(shorter.low).toBeGreaterThanOrEqual(seen.low - 1e-6);
          expect(shorter.high).toBeGreaterThanOrEqual(seen.high - 1e-9);
          const truth = columnInterval(scale, at + off).best;
          if (at + off < 90 && at + off >= 25) {
            expect(truth).toBeGreaterThanOrEqual(seen.low - 1e-6);
            expect(truth).toBeLessThanOrEqual(seen.high + 1e-6);
          }
        },
      ),
    );
  });
  it('past the ends of the scale is only a limit', () => {
    expect(columnInterval(scale, 120)).toEqual({ low: 0, best: 1, high: 2 });
    // Seen 1 mm under the last mark, it may have been on it: the eye is good to 2 mm.
    expect(columnInterval(scale, 24).low).toBeLessThan(32);
    expect(columnInterval(scale, 10).high).toBe(Infinity);
    expect(() => columnInterval(scale, 0)).toThrow(/from 1 to 1000/);
  });
});
