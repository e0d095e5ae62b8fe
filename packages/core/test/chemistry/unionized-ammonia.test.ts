import { phAtFreeAmmonia, temperatureAtFreeAmmonia, unionizedFraction } from '@hedge-lamp/core/chemistry';

/**
 * Percent un-ionized ammonia in fresh water. Source: Emerson, Russo, Lund & Thurston 1975, table of
 * percentages; columns pH 6.0 to 9.0 by halves.
 */
const table: Record<number, number[]> = {
  5: [0.0125, 0.0394, 0.1244, 0.3922, 1.23, 3.789, 11.07],
  15: [0.0273, 0.0862, 0.2721, 0.8553, 2.656, 7.942, 21.43],
  20: [0.0396, 0.125, 0.3942, 1.236, 3.807, 11.12, 28.36],
  25: [0.0567, 0.179, 0.5639, 1.762, 5.366, 15.21, 36.19],
  30: [0.0802, 0.2532, 0.7965, 2.476, 7.432, 20.25, 44.53],
};

describe('free ammonia', () => {
  const cells = Object.entries(table).flatMap(([celsius, row]) =>
    row.map((percent, k) => [Number(celsius), 6 + k / 2, percent] as const),
  );
  it.each(cells)('at %d °C and pH %d is %d % of the total', (celsius, ph, percent) => {
    const got = unionizedFraction(ph, celsius) * 100;
    // The table is printed to three or four figures.
    expect(Math.abs(got / percent - 1)).toBeLessThan(0.004);
  });

  it('is one twentieth of the total at pH 8 and 25 °C', () => {
    expect(1 / unionizedFraction(8, 25)).toBeGreaterThan(18);
    expect(1 / unionizedFraction(8, 25)).toBeLessThan(20);
  });

  it('grows with pH and with warmth', () => {
    for (let ph = 5; ph < 10; ph += 0.5) {
      expect(unionizedFraction(ph + 0.1, 20)).toBeGreaterThan(unionizedFraction(ph, 20));
      expect(unionizedFraction(ph, 21)).toBeGreaterThan(unionizedFraction(ph, 20));
    }
  });

  it.each([
    [15, 20, /pH lies between 0 and 14/],
    [NaN, 20, /pH is not a number/],
    [7, 80, /Temperature lies between −2 and 50 °C/],
    [7, NaN, /Temperature is not a number/],
    [7, -Infinity, /between −2 and 50/],
  ])('refuses pH %d at %d °C', (ph, celsius, why) => {
    expect(() => unionizedFraction(ph, celsius)).toThrow(why);
  });

  // The crossing is checked by going back through the printed table: 3.807 % at pH 8 and 20 °C.
  it('reaches 0.03807 mg/L from a total of 1 mg/L at pH 8 and 20 °C, whichever of the two is sought', () => {
    expect(phAtFreeAmmonia(1, 20, 0.03807)).toBeCloseTo(8, 3);
    expect(temperatureAtFreeAmmonia(1, 8, 0.03807)).toBeCloseTo(20, 1);
  });

  it('never reaches a limit above the total, nor one beyond 50 °C, and is past a tiny one at any warmth', () => {
    expect(phAtFreeAmmonia(0.02, 20, 0.025)).toBe(Infinity);
    expect(phAtFreeAmmonia(0.025, 20, 0.025)).toBe(Infinity);
    // All but a hair of it would have to be free: more than pH 14 tells.
    expect(phAtFreeAmmonia(0.0250000001, 20, 0.025)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(0.02, 9, 0.025)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(0.025, 9, 0.025)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(1, 5, 0.025)).toBe(Infinity);
    expect(temperatureAtFreeAmmonia(100, 10, 0.025)).toBe(-2);
    expect(phAtFreeAmmonia(Infinity, 20, 0.025)).toBe(0);
  });
});
