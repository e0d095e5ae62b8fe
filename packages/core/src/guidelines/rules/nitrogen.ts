import { day } from '../../wire';
import {
  type Interval,
  add,
  convert,
  formatReading,
  fromWire,
  overlap,
  point,
  subtract,
  toWire,
} from '../../quantity';
import { type ParameterId } from '../../parameters';
import { bleachDilution, falseZero } from '../../readings';
import { isPlanted } from '../applied-limits';
import type { Facts, PastRead } from '../facts';
import type { Rule } from '../rule';
import { shownWords } from '../shown';

const no3 = (x: number) => convert(x, 'nitrate', 'mg/L NO3', 'mg/L NO3-N');

/** The readings of one place, newest first. */
const earlier = (facts: Facts, parameter: ParameterId): readonly PastRead[] => {
  const past = facts.history(parameter);
  return past.filter((p) => p.samplingPointId === past[0]!.samplingPointId);
};

const plants: Rule = {
  id: 'nitrate-plants-feed',
  name: 'Nitrate between plants and feed',
  looksAt: 'Nitrate with plants in the water, against what it read by the same kit three to ten weeks ago.',
  source: '"80–150 is too much feed for the plants"; "harvesting plants raises it": common practice',
  find: (facts) => {
    const nitrate = facts.now('nitrate');
    if (!nitrate || nitrate.high === Infinity || !isPlanted(facts.water) || facts.lives === 'nobody')
      return [];
    const loop = facts.water.kind === 'aquaponics';
    const mine = facts.figure('nitrate')!;
    const past = facts.earlier('nitrate', facts.at - 21 * day, mine.reading.methodId);
    if (!past?.value || facts.at - past.takenAt > 70 * day) return [];
    if (past.samplingPointId !== mine.reading.samplingPointId) return [];
    const then = { ...past, value: fromWire(past.value) };
    const climbed = nitrate.low > then.value.high && nitrate.best > 1.4 * then.value.best;
    if (!climbed || nitrate.best < no3(20)) return [];
    const harvest = facts.done(then.takenAt, 'harvest');
    return [
      {
        subject: 'nitrate',
        status: 'clear',
        note: true,
        sure: true,
        what: `Nitrate climbed from ${shownWords(facts.water, 'nitrate', then.value)} to ${shownWords(facts.water, 'nitrate', nitrate)} in ${Math.round((mine.takenAt - then.takenAt) / day)} days, by the same kit.`,
        howSure: 'Certain: the ranges do not meet.',
        why: harvest
          ? 'Plants were harvested in between: what is left of them takes up less than the feed brings.'
          : 'More feed goes in than the plants take up.',
        proposes: [
          {
            kind: 'plants',
            subjects: ['nitrate'],
            says: loop
              ? 'Feed less, or plant more, until nitrate falls; no change of water for it alone.'
              : 'Feed less, and let fast plants grow.',
          },
        ],
        tests: ['nitrate'],
      },
    ];
  },
  examples: [
    {
      says: 'A loop from 40 to 110 mg/L in a month after a harvest: feed less or plant more.',
      given: {
        kind: 'aquaponics',
        stock: ['goldfish', 'leafy-greens'],
        read: { nitrate: { says: '110 (100–120)', by: 'nitrate-two-bottles' } },
        before: { nitrate: [{ says: '40 (35–45)', by: 'nitrate-two-bottles', daysAgo: 30 }] },
        deeds: [{ kind: 'harvest', daysAgo: 20 }],
      },
      expect: 'clear',
      words: ['harvested in between'],
    },
    {
      says: 'The same by another kit proves nothing.',
      given: {
        kind: 'aquaponics',
        stock: ['goldfish', 'leafy-greens'],
        read: { nitrate: { says: '110 (100–120)', by: 'nitrate-two-bottles' } },
        before: { nitrate: [{ says: '40 (35–45)', by: 'nitrate-powder-and-drops', daysAgo: 30 }] },
      },
      expect: null,
    },
  ],
};

const sourceNitrate: Rule = {
  id: 'source-nitrate',
  name: 'A source that brings in nitrate',
  looksAt: 'Nitrate in the source beside the limit and the water.',
  source: 'conservation of mass; what a water change brings in: common practice',
  once: true,
  find: (facts) => {
    const tap = facts.source?.figure('nitrate')?.value;
    if (!facts.source || !tap || facts.water.kind === 'aquaponics') return [];
    const clear = facts.bands('nitrate').find((b) => b.status === 'clear');
    if (!clear || clear.to === Infinity || tap.best <= clear.to * 0.5) return [];
    const over = tap.best >= clear.to;
    return [
      {
        subject: 'nitrate',
        status: 'clear',
        note: true,
        sure: over ? tap.low >= clear.to : tap.high < clear.to,
        what: `${facts.source.water.name} carries nitrate: ${shownWords(facts.water, 'nitrate', tap)}.`,
        howSure: over
          ? 'No change with it can bring this water into the clear.'
          : 'A change cannot bring this water below that, so it takes larger changes than usual.',
        why: 'What a water change brings in stays in.',
        proposes: [
          {
            kind: 'blend',
            subjects: ['nitrate'],
            says: 'Blend RO or rain water into the next changes; keep fast plants.',
          },
        ],
        tests: ['nitrate'],
      },
    ];
  },
  examples: [
    {
      says: 'Tap with 30 mg/L against a limit of 20: no change can bring it into the clear.',
      given: { read: { nitrate: '35' }, source: { nitrate: '30 (28–32)' } },
      expect: 'clear',
      words: ['No change with it'],
    },
    {
      says: 'Tap with 5 mg/L: fine.',
      given: { read: { nitrate: '35' }, source: { nitrate: '5' } },
      expect: null,
    },
  ],
};

const nitrateZero: Rule = {
  id: 'nitrate-zero-stocked',
  name: 'Nitrate zero in a stocked water',
  looksAt: 'No nitrate in a water with animals and without plants that has been kept for a month or more.',
  source: '"more often an unshaken bottle than clean water": common practice',
  find: (facts) => {
    const nitrate = facts.now('nitrate');
    const read = facts.read('nitrate');
    if (read?.state === 'no-value' && read.reading.doubts.includes('step-skipped'))
      return [
        {
          subject: 'nitrate',
          status: 'clear',
          note: true,
          sure: true,
          what: 'Nitrate is unread: a step that decides was left out.',
          howSure: 'Whatever its color showed, it is no reading.',
          why: 'A bottle that was not shaken reads low, or zero.',
          proposes: [{ kind: 'test', subjects: ['nitrate'], way: 'shaken' }],
          tests: ['nitrate'],
        },
      ];
    if (!nitrate || facts.lives !== 'animals' || isPlanted(facts.water) || facts.water.cycling) return [];
    if (facts.water.kind === 'source' || facts.water.kind === 'stream') return [];
    if (nitrate.best > no3(2.5) || facts.at - facts.water.createdAt < 30 * day) return [];
    return [
      {
        subject: 'nitrate',
        status: 'clear',
        note: true,
        sure: false,
        what: `Nitrate reads ${shownWords(facts.water, 'nitrate', nitrate)} in a stocked water without plants.`,
        howSure: 'It may be so, but that is more often an unshaken bottle.',
        why: 'What animals leave ends as nitrate; without plants it has nowhere to go between changes.',
        proposes: [{ kind: 'test', subjects: ['nitrate'], way: 'shaken' }],
        tests: ['nitrate'],
      },
    ];
  },
  examples: [
    {
      says: 'Zero in a stocked tank without plants: shake the bottle and repeat.',
      given: { read: { nitrate: '0 (0–2)' } },
      expect: 'clear',
      words: ['shake bottle 2'],
    },
    {
      says: 'Zero in a tank full of plants: they eat it.',
      given: { stock: ['community-fish', 'water-plants'], read: { nitrate: '0 (0–2)' } },
      expect: null,
    },
  ],
};

const hiddenNitrite: Rule = {
  id: 'nitrite-false-zero',
  name: 'Nitrite zero while ammonia vanished',
  looksAt: 'A zero for nitrite or ammonia that the readings of the last three weeks speak against.',
  source: 'some kits bleach back to the color of zero far above their range: common practice',
  find: (facts) =>
    (['nitrite', 'ammonia'] as const).flatMap((parameter) => {
      const value = facts.now(parameter);
      const figure = facts.figure(parameter);
      if (!value || !figure || !overlap(value, point(0))) return [];
      const { entered } = figure.reading;
      // A diluted repeat is the answer to the question, not a new question.
      if ('dilution' in entered && (entered.dilution ?? 1) > 1) return [];
      const others: ParameterId[] = ['nitrite', 'ammonia'];
      const history = others.flatMap((p) => facts.history(p).map((r) => ({ ...r, value: toWire(r.value) })));
      const suspicion = falseZero(parameter, value, figure.takenAt, history, false);
      if (suspicion?.level !== 'likely') return [];
      const label = parameter === 'nitrite' ? 'Nitrite' : 'Total ammonia';
      return [
        {
          subject: parameter,
          status: 'watch',
          sure: false,
          what: `${label} reads zero, and may be far over the card.`,
          howSure: suspicion.reasons.join(' '),
          why: 'Far above its range the color flashes deep and bleaches back to zero.',
          proposes: [
            { kind: 'test', subjects: [parameter], way: 'dilute', dilution: bleachDilution },
            { kind: 'stop-feeding', subjects: [parameter] },
          ],
          dilution: bleachDilution,
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'Ammonia fell from 4 to nothing while nitrite stayed zero: dilute and repeat.',
      given: {
        cycling: true,
        stock: [],
        read: { nitrite: '0 (0–0.1)', ammonia: '0 (0–0.1)' },
        before: { ammonia: [{ says: '4.0', daysAgo: 6 }] },
      },
      expect: 'watch',
      words: ['9 mL distilled water'],
    },
    {
      says: 'Zero in a settled tank that never had ammonia.',
      given: {
        read: { nitrite: '0 (0–0.1)', ammonia: '0 (0–0.1)' },
        before: { ammonia: [{ says: '0', daysAgo: 20 }] },
      },
      expect: null,
    },
  ],
};

/** More nitrogen a day than feeding brings to a kept water. Hedge Lamp's own: heavy feeding makes about 1 mg/L a day. */
const mostFromFeed = 2;
/** Readings of one day count as one set. */
const oneSet = day;

const nowhere: Rule = {
  id: 'nitrogen-from-nowhere',
  name: 'Nitrogen from nowhere',
  looksAt: 'Ammonia, nitrite and nitrate of two days within a month, each by the same kit, as nitrogen.',
  source: 'conservation of mass; up to 2 mg/L as N a day may come from feed: our own bound',
  find: (facts) => {
    const forms = ['ammonia', 'nitrite', 'nitrate'] as const;
    const pasts = forms.map((p) => earlier(facts, p));
    if (pasts.some((past) => past.length < 2)) return [];
    const last = pasts.map((past) => past[0]!);
    const newest = Math.max(...last.map((p) => p.takenAt));
    if (facts.at - newest > 30 * day || last.some((p) => newest - p.takenAt > oneSet)) return [];
    const nitrateThen = pasts[2]!.slice(1).find((p) => newest - p.takenAt > oneSet);
    if (!nitrateThen || newest - nitrateThen.takenAt > 30 * day) return [];
    const first = pasts.map((past) =>
      past.slice(1).find((p) => Math.abs(p.takenAt - nitrateThen.takenAt) <= oneSet),
    );
    if (first.some((p) => p === undefined)) return [];
    if (first.some((p, k) => p!.methodId !== last[k]!.methodId)) return [];
    if ([...last, ...first].some((p) => p!.value.high === Infinity)) return [];
    if (
      facts.done(
        nitrateThen.takenAt,
        'ammonia-dose',
        'challenge',
        'feed',
        'water-change',
        'treatment',
        'loss',
        'harvest',
      )
    )
      return [];
    const [before, after] = [first, last].map((set) => add(...set.map((p) => p!.value))) as [
      Interval,
      Interval,
    ];
    const gained = subtract(after, before);
    const days = Math.max(1, (newest - nitrateThen.takenAt) / day);
    if (gained.low <= mostFromFeed * days) return [];
    return [
      {
        subject: 'nitrate',
        status: 'clear',
        note: true,
        sure: true,
        what: `${formatReading(gained)} mg/L of nitrogen more than ${Math.round(days)} days ago, in all three forms together.`,
        howSure: 'Certain by the ranges: more than feeding brings.',
        why: 'Something rots, the source brings it in, or a test is off.',
        proposes: [
          { kind: 'test', subjects: ['nitrate'], way: 'shaken' },
          { kind: 'find-cause', says: 'Look for something dead, and test the source.' },
        ],
        tests: ['nitrate', 'ammonia'],
      },
    ];
  },
  examples: [
    {
      says: 'From 2 to 40 mg/L as nitrogen in three days without a dose: a test is off, or something rots.',
      given: {
        read: { ammonia: '0.2 (0–0.3)', nitrite: '0 (0–0.1)', nitrate: '170 (150–190)' },
        before: {
          ammonia: [{ says: '0.2 (0–0.3)', daysAgo: 3 }],
          nitrite: [{ says: '0 (0–0.1)', daysAgo: 3 }],
          nitrate: [{ says: '10 (8–12)', daysAgo: 3 }],
        },
      },
      expect: 'clear',
      words: ['mg/L of nitrogen more'],
    },
    {
      says: 'The same after a dose of ammonia: it was put in.',
      given: {
        read: { ammonia: '0.2 (0–0.3)', nitrite: '0 (0–0.1)', nitrate: '170 (150–190)' },
        before: {
          ammonia: [{ says: '0.2 (0–0.3)', daysAgo: 3 }],
          nitrite: [{ says: '0 (0–0.1)', daysAgo: 3 }],
          nitrate: [{ says: '10 (8–12)', daysAgo: 3 }],
        },
        deeds: [{ kind: 'ammonia-dose', daysAgo: 2 }],
      },
      expect: null,
    },
  ],
};

export const nitrogenRules: readonly Rule[] = [plants, sourceNitrate];
export const nitrogenChecks: readonly Rule[] = [nitrateZero, hiddenNitrite, nowhere];
