import { day } from '../../wire';
import { carbonateSystem, ionicStrengthOf } from '../../chemistry';
import { type Interval, formatReading, interval, point } from '../../quantity';
import { molarMass } from '../../quantity/atomic-weights';
import { type Deed, type SignId, animalsOf, signLabel } from '../../remedies';
import { onlyInvertebrates } from '../events';
import type { Facts } from '../facts';
import type { Rule, Said } from '../rule';
import { planForSigns, signsByDanger } from '../signs';
import { severity } from '../../limits/status';
import { vitalRows } from '../vital-row';

/** How long a sign lights the lamp, unless the keeper says that it is over. Common practice. */
const signLasts = 2 * day;

/** What a sign by itself makes of a lamp. Common practice. */
const weight = (sign: SignId): 'watch' | 'act' | 'urgent' =>
  sign === 'gasping' ? 'urgent' : ['red-gills', 'brown-gills', 'death'].includes(sign) ? 'act' : 'watch';

/** Signs that were told within two days and not called over since, newest first. */
export function standingSigns({ deeds, at }: Pick<Facts, 'deeds' | 'at'>): { sign: SignId; at: number }[] {
  const over = deeds.find((d) => d.kind === 'sign-over')?.at ?? -Infinity;
  return deeds
    .filter((d) => d.kind === 'sign' && d.at > over && at - d.at <= signLasts)
    .flatMap((d) => (d.amount?.by === 'signs' ? d.amount.signs.map((sign) => ({ sign, at: d.at })) : []));
}

interface Deaths {
  /** The most within one day. */
  readonly most: number;
  readonly at: number;
  readonly fish: boolean;
}

/** Deaths noted within two days and not called over since; null where there are none that count. */
export function deathsOf({ deeds, at, water }: Facts): Deaths | null {
  const over = deeds.find((d) => d.kind === 'sign-over')?.at ?? -Infinity;
  const lately = (d: Deed) => d.at > over && at - d.at <= signLasts;
  const countOf = (d: Deed): number => (d.amount ? (animalsOf(d.amount)?.count ?? 1) : 1);
  const isMinor = (d: Deed) =>
    d.amount?.by === 'animals' &&
    d.amount.group === 'snails' &&
    (water.netLiters ?? 0) >= 100 &&
    countOf(d) <= 1;
  const noted = deeds.filter((d) => d.kind === 'loss' && lately(d) && !isMinor(d));
  // Ticked as a sign and noted as a death it is one and the same, unless they are a day apart.
  const ticked = deeds.filter(
    (d) =>
      d.kind === 'sign' &&
      lately(d) &&
      d.amount?.by === 'signs' &&
      d.amount.signs.includes('death') &&
      !noted.some((n) => Math.abs(n.at - d.at) <= day),
  );
  const all = [
    ...noted.map((d) => ({ at: d.at, n: countOf(d), fish: !onlyInvertebrates(d) })),
    ...ticked.map((d) => ({ at: d.at, n: 1, fish: true })),
  ];
  if (all.length === 0) return null;
  const most = Math.max(
    ...all.map((a) => all.filter((b) => b.at <= a.at && a.at - b.at <= day).reduce((n, b) => n + b.n, 0)),
  );
  return { most, at: Math.max(...all.map((a) => a.at)), fish: all.some((a) => a.fish) };
}

/** CO2 from KH and pH, mg/L; null where one is not known. */
export function carbonDioxide(facts: Facts): Interval | null {
  const [kh, ph] = [facts.now('alkalinity'), facts.now('ph')];
  if (!kh || !ph || ![kh.high, ph.low, ph.high].every(Number.isFinite) || kh.best <= 0) return null;
  const celsius = facts.now('temperature')?.best ?? 25;
  const at = (alkalinity: number, acid: number) =>
    carbonateSystem(
      { alkalinity, ph: acid },
      { temperature: celsius, ionicStrength: ionicStrengthOf({ alkalinity: point(alkalinity) }).best },
    ).co2 * molarMass.CO2;
  return interval(at(kh.low, ph.high), at(kh.best, ph.best), at(kh.high, ph.low));
}

/** CO2 beyond which fish may gasp, mg/L. Common practice. */
export const muchCarbonDioxide = 30;

/** What of the last day may have done it, in sentences. */
function causes(facts: Facts): string[] {
  const { deeds, at } = facts;
  const lately = deeds.filter((d) => at - d.at <= day);
  const bare = lately.some(
    (d) =>
      d.kind === 'water-change' &&
      (d.amount?.by === 'part' || d.amount?.by === 'liters') &&
      d.amount.conditioned === false,
  );
  const said: string[] = [];
  if (bare) said.push('New water went in without conditioner: chlorine is likely, and drops do not show it.');
  if (lately.some((d) => d.kind === 'power-cut' || d.kind === 'filter-stopped'))
    said.push('The filter stood still: oxygen may be short.');
  if (lately.some((d) => d.kind === 'medicine' || d.kind === 'treatment'))
    said.push('A treatment went in within the last day.');
  const co2 = carbonDioxide(facts);
  if (co2 && co2.best > muchCarbonDioxide)
    said.push(
      `pH and KH together say CO2 ${formatReading(co2)} mg/L, over the ${muchCarbonDioxide} that fish stand.`,
    );
  return said;
}

/** Whether all that was read lies inside, and what drops do not show. */
function insideWords(facts: Facts): string {
  const rows = vitalRows(facts);
  const inside = rows.length > 0 && rows.every((r) => r.state === 'holds');
  return inside
    ? 'Drops do not show oxygen, heat, CO2 from a bottle, chlorine, spray, metal or disease.'
    : 'What was read does not tell yet.';
}

const shown: Rule = {
  id: 'signs',
  name: 'What the animals show',
  looksAt: 'Signs and deaths noted within two days, unless they were called over.',
  source:
    'signs outrank figures; gasping or two deaths within a day are urgent, one death or gills that changed color are acted on: common practice',
  once: true,
  find: (facts) => {
    const { water } = facts;
    if (water.kind === 'source') return [];
    const signs = [...new Set(standingSigns(facts).map((s) => s.sign))];
    const deaths = deathsOf(facts);
    const said: Said[] = [];
    const why = [...causes(facts), insideWords(facts)].join(' ');
    const plan = planForSigns(signs.length > 0 ? signs : ['death']);
    const common = {
      sure: true,
      howSure: 'Signs outrank figures, whatever was read.',
      why,
      proposes: [
        { kind: 'test' as const, subjects: plan.tests.filter((t) => t !== 'potassium' && t !== 'chloride') },
      ],
      tests: plan.tests.filter((t) => t !== 'potassium'),
    };
    if (deaths) {
      const many = deaths.most >= 2;
      const status = many ? (deaths.fish ? 'urgent' : 'act') : deaths.fish ? 'act' : 'watch';
      said.push({
        ...common,
        status,
        what: many
          ? `${deaths.most} ${deaths.fish ? 'animals' : 'shrimp or snails'} died within a day.`
          : `${deaths.fish ? 'An animal' : 'A shrimp or snail'} died within two days.`,
      });
    }
    const others = signs.filter((s) => s !== 'death');
    if (others.length > 0) {
      const [first] = signsByDanger(others);
      const worst = others.map(weight).sort((a, b) => severity(b) - severity(a))[0]!;
      said.push({
        ...common,
        status: worst,
        what: `Animals look wrong: ${signsByDanger(others)
          .map((s) => signLabel[s].toLowerCase())
          .join('; ')}.`,
        short: `Animals look wrong: ${signLabel[first!].toLowerCase()}.`,
      });
    }
    return said;
  },
  examples: [
    {
      says: 'Gasping is urgent though every figure lies inside.',
      given: {
        read: { ammonia: '0 (0–0.1)', nitrite: '0 (0–0.1)', ph: '7.4' },
        deeds: [{ kind: 'sign', daysAgo: 0.1, amount: { by: 'signs', signs: ['gasping'] } }],
      },
      expect: 'urgent',
      words: ['gasping at the surface', 'Drops do not show oxygen'],
    },
    {
      says: 'One dead fish: act.',
      given: { deeds: [{ kind: 'loss', daysAgo: 1 }] },
      expect: 'act',
      words: ['died within two days'],
    },
    {
      says: 'Three deaths within a day: urgent.',
      given: {
        deeds: [
          {
            kind: 'loss',
            daysAgo: 0.2,
            amount: { by: 'animals', group: null, count: '3', gramsEach: '', stage: null },
          },
        ],
      },
      expect: 'urgent',
      words: ['3 animals died'],
    },
    {
      says: 'Listless three days ago: it lights the lamp no more.',
      given: { deeds: [{ kind: 'sign', daysAgo: 3, amount: { by: 'signs', signs: ['listless'] } }] },
      expect: null,
    },
    {
      says: 'Gasping, and well again since: over.',
      given: {
        deeds: [
          { kind: 'sign', daysAgo: 0.4, amount: { by: 'signs', signs: ['gasping'] } },
          { kind: 'sign-over', daysAgo: 0.1 },
        ],
      },
      expect: null,
    },
  ],
};

const unconditioned: Rule = {
  id: 'without-conditioner',
  name: 'New water without conditioner',
  looksAt: 'A change of water within a day that was noted as made without conditioner.',
  source:
    '0.011 mg/L chlorine harms for long, 0.019 at once: US EPA 1985 (from memory); tap water holds more',
  once: true,
  find: (facts) => {
    const since = facts.at - day;
    const change = facts.deeds.find(
      (d) =>
        d.kind === 'water-change' &&
        d.at >= since &&
        (d.amount?.by === 'part' || d.amount?.by === 'liters') &&
        d.amount.conditioned === false,
    );
    if (!change || !facts.hasAnimals) return [];
    if (facts.done(change.at, 'conditioner')) return [];
    return [
      {
        status: 'act',
        sure: false,
        what: 'New water went in without conditioner.',
        howSure: 'If it came from the mains, it holds chlorine; drops of these kits do not show it.',
        why: 'Chlorine burns gills and kills a filter within hours.',
        proposes: [{ kind: 'bind', subjects: [] }],
        tests: ['ammonia', 'nitrite'],
      },
    ];
  },
  examples: [
    {
      says: 'A change without conditioner an hour ago: act.',
      given: {
        deeds: [
          { kind: 'water-change', daysAgo: 0.05, amount: { by: 'part', percent: '40', conditioned: false } },
        ],
      },
      expect: 'act',
      words: ['Dose conditioner for the whole'],
    },
    {
      says: 'A change with conditioner.',
      given: { deeds: [{ kind: 'water-change', daysAgo: 0.05, amount: { by: 'part', percent: '40' } }] },
      expect: null,
    },
  ],
};

export const signRules: readonly Rule[] = [shown, unconditioned];
