import { carbonateSystem, ionicStrengthOf, phenolphthaleinContradiction, unlikelyCo2 } from '../../chemistry';
import { formatReading, fromWire, point, toCanonical } from '../../quantity';
import { phFromTwo } from '../../readings';
import { rangeOf } from '../../readings/ph-pair';
import { molarMass } from '../../quantity/atomic-weights';
import type { Facts, PastRead } from '../facts';
import type { Rule } from '../rule';
import { shownWords } from '../shown';

const day = 86_400_000;
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
        what: `pH slid from ${formatReading(highest.value)} to ${formatReading(ph)} in ${days} days, and KH is down to ${shownWords(facts.water, 'alkalinity', kh)}.`,
        howSure: sure ? 'Sure: the ranges do not meet.' : 'Likely; the ranges still meet.',
        why: 'The filter and the rain eat the carbonate that holds pH: when it is gone pH can crash overnight, and the cycle stalls.',
        todo: 'Raise KH slowly, by 1 °dKH a day at most: harder water, crushed coral or a little bicarbonate. If ammonia stands in the water, bring that down first.',
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

const swing: Rule = {
  id: 'ph-swing',
  name: 'pH that swings within a day',
  looksAt:
    'Two pH readings of one place by one kit, within a day of each other, that differ by half a pH or more.',
  source:
    '"pH swings in a day (photosynthesis); stability matters more": common practice; half a pH: our own',
  find: (facts) => {
    const past = valuesOf(facts, facts.history('ph'), 7 * day);
    for (const [k, later] of past.entries())
      for (const earlier of past.slice(k + 1)) {
        const apart = later.takenAt - earlier.takenAt;
        if (apart > day || apart < hour / 2 || later.methodId !== earlier.methodId) continue;
        const difference = Math.abs(later.value.best - earlier.value.best);
        if (difference < 0.5) continue;
        const sure = later.value.low > earlier.value.high || earlier.value.low > later.value.high;
        return [
          {
            subject: 'ph',
            status: difference >= 1 && sure ? 'act' : 'watch',
            sure,
            what: `pH went from ${formatReading(earlier.value)} to ${formatReading(later.value)} within ${Math.max(1, Math.round(apart / hour))} hours.`,
            howSure: sure ? 'Sure: the ranges do not meet.' : 'Likely; the ranges still meet.',
            why: 'Plants and algae take CO2 in the light and give it back at night; with little KH the pH swings along. Steady beats ideal.',
            todo: 'Read pH at dawn and at dusk for two days, and KH once. Air at night, thin out algae, and raise KH slowly if it is low.',
            tests: ['ph', 'alkalinity'],
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
      words: ['within 8 hours'],
    },
    {
      says: 'pH 7.1 a week ago and 7.9 now: that is no swing within a day.',
      given: { read: { ph: '7.9' }, before: { ph: [{ says: '7.1', daysAgo: 7 }] } },
      expect: null,
    },
  ],
};

const rain: Rule = {
  id: 'rain',
  name: 'Rain since KH was read',
  looksAt: 'Heavy rain noted within a fortnight, after the last KH reading or with a KH that is low since.',
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
              todo: 'Lead the gutter elsewhere while it rains, add oyster shell or crushed coral to the filter, and read KH weekly.',
              tests: ['alkalinity', 'ph'],
            },
          ];
    return [
      {
        subject: 'alkalinity',
        status: 'watch',
        sure: false,
        what: 'It rained hard since KH was last read.',
        howSure: 'Cannot tell what is left of it.',
        why: 'Rain carries no carbonate: it thins KH, and pH can slide after it.',
        todo: 'Test KH and pH.',
        tests: ['alkalinity', 'ph'],
      },
    ];
  },
  examples: [
    {
      says: 'A pond after heavy rain, KH not read since: test it.',
      given: {
        kind: 'pond',
        stock: ['goldfish'],
        read: { alkalinity: { says: '6', daysAgo: 9 } },
        deeds: [{ kind: 'rain', daysAgo: 2 }],
      },
      expect: 'watch',
      words: ['Test KH and pH'],
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
  find: (facts) => {
    const [tap, kh] = [facts.source?.figure('alkalinity')?.value, facts.now('alkalinity')];
    if (!facts.source || !tap || !kh || tap.best > degrees(1)) return [];
    const clear = facts.bands('alkalinity').find((b) => b.status === 'clear');
    if (!clear || kh.best > Math.max(clear.from, degrees(2)) + degrees(2)) return [];
    return [
      {
        subject: 'alkalinity',
        status: kh.best <= littleKh ? 'watch' : 'clear',
        sure: tap.high <= degrees(1),
        what: `${facts.source.water.name} carries next to no KH (${shownWords(facts.water, 'alkalinity', tap)}).`,
        howSure: `Each quarter changed takes about a quarter of the ${shownWords(facts.water, 'alkalinity', kh)} here.`,
        why: 'With KH gone nothing holds the pH.',
        todo: 'Blend in harder water or buffer the new water before it goes in.',
        byWhen: 'Before the next change.',
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
      expect: 'watch',
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
  looksAt: 'The least CO2 that KH and pH of one day would need together.',
  source:
    'Plummer & Busenberg 1982 (constants); that more than 100 mg/L CO2 does not stay in kept water: our own bound',
  find: (facts) => {
    const [kh, ph] = [facts.figure('alkalinity'), facts.figure('ph')];
    if (!kh?.value || !ph?.value || facts.now('alkalinity') === null || facts.now('ph') === null) return [];
    if (Math.abs(kh.takenAt - ph.takenAt) > sameWater || ph.value.high > 7.5 || kh.value.low <= 0.05)
      return [];
    const celsius = facts.now('temperature')?.best ?? 20;
    const state = carbonateSystem(
      { alkalinity: kh.value.low, ph: ph.value.high },
      { temperature: celsius, ionicStrength: ionicStrengthOf({ alkalinity: point(kh.value.low) }).best },
    );
    const co2 = state.co2 * molarMass.CO2;
    if (co2 <= unlikelyCo2) return [];
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure: true,
        what: `KH of ${shownWords(facts.water, 'alkalinity', kh.value)} and pH ${formatReading(ph.value)} do not go together.`,
        howSure: `Even at their ends that would take ${Math.round(co2)} mg/L CO2, more than kept water holds.`,
        why: 'One of the two tests is off, or something other than carbonate makes up the KH: buffer powder, humic acids.',
        todo: 'Repeat the pH test first, from a fresh sample read at once; then KH with twice the sample.',
        tests: ['ph', 'alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: '6 °dKH at pH 6.0: one of the two is off.',
      given: { read: { alkalinity: '5–6', ph: '6.0', temperature: '25' } },
      expect: 'watch',
      words: ['do not go together', 'Repeat the pH test first'],
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
    const says = phenolphthaleinContradiction(entered.firstTurn > 0, ph.value);
    if (says === null) return [];
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure: true,
        what: says,
        howSure: 'Sure: both cannot be right.',
        why: 'Whatever is worked out from this pH, free ammonia above all, is as doubtful as it.',
        todo: 'Repeat the pH test first, then the drop of phenolphthalein on a fresh sample.',
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
    const [low, high] = a === 'low' ? [ph.value, phPartner.value] : [phPartner.value, ph.value];
    const { contradiction } = phFromTwo(fromWire(low), fromWire(high)).value;
    if (contradiction === null) return [];
    return [
      {
        subject: 'ph',
        status: 'watch',
        sure: true,
        what: contradiction,
        howSure: 'Sure: no pH fits both.',
        why: 'Free ammonia and CO2 are worked out from pH; with this one they mean nothing.',
        todo: 'Repeat both from one sample, the high range first.',
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
        status: 'watch',
        sure: true,
        what: `KH of ${shownWords(facts.water, 'alkalinity', kh)} is above GH of ${shownWords(facts.water, 'hardness', gh)}.`,
        howSure: 'Sure: the ranges do not meet.',
        why: 'Then part of the carbonate came with sodium or potassium: softened water, bicarbonate, or a GH test that turned early.',
        todo: 'Ask whether the tap runs through a softener and draw from before it; repeat GH with twice the sample.',
        byWhen: 'With the next test.',
        tests: ['hardness', 'alkalinity'],
      },
    ];
  },
  examples: [
    {
      says: '10 °dKH with 4 °dGH: softened, or GH turned early.',
      given: { read: { alkalinity: '9–10', hardness: '3–4' } },
      expect: 'watch',
    },
    {
      says: '5 °dKH with 8 °dGH is usual.',
      given: { read: { alkalinity: '5', hardness: '8' } },
      expect: null,
    },
  ],
};

export const carbonateRules: readonly Rule[] = [slide, swing, rain, sourceBare];
export const carbonateChecks: readonly Rule[] = [acidKh, pink, ranges, softened];
