import { week } from '../../wire';
import { chlorideNitrite, eifacFreeAmmonia, eifacFreeAmmoniaNitrogen as harmful } from '../../chemistry';
import { type Interval, formatReading, isOpen } from '../../quantity';
import { changed, phOf, tankOf } from '../../remedies/plan/tank';
import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';
import type { Facts } from '../facts';
import type { Rule, Said } from '../rule';
import { roughWords, shownWords } from '../shown';

/** Total ammonia, mg/L as N, that is worth a word on pH: what a usual card first shows. Common practice. */
const noticeable = 0.25;
/** Water of which only pH and KH matter. */
const bare = { liters: 1, ammonia: 0, nitrite: 0, nitrate: 0, chloride: 0 };
const tenth = (x: number) => (Math.round(x * 10) / 10).toFixed(1);

/** Ammonia that is worth guarding against a rise of pH: enough of it, with animals, and a pH of about that day. */
function guarded(facts: Facts) {
  const [total, ph] = [facts.now('ammonia'), facts.now('ph')];
  if (!total || !ph || !facts.free || !facts.hasAnimals || total.best < noticeable) return null;
  // Further apart free ammonia is worked out with an assumed pH, and the two would not go together.
  if (Math.abs(facts.figure('ph')!.takenAt - facts.figure('ammonia')!.takenAt) > week) return null;
  return { total, ph, free: facts.free };
}

const phRises: Rule = {
  id: 'ammonium-if-ph-rises',
  name: 'Ammonium that a rise of pH would free',
  looksAt:
    'Total ammonia that is harmless at this pH, and the pH at which its free part would pass EIFAC’s limit.',
  source:
    'Emerson and others 1975; EIFAC 1970, Technical Paper 11; a day’s rise of up to one pH: common practice',
  find: (facts) => {
    const there = guarded(facts);
    if (!there || there.free.value.best > harmful) return [];
    const { ph: at } = there.free.crossing;
    if (at.best > there.ph.best + 1.5 || at.best === Infinity) return [];
    return [
      {
        subject: 'free-ammonia',
        status: 'watch',
        sure: there.free.value.high <= harmful,
        what: `At pH ${formatReading(there.ph)} nearly all of the ${shownWords(facts.water, 'ammonia', there.total)} is ammonium.`,
        short: 'Most of the ammonia is harmless at this pH; a rise of pH would free it.',
        howSure: `It would pass EIFAC’s ${eifacFreeAmmonia} mg/L of free NH3 at about pH ${tenth(at.best)}.`,
        why: 'Light on plants, air, a buffer or hard water can lift pH and turn it toxic.',
        proposes: [
          { kind: 'feed-less', subjects: ['ammonia'] },
          {
            kind: 'find-cause',
            says: 'Find what makes the ammonia: something dead, too much food, a filter that is behind.',
          },
        ],
        tests: ['ammonia', 'ph'],
      },
    ];
  },
  examples: [
    {
      says: '2 mg/L total at pH 6.8 is ammonium, and would turn toxic at about pH 7.3.',
      given: { read: { ammonia: '2.0', ph: '6.8', temperature: '25' } },
      expect: 'watch',
      words: ['about pH 7.3', 'turn it toxic'],
    },
    {
      says: 'The same with a pH of a month ago: it does not speak of today.',
      given: { read: { ammonia: '2.0', ph: { says: '6.8', daysAgo: 30 }, temperature: '25' } },
      expect: null,
    },
    {
      says: 'No ammonia: nothing to free.',
      given: { read: { ammonia: '0', ph: '6.8', temperature: '25' } },
      expect: null,
    },
  ],
};

const changeLifts: Rule = {
  id: 'change-lifts-ph',
  name: 'A water change that would free ammonia',
  looksAt:
    'The pH that a quarter of the source would bring this water to, and what that frees of its ammonia.',
  source:
    'Emerson and others 1975; the mix by conservation of alkalinity and carbon; "warn before the change": common practice',
  find: (facts) => {
    const there = guarded(facts);
    if (!there || !facts.source) return [];
    const [tap, tapKh] = [facts.source.figure('ph')?.value, facts.source.figure('alkalinity')?.value];
    if (!tap || tap.best <= there.ph.best + 0.2) return [];
    const kh = facts.now('alkalinity');
    const celsius = there.free.used.temperature.best;
    const part = 0.25;
    const known = kh && tapKh && ![kh, tapKh, there.ph, tap].some(isOpen);
    const of = (ph: Interval, alkalinity: Interval) =>
      tankOf({ ...bare, celsius, ph: ph.best, alkalinity: alkalinity.best, hardness: alkalinity.best / 2 });
    const mixed = known ? phOf(changed(of(there.ph, kh), of(tap, tapKh), part)) : null;
    // Without both KH the mix cannot be solved; aired well it may go as far as the source's own pH.
    const after = mixed ?? tap.best;
    const tapAmmonia = facts.source.figure('ammonia')?.value?.best ?? 0;
    const left = (1 - part) * there.total.best + part * tapAmmonia;
    const freed = left * uncheckedUnionizedFraction(after, celsius);
    const aired = left * uncheckedUnionizedFraction(tap.best, celsius);
    const atOnce = freed > Math.max(harmful, there.free.value.best);
    // Where the mix itself stays harmless, airing may still take it as far as the source is above this water.
    const later = aired > harmful && tap.best >= there.ph.best + 1;
    if (!atOnce && !later) return [];
    const name = facts.source.water.name;
    const mixWords = mixed
      ? `a quarter of it brings pH to about ${tenth(mixed)} at once, and air takes it further`
      : 'without both KH nobody can tell the pH of the mix';
    return [
      {
        subject: 'ammonia',
        status: 'watch',
        note: true,
        sure: freed > harmful && mixed !== null,
        what: `A change with ${name} lifts pH: it has pH ${formatReading(tap)}, this water ${formatReading(there.ph)}.`,
        howSure: `By best guess ${mixWords}. Free ammonia would be ${roughWords(facts.water, 'free-ammonia', freed)} then, and ${roughWords(facts.water, 'free-ammonia', aired)} at the source’s own pH.`,
        why: 'Fish that stood the old water can be burned by the new.',
        proposes: [],
        tests: ['ph', 'alkalinity', 'ammonia'],
      },
    ];
  },
  examples: [
    {
      says: '1 mg/L total, pH 6.4, tap at pH 8: warns before the change.',
      given: {
        read: { ammonia: '1.0', ph: '6.4', temperature: '24', alkalinity: '1' },
        source: { ph: '8.0', alkalinity: '6' },
      },
      expect: 'watch',
      words: ['lifts pH', 'burned by the new'],
    },
    {
      says: 'The tap has the pH of the tank: no warning.',
      given: {
        read: { ammonia: '1.0', ph: '7.2', temperature: '24', alkalinity: '4' },
        source: { ph: '7.2', alkalinity: '4' },
      },
      expect: null,
    },
  ],
};

const bufferLifts: Rule = {
  id: 'buffer-lifts-ph',
  name: 'A buffer that would free ammonia',
  looksAt: 'Low KH or pH that asks for a buffer, while ammonia stands in the water.',
  source: 'Emerson and others 1975; "a buffer that lifts pH turns it toxic": common practice',
  find: (facts) => {
    const there = guarded(facts);
    const kh = facts.now('alkalinity');
    if (!there || there.ph.best >= 7.5) return [];
    const low = (value: number, subject: 'alkalinity' | 'ph') => {
      const bands = facts.bands(subject);
      const clear = bands.find((b) => b.status === 'clear');
      return clear !== undefined && value <= clear.from;
    };
    if (!(kh && low(kh.best, 'alkalinity')) && !low(there.ph.best, 'ph')) return [];
    const at8 = there.total.best * uncheckedUnionizedFraction(8, there.free.used.temperature.best);
    if (at8 <= harmful) return [];
    return [
      {
        subject: 'alkalinity',
        status: 'watch',
        sure: true,
        what: `Raising KH or pH now would free ammonia: ${shownWords(facts.water, 'ammonia', there.total)} stands in the water.`,
        short: 'Raising KH or pH now would free ammonia.',
        howSure: `At pH 8 ${roughWords(facts.water, 'free-ammonia', at8)} would be free; EIFAC’s limit is ${roughWords(facts.water, 'free-ammonia', harmful)} (${eifacFreeAmmonia} mg/L as NH3).`,
        why: 'A buffer lifts pH along with KH.',
        proposes: [{ kind: 'feed-less', subjects: ['ammonia'] }],
        tests: ['ammonia', 'ph'],
      },
    ];
  },
  examples: [
    {
      says: 'KH of one with 2 mg/L ammonia at pH 6.3: bring ammonia down before buffering.',
      given: { read: { ammonia: '2.0', ph: '6.3', temperature: '24', alkalinity: '0.5–1' } },
      expect: 'watch',
      words: ['would free ammonia'],
    },
    {
      says: 'Low KH without ammonia: nothing to free.',
      given: { read: { ammonia: '0', ph: '6.3', temperature: '24', alkalinity: '0.5–1' } },
      expect: null,
    },
  ],
};

const nitriteChloride: Rule = {
  id: 'nitrite-chloride',
  name: 'Nitrite and the chloride that shields from it',
  looksAt: 'Readable nitrite beside animals, and whether there is ten times as much chloride.',
  source: 'ten times by weight: extension teaching, SRAC 462 (from memory)',
  find: (facts) => {
    const nitrite = facts.now('nitrite');
    if (!nitrite || !facts.hasAnimals || nitrite.best < 0.03 || facts.conditions.salted) return [];
    const chloride = facts.now('chloride');
    const base = {
      subject: 'nitrite',
      status: 'clear',
      note: true,
      tests: ['nitrite', 'chloride'],
    } as const;
    if (!chloride)
      return [
        {
          ...base,
          sure: false,
          what: 'Chloride was not read, so nobody knows how well it shields from this nitrite.',
          howSure: 'A chloride reading would settle it; type it in under Log.',
          why: 'Chloride keeps nitrite out of the gills; ten times the nitrite-N is taught to be enough.',
          proposes: [
            {
              kind: 'tell',
              subjects: ['chloride'],
              says: 'Look up chloride in the report of your tap, or read it; type it into the Log.',
            },
          ],
        },
      ];
    if (nitrite.high === Infinity || nitrite.low <= 0) return [];
    const { perIon, perNitrogen } = chlorideNitrite(chloride, nitrite).value;
    const shielded = perNitrogen !== null && perNitrogen.low >= 10;
    const bare = perNitrogen !== null && perNitrogen.high < 10;
    return [
      {
        ...base,
        sure: shielded || bare,
        what: `Chloride is ${perNitrogen ? formatReading(perNitrogen) : '—'} times the nitrite-N, and ${perIon ? formatReading(perIon) : '—'} times the ion.`,
        howSure: shielded
          ? 'Certain: ten times the nitrite-N or more.'
          : bare
            ? 'Certain: under ten times the nitrite-N.'
            : 'Whether that is ten times is not clear yet.',
        why: 'Chloride keeps nitrite out of the gills. It does not remove it.',
        proposes: [],
      },
    ];
  },
  examples: [
    {
      says: 'Nitrite with chloride never read: a chloride reading would settle it.',
      given: { read: { nitrite: '0.5 (0.4–0.6)' } },
      expect: 'clear',
      words: ['chloride reading would settle it'],
    },
    {
      says: '100 mg/L chloride against 0.5 mg/L NO2: shielded.',
      given: { read: { nitrite: '0.5 (0.4–0.6)', chloride: '100' } },
      expect: 'clear',
      words: ['ten times the nitrite-N or more'],
    },
    {
      says: '2 mg/L chloride against 3 mg/L NO2: not shielded.',
      given: { read: { nitrite: '3.0', chloride: '2.0' } },
      expect: 'clear',
      words: ['under ten times'],
    },
  ],
};

const sourceAmmonia: Rule = {
  id: 'source-ammonia',
  name: 'A source that brings in ammonia',
  looksAt: 'Ammonia in the source beside that in the water.',
  source:
    'conservation of mass; "a change cannot bring the water below what the tap brings in": common practice',
  once: true,
  find: (facts) => {
    const tap = facts.source?.figure('ammonia')?.value;
    if (!facts.source || !tap || tap.best < 0.15 || !facts.hasAnimals) return [];
    const total = facts.now('ammonia');
    const clear = facts.bands('ammonia').find((b) => b.status === 'clear');
    // While this water is clear it is worth knowing; it matters once somebody would change water for ammonia.
    const wanted = total !== null && clear !== undefined && total.best > clear.to;
    const useless = total !== null && total.high <= tap.low;
    const said: Said = {
      subject: 'ammonia',
      status: 'clear',
      note: true,
      sure: tap.low > 0.05,
      what: `${facts.source.water.name} carries ammonia: ${shownWords(facts.water, 'ammonia', tap)}.`,
      howSure: useless
        ? 'This water holds less than that for sure: a change would raise it.'
        : 'A change cannot bring this water below what the source brings in.',
      why: 'Mains water that shows ammonia likely holds chloramine; a well’s comes from the ground. An ordinary airing does not remove chloramine.',
      proposes: wanted
        ? []
        : [
            {
              kind: 'bind',
              subjects: [],
              says: 'With each change: conditioner that breaks chloramine, and a quarter at most.',
            },
          ],
      tests: ['ammonia'],
    };
    return [said];
  },
  examples: [
    {
      says: 'Tap with 0.5 mg/L against a tank with none: worth knowing, a change would raise it.',
      given: { read: { ammonia: '0 (0–0.1)' }, source: { ammonia: '0.5 (0.4–0.6)' } },
      expect: 'clear',
      words: ['a change would raise it'],
    },
    {
      says: 'Tap with 0.5 mg/L against a tank with 1: no change brings it below the tap.',
      given: { read: { ammonia: '1 (0.9–1.1)' }, source: { ammonia: '0.5 (0.4–0.6)' } },
      expect: 'clear',
      words: ['cannot bring this water below'],
    },
    {
      says: 'Clean tap: nothing to say.',
      given: { read: { ammonia: '0' }, source: { ammonia: '0' } },
      expect: null,
    },
  ],
};

export const ammoniaRules: readonly Rule[] = [
  phRises,
  changeLifts,
  bufferLifts,
  nitriteChloride,
  sourceAmmonia,
];
