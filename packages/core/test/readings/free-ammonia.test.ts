import { freeAmmonia } from '@hedge-lamp/core/readings';
import { unionizedFraction } from '@hedge-lamp/core/chemistry';
import { interval, point } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const hour = 3_600_000;
const at = (value: ReturnType<typeof point>, hoursAgo = 0) => ({
  value,
  takenAt: 1_700_000_000_000 - hoursAgo * hour,
});

describe('free ammonia as an interval', () => {
  it('is about 0.009 mg/L from half a milligram at pH 7.5 in room-warm water (common practice)', () => {
    // Common practice gives "about 0.009" for 25 °C; Emerson and others 1975: 0.5 × 1.762 %.
    const { value } = freeAmmonia(at(point(0.5)), at(point(7.5)), at(point(25)));
    expect(value.best).toBeCloseTo(0.00881, 5);
    expect(value.low).toBeCloseTo(value.high, 12);
  });

  it('has its ends at the ends of the three readings', () => {
    const { value } = freeAmmonia(
      at(interval(0.4, 0.6, 0.8)),
      at(interval(7.9, 8, 8.1)),
      at(interval(24, 25, 26)),
    );
    // Corners by hand from the printed formula, pKa(24) = 9.27745, pKa(26) = 9.21606.
    expect(value.low).toBeCloseTo(0.4 / (1 + 10 ** (0.09018 + 2729.92 / 297.15 - 7.9)), 10);
    expect(value.high).toBeCloseTo(0.8 / (1 + 10 ** (0.09018 + 2729.92 / 299.15 - 8.1)), 10);
    expect(value.low).toBeLessThan(value.best);
    expect(value.best).toBeLessThan(value.high);
  });

  it('says which of pH and temperature is missing, and is wide without them', () => {
    const known = freeAmmonia(at(point(0.5)), at(point(7.5)), at(point(25)));
    const blind = freeAmmonia(at(point(0.5)), null, null);
    expect(known.gaps).toEqual([]);
    expect(blind.gaps.join(' ')).toMatch(/No pH was measured.*No temperature was measured/);
    expect(blind.value.high / blind.value.low).toBeGreaterThan(100);
  });

  it('widens for a pH taken a day apart, and drops one of another week', () => {
    const dayOld = freeAmmonia(at(point(0.5)), at(point(7.5), 24), at(point(25)));
    expect(dayOld.used.ph).toEqual({ low: 7.2, best: 7.5, high: 7.8 });
    expect(dayOld.gaps[0]).toMatch(/24 hours apart/);
    const weekOld = freeAmmonia(at(point(0.5)), at(point(7.5), 24 * 8), at(point(25)));
    expect(weekOld.used.ph.high).toBe(9);
  });

  it('has no upper end when the total was past the top of its card', () => {
    const { value } = freeAmmonia(at(interval(6, 6, Infinity)), at(point(8)), at(point(25)));
    expect(value.high).toBe(Infinity);
    expect(value.low).toBeCloseTo(6 * 0.05366, 3);
  });

  it('shows its workings with the keeper’s own figures and the source', () => {
    const { workings } = freeAmmonia(at(point(0.5)), at(point(7.5)), at(point(25)));
    expect(workings.substituted).toContain('0.5 mg/L');
    expect(workings.sources[0]).toContain('Emerson');
    expect(workings.inputs.map((i) => i.label)).toEqual(['Total ammonia', 'pH', 'Temperature']);
  });

  it('says how wide a missing pH makes it, and what a known one would leave', () => {
    const [gap] = freeAmmonia(at(point(0.5)), null, at(point(25))).gaps;
    // By the printed table at 25 °C: 0.0567 % at pH 6 and 36.19 % at pH 9 of 0.5 mg/L; 1.762 % at pH 7.5.
    expect(gap).toMatch(/No pH was measured, so 6 to 9 is assumed/);
    expect(gap).toMatch(/makes free ammonia 0(\.000\d*)?–0\.19?/);
    expect(gap).toMatch(/with pH known to be 7.5 it would be 0.0088/);
  });

  it('names the pH and the temperature at which this water would cross 0.025 mg/L NH3', () => {
    const { crossing, workings } = freeAmmonia(at(point(0.5)), at(point(7.5)), at(point(25)));
    // Back through the formula: the share there is the limit over the total.
    const limit = (0.025 * 14.007) / 17.031;
    expect(unionizedFraction(crossing.ph.best, 25) * 0.5).toBeCloseTo(limit, 9);
    expect(unionizedFraction(7.5, crossing.temperature.best) * 0.5).toBeCloseTo(limit, 9);
    expect(workings.caveats.join(' ')).toMatch(
      /It reaches EIFAC’s 0.025 mg\/L NH3 at pH about 7\.9 if the temperature stays\./,
    );
  });

  it.each([
    [0.01, 7, 20, /No pH in reach.*No temperature in reach/],
    [
      50,
      9,
      25,
      /reaches EIFAC’s 0.025 mg\/L NH3 at pH about 5.9.*It is past EIFAC’s 0.025 mg\/L NH3 at any temperature/,
    ],
  ])('finds words for crossings out of reach: %d mg/L at pH %d', (total, ph, celsius, words) => {
    expect(
      freeAmmonia(at(point(total)), at(point(ph)), at(point(celsius))).workings.caveats.join(' '),
    ).toMatch(words);
  });

  it('puts crossings of ranges in order and names only the end that is known', () => {
    const past = freeAmmonia(at(interval(6, 6, Infinity)), at(point(7)), at(point(25)));
    expect(past.workings.caveats.join(' ')).toMatch(/at pH \S+ at the latest/);
    const maybe = freeAmmonia(at(interval(0, 0.3, 0.5)), at(point(7.5)), at(point(25)));
    expect(maybe.workings.caveats.join(' ')).toMatch(/at pH \S+ at the earliest/);
    expect(maybe.crossing.ph.low).toBeLessThan(maybe.crossing.ph.best);
  });

  it('gives further opinions, each with its limit at this pH and temperature', () => {
    const verdict = (total: number, ph: number) =>
      Object.fromEntries(
        freeAmmonia(at(point(total)), at(point(ph)), at(point(25))).opinions.map((o) => [
          o.school,
          o.verdict,
        ]),
      );
    // EPA 2013 at pH 8 and 25 °C: 2.58 for an hour, 0.56 for a month.
    expect(verdict(1, 8)).toMatchObject({
      'EIFAC, free ammonia': 'above',
      'EPA, total ammonia for a month': 'above',
      'EPA, total ammonia for an hour, no trout or salmon': 'below',
    });
    expect(verdict(0.1, 7)).toMatchObject({
      'EIFAC, free ammonia': 'below',
      'EPA, total ammonia for a month': 'below',
    });
    const unsure = freeAmmonia(at(interval(0.3, 0.5, 0.8)), at(interval(7.6, 8, 8.4)), at(point(25)));
    expect(unsure.opinions[2]).toMatchObject({ verdict: 'cannot-tell' });
    expect(unsure.workings.opinions?.[2]?.says).toMatch(/^Limit 0\.\d+ \(.*\) mg\/L NH3-N here. Cannot tell/);
  });

  it('holds every point inside the readings', () => {
    const share = evenShare;
    const [total, ph, celsius] = [interval(0.2, 0.3, 0.5), interval(7.1, 7.4, 7.9), interval(18, 21, 25)];
    const { value, crossing } = freeAmmonia(at(total), at(ph), at(celsius));
    const pick = (i: typeof total, s: number) => i.low + s * (i.high - i.low);
    fc.assert(
      fc.property(share, share, share, (a, b, c) => {
        const [t, p, k] = [pick(total, a), pick(ph, b), pick(celsius, c)];
        const free = t * unionizedFraction(p, k);
        expect(free).toBeGreaterThanOrEqual(value.low * (1 - 1e-12));
        expect(free).toBeLessThanOrEqual(value.high * (1 + 1e-12));
        const inner = freeAmmonia(at(point(t)), at(point(p)), at(point(k))).crossing;
        expect(inner.ph.best).toBeGreaterThanOrEqual(crossing.ph.low - 1e-9);
        expect(inner.ph.best).toBeLessThanOrEqual(crossing.ph.high + 1e-9);
      }),
    );
  });

  it('takes the possible for an end of pH that is not known, and refuses what cannot be', () => {
    const { used } = freeAmmonia(at(point(1)), at(interval(-Infinity, 6, 6)), at(point(25)));
    expect(used.ph).toEqual({ low: 0, best: 6, high: 6 });
    expect(() => freeAmmonia(at(point(-1)), null, null)).toThrow(expect.objectContaining({ field: 'total' }));
    expect(() => freeAmmonia(at(point(1)), at(point(15)), null)).toThrow(
      expect.objectContaining({ field: 'ph' }),
    );
    expect(() => freeAmmonia(at(point(1)), null, at(point(70)))).toThrow(
      expect.objectContaining({ field: 'temperature', code: 'out-of-range' }),
    );
    const upsideDown = { low: 8, best: 7, high: 6 };
    expect(() => freeAmmonia(at(point(1)), at(upsideDown), null)).toThrow(
      expect.objectContaining({ code: 'upside-down', field: 'ph' }),
    );
  });
});
