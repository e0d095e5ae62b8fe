import { freeAmmonia } from '@hedge-lamp/core/readings';
import { interval, point } from '@hedge-lamp/core/quantity';

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
});
