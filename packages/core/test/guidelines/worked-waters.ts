import { type ReadSaid, type Scenario, otherWaterId } from '@hedge-lamp/core/guidelines';
import { type Status } from '@hedge-lamp/core/limits';
import { type ParameterId, knownIds } from '@hedge-lamp/core/parameters';
import type { DeedAmount } from '@hedge-lamp/core/remedies';
import type { StockGroupId } from '@hedge-lamp/core/limits';

/**
 * Forty-five worked waters, invented: what is given, what the lamp must be, what its reason must say and what must not
 * be said anywhere on Today. The amounts of water and the order of deeds belong to the plan and are not tested here.
 */
export interface WorkedWater {
  readonly id: string;
  readonly liters: number | null;
  readonly given: Scenario;
  readonly lamp: Status;
  /** Words of the reason: in the lamp's sentence or a finding. */
  readonly says: readonly (string | RegExp)[];
  readonly not: readonly RegExp[];
}

type Reads = Partial<Record<ParameterId, string | ReadSaid>>;
const minutes = (n: number) => n / 60;

/** The same readings, some days ago. */
function aged(reads: Reads, daysAgo: number): Reads {
  const all: Reads = {};
  for (const p of knownIds()) {
    const r = reads[p];
    if (r !== undefined) all[p] = { ...(typeof r === 'string' ? { says: r } : r), daysAgo };
  }
  return all;
}
const none = '0 (0–0.1)';
/** Water C1 of the scenarios. */
const c1: Reads = {
  ammonia: none,
  nitrite: none,
  nitrate: '15 (10–20)',
  ph: '7.4 (7.2–7.6)',
  alkalinity: '6 (5–6)',
  temperature: '25',
};
const share = (percent: string): DeedAmount => ({ by: 'part', percent });
const animals = (count: string, group: StockGroupId | null = null): DeedAmount => ({
  by: 'animals',
  count,
  group,
  gramsEach: '',
  stage: null,
});
const signs = (...seen: Extract<DeedAmount, { by: 'signs' }>['signs']): DeedAmount => ({
  by: 'signs',
  signs: seen,
});
/** Water from a reverse-osmosis filter. */
const ro: Reads = { ammonia: '0', nitrite: '0', nitrate: '0', ph: '6.5', alkalinity: '0.2', hardness: '0' };
const ready = (liters: string, nextLiters = '', nextHours = ''): NonNullable<Scenario['deeds']>[number] => ({
  kind: 'water-ready',
  daysAgo: 0.01,
  amount: { by: 'ready', liters, sourceWaterId: otherWaterId(0), nextLiters, nextHours },
});
const stockOf = (group: StockGroupId, count: number, grams: number) => ({
  id: '00000000-0000-4000-8000-000000000900',
  group,
  count,
  gramsEach: grams,
  toldAt: Date.UTC(2026, 0, 1),
});

export const workedWaters: readonly WorkedWater[] = [
  {
    id: 'C1 settled community',
    liters: 180,
    given: { read: aged(c1, 5), deeds: [{ kind: 'filter-rinse', daysAgo: 3 }] },
    lamp: 'clear',
    says: ['was read and lies inside'],
    not: [/Unread/, /[Ff]ilter (was )?cleaned/, /Change \d+ %/],
  },
  {
    id: 'C2 weekly change carried',
    liters: 120,
    given: {
      read: aged({ ...c1, nitrate: '20 (15–20)' }, 3),
      source: aged({ ammonia: none, nitrate: '5 (0–10)', ph: '7.6', alkalinity: '6' }, 20),
      deeds: [{ kind: 'water-change', daysAgo: 2 / 24, amount: share('25') }],
    },
    lamp: 'clear',
    says: ['worked out from the change'],
    not: [/Unread/, /no longer counts/],
  },
  {
    id: 'C3 hard tap, community',
    liters: 240,
    given: {
      read: aged(
        {
          ammonia: none,
          nitrite: none,
          nitrate: '10 (5–20)',
          ph: '7.8 (7.7–7.9)',
          alkalinity: '12',
          hardness: '18',
          temperature: '25',
        },
        2,
      ),
      source: { ph: '7.8', alkalinity: '12', hardness: '18' },
    },
    lamp: 'clear',
    says: ['same as the source'],
    not: [/Lower KH/, /\bRO\b/],
  },
  {
    id: 'C4 planted, school 10 to 20',
    liters: 60,
    given: {
      stock: ['community-fish', 'water-plants'],
      guidance: { schools: { nitrate: 'planted' } },
      read: aged(
        {
          ammonia: none,
          nitrite: none,
          nitrate: '15 (10–20)',
          ph: '6.9 (6.8–7.0)',
          alkalinity: '5 (4–5)',
          temperature: '24',
        },
        6,
      ),
    },
    lamp: 'clear',
    says: ['was read and lies inside'],
    not: [/too high/, /Change/],
  },
  {
    id: 'C5 soft-water fish',
    liters: 150,
    given: {
      stock: ['soft-water-fish'],
      read: aged(
        {
          ammonia: none,
          nitrite: none,
          nitrate: '8 (5–10)',
          ph: '6.2 (6.0–6.4)',
          alkalinity: '1.5 (1–1.5)',
          hardness: '4',
          temperature: '26',
        },
        4,
      ),
      before: { ph: [11, 18, 25, 32].map((daysAgo) => ({ says: '6.2 (6.0–6.4)', daysAgo })) },
    },
    lamp: 'clear',
    says: ['was read and lies inside'],
    not: [/Raise KH/, /too low/, /coral/],
  },
  {
    id: 'C6 settled loop',
    liters: 1000,
    given: {
      kind: 'aquaponics',
      stock: ['tilapia', 'leafy-greens'],
      read: aged(
        {
          ammonia: none,
          nitrite: none,
          nitrate: '120 (100–140)',
          ph: '6.6 (6.5–6.7)',
          alkalinity: '5 (4–5)',
          temperature: '27',
        },
        9,
      ),
    },
    lamp: 'clear',
    says: ['was read and lies inside'],
    not: [/Change \d/, /\bAct\b/],
  },
  {
    id: 'C7 pond in frost',
    liters: 6000,
    given: {
      kind: 'pond',
      stock: ['goldfish'],
      read: aged(
        { ammonia: none, nitrite: none, ph: '7.4 (7.2–7.6)', alkalinity: '5 (4–5)', temperature: '3' },
        10,
      ),
    },
    lamp: 'clear',
    says: ['under 4 °C, leave it'],
    not: [/heater/, /[Ww]arm it/],
  },
  {
    id: 'C8 fishless start',
    liters: 54,
    given: {
      stock: [],
      cycling: true,
      water: { livesHere: 'nobody' },
      read: { ammonia: '2 (1–2)', nitrite: 'over 5', ph: '7.6', alkalinity: '5', temperature: '27' },
    },
    lamp: 'clear',
    says: ['Nobody lives here', 'not ready for animals'],
    not: [/Urgent/, /Change/, /salt/, /suffer/],
  },
  {
    id: 'C9 rain on a pond',
    liters: 3400,
    given: {
      kind: 'pond',
      stock: ['goldfish'],
      water: { meanDepth: 1 },
      read: aged(
        { ammonia: none, nitrite: none, ph: '7.6 (7.4–7.8)', alkalinity: '6 (5–6)', temperature: '16' },
        6,
      ),
      deeds: [{ kind: 'rain', daysAgo: 0.5, amount: { by: 'rain', millimeters: '30' } }],
    },
    lamp: 'clear',
    says: ['worked out', /rain of \S+ \(3 %\)/],
    not: [/Unread/],
  },
  {
    id: 'C10 nitrate zero, bottle not shaken',
    liters: 100,
    given: {
      read: {
        ammonia: none,
        nitrite: none,
        nitrate: { says: '0 (0–2)', doubts: ['step-skipped'] },
        ph: '7.4',
        alkalinity: '5 (4–5)',
        temperature: '25',
      },
    },
    lamp: 'clear',
    says: ['A step that decides was left out'],
    not: [/excellent/],
  },
  {
    id: 'N1 one test known',
    liters: 90,
    given: { read: { nitrate: '20 (10–20)' } },
    lamp: 'unread',
    says: ['Total ammonia, nitrite and pH were never read'],
    not: [/nitrate is fine/],
  },
  {
    id: 'N2 all good, but old',
    liters: 180,
    given: { read: aged(c1, 20) },
    lamp: 'unread',
    says: ['were read 20 days ago; a reading holds 14 days'],
    not: [/unsafe/, /was read and lies inside/],
  },
  {
    id: 'N3 pH at the top of the low range',
    liters: 120,
    given: {
      read: {
        ammonia: '0.25 (0.1–0.5)',
        nitrite: none,
        ph: { says: '7.6 (7.6–8.8)', by: 'ph-low-range' },
        alkalinity: '8',
        temperature: '25',
      },
    },
    lamp: 'watch',
    says: [/Cannot tell yet: its range runs from clear to act/],
    not: [/pH is 7.6\./],
  },
  {
    id: 'N4 flash that faded',
    liters: 80,
    given: {
      cycling: true,
      read: {
        nitrite: { says: '0 (0–0.1)', doubts: ['flashed'] },
        ammonia: '0.25 (0.1–0.5)',
        ph: '7.4',
        alkalinity: '4',
        temperature: '25',
      },
      before: { ammonia: [{ says: '2', daysAgo: 5 }] },
    },
    lamp: 'watch',
    says: ['may be far over the card', 'Dilute nitrite 1:10'],
    not: [/[Nn]itrite 0\b/, /same test again/, /lies inside/],
  },
  {
    id: 'N5 not a color of this card',
    liters: 60,
    given: { read: { ammonia: 'none', nitrite: none, ph: '7.2' } },
    lamp: 'unread',
    says: ['no value is no reading', 'fresh sample'],
    not: [/lies inside/],
  },
  {
    id: 'N6 a big change of unknown size',
    liters: 200,
    given: { read: aged(c1, 2), deeds: [{ kind: 'water-change', daysAgo: 1, detail: 'changed a lot' }] },
    lamp: 'unread',
    says: ['was noted without its size', 'Tell how much was changed'],
    not: [/lies inside/, /Worked out/],
  },
  {
    id: 'N7 power back after 5 hours',
    liters: 180,
    given: {
      read: aged({ ...c1, temperature: '23' }, 2),
      deeds: [{ kind: 'power-cut', daysAgo: 0.5, amount: { by: 'hours', hours: '5' } }],
    },
    lamp: 'unread',
    says: ['stopped for over two hours'],
    not: [/filter is dead/, /under the tap/, /lies inside/],
  },
  {
    id: 'N8 marine quarantine',
    liters: 60,
    given: {
      kind: 'standing',
      stock: [],
      water: { salinity: 'marine', livesHere: 'animals' },
      read: { ammonia: '0 (0–0.2)', nitrite: '2 (1–2)', ph: '8.1', alkalinity: '8', temperature: '25' },
    },
    lamp: 'unread',
    says: ['fresh-water limits for pH, KH, GH and nitrite do not hold'],
    not: [/Nitrite is .*too high/, /add salt/, /lies inside/],
  },
  {
    id: 'W1 three new fish',
    liters: 180,
    given: {
      read: {
        ammonia: '0.25 (0.1–0.5)',
        nitrite: none,
        ph: '7.4 (7.2–7.6)',
        alkalinity: '6',
        temperature: '25',
      },
      deeds: [{ kind: 'stocked', daysAgo: 3, amount: animals('3') }],
    },
    lamp: 'watch',
    says: ['Total ammonia is 0.25', 'filter is behind'],
    not: [/Urgent/, /crashed/, /half change/],
  },
  {
    id: 'W2 nitrate 30',
    liters: 100,
    given: { read: { ...c1, nitrate: '30 (20–40)' }, source: { nitrate: '10 (5–15)' } },
    lamp: 'watch',
    says: ['Nitrate is 30 (20–40)'],
    not: [/Urgent/, /bring it to 0/],
  },
  {
    id: 'W3 pond after a wet month',
    liters: 3400,
    given: {
      kind: 'pond',
      stock: ['goldfish'],
      read: { alkalinity: '3 (2–3)', ph: '7.4 (7.2–7.6)', ammonia: none, nitrite: none, temperature: '14' },
    },
    lamp: 'watch',
    says: ['KH (alkalinity) is 3 (2–3)', 'crash overnight'],
    not: [/soda ash/i, /lime\b/, /fine/],
  },
  {
    id: 'W4 frost and a trace',
    liters: 6000,
    given: {
      kind: 'pond',
      stock: ['koi'],
      read: {
        ammonia: '0.75 (0.5–1)',
        nitrite: none,
        ph: '7.6 (7.4–7.8)',
        alkalinity: '5 (4–5)',
        temperature: '2',
      },
    },
    lamp: 'watch',
    says: ['Total ammonia is 0.75', 'leave it'],
    not: [/heater/, /Urgent/],
  },
  {
    id: 'W5 mains tap with ammonia',
    liters: null,
    given: {
      kind: 'source',
      stock: [],
      read: { ammonia: '0.5 (0.25–1)', nitrate: '5', ph: '7.6', alkalinity: '7' },
    },
    lamp: 'watch',
    says: ['Total ammonia is 0.5'],
    not: [/overnight/, /never change/],
  },
  {
    id: 'W6 livebearers a little soft',
    liters: 90,
    given: {
      stock: ['livebearers'],
      read: {
        hardness: '6 (5–6)',
        alkalinity: '3 (2–3)',
        ph: '7.2 (7.1–7.3)',
        ammonia: none,
        nitrite: none,
        temperature: '25',
      },
    },
    lamp: 'watch',
    says: ['GH (hardness) is 6', 'KH (alkalinity) is 3'],
    not: [/pH up/, /plain salt/],
  },
  {
    id: 'W7 listless fish, figures inside',
    liters: 120,
    given: { read: c1, deeds: [{ kind: 'sign', daysAgo: 0.02, amount: signs('listless') }] },
    lamp: 'watch',
    says: ['listless', 'Drops do not show oxygen'],
    not: [/lies inside/, /All is well/],
  },
  {
    id: 'A1 acid old tank, hard tap',
    liters: 120,
    given: {
      read: {
        ammonia: '4 (3–5)',
        nitrite: none,
        nitrate: 'over 80',
        ph: '6.0 (5.8–6.2)',
        alkalinity: '0.5 (0–1)',
        hardness: '6',
        temperature: '25',
      },
      source: { ph: '7.8', alkalinity: '10', hardness: '14', ammonia: '0' },
      others: [{ name: 'RO', read: ro }],
      deeds: [ready('60', '60', '24')],
    },
    lamp: 'act',
    says: ['Total ammonia is 4 (3–5)', 'turn it toxic'],
    not: [/\bNow\b.*raise KH/, /harmless here/],
  },
  {
    id: 'A2 livebearers in soft acid water',
    liters: 90,
    given: {
      stock: ['livebearers'],
      read: {
        hardness: '2 (1–2)',
        alkalinity: '1 (0.5–1)',
        ph: '6.2 (6.0–6.4)',
        ammonia: '0.25 (0.1–0.5)',
        nitrite: none,
        temperature: '25',
      },
      source: { ph: '7.6', alkalinity: '9', hardness: '14', ammonia: '0' },
    },
    lamp: 'act',
    says: ['GH (hardness) is 2', 'pH is 6.2'],
    not: [/coral/, /7\.5 by tomorrow/],
  },
  {
    id: 'A3 shrimp, nitrate 200',
    liters: 40,
    given: {
      stock: ['shrimp'],
      before: { nitrate: [{ says: '180 (160–200)', daysAgo: 10 }] },
      read: {
        nitrate: '200 (160–240)',
        ammonia: none,
        nitrite: none,
        hardness: '8',
        alkalinity: '4.5',
        ph: '7.2',
        temperature: '23',
      },
      source: { nitrate: '20', hardness: '10', alkalinity: '6', ph: '7.2' },
    },
    lamp: 'act',
    says: ['Nitrate is 200 (160–240)'],
    not: [/14 (such )?changes/],
  },
  {
    id: 'A4 nitrate at the red end',
    liters: 180,
    given: { read: { ...c1, nitrate: '80 (40–160)' }, source: { nitrate: '10' } },
    lamp: 'act',
    says: ['Nitrate is 80 (40–160)', 'how far is not clear yet'],
    not: [/Urgent/],
  },
  {
    id: 'A5 bowl without a filter',
    liters: 12,
    given: {
      kind: 'standing',
      stock: ['goldfish'],
      water: { stock: [stockOf('goldfish', 1, 40)] },
      read: { ammonia: '3 (2–4)', ph: '7.8 (7.6–8.0)', nitrite: none, alkalinity: '6', temperature: '20' },
      source: { ph: '7.6', alkalinity: '6', ammonia: '0' },
    },
    lamp: 'act',
    says: ['Free ammonia is', 'without a filter nothing takes it away'],
    not: [/stalled/, /grown-in filter/, /filter is behind/],
  },
  {
    id: 'A6 fry',
    liters: 20,
    given: {
      guidance: { lifeStage: 'young' },
      read: {
        ammonia: '0.5 (0.25–1)',
        nitrite: '0.25 (0.1–0.5)',
        ph: '7.8 (7.6–8.0)',
        alkalinity: '6',
        temperature: '27',
      },
      source: { ammonia: '0', ph: '7.8', alkalinity: '6', temperature: '27' },
    },
    lamp: 'act',
    says: ['Total ammonia is 0.5'],
    not: [/two days without food/],
  },
  {
    id: 'A7 KH nearly gone',
    liters: 180,
    given: {
      cycling: true,
      read: {
        alkalinity: { says: '1 (0–1)', by: 'kh-drops' },
        ph: '6.4 (6.2–6.6)',
        ammonia: '0.25 (0.1–0.5)',
        nitrite: '0.5 (0.25–0.5)',
        temperature: '25',
      },
      before: { ph: [{ says: '7.0', daysAgo: 14 }] },
    },
    lamp: 'act',
    says: ['KH (alkalinity) is 1', 'crash overnight'],
    not: [/pH up/, /coral/],
  },
  {
    id: 'A8 tank 1.2, tap 1.0',
    liters: 200,
    given: {
      read: {
        ammonia: '1.2 (1.1–1.5)',
        nitrite: none,
        ph: '7.4 (7.2–7.6)',
        alkalinity: '8',
        temperature: '25',
      },
      source: { ammonia: '1 (0.8–1.2)' },
    },
    lamp: 'act',
    says: ['Total ammonia is 1.2', 'carries ammonia'],
    not: [/detoxified/],
  },
  {
    id: 'A9 boxes unticked',
    liters: 100,
    given: {
      stock: [],
      cycling: true,
      read: { ammonia: '2 (1–4)', ph: '7.2 (7.0–7.4)', nitrite: none, alkalinity: '5', temperature: '25' },
    },
    lamp: 'act',
    says: ['Total ammonia is 2 (1–4)'],
    not: [/Nobody lives here/, /stalled/],
  },
  {
    id: 'A10 nitrite 2, filter growing in',
    liters: 120,
    given: {
      cycling: true,
      read: {
        nitrite: '2 (1–3)',
        ammonia: '0.25',
        ph: '7.2',
        alkalinity: '5',
        chloride: '10',
        temperature: '25',
      },
      source: { nitrite: '0' },
    },
    lamp: 'act',
    says: ['Nitrite is 2 (1–3)', 'EIFAC’s value for this chloride'],
    not: [/harms catfish/, /stalled/],
  },
  {
    id: 'U1 rift-lake tank, low-pH tap',
    liters: 300,
    given: {
      stock: ['rift-lake-fish'],
      read: {
        ammonia: { says: '1.5 (1–2)', hoursAgo: 1 },
        nitrite: none,
        ph: '8.6 (8.5–8.7)',
        alkalinity: '14',
        hardness: '16',
        temperature: '26',
      },
      source: { ph: '7.0', alkalinity: '3', hardness: '5', ammonia: '0' },
      deeds: [{ kind: 'filter-wash', daysAgo: 1 }],
    },
    lamp: 'urgent',
    says: ['Free ammonia is', 'too high'],
    not: [/buffer tonight/, /10 % a day/],
  },
  {
    id: 'U2 tap with 1 mg/L ammonia',
    liters: 200,
    given: {
      read: {
        ammonia: { says: '4 (3–5)', hoursAgo: 0.5 },
        nitrite: none,
        ph: '8.0 (7.8–8.2)',
        alkalinity: '8',
        temperature: '25',
      },
      source: { ammonia: '1', ph: '7.8', alkalinity: '8' },
      others: [{ name: 'RO', read: ro }],
      deeds: [ready('60')],
    },
    lamp: 'urgent',
    says: ['Free ammonia is', 'carries ammonia'],
    not: [/until 0/],
  },
  {
    id: 'U3 loop, nitrite 15',
    liters: 2250,
    given: {
      kind: 'aquaponics',
      stock: ['tilapia', 'leafy-greens'],
      read: {
        nitrite: { says: '15 (10–20)', hoursAgo: 0.5 },
        ammonia: '0.5 (0.25–1)',
        ph: '6.6',
        alkalinity: '3.5',
        chloride: '20',
        temperature: '26',
      },
      source: { ph: '7.6', alkalinity: '6', nitrite: '0', chloride: '30' },
    },
    lamp: 'urgent',
    says: ['EIFAC’s value for this chloride'],
    not: [/catfish cannot bear/, /acid helps/],
  },
  {
    id: 'U4 only 20 L of water',
    liters: 240,
    given: {
      water: { stock: [stockOf('community-fish', 30, 5)] },
      read: {
        ammonia: { says: '4 (3–5)', hoursAgo: minutes(20) },
        ph: '8.2 (8.0–8.4)',
        alkalinity: '8',
        temperature: '25',
      },
      others: [
        { name: 'Treated water', read: { ammonia: '0', ph: '7.8', alkalinity: '8', temperature: '25' } },
      ],
      deeds: [{ kind: 'sign', daysAgo: 0.01, amount: signs('gasping') }, ready('20', '40', '6')],
    },
    lamp: 'urgent',
    says: ['gasping', 'Free ammonia is'],
    not: [/bare tap/],
  },
  {
    id: 'U5 power cut, crowded',
    liters: 180,
    given: {
      water: { stock: [stockOf('community-fish', 40, 10)] },
      read: aged({ ...c1, temperature: '23.2' }, 2),
      deeds: [
        { kind: 'power-cut', daysAgo: 3 / 24 },
        { kind: 'sign', daysAgo: 0.01, amount: signs('gasping') },
      ],
    },
    lamp: 'urgent',
    says: ['gasping', 'oxygen may be short'],
    not: [/sealed canister/, /hot water/],
  },
  {
    id: 'U6 gasping, drops all fine',
    liters: 120,
    given: {
      stock: ['community-fish', 'water-plants'],
      read: {
        ammonia: none,
        nitrite: none,
        ph: '6.4 (6.3–6.5)',
        alkalinity: '4 (3–4)',
        temperature: '25',
      },
      deeds: [{ kind: 'sign', daysAgo: 0.01, amount: signs('gasping') }],
    },
    lamp: 'urgent',
    says: ['gasping', /CO2 5\d \(3\d–\d\d\) mg\/L/],
    not: [/All clear/, /[Rr]aise KH/, /medicine by/],
  },
  {
    id: 'U7 tap without conditioner',
    liters: 200,
    given: {
      read: aged(c1, 1),
      deeds: [
        {
          kind: 'water-change',
          daysAgo: minutes(20) / 24,
          amount: { by: 'part', percent: '40', conditioned: false },
        },
        { kind: 'sign', daysAgo: minutes(5) / 24, amount: signs('gasping', 'flashing') },
      ],
    },
    lamp: 'urgent',
    says: ['gasping', 'chlorine is likely', 'Dose conditioner for the whole'],
    not: [/air out/, /lies inside/],
  },
  {
    id: 'U8 green koi pond, afternoon pH',
    liters: 8000,
    given: {
      kind: 'pond',
      stock: ['koi'],
      read: {
        ammonia: { says: '0.5 (0.25–1)', hoursAgo: 3 },
        ph: { says: '9.2 (9.0–9.4)', hoursAgo: 3, by: 'pen-ph' },
        alkalinity: '3 (2–3)',
        nitrite: none,
        temperature: '24',
      },
      before: { ph: [{ says: '7.8', hoursAgo: 11, by: 'pen-ph' }] },
      source: { ph: '7.6', alkalinity: '10', temperature: '18', ammonia: '0' },
    },
    lamp: 'urgent',
    says: ['Free ammonia is', 'pH went from 7.8'],
    not: [/algae killer/, /\bfine\b/],
  },
  {
    id: 'U9 trout tub, spring water',
    liters: 1000,
    given: {
      kind: 'standing',
      stock: ['trout'],
      water: { stock: [stockOf('trout', 16, 200)] },
      read: {
        ammonia: { says: '5 (4–6)', hoursAgo: minutes(20) },
        ph: '8.0 (7.9–8.1)',
        alkalinity: '9',
        temperature: '14',
      },
      source: { ph: '7.6', alkalinity: '8', temperature: '10', ammonia: '0' },
    },
    lamp: 'urgent',
    says: ['Free ammonia is'],
    not: [/carp/, /heater/, /filter is behind/],
  },
  {
    id: 'U10 false zero opened',
    liters: 100,
    given: {
      stock: ['community-fish', 'water-plants'],
      read: {
        nitrite: { says: '20 (15–25)', diluted: 10, hoursAgo: minutes(10) },
        ammonia: '0.5',
        ph: '7.2',
        alkalinity: '5',
        chloride: '15',
        temperature: '25',
      },
      before: { nitrite: [{ says: '0 (0–0.1)', hoursAgo: 1, doubts: ['flashed'] }] },
      source: { nitrite: '0', chloride: '20', ph: '7.4', alkalinity: '6' },
      deeds: [{ kind: 'sign', daysAgo: 0.01, amount: signs('brown-gills') }],
    },
    lamp: 'urgent',
    says: ['EIFAC’s value for this chloride', 'brown or gray gills'],
    not: [/No salt/, /[Nn]itrite 0\b/],
  },
];
