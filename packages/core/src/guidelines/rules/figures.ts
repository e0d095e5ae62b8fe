import { uncheckedUnionizedFraction } from '../../chemistry';
import { type Interval, formatReading, fromWire, interval, toCanonical } from '../../quantity';
import { bleachDilution } from '../../readings';
import { adviceFor, hasFilter } from '../advice';
import { ageSentence } from '../age';
import { bandsFor, incompatible, vitalSubjects } from '../applied-limits';
import type { Facts } from '../facts';
import { figureSentence, sureness, surenessInShort } from '../finding';
import { judge } from '../judge';
import type { Rule, Said } from '../rule';
import { settledBy } from '../settle';
import { displayUnit, roughWords, shownValue, shownWords } from '../shown';
import { stockConflicts } from '../stock-conflicts';
import type { Proposed } from '../../remedies/plan/proposal';
import { type Status, severity, statusWord } from '../../limits/status';
import { type Subject, isComputed, parameterOf, subjectIds, subjectLabel } from '../../limits/subject';
import { cannotShow } from '../vital-row';

/** What part of total ammonia is free, where pH and temperature are known: why the same total is mild or harsh. */
function freePart({ free, figure, water }: Facts, subject: Subject): string {
  if (subject !== 'ammonia' || !free || !figure('ph') || !figure('temperature')) return '';
  if (water.kind === 'source') return '';
  const { ph, temperature } = free.used;
  const share = (end: 'low' | 'best' | 'high') => 100 * uncheckedUnionizedFraction(ph[end], temperature[end]);
  const part = interval(share('low'), share('best'), share('high'));
  return ` At pH ${formatReading(ph)} and ${shownWords(water, 'temperature', temperature)} ${formatReading(part)} % of it is free, the part that burns gills.`;
}

/** Where the keeper's own limit is milder than what would hold without it: a word, so that nobody is lulled. */
function milderThanUsual(facts: Facts, subject: Subject, value: Interval, status: Status): string {
  if (facts.limits(subject)[0]?.guideline !== null) return '';
  const { guidance } = facts.water;
  const usual = bandsFor(subject, { ...facts.water, guidance: { ...guidance, own: [] } }, facts.conditions);
  const other = usual.length > 0 ? judge(value, usual).status : status;
  return severity(other) > severity(status)
    ? ` By your own limit; by the usual ones it would be ${statusWord[other]}.`
    : '';
}

/** Animals of the cold under a frozen pond are left in peace. Common practice. */
const frostBelow = 4;
const isFrost = (facts: Facts, subject: Subject, value: Interval): boolean =>
  subject === 'temperature' && facts.water.kind === 'pond' && value.best < frostBelow;

/** KH, GH and pH above the textbook of a mixed tank harm nobody where they are steady and those of the source. */
const hardTap: readonly Subject[] = ['alkalinity', 'hardness', 'ph'];
/** How far source and water, or two readings, may stand apart and still be the same: °dKH or °dGH, pH. Hedge Lamp's own. */
const alike: Partial<Record<Subject, number>> = {
  alkalinity: toCanonical(2, 'alkalinity', '°dKH'),
  hardness: toCanonical(2, 'hardness', '°dGH'),
  ph: 0.3,
};

function isLikeItsSource(facts: Facts, subject: Subject, value: Interval, status: Status): boolean {
  const most = alike[subject];
  if (!hardTap.includes(subject) || most === undefined || status !== 'watch') return false;
  // Animals with limits of their own are judged by them.
  if (facts.limits(subject).some((l) => l.guideline === null || l.guideline.forWhom.stock !== undefined))
    return false;
  const tap = facts.source?.figure(subject)?.value;
  if (!tap || value.high === Infinity || Math.abs(tap.best - value.best) > most) return false;
  // A range that reaches down to too little is another matter.
  const clear = facts.bands(subject).find((b) => b.status === 'clear');
  if (!clear || value.low <= clear.from) return false;
  const before = facts.history(parameterOf(subject))[1];
  return before === undefined || Math.abs(before.value.best - value.best) <= most;
}

/** Where a reading reaches past Clear only because its range has no end on that side, it is no verdict on that side. */
function openEnd({ low, high }: Interval, subject: Subject): string {
  if (subject !== 'ph') return '';
  if (high === Infinity)
    return 'This range of pH ends here and says only “or more”. Run the high range: it decides.';
  return low === -Infinity
    ? 'This range of pH ends here and says only “or less”. Run the low range: it decides.'
    : '';
}

function ofFigure(facts: Facts, subject: Subject): Said | null {
  const { water, at } = facts;
  const figure = facts.figure(subject);
  const parameter = parameterOf(subject);
  // What another place lends is judged there.
  if (!figure?.value || !facts.place.owns(parameter)) return null;
  const bands = facts.bands(subject);
  if (bands.length === 0 || cannotShow(facts, subject)) return null;
  const verdict = judge(figure.value, bands);
  const { sure } = verdict;
  let { status } = verdict;
  const age = at - figure.takenAt;
  const claim = facts.claim(parameter);
  const effective = facts.read(parameter);
  const past = effective?.state === 'past';
  // A good figure of the past claims nothing; a bad one stands until a newer one is better.
  if (status === 'clear' && (past || age > claim)) return null;
  const tests = [parameter];
  const unit = subject === 'ph' ? '' : displayUnit(water, subject);
  const shown = shownValue(water, subject, figure.value);
  const label = subjectLabel(subject);
  const frost = isFrost(facts, subject, figure.value);
  const likeSource = isLikeItsSource(facts, subject, figure.value, status) && !verdict.tooLow;
  // A figure worked out after a change may be milder than what was read, but only a test makes it Clear.
  const wasWrong =
    figure.estimate === true &&
    status === 'clear' &&
    vitalSubjects.includes(subject) &&
    effective?.reading.value !== null &&
    effective !== null &&
    isComputedOrRead(subject) &&
    judge(fromWire(effective.reading.value), bands).worst !== 'clear';
  if (wasWrong) status = 'watch';
  const howSure = [
    wasWrong
      ? ''
      : `${sureness(verdict, figure.value)}${milderThanUsual(facts, subject, figure.value, status)}`,
    ...(figure.estimate ? figure.gaps() : []),
    effective?.opened ?? '',
    past ? `${effective.because} It stands until a newer reading is better.` : '',
    age > claim || !past ? ageSentence(age, claim) : '',
  ]
    .filter(Boolean)
    .filter((text, k, all) => all.indexOf(text) === k)
    .join(' ');
  const inShort = `${label} is ${formatReading(shown)}${unit ? ` ${unit}` : ''}: ${wasWrong ? 'worked out; test to know' : surenessInShort(verdict, figure.value)}.`;
  const base = {
    subject,
    sure,
    what: figureSentence(label, shown, unit),
    short: inShort,
    howSure,
    tests,
  } as const;
  if (frost && status === 'clear')
    return {
      ...base,
      status: 'clear',
      note: true,
      what: `The pond is at ${formatReading(shown)} ${unit}: under ${roughWords(water, 'temperature', 4)}, leave it.`,
      why: 'Cold-water fish rest at the bottom, where it is warmest.',
      proposes: [],
    };
  if (status === 'clear') return { ...base, status, why: '', proposes: [] };
  const unsuited = incompatible(subject, facts.limits(subject), unit || 'pH');
  if (likeSource)
    return {
      ...base,
      status: 'clear',
      note: true,
      howSure: 'Steady, and the same as the source.',
      why: 'It is above the textbook for a mixed tank; grown fish that are used to it do well.',
      proposes: [],
    };
  const advice = unsuited
    ? {
        why: unsuited.sentence,
        watch: [],
        act: [{ kind: 'keep-apart' as const, says: keepApart }],
      }
    : adviceFor(subject, verdict.tooLow ? 'low' : 'high', {
        kind: water.kind,
        animals: facts.animals,
        hasFilter: hasFilter(water),
        degrees: displayUnit(water, 'temperature'),
      });
  const open = openEnd(figure.value, subject);
  // An open end is no side: a tube that is merely at the end of its card is neither acid nor basic.
  if (open && verdict.atBest === 'clear')
    return {
      ...base,
      status,
      howSure: `${howSure} ${open}`.trim(),
      why: 'How free the ammonia is hangs on pH.',
      proposes: [
        { kind: 'test', subjects: ['ph'], way: figure.value.high === Infinity ? 'high-range' : 'low-range' },
      ],
    };
  const flashed =
    effective?.reading.doubts.includes('flashed') === true || effective?.opened.includes('flashed') === true;
  const wantsAfternoon = facts.afternoonWanted && subject === 'free-ammonia';
  const settle = sure || wasWrong || flashed || wantsAfternoon ? '' : settledBy(bands, figure.narrowings());
  const again = age > claim || past;
  const usual = status === 'watch' ? advice.watch : advice.act;
  const decides: Proposed[] = [];
  if (wantsAfternoon) decides.push({ kind: 'test', subjects: ['ph'], way: 'afternoon' });
  if (flashed) decides.push({ kind: 'test', subjects: [parameter], way: 'dilute', dilution: bleachDilution });
  if (again) decides.push({ kind: 'test', subjects: [parameter] });
  return {
    ...base,
    status,
    ...(flashed ? { dilution: bleachDilution } : {}),
    howSure: [howSure, settle].filter(Boolean).join(' '),
    why: `${advice.why}${freePart(facts, subject)}`,
    proposes: [...decides, ...usual],
  };
}

/** True for a subject whose own reading can be judged by its bands as it was read. */
const isComputedOrRead = (subject: Subject): boolean => !isComputed(subject);

const keepApart = 'Keep those apart that want different water, when you next change your stock.';

const limits: Rule = {
  id: 'limits',
  name: 'Each figure by its limits',
  looksAt:
    'Every figure read, and free ammonia, by all the limits that hold for the water: clear even at its worst end, wrong even at its mildest, or not to be told yet.',
  source: 'each limit names its own',
  find: (facts) => subjectIds().flatMap((subject) => ofFigure(facts, subject) ?? []),
  examples: [
    {
      says: '0.9 mg/L total at pH 6.4 and 24 °C: watch, because 0.13 % of it is free.',
      given: { read: { ammonia: '0.9 (0.8–0.9)', ph: '6.4', temperature: '24' } },
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
      words: ['inside at either end'],
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
      says: 'A good KH of five weeks ago claims nothing any more.',
      given: { read: { alkalinity: { says: '5–6', daysAgo: 35 } } },
      expect: null,
    },
    {
      says: 'A bad KH of five weeks ago stands, and is to be tested again first.',
      given: { read: { alkalinity: { says: '0.5–1', daysAgo: 35 } } },
      expect: 'act',
      words: ['Read 35 days ago', 'again first'],
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
      given: {
        cycling: true,
        stock: [],
        water: { livesHere: 'nobody' },
        read: { ammonia: '4', nitrite: '5' },
      },
      expect: null,
    },
    {
      says: 'The same where nobody said so: judged as if animals lived there.',
      given: { cycling: true, stock: [], read: { ammonia: '4', nitrite: '5' } },
      expect: 'urgent',
    },
    {
      says: 'Trout at 12 °C: just right for them.',
      given: { kind: 'standing', stock: ['trout'], read: { temperature: '12' } },
      expect: 'clear',
    },
    {
      says: 'A pond at 3 °C with goldfish: leave it.',
      given: { kind: 'pond', stock: ['goldfish'], read: { temperature: '3' } },
      expect: 'clear',
      words: ['leave it', 'Never break ice'],
    },
    {
      says: 'Hard tap water in a mixed tank, steady: a note.',
      given: { read: { hardness: '18' }, source: { hardness: '18' } },
      expect: 'clear',
      words: ['same as the source'],
    },
  ],
};

const suitsAll: Rule = {
  id: 'no-value-suits-all',
  name: 'Animals that want different water',
  looksAt:
    'pH, KH, GH and temperature: whether any value is clear to all that live here, before anything is read.',
  source: 'the limits of each; that they must overlap is common practice',
  once: true,
  find: ({ water, hasAnimals, limits: of }) =>
    (hasAnimals ? stockConflicts(water, of) : []).map(({ subject, sentence }) => ({
      subject,
      status: 'clear' as const,
      note: true,
      sure: true,
      what: sentence,
      howSure: 'Certain: whatever is read lies outside for one of them.',
      why: 'What suits one wears the other down, slowly.',
      proposes: [{ kind: 'keep-apart', says: keepApart }],
      tests: [],
    })),
  examples: [
    {
      says: 'Livebearers with soft-water fish: no GH suits both.',
      given: { stock: ['livebearers', 'soft-water-fish'] },
      expect: 'clear',
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
