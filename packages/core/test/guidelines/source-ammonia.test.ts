import { type Scenario, givenOf, today } from '@hedge-lamp/core/guidelines';

/** A tank whose ammonia asks for a change, and a tap of which ammonia was read so many days ago. */
const plan = (tapAmmonia: string, daysAgo: number) => {
  const scenario: Scenario = {
    stock: ['community-fish'],
    water: { netLiters: 100 },
    read: {
      ammonia: '1.5 (1.2–1.8) mg/L NH3-N',
      nitrite: '0',
      nitrate: '10 (5–15)',
      ph: '7.4',
      alkalinity: '5',
      temperature: '25',
    },
    source: {
      ammonia: { says: tapAmmonia, daysAgo },
      ph: { says: '7.4', daysAgo: 5 },
      alkalinity: { says: '5', daysAgo: 5 },
      nitrate: { says: '5', daysAgo: 5 },
    },
  };
  return today(givenOf(scenario)).plan;
};
const changes = (p: ReturnType<typeof plan>) =>
  p.lines.flatMap((l) => l.effects.filter((e) => e.subject === 'ammonia').map((e) => e.after.best));
const words = (p: ReturnType<typeof plan>) => p.lines.flatMap((l) => [l.says, ...l.details]).join(' ');

describe('a tap that showed ammonia', () => {
  it('is reckoned with as it was read, however long ago that is, and asked to be tested', () => {
    const lately = plan('0.3 (0.2–0.4) mg/L NH3-N', 5);
    const longAgo = plan('0.3 (0.2–0.4) mg/L NH3-N', 40);
    expect(changes(lately).length).toBeGreaterThan(0);
    expect(changes(longAgo)).toEqual(changes(lately));
    expect(words(longAgo)).toContain('showed ammonia at its last test');
    expect(words(longAgo)).not.toContain('assumes none');
    expect(words(lately)).not.toContain('last test');
    expect(longAgo.asks).toContain('source-tests');
    expect(lately.asks).not.toContain('source-tests');
  });
  it('that read none is taken for none only as long as that holds, and then this is said', () => {
    expect(words(plan('0', 40))).not.toMatch(/assumes none|last test/);
    expect(words(plan('0', 80))).toContain('assumes none');
    expect(plan('0', 80).asks).toContain('source-tests');
  });
});
