import { day } from '../../wire';
import { carbonateSystem, ionicStrengthOf, phenolphthaleinContradiction, unlikelyCo2 } from '../../chemistry';
import { type Interval, formatReading, fromWire, point, toCanonical } from '../../quantity';
import { phFromTwo } from '../../readings';
import { rangeOf } from '../../readings/ph-pair';
import { molarMass } from '../../quantity/atomic-weights';
import type { Deed } from '../../remedies';
import type { Facts, PastRead } from '../facts';
import { waterKindInfo } from '../../waters';
import type { Rule } from '../rule';
import { roughWords, shownWords } from '../shown';

const hour = day / 24;
const degrees = (x: number) => toCanonical(x, 'alkalinity', '°dKH');

/** Little enough carbonate that pH may slide. Common practice: under 2 to 3 °dKH, with a degree in hand. */
const littleKh = degrees(4);

/** Earlier readings of the place that was read last, within some time, newest first. */
const valuesOf = (facts: Facts, past: readonly PastRead[], within: number) =>
  past.filter((p) => facts.at - p.takenAt <= within && p.samplingPointId === past[0]!.samplingPointId);

const slide: Rule = {
  id: 'kh-low-ph-falling',
  name: 'Low KH with falling pH',
  looksAt:
    'KH under 4 °dKH while pH, by one kit, fell by three tenths or more within six weeks, beyond the ranges of the readings.',
  source: '"KH low: pH can crash overnight": common practice; the six weeks and three tenths: our own',
  find: (facts) => {
    const [kh, ph] = [facts.now('alkalinity'), facts.now('ph')];
    if (!kh || !ph || kh.best > littleKh || facts.water.kind === 'source') return [];
    const lately = facts.history('ph');
    // Whoever tests daily has a fortnight among the newest: one more from a month ago shows a slow slide.
    const monthAgo = facts.earlier('ph', facts.at - 28 * day);
    const all =
      monthAgo?.value && !lately.some((p) => p.id === monthAgo.id)
        ? [...lately, { ...monthAgo, value: fromWire(monthAgo.value) }]
        : lately;
    // By one kit only: two kits may stand apart by as much as a slide.
    const past = valuesOf(facts, all, 42 * day).filter((p, k) => k > 0 && p.methodId === all[0]!.methodId);
    const highest = past.reduce<(typeof past)[number] | null>(
      (top, p) => (top === null || p.value.best > top.value.best ? p : top),
      null,
    );
    if (!highest || highest.value.best - ph.best < 0.3) return [];
    const sure = highest.value.low > ph.high && kh.high <= littleKh;
    const days = Math.round((facts.at - highest.takenAt) / day);
    return [
      {
        subject: 'ph',
        status: kh.best <= degrees(2) ? 'act' : 'watch',
        sure,
        short: `pH slid from ${formatReading(highest.value)} to ${formatReading(ph)} in ${days} days, and KH is low.`,
        what: `pH slid from ${formatReading(highest.value)} to ${formatReading(ph)} in ${days} days, and KH is down to ${shownWords(facts.water, 'alkalinity', kh)}.`,
        howSure: sure ? 'Certain: the ranges do not meet.' : 'Likely; the ranges still meet.',
        why: 'The carbonate that holds pH is being eaten. When it is gone, pH can crash overnight.',
        proposes: [
          { kind: 'raise-kh', subjects: ['alkalinity'] },
          { kind: 'test', subjects: ['alkalinity', 'ph'] },
        ],
        tests: ['alkalinity', 'ph'],
      },
    ];
  },
  examples: [
    {
      says: 'pH from 7.4 to 6.7 in twelve days at 1.5 °dKH: act.',
      given: {
        read: { alkalinity: '1–2', ph: '6.7' },
        before: {
          ph: [
            { says: '7.0', daysAgo: 6 },
            { says: '7.4', daysAgo: 12 },
          ],
        },
      },
      expect: 'act',
      words: ['pH slid from 7.4'],
    },
    {
      says: 'The same slide at 7 °dKH: something else moves it, not a lack of carbonate.',
      given: { read: { alkalinity: '7', ph: '6.7' }, before: { ph: [{ says: '7.4', daysAgo: 12 }] } },
      expect: null,
    },
  ],
};

/** Whether two instants are of one time of day, a day apart. Hedge Lamp's own: within three hours. */
const isSameHour = (apart: number): boolean => Math.abs(apart - day) <= 3 * hour;
/** How long a jump is watched. Common practice. */
const watched = 2 * day;

/** What was done between two readings and moves pH or KH, in words. */
const movers: Partial<Record<Deed['kind'], string>> = {
  buffer: 'the buffer',
  acid: 'the acid',
  'water-change': 'the change of water',
  rain: 'the rain',
  medicine: 'the medicine',
  treatment: 'the treatment',
};
function moverOf({ deeds }: Facts, from: number, to: number): string {
  const deed = deeds.find((d) => d.at >= from && d.at <= to && movers[d.kind] !== undefined);
  return deed ? movers[deed.kind]! : '';
}

const swing: Rule = {
  id: 'ph-swing',
  name: 'pH that swings within a day',
  looksAt:
    'Two pH readings of one place by one kit, within a day of each other, that differ by half a pH or more; for two days.',
  source:
    '"pH swings in a day (photosynthesis); stability matters more": common practice; half a pH: our own',
  find: (facts) => {
    const past = valuesOf(facts, facts.history('ph'), watched + day);
    for (const [k, later] of past.entries())
      for (const earlier of past.slice(k + 1)) {
        const apart = later.takenAt - earlier.takenAt;
        if (facts.at - later.takenAt > watched || later.methodId !== earlier.methodId) continue;
        if ((apart > day && !isSameHour(apart)) || apart < hour / 2) continue;
        const difference = Math.abs(later.value.best - earlier.value.best);
        if (difference < 0.5 - 1e-9) continue;
        const sure = later.value.low > earlier.value.high || earlier.value.low > later.value.high;
        const mover = moverOf(facts, earlier.takenAt, later.takenAt);
        const what = `pH went from ${formatReading(earlier.value)} to ${formatReading(later.value)} within ${Math.max(1, Math.round(apart / hour))} hours.`;
        return [
          {
            subject: 'ph',
            status: difference >= 1 ? 'act' : 'watch',
            sure,
            what,
            howSure: sure ? 'Certain: the ranges do not meet.' : 'Likely; the ranges still meet.',
            why: mover
              ? `It was ${mover} noted in between. Animals stand a slow change better than a jump.`
              : isSameHour(apart)
                ? 'Nothing noted explains it. At the same hour of the day light is not the cause.'
                : 'Plants and algae take CO2 in the light and give it back at night. Steady beats ideal.',
            proposes: mover
              ? [
                  { kind: 'hold', hold: 'buffer', says: 'Hold: put in no more of what moved pH.' },
                  { kind: 'test', subjects: ['ph', 'ammonia'] },
                ]
              : [
                  { kind: 'test', subjects: ['ph'], way: 'dawn-and-dusk' },
                  { kind: 'air', says: 'Air at night: plants and algae take oxygen in the dark.' },
                ],
            tests: ['ph', 'alkalinity', 'ammonia'],
          },
        ];
      }
    return [];
  },
  examples: [
    {
      says: 'pH 7.1 in the morning and 8.0 in the afternoon: watch.',
      given: { read: { ph: '8.0' }, before: { ph: [{ says: '7.1', hoursAgo: 8 }] } },
      expect: 'watch',
      words: ['within 8 hours', 'take CO2 in the light'],
    },
    {
      says: 'pH 7.0 and 8.6 with a buffer in between: the buffer did it.',
      given: {
        read: { ph: '8.6' },
        before: { ph: [{ says: '7.0', hoursAgo: 8 }] },
        deeds: [{ kind: 'buffer', daysAgo: 0.2 }],
      },
      expect: 'act',
      words: ['It was the buffer'],
    },
    {
      says: 'pH 7.1 a week ago and 7.9 now: that is no swing within a day.',
      given: { read: { ph: '7.9' }, before: { ph: [{ says: '7.1', daysAgo: 7 }] } },
      expect: null,
    },
  ],
};

const khJump: Rule = {
  id: 'kh-jump',
  name: 'KH that jumped within a day',
  looksAt:
    'Two KH readings of one place by one kit, about a day apart or less, that differ by over 2 °dKH; for two days.',
  source: 'KH is moved by no more than 2 °dKH a day: common practice',
  find: (facts) => {
    const past = valuesOf(facts, facts.history('alkalinity'), watched + day);
    for (const [k, later] of past.entries())
      for (const earlier of past.slice(k + 1)) {
        const apart = later.takenAt - earlier.takenAt;
        if (facts.at - later.takenAt > watched || later.methodId !== earlier.methodId) continue;
        if (apart > day + 3 * hour) continue;
        if (Math.abs(later.value.best - earlier.value.best) <= degrees(2) + 1e-9) continue;
        const mover = moverOf(facts, earlier.takenAt, later.takenAt);
        return [
          {
            subject: 'alkalinity',
            status: 'watch',
            sure: later.value.low > earlier.value.high || earlier.value.low > later.value.high,
            what: `KH went from ${shownWords(facts.water, 'alkalinity', earlier.value)} to ${shownWords(facts.water, 'alkalinity', later.value)} within a day.`,
            howSure: `That is more than ${roughWords(facts.water, 'alkalinity', degrees(2))} a day.`,
            why: mover
              ? `It was ${mover} noted in between.`
              : 'Nothing noted explains it: one of the two tests may be off.',
            proposes: [
              { kind: 'hold', hold: 'buffer', says: 'Hold: move KH no further for now.' },
              { kind: 'test', subjects: ['alkalinity', 'ph'] },
            ],
            tests: ['alkalinity', 'ph'],
          },
        ];
      }
    return [];
  },
  examples: [
    {
      says: 'KH from 3 to 7 in ten hours after a buffer: watch.',
      given: {
        read: { alkalinity: '7' },
        before: { alkalinity: [{ says: '3', hoursAgo: 10 }] },
        deeds: [{ kind: 'buffer', daysAgo: 0.2 }],
      },
      expect: 'watch',
      words: ['It was the buffer'],
    },
    {
      says: 'KH from 3 to 5 in a day: within what is usual.',
      given: { read: { alkalinity: '5' }, before: { alkalinity: [{ says: '3', hoursAgo: 20 }] } },
      expect: null,
    },
  ],
};

const rain: Rule = {
  id: 'rain',
  name: 'Rain since KH was read',
  looksAt: 'Rain noted within a fortnight, and a KH that reads low since.',
  source: '"rain carries no carbonate; test after heavy rain": common practice',
  find: (facts) => {
    const { kind } = facts.water;
    if (kind !== 'pond' && kind !== 'aquaponics') return [];
    const wet = facts.done(facts.at - 14 * day, 'rain');
    if (!wet) return [];
    const figure = facts.figure('alkalinity');
    if (figure?.value && figure.takenAt > wet.at)
      return figure.value.best > littleKh
        ? []
        : [
            {
              subject: 'alkalinity',
              status: 'watch',
              sure: figure.value.high <= littleKh,
              what: `KH is ${shownWords(facts.water, 'alkalinity', figure.value)} after the rain.`,
              howSure: 'Rain carries no carbonate and thins what there was.',
              why: 'The next wet week may take the rest, and pH with it.',
              proposes: [{ kind: 'find-cause', says: 'Lead the gutter elsewhere while it rains.' }],
              tests: ['alkalinity', 'ph'],
            },
          ];
    return [];
  },
  examples: [
    {
      says: 'A pond whose KH reads 3 °dKH after the rain: watch.',
      given: {
        kind: 'pond',
        stock: ['goldfish'],
        read: { alkalinity: { says: '3', daysAgo: 1 } },
        deeds: [{ kind: 'rain', daysAgo: 2 }],
      },
      expect: 'watch',
      words: ['after the rain'],
    },
    {
      says: 'KH read after the rain and still 6 °dKH: nothing to say.',
      given: {
        kind: 'pond',
        stock: ['goldfish'],
        read: { alkalinity: { says: '6', daysAgo: 1 } },
        deeds: [{ kind: 'rain', daysAgo: 2 }],
      },
      expect: null,
    },
  ],
};

const sourceBare: Rule = {
  id: 'source-without-kh',
  name: 'A source that brings no carbonate',
  looksAt: 'KH of the source under 1 °dKH beside a water that has little to spare.',
  source: '"what a water change brings in; few test it": common practice; the degrees: our own',
  once: true,
  find: (facts) => {
    const [tap, kh] = [facts.source?.figure('alkalinity')?.value, facts.now('alkalinity')];
    if (!facts.source || !tap || !kh || tap.best > degrees(1)) return [];
    const clear = facts.bands('alkalinity').find((b) => b.status === 'clear');
    if (!clear || kh.best > Math.max(clear.from, degrees(2)) + degrees(2)) return [];
    return [
      {
        subject: 'alkalinity',
        status: 'clear',
        note: true,
        sure: tap.high <= degrees(1),
        what: `${facts.source.water.name} carries next to no KH (${shownWords(facts.water, 'alkalinity', tap)}).`,
        howSure: `Each quarter changed takes about a quarter of the ${shownWords(facts.water, 'alkalinity', kh)} here.`,
        why: 'With KH gone nothing holds the pH.',
        proposes: [
          {
            kind: 'blend',
            subjects: ['alkalinity'],
            says: 'Blend harder water into the next changes, or buffer the new water first.',
          },
        ],
        tests: ['alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: 'A pond at 4 °dKH topped with rain of 0.4 °dKH: watch.',
      given: {
        kind: 'pond',
        stock: ['goldfish'],
        read: { alkalinity: '4' },
        source: { alkalinity: '0–0.5' },
      },
      expect: 'clear',
      words: ['carries next to no KH'],
    },
    {
      says: 'A pond at 10 °dKH can spare it.',
      given: {
        kind: 'pond',
        stock: ['goldfish'],
        read: { alkalinity: '10' },
        source: { alkalinity: '0–0.5' },
      },
      expect: null,
    },
  ],
};

/** Readings further apart do not speak of one water. Hedge Lamp's own. */
const sameWater = 2 * day;

const acidKh: Rule = {
  id: 'kh-against-ph',
  name: 'KH above zero with pH too low for it',
  looksAt: 'The CO2 that KH and pH of one day would need together.',
  source:
    'Plummer & Busenberg 1982 (constants); that more than 100 mg/L CO2 does not stay in kept water: our own bound',
  find: (facts) => {
    const [kh, ph] = [facts.figure('alkalinity'), facts.figure('ph')];
    if (!kh?.value || !ph?.value || facts.now('alkalinity') === null || facts.now('ph') === null) return [];
    if (Math.abs(kh.takenAt - ph.takenAt) > sameWater || ph.value.best > 7.5 || kh.value.best <= 0.05)
      return [];
    const celsius = facts.now('temperature')?.best ?? 20;
    const co2At = (alkalinity: number, acid: number) =>
      carbonateSystem(
        { alkalinity, ph: acid },
        { temperature: celsius, ionicStrength: ionicStrengthOf({ alkalinity: point(alkalinity) }).best },
      ).co2 * molarMass.CO2;
    const co2 = co2At(kh.value.best, ph.value.best);
    if (co2 <= unlikelyCo2) return [];
    const sure =
      Number.isFinite(ph.value.high) &&
      kh.value.low > 0.05 &&
      co2At(kh.value.low, ph.value.high) > unlikelyCo2;
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure,
        what: `KH of ${shownWords(facts.water, 'alkalinity', kh.value)} and pH ${formatReading(ph.value)} do not go together.`,
        howSure: `Together they would take about ${Math.round(co2)} mg/L CO2, more than kept water holds.`,
        why: 'One of the two tests is off, or something else makes up the KH, such as a buffer powder.',
        proposes: [
          { kind: 'test', subjects: ['ph'], way: 'repeat' },
          { kind: 'test', subjects: ['alkalinity'], way: 'double-sample' },
        ],
        tests: ['ph', 'alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: '6 °dKH at pH 6.0: one of the two is off.',
      given: { read: { alkalinity: '5–6', ph: '6.0', temperature: '25' } },
      expect: 'watch',
      words: ['do not go together', 'Repeat pH from a fresh sample'],
    },
    {
      says: '4 °dKH at pH 7: about 14 mg/L CO2, quite possible.',
      given: { read: { alkalinity: '4', ph: '7.0', temperature: '25' } },
      expect: null,
    },
  ],
};

const pink: Rule = {
  id: 'phenolphthalein-against-ph',
  name: 'Phenolphthalein against pH',
  looksAt:
    'Whether the drop of phenolphthalein in the alkalinity test turned pink, beside the pH of that day.',
  source: 'Standard Methods 2320 (from memory): it turns at pH 8.3',
  find: (facts) => {
    const [kh, ph] = [facts.figure('alkalinity'), facts.figure('ph')];
    if (!kh || !ph?.value || Math.abs(kh.takenAt - ph.takenAt) > sameWater) return [];
    const { entered } = kh.reading;
    if (entered.how !== 'drops' || entered.firstTurn === undefined) return [];
    const pinkSeen = entered.firstTurn > 0;
    const says = phenolphthaleinContradiction(pinkSeen, point(ph.value.best));
    if (says === null) return [];
    const sure = phenolphthaleinContradiction(pinkSeen, ph.value) !== null;
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure,
        what: says,
        short: `Phenolphthalein and pH ${formatReading(ph.value)} contradict each other.`,
        howSure: sure ? 'Certain: both cannot be right.' : 'By best guess; the range still allows it.',
        why: 'Free ammonia and whatever else rests on this pH is as doubtful.',
        proposes: [{ kind: 'test', subjects: ['ph'], way: 'phenolphthalein' }],
        tests: ['ph', 'alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: 'Pink with a pH of 7.2: one of them is off.',
      given: { read: { alkalinity: { says: '8', firstTurn: 2 }, ph: '7.2' } },
      expect: 'watch',
      words: ['Pink means a pH above about 8.3'],
    },
    {
      says: 'Colorless at pH 7.2: they agree.',
      given: { read: { alkalinity: { says: '8', firstTurn: 0 }, ph: '7.2' } },
      expect: null,
    },
  ],
};

/** Best guesses of the two ranges that are further apart than this speak of two waters. Hedge Lamp's own. */
const farApart = 0.4;

const ranges: Rule = {
  id: 'ph-ranges-apart',
  name: 'Low and high pH ranges apart',
  looksAt: 'The low-range and the high-range pH test of one run: whether any pH fits both.',
  source: 'ranges 6.0–7.6 and 7.4–8.8: common practice',
  find: (facts) => {
    const { ph, phPartner } = facts.latest;
    if (!ph?.value || !phPartner?.value) return [];
    const [a, b] = [rangeOf(ph, facts.book), rangeOf(phPartner, facts.book)];
    if (a === null || b === null || a === b) return [];
    // In runs hours apart the water itself may have moved.
    if (ph.runId !== phPartner.runId && Math.abs(ph.takenAt - phPartner.takenAt) > hour) return [];
    const [low, high] = (a === 'low' ? [ph, phPartner] : [phPartner, ph]).map((r) => fromWire(r.value!)) as [
      Interval,
      Interval,
    ];
    const exact = phFromTwo(point(low.best), point(high.best)).value;
    const sure = phFromTwo(low, high).value.contradiction !== null;
    const apart = exact.contradiction !== null && Math.abs(low.best - high.best) > farApart;
    if (!sure && !apart) return [];
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure,
        what: phFromTwo(low, high).value.contradiction ?? exact.contradiction!,
        short: `The two pH ranges contradict each other: ${formatReading(low)} and ${formatReading(high)}.`,
        howSure: sure ? 'Certain: no pH fits both.' : 'The ranges still meet, but they stand far apart.',
        why: 'Free ammonia and CO2 rest on pH; with this one they mean nothing.',
        proposes: [
          {
            kind: 'test',
            subjects: ['ph'],
            way: 'repeat',
            says: 'Repeat both pH ranges from one sample, the high range first.',
          },
        ],
        tests: ['ph'],
      },
    ];
  },
  examples: [
    {
      says: 'Low range 6.6, high range 8.2: they cannot both be right.',
      given: {
        read: { ph: { says: '6.6 (6.5–6.7)', by: 'ph-low-range', sameRun: true } },
        phPartner: { says: '8.2 (8.1–8.3)', by: 'ph-high-range', sameRun: true },
      },
      expect: 'watch',
      words: ['cannot both be right'],
    },
    {
      says: 'Low range at its top, high range 8.2: the high one counts.',
      given: {
        read: { ph: { says: '7.6 (7.5–7.6)', by: 'ph-low-range', sameRun: true } },
        phPartner: { says: '8.2 (8.1–8.3)', by: 'ph-high-range', sameRun: true },
      },
      expect: null,
    },
  ],
};

const softened: Rule = {
  id: 'kh-above-gh',
  name: 'KH above GH',
  looksAt: 'Whether KH is above GH beyond the ranges of both.',
  source: 'a softener trades calcium for sodium: common practice; one °dKH and one °dGH are the same charge',
  find: (facts) => {
    const [kh, gh] = [facts.now('alkalinity'), facts.now('hardness')];
    // One mmol/L of hardness carries two milliequivalents.
    if (!kh || !gh || gh.high === Infinity || kh.low <= gh.high * 2 + 0.2) return [];
    return [
      {
        subject: 'hardness',
        status: 'clear',
        note: true,
        sure: true,
        what: `KH of ${shownWords(facts.water, 'alkalinity', kh)} is above GH of ${shownWords(facts.water, 'hardness', gh)}.`,
        howSure: 'Certain: the ranges do not meet.',
        why: 'Then part of the carbonate came with sodium or potassium: softened water, bicarbonate, or a GH test that turned early.',
        proposes: [
          { kind: 'find-cause', says: 'Ask whether the tap runs through a softener; draw from before it.' },
          { kind: 'test', subjects: ['hardness'], way: 'double-sample' },
        ],
        tests: ['hardness', 'alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: '10 °dKH with 4 °dGH: softened, or GH turned early.',
      given: { read: { alkalinity: '9–10', hardness: '3–4' } },
      expect: 'clear',
      words: ['softener'],
    },
    {
      says: '5 °dKH with 8 °dGH is usual.',
      given: { read: { alkalinity: '5', hardness: '8' } },
      expect: null,
    },
  ],
};

const rockFizzes: Rule = {
  id: 'rock-fizzes',
  name: 'A rock that holds carbonate',
  looksAt: 'The newest acid test of a rock of this water, however long ago: a rock does not change.',
  source: 'limestone gives way until pH is about 8.2 to 8.4: common practice',
  once: true,
  find: ({ latest, water }) => {
    const rock = latest['rock-carbonate'];
    if (rock?.entered.how !== 'answer' || rock.entered.answer !== 0 || !waterKindInfo[water.kind].stocked)
      return [];
    return [
      {
        status: 'clear',
        note: true,
        sure: true,
        what: 'A rock of this water fizzed under acid: it holds carbonate.',
        howSure: 'Seen. Test it again once it is out, or another is in.',
        why: 'It lifts KH, GH and pH slowly, toward pH 8.2 to 8.4: what a change brings down comes up again.',
        proposes: [],
        tests: [],
      },
    ];
  },
  examples: [
    {
      says: 'A rock fizzed three months ago: still said.',
      given: { read: { 'rock-carbonate': { says: 'It fizzes', answer: 0, daysAgo: 90 } } },
      expect: 'clear',
      words: ['holds carbonate', 'comes up again'],
    },
    {
      says: 'A rock that did not fizz: nothing to say.',
      given: { read: { 'rock-carbonate': { says: 'No fizz', answer: 1 } } },
      expect: null,
    },
  ],
};

export const carbonateRules: readonly Rule[] = [slide, swing, khJump, rain, sourceBare, rockFizzes];
export const carbonateChecks: readonly Rule[] = [acidKh, pink, ranges, softened];
