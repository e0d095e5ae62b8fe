import { planForSigns, signCaution, signIds, signs } from '@hedge-lamp/core/guidelines';

describe('what the animals show', () => {
  it.each(signs.map((s) => [s.label, s] as const))(
    '%s: leads to tests, first steps and a cause',
    (_label, sign) => {
      expect(sign.tests.length).toBeGreaterThanOrEqual(3);
      expect(new Set(sign.tests).size).toBe(sign.tests.length);
      expect(sign.meanwhile.length).toBeGreaterThan(0);
      expect(sign.often).toMatch(/\.$/);
      // Nothing that could do harm is told before the tubes are read.
      expect(sign.meanwhile.join(' ')).not.toMatch(/[Aa]dd (a )?(salt|medicine|buffer)/);
    },
  );

  it('covers every sign once', () => {
    expect(signs.map((s) => s.id)).toEqual([...signIds]);
  });

  it('asks for nitrite first when gills are brown, for hardness first when a molt sticks', () => {
    expect(planForSigns(['brown-gills']).tests[0]).toBe('nitrite');
    expect(planForSigns(['molt-stuck']).tests[0]).toBe('hardness');
  });

  it('puts first what several signs ask for, each test and step once', () => {
    const plan = planForSigns(['red-gills', 'flashing', 'cloudy']);
    expect(plan.tests[0]).toBe('ammonia');
    expect(new Set(plan.tests).size).toBe(plan.tests.length);
    expect(new Set(plan.meanwhile).size).toBe(plan.meanwhile.length);
    expect(plan.pressing).toBe(true);
    expect(planForSigns(['thin-shells']).pressing).toBe(false);
    expect(planForSigns([])).toEqual({ pressing: false, tests: [], meanwhile: [] });
  });

  it('always defers to a professional', () => {
    expect(signCaution).toMatch(/vet or another fish-health professional/);
  });
});
