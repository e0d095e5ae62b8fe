import {
  type Rule,
  allRules,
  factsOf,
  factsOfPlaces,
  findingOf,
  givenOf,
  ruleEntries,
  sentence,
  today,
} from '@hedge-lamp/core/guidelines';
import { severity } from '@hedge-lamp/core/limits';

const cases = allRules.flatMap((rule) =>
  rule.examples.map((example) => [rule.id, example.says, rule, example] as const),
);
const saidBy = (rule: Rule, given: Rule['examples'][number]['given']) =>
  factsOfPlaces(givenOf(given)).flatMap((facts) =>
    rule.find(facts).map((said) => findingOf(rule, said, facts)),
  );

describe('each rule keeps its own examples', () => {
  it.each(cases)('%s: %s', (_id, _says, rule, { given, expect: expected, words = [] }) => {
    const found = saidBy(rule, given);
    const worst = [...found].sort((a, b) => severity(b.status) - severity(a.status))[0];
    expect(worst?.status ?? null).toBe(expected);
    // What is proposed is said by the plan of the same water.
    const { lines } = today(givenOf(given)).plan;
    const text = [...found.map(sentence), ...lines.flatMap((l) => [l.says, ...l.details])].join(' ');
    for (const word of words) expect(text).toContain(word);
  });

  it.each(allRules.map((rule) => [rule.id, rule] as const))(
    '%s speaks in one example, has a source, and says all that a finding must say',
    (_id, rule) => {
      expect(rule.source.length).toBeGreaterThan(10);
      expect(rule.looksAt).toMatch(/\.$/);
      const found = rule.examples.flatMap(({ given }) => saidBy(rule, given));
      expect(found.some((f) => f.status !== 'clear' || f.note)).toBe(true);
      for (const f of found) {
        expect(sentence(f)).not.toMatch(/NaN|undefined|null|Infinity|\s\s|\.\./);
        expect(f.what).toMatch(/\.$/);
        expect(f.howSure).toMatch(/\.$/);
        expect(f.short.split(/\s+/).length).toBeLessThanOrEqual(20);
        if (f.status === 'clear') continue;
        if (f.status !== 'unread') expect(f.why).toMatch(/\.$/);
        if (!f.note) expect([f.id, f.proposes.length > 0]).toEqual([f.id, true]);
      }
    },
  );

  it('and a name of its own', () => {
    expect(new Set(allRules.map((r) => r.id)).size).toBe(allRules.length);
    expect(ruleEntries()).toHaveLength(allRules.length);
  });

  it('is quiet about a water of which nothing was read, but for saying so', () => {
    const nothing = factsOf(givenOf({}));
    for (const rule of allRules)
      expect([rule.id, rule.find(nothing).map((f) => f.status)]).toEqual([
        rule.id,
        rule.id === 'unread' ? ['unread'] : [],
      ]);
  });
});
