import type { ActionKind, Held, TestWay } from '@hedge-lamp/core/remedies';
import type { ParameterId } from '@hedge-lamp/core/parameters';

/** A line that the plan of a worked water must have; amounts are for its own volume and grow with it. */
export interface PlannedLine {
  readonly kind: ActionKind;
  readonly of?: readonly ParameterId[];
  readonly way?: TestWay;
  readonly hold?: Held;
  /** Hours from now, with how much it may be off; latest time where `within`. */
  readonly hours?: number;
  readonly off?: number;
  readonly within?: true;
  readonly share?: number;
  readonly liters?: number;
  /** Liters by water, for a blend. */
  readonly blend?: Readonly<Record<string, number>>;
  readonly grams?: Readonly<Record<string, number>>;
  /** True for what hangs on a reading. */
  readonly onlyIf?: RegExp;
  /** What it comes to: label, best guess, and what it may be off as a part of it. pH within 0.1 of a figure told in tenths. */
  readonly comesTo?: readonly (readonly [label: string, best: number, off?: number])[];
  readonly says?: RegExp;
  readonly details?: RegExp;
}
export interface WorkedPlan {
  readonly lines: readonly PlannedLine[];
  /** Kinds that must not stand in it. */
  readonly without?: readonly ActionKind[];
  readonly emergency?: true;
  readonly cannot?: RegExp;
}

const tests = (hours: number, ...of: ParameterId[]): PlannedLine => ({
  kind: 'test',
  of,
  hours,
  off: 0.6,
  within: true,
});
const now = (...of: ParameterId[]): PlannedLine => ({ kind: 'test', of, hours: 0 });
const nh3 = (mgNh3: number) => (mgNh3 * 14.007) / 17.031;
const free = (mgNh3: number): readonly [string, number, number] => ['Free ammonia at once', nh3(mgNh3), 0.2];
/** Near pH 8.3 water has least buffer: two solvers differ most there. */
const leastBuffered = (mgNh3: number): readonly [string, number, number] => [
  'Free ammonia at once',
  nh3(mgNh3),
  0.25,
];
const own = (mgNh3: number): readonly [string, number, number] => [
  'Free ammonia once its own CO2 is back',
  nh3(mgNh3),
  0.2,
];
const total = (mg: number): readonly [string, number, number] => ['Total ammonia', mg, 0.05];
const ph = (x: number): readonly [string, number] => ['pH at once', x];

/** By the first word of the worked water. Amounts and times are those of the worked sheet, not of the program. */
export const workedPlans: Readonly<Record<string, WorkedPlan>> = {
  C1: { lines: [tests(216, 'ammonia', 'nitrite')], without: ['change', 'drip'] },
  C2: { lines: [tests(264, 'ammonia', 'nitrite')], without: ['change', 'drip'] },
  C3: { lines: [tests(288, 'ammonia', 'nitrite')], without: ['change', 'blend'] },
  C4: { lines: [tests(192, 'ammonia', 'nitrite')], without: ['change', 'drip'] },
  C5: { lines: [tests(240, 'ph', 'alkalinity')], without: ['raise-kh', 'change'] },
  C6: { lines: [tests(120, 'ammonia', 'nitrite', 'ph', 'alkalinity')], without: ['change'] },
  C7: {
    lines: [
      { kind: 'air', says: /hole or a bubbler/ },
      { kind: 'stop-feeding' },
      { kind: 'test', hours: 96, off: 0.6, within: true },
    ],
    without: ['warm', 'change'],
  },
  C8: {
    lines: [
      { kind: 'hold', hold: 'dosing', says: /over 2 mg/ },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 48, off: 0.6, details: /1:10/ },
    ],
    without: ['change', 'salt'],
  },
  C9: { lines: [tests(192, 'ammonia')], without: ['change'] },
  C10: { lines: [{ kind: 'test', of: ['nitrate'], way: 'shaken', says: /30 s and the tube for 60 s/ }] },
  N1: { lines: [now('ammonia', 'nitrite', 'ph')], without: ['change'] },
  N2: { lines: [now('ammonia', 'nitrite', 'ph')], without: ['change'] },
  N3: {
    lines: [{ kind: 'feed-less' }, { kind: 'test', of: ['ph'], way: 'high-range', hours: 0 }],
    without: ['change', 'drip'],
  },
  N4: {
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      { kind: 'test', of: ['nitrite'], way: 'dilute', hours: 0 },
    ],
  },
  N5: { lines: [{ kind: 'test', of: ['ammonia'], way: 'repeat', hours: 0 }], without: ['change'] },
  N6: {
    lines: [now('ammonia', 'nitrite', 'ph'), { kind: 'tell', says: /how much was changed/ }],
    without: ['change'],
  },
  N7: {
    lines: [
      { kind: 'stop-feeding' },
      { kind: 'media', says: /rinse the media in tank water/ },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 24, off: 6 },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 60, off: 14 },
    ],
    without: ['change'],
  },
  N8: {
    lines: [
      { kind: 'test', of: ['ammonia'] },
      { kind: 'tell', says: /limits of your own/ },
    ],
    without: ['salt', 'change'],
  },
  W1: {
    lines: [
      { kind: 'feed-less', says: /half/ },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 24 },
      { kind: 'change', share: 0.25, liters: 45, onlyIf: /reads 0.5 .*or more/ },
    ],
  },
  W2: {
    lines: [
      { kind: 'change', share: 0.25, liters: 25, hours: 48, within: true, comesTo: [['Nitrate', 25, 0.05]] },
    ],
  },
  W3: {
    lines: [
      {
        kind: 'raise-kh',
        grams: { 'sodium-bicarbonate': 102 },
        hours: 0.5,
        off: 0.6,
        comesTo: [['KH', 4, 0.01], ph(7.5)],
      },
      { kind: 'test', of: ['alkalinity', 'ph'], hours: 24, off: 1 },
      { kind: 'raise-kh', hours: 24.5, off: 1, onlyIf: /./ },
    ],
  },
  W4: {
    lines: [
      { kind: 'air', says: /hole or a bubbler/ },
      { kind: 'stop-feeding' },
      { kind: 'test', hours: 168, within: true },
      { kind: 'drip', says: /At the thaw: drip in a tenth/ },
    ],
    without: ['change', 'warm', 'salt', 'bind'],
  },
  W5: {
    lines: [
      { kind: 'hold', hold: 'tap', says: /a quarter at most/ },
      { kind: 'bind', says: /breaks chloramine/ },
      { kind: 'test', says: /day after/ },
    ],
  },
  W6: {
    lines: [
      {
        kind: 'raise-gh',
        grams: { 'calcium-chloride-dihydrate': 3.04, 'magnesium-sulfate': 2.8 },
        comesTo: [['GH', 8, 0.01]],
      },
      { kind: 'raise-kh', grams: { 'sodium-bicarbonate': 2.7 }, hours: 24, off: 1 },
      { kind: 'test', of: ['hardness', 'alkalinity'], hours: 48 },
    ],
    without: ['salt'],
  },
  W7: {
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      { kind: 'find-cause', says: /[Dd]im.*thermometer/ },
      { kind: 'look', hours: 14, says: /professional/ },
    ],
  },
  A1: {
    lines: [
      { kind: 'stop-feeding' },
      { kind: 'hold', hold: 'raise-ph', says: /no buffer.*no new air stone/ },
      { kind: 'hold', hold: 'tap' },
      { kind: 'test', of: ['alkalinity'], way: 'double-sample', hours: 0 },
      {
        kind: 'change',
        share: 0.5,
        liters: 60,
        says: /RO/,
        hours: 0.25,
        grams: { 'calcium-chloride-dihydrate': 6.1, 'magnesium-sulfate': 5.6 },
        comesTo: [total(2), ph(6.1), free(0.002)],
      },
      { kind: 'test', of: ['ammonia', 'ph'], hours: 2.25 },
      { kind: 'change', share: 0.5, liters: 60, hours: 24.25, onlyIf: /over 0.5/, comesTo: [total(1)] },
      { kind: 'change', share: 0.5, liters: 60, hours: 48.25, onlyIf: /over 0.5/, comesTo: [total(0.5)] },
      { kind: 'drip', share: 0.05, liters: 6, hours: 72.25, onlyIf: /0.5/, comesTo: [['KH', 0.7, 0.05]] },
    ],
    without: ['raise-kh'],
  },
  A2: {
    lines: [
      {
        kind: 'drip',
        share: 0.1,
        liters: 9,
        hours: 0.17,
        off: 0.3,
        comesTo: [
          ['KH', 1.8, 0.02],
          ['GH', 3.2, 0.02],
        ],
      },
      { kind: 'test', of: ['ammonia', 'ph', 'alkalinity'], hours: 24, off: 0.6 },
    ],
    without: ['raise-kh', 'raise-gh'],
  },
  A3: {
    lines: [
      { kind: 'feed-less' },
      {
        kind: 'drip',
        share: 0.15,
        liters: 6,
        comesTo: [
          ['Nitrate', 173, 0.05],
          ['GH', 8.3, 0.01],
        ],
      },
      { kind: 'test', of: ['nitrate'], hours: 72 },
    ],
    without: ['change'],
  },
  A4: {
    lines: [
      { kind: 'test', of: ['nitrate'], way: 'dilute', hours: 0 },
      { kind: 'change', share: 0.3, liters: 54, comesTo: [['Nitrate', 59, 0.05]] },
      { kind: 'test', of: ['nitrate'], hours: 24 },
      { kind: 'change', hours: 25.25, off: 2, onlyIf: /./, says: /about 44 / },
    ],
  },
  A5: {
    lines: [
      { kind: 'stop-feeding' },
      {
        kind: 'change',
        share: 0.5,
        liters: 6,
        hours: 0.25,
        comesTo: [total(1.5), ph(7.7), free(0.035), own(0.044)],
      },
      { kind: 'test', of: ['ammonia', 'ph'], hours: 1.5, off: 1 },
      { kind: 'change', share: 0.5, liters: 6, onlyIf: /./, comesTo: [total(0.75)] },
      { kind: 'vessel' },
    ],
  },
  A6: {
    lines: [
      { kind: 'stop-feeding', says: /half.*fry/ },
      { kind: 'remove-dead' },
      { kind: 'drip', liters: 10, comesTo: [total(0.3)] },
    ],
    without: ['change', 'salt'],
  },
  A7: {
    lines: [
      { kind: 'test', of: ['alkalinity'], way: 'double-sample', hours: 0 },
      {
        kind: 'raise-kh',
        grams: { 'sodium-bicarbonate': 2.7 },
        hours: 0.5,
        comesTo: [['KH', 1, 0.01], ph(6.7)],
      },
      { kind: 'raise-kh', grams: { 'sodium-bicarbonate': 2.7 }, hours: 14, comesTo: [['KH', 1.5, 0.01]] },
      { kind: 'test', of: ['alkalinity', 'ph', 'ammonia'], hours: 24, off: 1 },
      { kind: 'raise-kh', says: /until KH is 4/, onlyIf: /0\.3\d/ },
    ],
  },
  A8: {
    lines: [
      { kind: 'stop-feeding' },
      { kind: 'hold', hold: 'tap' },
      { kind: 'bind', says: /once/ },
      { kind: 'test', of: ['ammonia'], hours: 4.5, off: 0.6 },
    ],
    without: ['change', 'drip'],
    cannot: /other water/,
  },
  A9: {
    lines: [
      { kind: 'stop-feeding' },
      { kind: 'tell', says: /whether anything lives/ },
      { kind: 'change', share: 0.5, liters: 50, comesTo: [total(1)] },
      { kind: 'test', of: ['ammonia'], hours: 2, off: 0.3 },
    ],
  },
  A10: {
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      { kind: 'salt', grams: { 'sodium-chloride': 4 } },
      { kind: 'change', share: 0.5, liters: 60, comesTo: [['Nitrite', 1, 0.05]] },
      { kind: 'test', of: ['nitrite'], hours: 24 },
    ],
  },
  U1: {
    emergency: true,
    lines: [
      { kind: 'air', hours: 0 },
      { kind: 'stop-feeding', hours: 0 },
      {
        kind: 'change',
        share: 0.5,
        liters: 150,
        hours: 0.17,
        grams: { 'calcium-chloride-dihydrate': 28, 'magnesium-sulfate': 26 },
        comesTo: [total(0.75), ph(8), free(0.047), own(0.12)],
      },
      { kind: 'test', of: ['ammonia', 'ph'], hours: 2 },
      {
        kind: 'change',
        share: 0.5,
        liters: 150,
        onlyIf: /./,
        comesTo: [total(0.375), ph(7.5), free(0.008), own(0.043)],
      },
      { kind: 'test', of: ['ammonia', 'ph'], hours: 14 },
    ],
    without: ['raise-kh'],
  },
  U2: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      {
        kind: 'change',
        share: 0.5,
        blend: { RO: 60, 'Made-up tap': 40 },
        hours: 0.17,
        comesTo: [total(2.2), ph(7.9), free(0.1), own(0.1)],
      },
      { kind: 'bind', hours: 0.33 },
      { kind: 'test', of: ['ammonia'], hours: 2.5, off: 0.6 },
      { kind: 'change', share: 0.5, onlyIf: /bound nothing/, comesTo: [total(1.6), own(0.091)] },
    ],
    cannot: /Bind the ammonia, fetch other water, or move/,
  },
  U3: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding', says: /two days/ },
      {
        kind: 'salt',
        grams: { 'calcium-chloride-dihydrate': 191 },
        hours: 0.17,
        off: 0.2,
        says: /third every 20 minutes/,
        comesTo: [['Chloride', 61, 0.02]],
      },
      {
        kind: 'change',
        share: 0.5,
        liters: 1125,
        hours: 1.25,
        off: 0.3,
        comesTo: [['Nitrite', 7.5, 0.05], ['Chloride', 45, 0.05], ph(7)],
      },
      { kind: 'test', of: ['nitrite'], way: 'dilute' },
      { kind: 'change', share: 0.5, onlyIf: /over 5/, hours: 3.5, off: 0.6 },
      { kind: 'test', of: ['nitrite'], hours: 15, off: 1.5 },
    ],
    without: ['raise-kh'],
  },
  U4: {
    emergency: true,
    lines: [
      { kind: 'air', hours: 0 },
      { kind: 'move-out', hours: 0.08, says: /20 L|10 L|60 L/ },
      { kind: 'test', of: ['ammonia'], hours: 4 },
      { kind: 'change', hours: 6, off: 0.3, says: /Renew half/ },
    ],
    cannot: /thins next to nothing/,
  },
  U5: {
    emergency: true,
    lines: [
      { kind: 'air', says: /jug|surface/ },
      { kind: 'stop-feeding' },
      { kind: 'warm', says: /blanket/ },
      { kind: 'media', hours: 0.25, says: /wet and open to air/ },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 26, off: 1 },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 74, off: 1 },
      { kind: 'media', says: /stale canister water away.*rinse/ },
    ],
    without: ['change'],
  },
  U6: {
    emergency: true,
    lines: [
      { kind: 'gas-off', hours: 0 },
      { kind: 'air', hours: 0 },
      { kind: 'change', onlyIf: /no better/, hours: 0.33 },
      { kind: 'look', hours: 0.33 },
      { kind: 'test', of: ['ph'], hours: 1 },
    ],
    without: ['raise-kh'],
  },
  U7: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      { kind: 'bind', hours: 0, says: /whole/ },
      { kind: 'test', of: ['ammonia'], hours: 2, off: 2.1 },
      { kind: 'test', of: ['ammonia', 'nitrite'], hours: 24, off: 1 },
      { kind: 'test', hours: 72, off: 1 },
    ],
    without: ['change'],
  },
  U8: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      {
        kind: 'change',
        share: 0.33,
        liters: 2640,
        hours: 0.17,
        comesTo: [total(0.33), ph(8.3), leastBuffered(0.037), own(0.22), ['Temperature', 22, 0.01]],
      },
      { kind: 'test', of: ['ammonia', 'ph'], hours: 2, off: 0.5 },
    ],
  },
  U9: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      {
        kind: 'change',
        share: 0.5,
        liters: 500,
        comesTo: [total(2.5), ph(7.8), free(0.038), own(0.064), ['Temperature', 12, 0.01]],
      },
      { kind: 'test', of: ['ammonia'], hours: 1.5, off: 0.6 },
      // The sheet changes 300 L and then half; the plan halves twice, by a degree an hour, and comes lower.
      { kind: 'change', onlyIf: /./ },
      { kind: 'change', onlyIf: /./ },
    ],
  },
  U10: {
    emergency: true,
    lines: [
      { kind: 'air' },
      { kind: 'stop-feeding' },
      { kind: 'salt', grams: { 'sodium-chloride': 10.1 }, hours: 0.08, comesTo: [['Chloride', 76, 0.02]] },
      { kind: 'change', share: 0.5, liters: 50, hours: 1, comesTo: [['Nitrite', 10, 0.05]] },
      { kind: 'test', of: ['nitrite'], way: 'dilute', hours: 2, off: 0.2 },
      {
        kind: 'change',
        share: 0.5,
        liters: 50,
        hours: 3,
        off: 0.8,
        onlyIf: /./,
        comesTo: [['Nitrite', 5, 0.05]],
      },
      {
        kind: 'change',
        share: 0.5,
        liters: 50,
        hours: 5,
        off: 0.8,
        onlyIf: /./,
        comesTo: [
          ['Nitrite', 2.5, 0.05],
          ['Chloride', 27, 0.1],
        ],
      },
    ],
  },
};
