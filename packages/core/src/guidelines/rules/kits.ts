import { day } from '../../wire';
import { overlap } from '../../quantity';
import { type ParameterId, measuredIds, parameterInfo, shortName } from '../../parameters';
import type { Facts, PastRead } from '../facts';
import { bottleOf } from '../effective';
import { judge } from '../judge';
import type { Rule, Said } from '../rule';
import { severity } from '../../limits/status';
import { shownWords } from '../shown';
import { midSentence } from '../../parameters';

const methodName = (facts: Facts, id: string | null): string =>
  id === null ? 'a figure noted without its method' : (facts.book.find(id)?.name ?? id);
const isStrip = (facts: Facts, id: string | null): boolean =>
  id !== null && facts.book.find(id)?.result.by === 'strip';

/** The two pH ranges are two halves of one test, not two kits; a keeper's copy stays what it was copied from. */
const isHalfOfPh = (facts: Facts, id: string | null): boolean =>
  id !== null && ['ph-low-range', 'ph-high-range'].includes(facts.book.find(id)?.copiedFrom ?? id);

/** Another method's reading of the same place close to the newest one. */
function beside(facts: Facts, parameter: ParameterId, within: number): [PastRead, PastRead] | null {
  const [newest, ...others] = facts.history(parameter);
  if (!newest || facts.at - newest.takenAt > 30 * day) return null;
  const other = others.find(
    (p) =>
      p.methodId !== newest.methodId &&
      p.methodId !== null &&
      newest.methodId !== null &&
      p.samplingPointId === newest.samplingPointId &&
      newest.takenAt - p.takenAt <= within,
  );
  return other ? [newest, other] : null;
}

const nothingDone = (facts: Facts, since: number): boolean =>
  !facts.done(since, 'water-change', 'ammonia-dose', 'buffer', 'treatment', 'rain', 'harvest');

/** What kits report on two bases. */
const onTwoBases: readonly ParameterId[] = ['ammonia', 'nitrite', 'nitrate'];

const disagree: Rule = {
  id: 'kits-disagree',
  name: 'Kit against kit',
  looksAt:
    'Two drop kits or meters that read the same thing within a day (pH within an hour), with nothing done in between.',
  source:
    '"two nitrate kits on one sample can differ by two or three times, each true to itself": common practice',
  find: (facts) =>
    measuredIds().flatMap((parameter): Said[] => {
      if (parameter === 'temperature') return [];
      const pair = beside(facts, parameter, parameter === 'ph' ? day / 24 : day);
      if (!pair || pair.some((p) => isStrip(facts, p.methodId))) return [];
      if (pair.every((p) => isHalfOfPh(facts, p.methodId))) return [];
      const [one, other] = pair;
      if (overlap(one.value, other.value) || !nothingDone(facts, other.takenAt)) return [];
      const { label } = parameterInfo(parameter);
      return [
        {
          subject: parameter,
          status: 'clear',
          note: true,
          sure: true,
          short: `Two kits disagree on ${midSentence(label)}.`,
          what: `Two kits disagree on ${midSentence(label)}: ${methodName(facts, one.methodId)} says ${shownWords(facts.water, parameter, one.value)}, ${methodName(facts, other.methodId)} ${shownWords(facts.water, parameter, other.value)}.`,
          howSure: 'Certain: the ranges do not meet.',
          why: `Each may be true to itself; mixed in one trend they show a change that never was.${onTwoBases.includes(parameter) ? ' Check first whether one reports the ion and the other nitrogen.' : ''}`,
          proposes: [
            {
              kind: 'test',
              subjects: [parameter],
              way: 'other-kit',
              says:
                parameter === 'ph'
                  ? 'Calibrate the pen, and read both from one fresh sample.'
                  : 'Test both kits against a standard, to learn which is right; keep to one for the trend.',
            },
          ],
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'Two nitrate kits, 15 and 35 mg/L on one day: keep to one.',
      given: {
        read: { nitrate: { says: '15 (12–18)', by: 'nitrate-two-bottles' } },
        before: { nitrate: [{ says: '35 (30–40)', by: 'nitrate-powder-and-drops', hoursAgo: 1 }] },
      },
      expect: 'clear',
      words: ['keep to one for the trend'],
    },
    {
      says: 'A pen at pH 7.0 and a card at 7.6 within the hour: one of them is off.',
      given: {
        read: { ph: { says: '7.0', by: 'pen-ph' } },
        before: { ph: [{ says: '7.6 (7.5–7.7)', by: 'ph-wide-range', hoursAgo: 0.5 }] },
      },
      expect: 'clear',
      words: ['Two kits disagree on pH'],
    },
    {
      says: 'Two kits that agree within their ranges.',
      given: {
        read: { nitrate: { says: '15 (12–18)', by: 'nitrate-two-bottles' } },
        before: { nitrate: [{ says: '20 (16–24)', by: 'nitrate-powder-and-drops', hoursAgo: 1 }] },
      },
      expect: null,
    },
  ],
};

/** What kills when a test says too little of it. */
const waste: readonly ParameterId[] = ['ammonia', 'nitrite'];

const worseKit: Rule = {
  id: 'another-kit-worse',
  name: 'Another kit that read worse',
  looksAt:
    'Ammonia or nitrite that reads clear, while another kit read worse within a day and nothing was done in between.',
  source: 'kits differ, and the one that reads too little is the dangerous one: common practice',
  find: (facts) =>
    waste.flatMap((parameter): Said[] => {
      const pair = beside(facts, parameter, day);
      const bands = facts.bands(parameter);
      if (!pair || bands.length === 0 || !nothingDone(facts, pair[1].takenAt)) return [];
      const [one, other] = pair;
      const [here, there] = [judge(one.value, bands), judge(other.value, bands)];
      if (severity(there.atBest) <= severity(here.status)) return [];
      const name = midSentence(parameterInfo(parameter).label);
      return [
        {
          subject: parameter,
          status: 'watch',
          sure: false,
          what: `Another kit read ${name} at ${shownWords(facts.water, parameter, other.value)} within a day.`,
          howSure: `The newest reading, ${shownWords(facts.water, parameter, one.value)}, is milder; one of the two is off.`,
          why: 'The kit that reads too little is the dangerous one.',
          proposes: [{ kind: 'test', subjects: [parameter], way: 'other-kit' }],
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'Zero by one kit and 1 mg/L by another an hour before: watch.',
      given: {
        read: { ammonia: { says: '0 (0–0.1)', by: 'ammonia-salicylate-two-bottles' } },
        before: { ammonia: [{ says: '1 (0.8–1.2)', by: 'ammonia-nessler', hoursAgo: 1 }] },
      },
      expect: 'watch',
      words: ['Another kit read total ammonia'],
    },
    {
      says: 'Both read nothing.',
      given: {
        read: { ammonia: { says: '0 (0–0.1)', by: 'ammonia-salicylate-two-bottles' } },
        before: { ammonia: [{ says: '0 (0–0.1)', by: 'ammonia-nessler', hoursAgo: 1 }] },
      },
      expect: null,
    },
  ],
};

const strip: Rule = {
  id: 'strip-against-drops',
  name: 'Strip against drops',
  looksAt:
    'A strip and a drop test of the same thing within three days that do not agree, or a strip alone that is out of the clear.',
  source: '"good for screening, confirm with drops": common practice',
  find: (facts) =>
    measuredIds().flatMap((parameter): Said[] => {
      const figure = facts.figure(parameter);
      if (!figure?.value || facts.now(parameter) === null) return [];
      const byStrip = isStrip(facts, figure.reading.methodId);
      const pair = beside(facts, parameter, 3 * day);
      const apart =
        pair !== null &&
        pair.some((p) => isStrip(facts, p.methodId)) &&
        !overlap(pair[0].value, pair[1].value);
      const { label } = parameterInfo(parameter);
      if (apart && pair && nothingDone(facts, pair[1].takenAt)) {
        const [newer, older] = pair;
        const drops = isStrip(facts, newer.methodId) ? older : newer;
        return [
          {
            subject: parameter,
            status: 'clear',
            note: true,
            sure: true,
            what: `Strip and drops disagree on ${midSentence(label)}: the drops say ${shownWords(facts.water, parameter, drops.value)}.`,
            howSure: 'Believe the drops: a strip is coarse.',
            why: 'A strip is for screening; what it says is confirmed with drops.',
            proposes: [],
            tests: [parameter],
          },
        ];
      }
      if (!byStrip || (pair && !apart)) return [];
      const bands = facts.bands(parameter);
      const clear = bands.find((b) => b.status === 'clear');
      if (!clear || (figure.value.best > clear.from && figure.value.best <= clear.to)) return [];
      return [
        {
          subject: parameter,
          status: 'watch',
          sure: false,
          what: `${label} was read with a strip only: ${shownWords(facts.water, parameter, figure.value)}.`,
          howSure: 'A strip tells roughly.',
          why: 'It is out of the clear, and a strip alone is little to act on.',
          proposes: [{ kind: 'test', subjects: [parameter], way: 'drops' }],
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'A strip says 50 mg/L nitrate: confirm with drops.',
      given: { read: { nitrate: { says: '50 (25–75)', by: 'strip-five-pads' } } },
      expect: 'watch',
      words: ['Confirm nitrate with drops'],
    },
    {
      says: 'A strip says 10 mg/L: no need.',
      given: { read: { nitrate: { says: '10 (5–15)', by: 'strip-five-pads' } } },
      expect: null,
    },
  ],
};

const middle = (sorted: readonly number[]): number => sorted[Math.floor(sorted.length / 2)]!;

const outOfLine: Rule = {
  id: 'out-of-line',
  name: 'A reading out of line with its own history',
  looksAt:
    'The newest reading beside at least five before it by the same kit at the same place, in the last half year.',
  source:
    'five times the median distance from the median: a usual rule for outliers; the five readings: our own',
  find: (facts) =>
    measuredIds().flatMap((parameter): Said[] => {
      const value = facts.now(parameter);
      // The seasons move it.
      if (parameter === 'temperature') return [];
      if (!value || value.high === Infinity || facts.water.cycling) return [];
      const [newest, ...others] = facts.history(parameter);
      if (!newest) return [];
      const past = others.filter(
        (p) =>
          p.methodId === newest.methodId &&
          p.samplingPointId === newest.samplingPointId &&
          p.value.high < Infinity &&
          newest.takenAt - p.takenAt <= 180 * day,
      );
      if (past.length < 5 || !nothingDone(facts, past[0]!.takenAt)) return [];
      const bests = past.map((p) => p.value.best).sort((a, b) => a - b);
      const center = middle(bests);
      const spread = middle(bests.map((b) => Math.abs(b - center)).sort((a, b) => a - b));
      const low = Math.min(...past.map((p) => p.value.low));
      const high = Math.max(...past.map((p) => p.value.high));
      const away = value.low > high ? value.low - center : value.high < low ? center - value.high : 0;
      const widths = past.map((p) => p.value.high - p.value.low).sort((a, b) => a - b);
      if (away <= 5 * spread || away <= 2 * middle(widths)) return [];
      const { label } = parameterInfo(parameter);
      return [
        {
          subject: parameter,
          status: 'clear',
          note: true,
          sure: false,
          what: `${label} of ${shownWords(facts.water, parameter, value)} is out of line: the ${past.length} before it lay around ${shownWords(facts.water, parameter, { low, best: center, high })}.`,
          howSure: 'It may be true, or a slip of the test.',
          why: 'Nothing noted in between explains it.',
          proposes: [{ kind: 'test', subjects: [parameter], way: 'repeat' }],
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'KH of 12 after half a year at 5: repeat it.',
      given: {
        read: { alkalinity: { says: '11–12', by: 'kh-drops' } },
        before: {
          alkalinity: [7, 21, 35, 50, 64].map((daysAgo) => ({ says: '4–5', by: 'kh-drops', daysAgo })),
        },
      },
      expect: 'clear',
      words: ['out of line'],
    },
    {
      says: 'KH of 6 after half a year at 5 is no more than a drop.',
      given: {
        read: { alkalinity: { says: '5–6', by: 'kh-drops' } },
        before: {
          alkalinity: [7, 21, 35, 50, 64].map((daysAgo) => ({ says: '4–5', by: 'kh-drops', daysAgo })),
        },
      },
      expect: null,
    },
  ],
};

const expired: Rule = {
  id: 'expired-bottle',
  name: 'A bottle out of date',
  looksAt: 'The bottles of the kit that each latest reading was made with, on the day of the reading.',
  source: 'old or spoiled reagent usually reads low: common practice',
  find: (facts) =>
    measuredIds().flatMap((parameter): Said[] => {
      const reading = facts.figure(parameter)?.reading;
      if (!reading || reading.methodId === null || !facts.place.owns(parameter)) return [];
      if (facts.bands(parameter).length === 0 || facts.now(parameter) === null) return [];
      const bottle = bottleOf(reading, facts.kits);
      if (!bottle) return [];
      const { kit, old } = bottle;
      const { label } = parameterInfo(parameter);
      return [
        {
          subject: parameter,
          // A zero of ammonia or nitrite from it is unread, and more than that has an open top: see effective.ts.
          status: 'clear',
          note: true,
          sure: true,
          what: `${label} was read with ${old ? 'a bottle out of date' : 'a bottle that has a mark against it'}${kit ? ` (${kit})` : ''}.`,
          howSure: 'Old or spoiled reagent usually reads low.',
          why: 'A clear figure from it may hide a wrong one.',
          proposes: [
            {
              kind: 'replace-bottle',
              subjects: [parameter],
              says: `Replace the bottle for ${midSentence(shortName(parameter))}, or check it against a standard.`,
            },
          ],
          tests: [parameter],
        },
      ];
    }),
  examples: [
    {
      says: 'Nitrite read with a bottle a month past its date: worth knowing; a zero from it is unread.',
      given: {
        read: { nitrite: { says: '0', by: 'nitrite-one-bottle', kit: true } },
        bottles: [{ methodId: 'nitrite-one-bottle', expiresOn: '2026-04-20' }],
      },
      expect: 'clear',
      words: ['out of date'],
    },
    {
      says: 'GH read with a bottle that stood in the heat: worth knowing.',
      given: {
        read: { hardness: { says: '8', by: 'gh-drops', kit: true } },
        bottles: [{ methodId: 'gh-drops', marks: ['left-in-heat'] }],
      },
      expect: 'clear',
      words: ['a mark against it'],
    },
    {
      says: 'The same bottle within its date.',
      given: {
        read: { nitrate: { says: '10', by: 'nitrate-two-bottles', kit: true } },
        bottles: [{ methodId: 'nitrate-two-bottles', expiresOn: '2027-04-20' }],
      },
      expect: null,
    },
  ],
};

export const kitRules: readonly Rule[] = [worseKit, disagree, strip];
export const kitChecks: readonly Rule[] = [outOfLine, expired];
