import { uncheckedUnionizedFraction } from '../../chemistry';
import { type Interval, formatReading, interval } from '../../quantity';
import { staleAfter } from '../../schedule/due';
import { adviceFor } from '../advice';
import { ageSentence, agoWords } from '../age';
import { bandsFor, incompatible, isFishless } from '../applied-limits';
import type { Facts } from '../facts';
import { figureSentence, sureness } from '../finding';
import { judge } from '../judge';
import type { Rule, Said } from '../rule';
import { settledBy } from '../settle';
import { displayUnit, shownValue } from '../shown';
import { stockConflicts } from '../stock-conflicts';
import { type Status, severity, statusWord } from '../status';
import { type Subject, midSentence, parameterOf, subjectIds, subjectKind, subjectLabel } from '../subject';

const fishFood = ['ammonia', 'nitrite', 'nitrate', 'share'];

/** A fishless filter is fed ammonia on purpose: what would be a warning elsewhere is only noted. */
export const feedsTheFilter = (facts: Pick<Facts, 'water'>, subject: Subject): boolean =>
  isFishless(facts.water) && fishFood.includes(subjectKind(subject));

/** What part of total ammonia is free, where pH and temperature are known: why the same total is mild or harsh. */
function freePart({ free, figure, water }: Facts, subject: Subject): string {
  if (subject !== 'ammonia' || !free || !figure('ph') || !figure('temperature')) return '';
  if (water.kind === 'source') return '';
  const { ph, temperature } = free.used;
  const share = (end: 'low' | 'best' | 'high') => 100 * uncheckedUnionizedFraction(ph[end], temperature[end]);
  const part = interval(share('low'), share('best'), share('high'));
  return ` At pH ${formatReading(ph)} and ${formatReading(temperature)} °C ${formatReading(part)} % of it is free, the part that burns gills.`;
}

/** Where the keeper's own limit is milder than what would hold without it: a word, so that nobody is lulled. */
function milderThanUsual(facts: Facts, subject: Subject, value: Interval, status: Status): string {
  if (facts.limits(subject)[0]?.guideline !== null) return '';
  const { guidance } = facts.water;
  const usual = bandsFor(subject, { ...facts.water, guidance: { ...guidance, own: [] } });
  const other = usual.length > 0 ? judge(value, usual).status : status;
  return severity(other) > severity(status)
    ? ` By your own limit; by the usual ones it would be ${statusWord[other]}.`
    : '';
}

function ofFigure(facts: Facts, subject: Subject): Said | null {
  const { water, at } = facts;
  const figure = facts.figure(subject);
  if (!figure?.value || feedsTheFilter(facts, subject)) return null;
  const bands = facts.bands(subject);
  if (bands.length === 0) return null;
  const verdict = judge(figure.value, bands);
  const { status, sure } = verdict;
  const age = at - figure.takenAt;
  const tests = [parameterOf(subject)];
  const unit = subject === 'ph' ? '' : displayUnit(water, subject);
  const shown = shownValue(water, subject, figure.value);
  const label = subjectLabel(subject);
  if (age > staleAfter(water, parameterOf(subject))) {
    if (verdict.mildest !== 'act' && verdict.mildest !== 'urgent') return null;
    return {
      subject,
      status: 'watch',
      sure: false,
      what: `When last read, ${agoWords(age)}, ${midSentence(label)} was ${formatReading(shown)}${unit ? ` ${unit}` : ''}: ${statusWord[verdict.mildest]}.`,
      howSure: 'Too long ago to say how it is today.',
      why: 'Nobody has looked since, so it may stand as it stood.',
      todo: 'Test it again.',
      tests,
    };
  }
  const old = ageSentence(age);
  const milder = milderThanUsual(facts, subject, figure.value, status);
  const howSure = [`${sureness(verdict)}${milder}`, old].filter(Boolean).join(' ');
  const base = { subject, status, sure, what: figureSentence(label, shown, unit), howSure, tests } as const;
  if (status === 'clear') return { ...base, status, why: '', todo: '' };
  if (status === 'unread') return null;
  const unsuited = incompatible(subject, facts.limits(subject), unit || 'pH');
  const advice = unsuited
    ? {
        why: unsuited.sentence,
        watch: 'Keep it steady where it is.',
        act: 'Keep it steady where it is, and keep them apart.',
      }
    : adviceFor(subject, verdict.tooLow ? 'low' : 'high', water.kind);
  const settle = sure ? '' : `${settledBy(bands, figure.narrowings())} `;
  return {
    ...base,
    status,
    why: `${advice.why}${freePart(facts, subject)}`,
    todo: `${settle}${status === 'watch' ? advice.watch : advice.act}`,
  };
}

const limits: Rule = {
  id: 'limits',
  name: 'Each figure by its limits',
  looksAt:
    'Every figure read, and free ammonia, by all the limits that hold for the water: clear even at its worst end, wrong even at its mildest, or not to be told yet.',
  source: 'each limit names its own',
  find: (facts) => subjectIds.flatMap((subject) => ofFigure(facts, subject) ?? []),
  examples: [
    {
      says: '1 mg/L total at pH 6.4 and 24 °C: watch, because 0.13 % of it is free.',
      given: { read: { ammonia: '1.0 (0.9–1.0)', ph: '6.4', temperature: '24' } },
      expect: 'watch',
      words: ['0.13 (', '% of it is free'],
    },
    {
      says: 'The same total at pH 8.4 and 27 °C: act.',
      given: { read: { ammonia: '1.0 (0.9–1.0)', ph: '8.4', temperature: '27' } },
      expect: 'act',
    },
    {
      says: 'Nitrate at 10 mg/L: clear at either end of its range.',
      given: { read: { nitrate: '8–12' } },
      expect: 'clear',
      words: ['clear at either end'],
    },
    {
      says: 'Nitrate from 14 to 21 mg/L: cannot tell, and a second test would settle it.',
      given: { read: { nitrate: { says: '16 (14–21)', by: 'nitrate-two-bottles' } } },
      expect: 'watch',
      words: ['Cannot tell yet', 'would settle it'],
    },
    {
      says: 'Nitrate past the top of the card: act for sure.',
      given: { read: { nitrate: { says: 'over 160', by: 'nitrate-two-bottles' } } },
      expect: 'act',
    },
    {
      says: 'KH of five weeks ago: judged, and said to be old.',
      given: { read: { alkalinity: { says: '5–6', daysAgo: 35 } } },
      expect: 'clear',
      words: ['35 days old'],
    },
    {
      says: 'Nitrate at 60 by an own limit of 80: clear, with the word that the usual limits would act.',
      given: {
        read: { nitrate: '60' },
        guidance: {
          own: [
            {
              subject: 'nitrate',
              unit: 'mg/L NO3',
              target: {},
              watch: { above: 80 },
              act: {},
              urgent: {},
              source: 'my own',
            },
          ],
        },
      },
      expect: 'clear',
      words: ['by the usual ones it would be Act'],
    },
    {
      says: 'A filter growing in without animals: ammonia and nitrite are noted, not judged.',
      given: { cycling: true, stock: [], read: { ammonia: '4', nitrite: '5' } },
      expect: null,
    },
  ],
};

const suitsAll: Rule = {
  id: 'no-value-suits-all',
  name: 'Animals that want different water',
  looksAt:
    'pH, KH, GH and temperature: whether any value is clear to all that live here, before anything is read.',
  source: 'the limits of each; that they must overlap is common practice',
  find: ({ water, hasAnimals, limits: of }) =>
    (hasAnimals ? stockConflicts(water, of) : []).map(({ subject, sentence }) => ({
      subject,
      status: 'watch',
      sure: true,
      what: sentence,
      howSure: 'Sure: whatever is read, it is outside for one of them.',
      why: 'What suits one wears the other down, slowly.',
      todo: 'Keep them apart, or keep to one of them. Until then hold it steady between the two.',
      byWhen: 'When you next change your stock.',
      testAgain: '',
      tests: [],
    })),
  examples: [
    {
      says: 'Livebearers with soft-water fish: no GH suits both.',
      given: { stock: ['livebearers', 'soft-water-fish'] },
      expect: 'watch',
      words: ['No GH suits both Livebearers (8–20 °dGH) and Soft-water fish (2–7 °dGH)'],
    },
    {
      says: 'Livebearers with snails: there is a GH for both.',
      given: { stock: ['livebearers', 'snails'] },
      expect: null,
    },
  ],
};

export const figureRules: readonly Rule[] = [limits, suitsAll];
