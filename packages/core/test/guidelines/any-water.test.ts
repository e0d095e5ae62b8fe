import {
  type Scenario,
  TodaySchema,
  factsOfPlaces,
  findingsOf,
  givenOf,
  standingOf,
  today,
} from '@hedge-lamp/core/guidelines';
import { isComputed, severity } from '@hedge-lamp/core/limits';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { stockGroupIds } from '@hedge-lamp/core/limits';
import { waterKinds } from '@hedge-lamp/core/waters';
import fc from 'fast-check';

/** What can be typed at most, in the unit that a scenario takes for usual. */
const most: Partial<Record<ParameterId, number>> = {
  ammonia: 900,
  nitrite: 900,
  nitrate: 1900,
  ph: 14,
  alkalinity: 130,
  hardness: 250,
  temperature: 49,
  chloride: 19_000,
  potassium: 1900,
};
/** Often small, sometimes absurd; sometimes without an upper end, sometimes old. */
const read = (parameter: ParameterId) =>
  fc
    .record({
      size: fc.constantFrom(0, 0.001, 0.02, 0.2, 1),
      at: fc.double({ min: 0, max: 1, noNaN: true }),
      width: fc.constantFrom(0, 0.1, 0.5),
      open: fc.boolean(),
      daysAgo: fc.constantFrom(0, 0, 2, 10, 40, 400),
      by: fc.constantFrom(undefined, 'kh-drops', 'nitrate-two-bottles', 'strip-five-pads'),
    })
    .map(({ size, at, width, open, daysAgo, by }) => {
      const top = most[parameter]!;
      const best = Number(
        (at * (parameter === 'ph' || parameter === 'temperature' ? top : top * size)).toFixed(3),
      );
      // A zero that may be the first step of a card.
      const step = best === 0 && width > 0 ? top * 0.00022 : 0;
      const high = Math.min(top, Number((step + best * (1 + width)).toFixed(3)));
      const says =
        open && parameter !== 'ph' && parameter !== 'temperature'
          ? `over ${best}`
          : `${best} (${Number((best * (1 - width)).toFixed(3))}–${high})`;
      return { says, daysAgo, ...(by ? { by } : {}) };
    });
const reads = fc.record(
  Object.fromEntries(Object.keys(most).map((p) => [p, read(p as ParameterId)])) as Record<
    string,
    ReturnType<typeof read>
  >,
  { requiredKeys: [] },
);
const anyWater = fc.record({
  kind: fc.constantFrom(...waterKinds),
  stock: fc.subarray([...stockGroupIds]),
  cycling: fc.boolean(),
  read: reads,
  source: fc.option(reads, { nil: undefined }),
  before: fc.record({
    ph: fc.array(read('ph'), { maxLength: 4 }),
    nitrate: fc.array(read('nitrate'), { maxLength: 4 }),
  }),
  guidance: fc.record({
    lifeStage: fc.constantFrom('grown', 'young'),
    schools: fc.record({ ammonia: fc.constantFrom(null, 'any-trace', 'free-only', 'acid-nitrite') }),
  }),
}) as fc.Arbitrary<Scenario>;

describe('any water at all', () => {
  it('is judged without a figure that is none, worst first, the shelf as the page', () => {
    fc.assert(
      fc.property(anyWater, (scenario) => {
        const given = givenOf(scenario);
        const t = today(given);
        expect(JSON.stringify(t)).not.toMatch(/NaN|Infinity|undefined|null mg/);
        const ranks = t.findings.filter((f) => !f.note).map((f) => severity(f.status));
        expect(ranks).toEqual([...ranks].sort((a, b) => b - a));
        // Notes come last.
        const notes = t.findings.map((f) => f.note);
        expect(notes).toEqual([...notes].sort((a, b) => Number(a) - Number(b)));
        expect(new Set(t.findings.map((f) => f.id)).size).toBe(t.findings.length);
        // What is not well, or not known, always has something to do.
        if (t.status !== 'clear') expect([scenario, t.plan.lines.length > 0]).toEqual([scenario, true]);
        expect(TodaySchema.safeParse(t).error?.issues ?? []).toEqual([]);
        const { gauges: _g, findings: _f, plan: _p, ...rest } = t;
        expect(standingOf(given)).toEqual(rest);
      }),
      { numRuns: 300, endOnFailure: true },
    );
  });

  it('shows no figure as Clear on which no light lies, nor one that reaches into a hedge, nor without its reading', () => {
    const seen = new Set<string>();
    const computed = new Set<string>();
    fc.assert(
      fc.property(anyWater, (scenario) => {
        const t = today(givenOf(scenario));
        for (const g of t.gauges) {
          seen.add(`${g.state} ${g.light} ${g.status}`);
          const told = [scenario, g.subject, g.status, g.light, g.state];
          const isKnown =
            g.value !== null && g.state === 'holds' && (g.light === 'lit' || g.light === 'late');
          if (g.status === 'clear') expect([...told, isKnown]).toEqual([...told, true]);
          if (g.value === null) expect([...told, g.status]).toEqual([...told, 'unread']);
          expect([...told, g.light === 'dark']).toEqual([...told, g.takenAt === null]);
        }
        // What is worked out of several is no surer than the oldest of them.
        const wants = { 'nitrite-for-chloride': 'chloride' } as Record<string, string>;
        for (const g of t.gauges.filter((x) => x.status === 'clear' && isComputed(x.subject))) {
          const other = t.gauges.find((x) => x.subject === (wants[g.subject] ?? 'ph'));
          if (other && other.value !== null) {
            computed.add(g.subject);
            expect([scenario, g.subject, other.state]).toEqual([scenario, g.subject, 'holds']);
          }
        }
        // The row of a figure that the lamp rests on has the light that the lamp gives it.
        for (const rest of t.lamp.rests) {
          const g = t.gauges.find((x) => x.subject === rest.parameter && x.placeId === rest.placeId);
          if (g) expect([scenario, rest.parameter, g.light]).toEqual([scenario, rest.parameter, rest.light]);
        }
        for (const c of t.cells) {
          const g = t.gauges.find((x) => x.subject === c.subject)!;
          expect([c.status, c.light]).toEqual([g.status, g.light]);
          expect(c.at === null).toBe(g.value === null);
          if (c.status !== 'clear' || c.at === null) continue;
          // Open water from bank to bank, as far as a thousandth can tell.
          const [left, right] = [/^[wau]/.test(c.zones) ? 0.27 : 0, /[wau]$/.test(c.zones) ? 0.6 : 1];
          expect([scenario, c.subject, c.at[0] >= left - 0.001 && c.at[2] <= right + 0.001]).toEqual([
            scenario,
            c.subject,
            true,
          ]);
        }
      }),
      { numRuns: 400, endOnFailure: true },
    );
    expect([...computed]).toEqual(expect.arrayContaining(['free-ammonia', 'epa-month']));
    // The waters tried had all of it.
    for (const some of ['never dark', 'too-old dusk', 'holds lit', 'holds late', 'cannot-show dusk'])
      expect([some, [...seen].some((x) => x.startsWith(some))]).toEqual([some, true]);
  });

  it('gets no milder a lamp when a range grows wider on both sides', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('nitrate', 'nitrite', 'alkalinity', 'hardness', 'ph'),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: 0, max: 0.5, noNaN: true }),
        fc.double({ min: 0.5, max: 1, noNaN: true }),
        (parameter, best, narrow, wide) => {
          const lamp = (share: number) => {
            const says = `${best.toFixed(4)} (${(best * (1 - share)).toFixed(4)}–${(best * (1 + share)).toFixed(4)})`;
            const found = findingsOf(
              factsOfPlaces(
                givenOf({ stock: ['community-fish', 'water-plants'], read: { [parameter]: says } }),
              ),
            );
            // A good figure that is an old one would be left out; these are of now.
            return found.find((f) => f.id === `limits:${parameter}`)!;
          };
          expect(severity(lamp(wide).status)).toBeGreaterThanOrEqual(severity(lamp(narrow).status));
          if (lamp(wide).sure) expect(lamp(narrow).sure).toBe(true);
        },
      ),
      { endOnFailure: true },
    );
  });
});
