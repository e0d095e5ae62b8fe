import { planForSigns, signCaution, signs } from '@hedge-lamp/core/guidelines';
import { signIds } from '@hedge-lamp/core/remedies';

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

  it('orders several signs by danger, so that the tests of the worst come first', () => {
    const plan = planForSigns(['plants-melting', 'cloudy', 'gasping']);
    expect(plan.signs).toEqual(['gasping', 'cloudy', 'plants-melting']);
    expect(plan.tests.slice(0, 3)).toEqual(['temperature', 'ammonia', 'nitrite']);
  });

  it('looks at GH, KH and the light where plants melt', () => {
    expect(planForSigns(['plants-melting']).tests.slice(0, 2)).toEqual(['hardness', 'alkalinity']);
    expect(planForSigns(['plants-melting']).meanwhile.join(' ')).toMatch(/light/);
  });

  it('tells each test and each step once', () => {
    const plan = planForSigns(['red-gills', 'flashing', 'cloudy']);
    expect(plan.tests[0]).toBe('ammonia');
    expect(new Set(plan.tests).size).toBe(plan.tests.length);
    expect(new Set(plan.meanwhile).size).toBe(plan.meanwhile.length);
    expect(plan.pressing).toBe(true);
    expect(planForSigns(['thin-shells']).pressing).toBe(false);
    expect(planForSigns([])).toEqual({ signs: [], pressing: false, tests: [], meanwhile: [] });
  });

  it('always defers to a professional', () => {
    expect(signCaution).toMatch(/vet or another fish-health professional/);
  });
});
