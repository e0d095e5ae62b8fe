import { dilutionPlans, scaledBack, titrationInterval } from '@hedge-lamp/core/methods';
import { interval, point } from '@hedge-lamp/core/quantity';

describe('a titration', () => {
  it('by nine drops of 17.1 mg/L is 136.8 to 153.9, and the kit says 153.9 (common practice)', () => {
    const { low, best, high } = titrationInterval(9, 17.1);
    expect(low).toBeCloseTo(136.8, 9);
    expect(best).toBeCloseTo(153.9, 9);
    expect(high).toBeCloseTo(153.9, 9);
  });

  it('with twice the sample is half as wide, a drop being worth half', () => {
    expect(titrationInterval(9, 1, { sampleTimes: 2 })).toEqual({ low: 4, best: 4.5, high: 4.5 });
  });

  it('has its best guess in the middle of the last drop for the other school', () => {
    expect(titrationInterval(5, 1, { school: 'middle-of-drop' })).toEqual({ low: 4, best: 4.5, high: 5 });
  });

  it.each([0, 2.5, NaN, -1, Infinity])('refuses %d drops', (drops) => {
    expect(() => titrationInterval(drops, 1)).toThrow(/whole numbers from 1/);
  });

  it('refuses an absurd sample', () => {
    expect(() => titrationInterval(3, 1, { sampleTimes: 0 })).toThrow(
      /The sample lies between 0.1 and 20 times/,
    );
  });
});

describe('a dilution', () => {
  const five = { volume: 5, mark: 0.2 };

  it('of ten times with a 5 mL syringe is 1 mL into 9 mL', () => {
    const plan = dilutionPlans(five, 5).find((p) => p.times === 10)!;
    expect(plan.sampleMilliliters).toBe(1);
    expect(plan.waterMilliliters).toBe(9);
    expect(plan.steps.join(' ')).toMatch(/Add 9 mL of distilled or RO water \(draw 5 \+ 4 mL\)/);
    expect(plan.steps.at(-1)).toBe('Multiply the result by 10.');
  });

  it('always fills the tube, keeps to the marks, and knows how true its factor is', () => {
    for (const syringe of [
      five,
      { volume: 1, mark: 0.01 },
      { volume: 10, mark: 0.5 },
      { volume: 3, mark: 0.1 },
    ])
      for (const tube of [5, 10])
        for (const plan of dilutionPlans(syringe, tube)) {
          const { sampleMilliliters: s, waterMilliliters: w, times, factor } = plan;
          expect(s + w).toBeGreaterThanOrEqual(tube - 1e-9);
          expect((s + w) / s).toBeCloseTo(times, 9);
          // No crumbs of rounding on a screen: 0.3 mL, not 0.30000000000000004.
          expect(`${s} ${w}`).toMatch(/^\d+(\.\d{1,6})? \d+(\.\d{1,6})?$/);
          for (const volume of [s, w])
            expect(Math.abs(volume / syringe.mark - Math.round(volume / syringe.mark))).toBeLessThan(1e-6);
          expect(factor.low).toBeLessThanOrEqual(times);
          expect(factor.high).toBeGreaterThanOrEqual(times);
          // Five marks a draw at least: half a mark off is a tenth at the very most, in sample and water each.
          expect(factor.high / factor.low).toBeLessThan(1.6);
        }
  });

  it('scales the result back, range and all', () => {
    const { value, workings } = scaledBack(interval(2, 3, 5), interval(9, 10, 11), 'mg/L NO2');
    expect(value).toEqual({ low: 18, best: 30, high: 55 });
    expect(workings.result).toBe('30 (18–55) mg/L NO2');
    expect(scaledBack(interval(5, 5, Infinity), point(10), 'mg/L NO2').value.high).toBe(Infinity);
  });

  it('refuses syringes that cannot be', () => {
    expect(() => dilutionPlans({ volume: 0, mark: 0.1 }, 5)).toThrow(/The syringe lies between/);
    expect(() => dilutionPlans({ volume: 1, mark: 2 }, 5)).toThrow(/cannot be more than the whole syringe/);
    expect(() => dilutionPlans({ volume: NaN, mark: 2 }, 5)).toThrow(/not a number/);
    expect(() => scaledBack(point(1), point(0.5), 'mg/L')).toThrow(/dilution must be 1 or more/);
  });
});
