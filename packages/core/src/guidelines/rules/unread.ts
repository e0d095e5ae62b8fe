import { type ParameterId, shortName } from '../../parameters';
import { holdWords, agoWords } from '../age';
import type { Facts } from '../facts';
import { listed } from '../../quantity';
import type { Rule, Said } from '../rule';
import { midSentence } from '../../parameters';
import type { VitalState } from '../told-lamp';
import { type VitalRow, vitalRows } from '../vital-row';

const listWords = (ids: readonly ParameterId[]): string => listed(ids.map((p) => midSentence(shortName(p))));
const capital = (text: string) => text.replace(/^[a-z](?!H)/, (c) => c.toUpperCase());
const verb = (rows: readonly unknown[], one: string, many: string) => (rows.length === 1 ? one : many);

/** Rows that do not count for one reason, in a sentence. */
function reasonWords(facts: Facts, state: Exclude<VitalState, 'holds'>, rows: readonly VitalRow[]): string {
  const names = capital(listWords(rows.map((r) => r.parameter)));
  switch (state) {
    case 'never':
      return `${names} ${verb(rows, 'was', 'were')} never read.`;
    case 'too-old': {
      const oldest = Math.min(...rows.map((r) => r.takenAt!));
      const hold = Math.min(...rows.map((r) => r.claim));
      return `${names} ${verb(rows, 'was', 'were')} read ${agoWords(facts.at - oldest)}; a reading holds ${holdWords(hold)} here.`;
    }
    case 'past':
      return `${rows[0]!.because} ${names} read before that no longer ${verb(rows, 'counts', 'count')}.`;
    case 'no-value':
      return `${names}: no value is no reading. ${rows[0]!.because}`.trim();
    case 'old-bottle':
      return `${names} read zero, and that may be false. ${rows[0]!.because}`;
    case 'cannot-show':
      return `${names} read zero, but this kit cannot show ${verb(rows, 'it', 'them')}.`;
  }
}

/** The same in few words, for the lamp. */
function inShort(facts: Facts, { state, rows }: Group): string {
  const names = capital(listWords(rows.map((r) => r.parameter)));
  switch (state) {
    case 'never':
      return `${names} ${verb(rows, 'was', 'were')} never read.`;
    case 'too-old':
      return `${names} ${verb(rows, 'was', 'were')} read ${agoWords(facts.at - Math.min(...rows.map((r) => r.takenAt!)))}: too long ago.`;
    case 'past':
      return `${rows[0]!.because} Test ${rows.length > 2 ? 'again' : listWords(rows.map((r) => r.parameter))}.`;
    case 'no-value':
      return `${names}: no value is no reading.`;
    case 'old-bottle':
      return `${names} read zero, and that may be false.`;
    case 'cannot-show':
      return `${names} read zero, but this kit cannot show ${verb(rows, 'it', 'them')}.`;
  }
}

interface Group {
  readonly state: Exclude<VitalState, 'holds'>;
  readonly rows: readonly VitalRow[];
}

/** What to do beyond testing, for a reason. */
function helpWords(state: Exclude<VitalState, 'holds'>, rows: readonly VitalRow[]): string {
  switch (state) {
    case 'no-value':
      return 'Take a fresh sample; check the order and the age of the bottles. Some conditioners mislead a kit.';
    case 'old-bottle':
      return 'Use a fresh bottle.';
    case 'cannot-show':
      return rows.some((r) => r.because !== '') ? rows[0]!.because : 'Confirm it with drops.';
    case 'past':
      return rows.some((r) => r.because.startsWith('The change of'))
        ? 'Tell how much was changed and with which water, or test.'
        : '';
    case 'never':
    case 'too-old':
      return '';
  }
}

/** How to test what does not count. */
const wayOf = {
  past: 'as-usual',
  'no-value': 'repeat',
  'cannot-show': 'drops',
  'old-bottle': 'repeat',
  never: 'as-usual',
  'too-old': 'as-usual',
} as const;

const order: readonly Exclude<VitalState, 'holds'>[] = [
  'past',
  'no-value',
  'cannot-show',
  'old-bottle',
  'never',
  'too-old',
];

const unread: Rule = {
  id: 'unread',
  name: 'What must be read before all is clear',
  looksAt:
    'Whether everything that can kill here was read, lately enough, by something that can tell, with nothing done since that makes it the past.',
  source: 'which figures, for how long and after what: common practice, where no rule of our own is named',
  find: (facts) => {
    const missing = vitalRows(facts).filter((r) => r.state !== 'holds');
    if (missing.length === 0) return [];
    const groups = order.flatMap((state) => {
      const rows = missing.filter((r) => r.state === state);
      // One deed may have made some the past, and another one others.
      const reasons = state === 'past' ? [...new Set(rows.map((r) => r.because))] : [''];
      return reasons.flatMap((reason) => {
        const alike = state === 'past' ? rows.filter((r) => r.because === reason) : rows;
        return alike.length > 0 ? [{ state, rows: alike }] : [];
      });
    });
    const tests = missing.map((r) => r.parameter);
    const sentences = groups.map((g) => reasonWords(facts, g.state, g.rows));
    const help = [...new Set(groups.map((g) => helpWords(g.state, g.rows)).filter(Boolean))];
    return [
      {
        status: 'unread',
        sure: true,
        what: sentences.join(' '),
        short: inShort(facts, groups[0]!),
        howSure: 'So nobody can say how this water is today.',
        why: '',
        proposes: [
          ...groups.map(
            (g) =>
              ({
                kind: 'test',
                subjects: g.rows.map((r) => r.parameter),
                way: wayOf[g.state],
              }) as const,
          ),
          ...help.map((says) => ({ kind: 'tell', says }) as const),
        ],
        tests,
      },
    ];
  },
  examples: [
    {
      says: 'Only nitrate was ever read: nobody can say.',
      given: { read: { nitrate: '20 (10–20)' } },
      expect: 'unread',
      words: ['Total ammonia, nitrite and pH were never read', 'Test total ammonia, nitrite and pH'],
    },
    {
      says: 'Ammonia that was no color of its card is unread.',
      given: { read: { ammonia: 'none', nitrite: '0 (0–0.1)', ph: '7.2' } },
      expect: 'unread',
      words: ['no value is no reading', 'fresh sample'],
    },
    {
      says: 'A filter that stopped for five hours makes ammonia and nitrite the past.',
      given: {
        read: {
          ammonia: { says: '0 (0–0.1)', daysAgo: 2 },
          nitrite: { says: '0 (0–0.1)', daysAgo: 2 },
          ph: { says: '7.4', daysAgo: 2 },
        },
        deeds: [{ kind: 'power-cut', daysAgo: 0.5, amount: { by: 'hours', hours: '5' } }],
      },
      expect: 'unread',
      words: ['stopped for over two hours'],
    },
    {
      says: 'All read today: nothing is missing.',
      given: { read: { ammonia: '0 (0–0.1)', nitrite: '0 (0–0.1)', ph: '7.4' } },
      expect: null,
    },
  ],
};

const salted: Rule = {
  id: 'salted',
  name: 'Salted water',
  looksAt: 'Whether the water was told to be salted, or holds so much chloride that it must be.',
  source: 'chloride beyond 1,500 mg/L is brackish, sea or medicine: our own step',
  find: (facts) => {
    const { salted: salt } = facts.conditions;
    if (salt === null || facts.water.kind === 'source' || facts.water.kind === 'stream') return [];
    if (!facts.hasAnimals) return [];
    const own = facts.water.guidance.own.map((l) => l.subject);
    if (own.includes('nitrite') && own.includes('ph')) return [];
    const said: Said = {
      status: 'unread',
      sure: true,
      what: 'Salted water: the fresh-water limits for pH, KH, GH and nitrite do not hold here.',
      howSure:
        salt === 'untold'
          ? 'So much chloride is brackish water, sea water or a medicine. Say which, in the form of this water.'
          : 'Total and free ammonia are judged all the same.',
      why: 'Beside so much chloride nitrite harms little; the free share of ammonia is lower, so this is the careful side.',
      proposes: [
        {
          kind: 'tell',
          says: 'Set limits of your own for pH and nitrite; read the kit by its card for salt water.',
        },
        { kind: 'test', subjects: ['ammonia'] },
      ],
      tests: [],
    };
    return [said];
  },
  examples: [
    {
      says: 'A marine quarantine without limits of its own: cannot say.',
      given: {
        kind: 'standing',
        water: { salinity: 'marine' },
        read: { ammonia: '0 (0–0.2)', nitrite: '2 (1–2)', ph: '8.1' },
      },
      expect: 'unread',
      words: ['do not hold here', 'limits of your own'],
    },
    { says: 'Fresh water: nothing to say.', given: { read: { chloride: '30' } }, expect: null },
  ],
};

/** What salt is in it comes first: it decides what a reading means. */
export const unreadRules: readonly Rule[] = [salted, unread];
