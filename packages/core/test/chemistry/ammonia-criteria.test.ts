import { epaAcuteWithoutSalmonids, epaAcuteWithSalmonids, epaChronic } from '@hedge-lamp/core/chemistry';

/** US EPA 2013, EPA-822-R-13-001: its headline "17 and 1.9 mg TAN/L at pH 7 and 20 °C", and three more values. */
describe('the EPA’s criteria of 2013', () => {
  it('give the headline of the document', () => {
    expect(epaAcuteWithSalmonids(7, 20)).toBeCloseTo(16.76, 2);
    expect(Math.round(epaAcuteWithSalmonids(7, 20))).toBe(17);
    expect(epaChronic(7, 20)).toBeCloseTo(1.89, 2);
    expect(Number(epaChronic(7, 20).toFixed(1))).toBe(1.9);
  });

  it.each([
    [8, 25, 2.58, 2.58, 0.56],
    [8, 14, 5.62, 6.42, 1.14],
  ])(
    'at pH %d and %d °C are %d with salmonids, %d without, %d for long',
    (ph, t, withThem, without, long) => {
      expect(epaAcuteWithSalmonids(ph, t)).toBeCloseTo(withThem, 2);
      expect(epaAcuteWithoutSalmonids(ph, t)).toBeCloseTo(without, 2);
      expect(epaChronic(ph, t)).toBeCloseTo(long, 2);
    },
  );

  it('fall with pH and never rise with warmth', () => {
    for (const criterion of [epaAcuteWithSalmonids, epaAcuteWithoutSalmonids, epaChronic])
      for (let ph = 6; ph < 9; ph += 0.25)
        for (let t = 0; t < 30; t += 2) {
          expect(criterion(ph + 0.25, t)).toBeLessThan(criterion(ph, t));
          expect(criterion(ph, t + 2)).toBeLessThanOrEqual(criterion(ph, t));
        }
  });
});
