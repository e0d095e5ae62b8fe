import {
  allRules,
  findingOf,
  factsOfPlaces,
  givenOf,
  sentence,
  signs,
  today,
} from '@hedge-lamp/core/guidelines';
import { fleschKincaid } from 'flesch-kincaid';
import { syllable } from 'syllable';
import { saidByPlan } from './said-by';
import { workedWaters } from './worked-waters';

/** Figures and units say themselves; what is left is what a tired person has to read. */
const plain = (text: string): string =>
  text
    .replace(/\b(mg\/L|µS\/cm|meq\/L|mmol\/L)( (NH3-N|NH3|NH4|NO2-N|NO2|NO3-N|NO3|CaCO3|Cl|K|N))?\b/g, ' ')
    .replace(/°(dKH|dGH|C|F)/g, ' ')
    .replace(/\b[−-]?\d+([.,]\d+)*(\s?[–-]\s?\d+([.,]\d+)*)?( ?%)?/g, ' ')
    .replace(/\([^a-z]*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/ ([.,;:])/g, '$1')
    .trim();

const wordsOf = (text: string): string[] => plain(text).match(/[A-Za-z’'-]*[A-Za-z][A-Za-z’'-]*/g) ?? [];
const sentencesOf = (text: string): string[] =>
  plain(text)
    .split(/(?<=[.?!])\s+/)
    .filter((s) => /[A-Za-z]/.test(s));

/** US school grade by Flesch and Kincaid 1975, with the registry's own syllable counter. */
function gradeOf(text: string): number {
  const words = wordsOf(text);
  return fleschKincaid({
    sentence: Math.max(1, sentencesOf(text).length),
    word: words.length,
    syllable: words.reduce((n, w) => n + syllable(w), 0),
  });
}

/** Every finding that the rules' own examples and the forty-five waters bring about, each once. */
const findings = new Map<string, { readonly text: string; readonly what: string }>();
for (const rule of allRules)
  for (const { given } of rule.examples)
    for (const facts of factsOfPlaces(givenOf(given)))
      for (const said of rule.find(facts)) {
        const f = findingOf(rule, said, facts);
        findings.set(sentence(f), { text: sentence(f), what: f.what });
      }
for (const w of workedWaters)
  for (const f of today(givenOf(w.given)).findings)
    findings.set(sentence(f), { text: sentence(f), what: f.what });
const all = [...findings.values()];
/** Every whole plan likewise. */
const plans = new Map<string, string>();
const takePlan = (scenario: Parameters<typeof givenOf>[0]) => {
  const text = saidByPlan(today(givenOf(scenario)).plan).replace(/\n/g, ' ');
  plans.set(text, text);
};
for (const w of workedWaters) takePlan({ ...w.given, water: { ...w.given.water, netLiters: w.liters } });
for (const rule of allRules) for (const { given } of rule.examples) takePlan(given);

describe('what is said can be read by a tired person', () => {
  it('of thirty words and more: grade 8 on average, none over 12 (Flesch and Kincaid 1975)', () => {
    const graded = all
      .filter(({ text }) => wordsOf(text).length >= 30)
      .map(({ text }) => ({ grade: gradeOf(text), text }))
      .sort((a, b) => b.grade - a.grade);
    expect(graded.length).toBeGreaterThan(40);
    const mean = graded.reduce((sum, g) => sum + g.grade, 0) / graded.length;
    if (process.env.HEDGE_LAMP_GRADES)
      console.log(
        `${graded.length} findings, mean grade ${mean.toFixed(1)}, highest ${graded[0]!.grade.toFixed(1)}\n${graded
          .slice(0, 12)
          .map((g) => `${g.grade.toFixed(1)} ${g.text}`)
          .join('\n')}`,
      );
    expect(graded.filter((g) => g.grade > 12)).toEqual([]);
    expect(mean).toBeLessThanOrEqual(8);
  });

  it('as a plan: grade 8 on average, none over 12, and no sentence twice', () => {
    const graded = [...plans.values()]
      .filter((text) => wordsOf(text).length >= 30)
      .map((text) => ({ grade: gradeOf(text), text }))
      .sort((a, b) => b.grade - a.grade);
    expect(graded.length).toBeGreaterThan(40);
    const mean = graded.reduce((sum, g) => sum + g.grade, 0) / graded.length;
    if (process.env.HEDGE_LAMP_GRADES)
      console.log(
        `${graded.length} plans, mean grade ${mean.toFixed(1)}, highest ${graded[0]!.grade.toFixed(1)}\n${graded[0]!.text}`,
      );
    expect(graded.filter((g) => g.grade > 12)).toEqual([]);
    expect(mean).toBeLessThanOrEqual(8);
    for (const text of plans.values()) {
      const sentences = text
        .split(/(?<=[.?!])\s+/)
        .filter((s) => s.split(/\s+/).length > 3 && !s.startsWith('Only if') && !s.includes('GH stays'));
      const twice = sentences.filter((s, k) => sentences.indexOf(s) !== k);
      expect([...new Set(twice)]).toEqual([]);
    }
  });

  it('in lines of at most 25 words', () => {
    const long = all.flatMap(({ text }) => sentencesOf(text)).filter((line) => wordsOf(line).length > 25);
    expect(long).toEqual([]);
  });

  it('by none of the words that were found wanting', () => {
    const text = [...all.map((f) => f.text), ...signs.flatMap((s) => s.meanwhile)].join('\n');
    for (const word of [
      /Past clear for sure/,
      /cannot be told yet/,
      /[Tt]reated, and at the same temperature/,
      /comes to about over/,
      /taken as water without/,
    ])
      expect(text).not.toMatch(word);
  });
});
