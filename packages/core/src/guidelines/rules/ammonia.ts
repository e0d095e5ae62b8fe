import { chlorideNitrite, eifacFreeAmmonia, eifacFreeAmmoniaNitrogen as harmful } from '../../chemistry';
import { formatReading, point } from '../../quantity';
import { phAfterChange } from '../../remedies/change-size';
import { uncheckedUnionizedFraction } from '../../chemistry/unionized-ammonia';
import type { Facts } from '../facts';
import type { Rule, Said } from '../rule';
import { roughWords, shownWords } from '../shown';

/** Total ammonia, mg/L as N, that is worth a word on pH: what a usual card first shows. Common practice. */
const noticeable = 0.25;
const tenth = (x: number) => (Math.round(x * 10) / 10).toFixed(1);

const week = 7 * 86_400_000;

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
        howSure: `It would pass EIFAC’s ${eifacFreeAmmonia} mg/L of free NH3 at about pH ${tenth(at.best)}.`,
        why: 'A rise of pH, by plants in the light, aeration, a buffer or harder water, turns it toxic.',
        todo: 'Do not raise pH until the ammonia is gone. Feed less, and find where it comes from.',
        tests: ['ammonia', 'ph'],
      },
    ];
  },
  examples: [
    {
      says: '2 mg/L total at pH 6.8 is ammonium, and would turn toxic at about pH 7.3.',
      given: { read: { ammonia: '2.0', ph: '6.8', temperature: '25' } },
      expect: 'watch',
      words: ['about pH 7.3', 'Do not raise pH'],
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
    const sides = { hardness: null, temperature: point(celsius), ammonia: null };
    const mixed =
      kh && tapKh
        ? phAfterChange(
            { ...sides, ph: there.ph, alkalinity: kh },
            { ...sides, ph: tap, alkalinity: tapKh },
            part,
          )
        : null;
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
      ? `a quarter changed brings it to about pH ${tenth(mixed)} at once, and airing takes it further`
      : 'without both KH the pH of the mix cannot be told, and airing may take it that far';
    return [
      {
        subject: 'ammonia',
        status: 'watch',
        sure: freed > harmful && mixed !== null,
        what: `A change with ${name} lifts pH: it has pH ${formatReading(tap)}, this water ${formatReading(there.ph)}.`,
        howSure: `By the best guesses ${mixWords}; of the ${roughWords(facts.water, 'ammonia', left)} left, ${roughWords(facts.water, 'free-ammonia', freed)} would be free then, and ${roughWords(facts.water, 'free-ammonia', aired)} at the source’s own pH.`,
        why: 'Lifting pH turns ammonium into ammonia: fish that stood the old water can be burned by the new.',
        todo: 'Change little at a time, a tenth or less, with hours between, and read pH after each. Bind the ammonia first if you can.',
        byWhen: 'Before the next change.',
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
      words: ['lifts pH', 'Change little at a time'],
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
        what: `Raising KH or pH now would free ammonia: ${shownWords(facts.water, 'ammonia', there.total)} stands in the water at pH ${formatReading(there.ph)}.`,
        howSure: `At pH 8 ${roughWords(facts.water, 'free-ammonia', at8)} of it would be free; EIFAC’s limit is ${roughWords(facts.water, 'free-ammonia', harmful)} (${eifacFreeAmmonia} mg/L as NH3).`,
        why: 'A buffer lifts pH along with KH.',
        todo: 'Bring the ammonia down first, by small changes with water of the same pH. Then raise KH a little each day.',
        byWhen: 'Before any buffer.',
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
    if (!nitrite || !facts.hasAnimals || nitrite.low < 0.03 || nitrite.high === Infinity) return [];
    const chloride = facts.figure('chloride')?.value;
    const base = { subject: 'nitrite', tests: ['nitrite', 'chloride'] } as const;
    const what = `Nitrite stands at ${shownWords(facts.water, 'nitrite', nitrite)} with animals in it.`;
    if (!chloride)
      return [
        {
          ...base,
          status: 'watch',
          sure: false,
          what,
          howSure: 'Cannot tell how well the animals are shielded: chloride was never read.',
          why: 'Chloride keeps nitrite out of the gills; ten times as much by weight is taught to be enough.',
          todo: 'A chloride reading would settle it; type it in under Log. Salt helps for a short time, only where these animals and plants stand it: ask first.',
        },
      ];
    const { perIon, perNitrogen } = chlorideNitrite(chloride, nitrite).value;
    const said = `${perIon ? formatReading(perIon) : '—'} times the nitrite as the ion, ${perNitrogen ? formatReading(perNitrogen) : '—'} times as nitrogen.`;
    const shielded = perIon !== null && perIon.low >= 10;
    const bare = perNitrogen !== null && perNitrogen.high < 10;
    return [
      {
        ...base,
        status: shielded ? 'clear' : bare ? 'act' : 'watch',
        sure: shielded || bare,
        what: `${what} Chloride is ${said}`,
        howSure: shielded
          ? 'On either basis that is ten times or more.'
          : bare
            ? 'On either basis that is less than ten times.'
            : 'Whether that is ten times depends on the basis, or on the range.',
        why: shielded
          ? ''
          : 'Chloride keeps nitrite out of the gills; the teaching is quoted on either basis.',
        todo: shielded
          ? ''
          : 'Change water, and where these animals and plants stand it raise chloride for a short time. Ask a fish-health professional first.',
      },
    ];
  },
  examples: [
    {
      says: 'Nitrite with chloride never read: cannot tell, and chloride would settle it.',
      given: { read: { nitrite: '0.5 (0.4–0.6)' } },
      expect: 'watch',
      words: ['chloride reading would settle it'],
    },
    {
      says: '100 mg/L chloride against 0.5 mg/L NO2: shielded on either basis.',
      given: { read: { nitrite: '0.5 (0.4–0.6)', chloride: '100' } },
      expect: 'clear',
    },
    {
      says: '2 mg/L chloride against 3 mg/L NO2: not shielded.',
      given: { read: { nitrite: '3.0', chloride: '2.0' } },
      expect: 'act',
    },
  ],
};

const sourceAmmonia: Rule = {
  id: 'source-ammonia',
  name: 'A source that brings in ammonia',
  looksAt: 'Ammonia in the source beside that in the water.',
  source:
    'conservation of mass; "a change cannot bring the water below what the tap brings in": common practice',
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
      status: wanted ? 'watch' : 'clear',
      sure: tap.low > 0.05,
      what: `${facts.source.water.name} carries ammonia: ${shownWords(facts.water, 'ammonia', tap)}.`,
      howSure: useless
        ? 'This water holds less than that for sure: a change would raise it.'
        : 'A change cannot bring this water below what the source brings in.',
      why: 'Tap disinfected with chloramine carries it, and so does a butt with leaves in it; a grown-in filter takes it up within a day or two.',
      todo: 'Use a conditioner made for it, change less at a time, and test the day after a change.',
      byWhen: 'With the next change.',
      testAgain: 'Test the source again each season.',
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
      says: 'Tap with 0.5 mg/L against a tank with 1: watch, no change brings it below the tap.',
      given: { read: { ammonia: '1 (0.9–1.1)' }, source: { ammonia: '0.5 (0.4–0.6)' } },
      expect: 'watch',
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
