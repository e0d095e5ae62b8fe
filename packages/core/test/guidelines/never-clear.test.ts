import {
  type Scenario,
  givenOf,
  scenarioNow,
  sentence,
  standingOf,
  today,
} from '@hedge-lamp/core/guidelines';
import type { DeedAmount } from '@hedge-lamp/core/remedies';

/** Everything of which the lamp once said Clear, or said what must not be said, one line each. */
const none = '0 (0–0.1)';
const well = { ammonia: none, nitrite: none, ph: '7.4', temperature: '25' } as const;
const morningPh = (hoursAgo: number): Scenario => ({
  kind: 'pond',
  stock: ['goldfish'],
  guidance: { schools: { ammonia: 'free-only' } },
  read: {
    ammonia: '0.3 (0.2–0.4)',
    nitrite: none,
    ph: { says: '7.4', hoursAgo },
    alkalinity: '6',
    temperature: '18',
  },
});
const animals = (count: string): DeedAmount => ({
  by: 'animals',
  group: null,
  count,
  gramsEach: '',
  stage: null,
});

/** Said to be empty a month ago, with what a filter is fed; whatever was noted since. */
const saidEmpty = (...deeds: NonNullable<Scenario['deeds']>): Scenario => ({
  stock: [],
  water: { livesHere: 'nobody' },
  read: { ammonia: '4', nitrite: '2', ph: '8', temperature: '26' },
  deeds,
});

const seen: readonly (readonly [says: string, given: Scenario])[] = [
  ['nitrite that was not a color of its card', { read: { ...well, nitrite: 'none' } }],
  ['ammonia that was not a color of its card', { read: { ...well, ammonia: 'none' } }],
  ['only temperature', { read: { temperature: '25' } }],
  ['only nitrate', { read: { nitrate: '10' } }],
  ['only pH', { read: { ph: '7.2' } }],
  ['never read, though its tap was', { source: { ammonia: none, nitrate: '5', ph: '7.2', alkalinity: '6' } }],
  [
    'everything read 80 days ago',
    {
      read: Object.fromEntries(Object.entries(well).map(([p, says]) => [p, { says, daysAgo: 80 }])),
    },
  ],
  [
    'goldfish in 19,000 mg/L chloride',
    { stock: ['goldfish'], read: { ...well, temperature: '18', chloride: '19000' } },
  ],
  [
    'tropical fish in a pond at 12 °C',
    { kind: 'pond', read: { ...well, alkalinity: '6', temperature: '12 (9–14)' } },
  ],
  [
    'three deaths since the change',
    {
      read: Object.fromEntries(Object.entries(well).map(([p, says]) => [p, { says, daysAgo: 3 }])),
      deeds: [
        { kind: 'water-change', daysAgo: 2.5, amount: { by: 'part', percent: '20' } },
        { kind: 'loss', daysAgo: 2.2, amount: animals('3') },
      ],
      source: { ammonia: none, nitrate: '5', ph: '7.4', alkalinity: '6' },
    },
  ],
  [
    'only “Planted tank” chosen, and ammonia 8',
    {
      stock: ['community-fish', 'water-plants'],
      guidance: { sets: ['planted-tank'] },
      read: { ...well, ammonia: '8' },
    },
  ],
  [
    'nobody, as was said, but animals were added since',
    saidEmpty({ kind: 'stocked', daysAgo: 1, amount: animals('5') }),
  ],
  [
    'nobody, as was said, but animals were added since, nobody said how many',
    saidEmpty({ kind: 'stocked', daysAgo: 20 }),
  ],
  ['nobody, as was said, but one died since', saidEmpty({ kind: 'loss', daysAgo: 5, amount: animals('1') })],
  ['nobody, as was said, but some moved out since', saidEmpty({ kind: 'departure', daysAgo: 5 })],
  [
    'nobody, as was said, but one was seen gasping since',
    saidEmpty({ kind: 'sign', daysAgo: 5, amount: { by: 'signs', signs: ['gasping'] } }),
  ],
  [
    'a start without fish, but animals were added since',
    {
      ...saidEmpty({ kind: 'stocked', daysAgo: 1 }),
      water: {},
      start: { fishless: true, live: true, readyAt: null, startedAt: 0 },
    },
  ],
  [
    'a zero of ammonia of last week, and a pH of 9.5 since',
    {
      read: { ...well, ammonia: { says: none, daysAgo: 8 }, ph: '9.5 (9.3–9.7)' },
      guidance: { sets: ['planted-tank'] },
    },
  ],
  [
    'only “Planted tank” chosen, and pH 9.5',
    { guidance: { sets: ['planted-tank'] }, read: { ...well, ph: '9.5' } },
  ],
  [
    'only “Planted tank” chosen, and 8 °C',
    { guidance: { sets: ['planted-tank'] }, read: { ...well, temperature: '8' } },
  ],
  // Now is 18:00: 34 and 10 hours ago it was 8 in the morning.
  ['a morning pH of yesterday in a sunlit pond that carries ammonia', morningPh(34)],
  ['a morning pH of today in the same pond', morningPh(10)],
  [
    'a loop marked cycling with no box ticked and nitrite over 5',
    {
      kind: 'aquaponics',
      stock: [],
      cycling: true,
      read: { nitrite: 'over 5', ammonia: none, ph: '6.8', alkalinity: '5' },
    },
  ],
  [
    'a run whose deciding step was skipped',
    { read: { ...well, ammonia: { says: none, doubts: ['step-skipped'] } } },
  ],
  [
    'a strip that cannot show it',
    { read: { ...well, nitrite: { says: '0 (0–0.25)', by: 'strip-five-pads' } } },
  ],
  [
    'a zero from a bottle past its date',
    { read: { ...well, ammonia: { says: none, doubts: ['old-bottle'] } } },
  ],
  [
    'an undiluted zero after a flash',
    {
      read: { ...well, nitrite: { says: none, by: 'nitrite-one-bottle' } },
      before: { nitrite: [{ says: none, by: 'nitrite-one-bottle', hoursAgo: 2, doubts: ['flashed'] }] },
    },
  ],
  ['shrimp without a GH', { stock: ['shrimp'], read: { ...well, temperature: '23', ph: '7.2' } }],
  ['a pond without a KH', { kind: 'pond', stock: ['koi'], read: { ...well, temperature: '15' } }],
  ['pH 6.6 without a KH', { read: { ...well, ph: '6.6' } }],
  [
    'pH that fell by 0.3 at the same hour, without a KH',
    { read: { ...well, ph: '7.0' }, before: { ph: [{ says: '7.3', daysAgo: 7 }] } },
  ],
  [
    'a standing water read three days ago',
    {
      kind: 'standing',
      read: Object.fromEntries(Object.entries(well).map(([p, says]) => [p, { says, daysAgo: 3 }])),
    },
  ],
  [
    'a place that was never read',
    {
      kind: 'stream',
      stock: [],
      places: [
        {
          name: 'Above',
          read: {
            ammonia: none,
            nitrite: none,
            nitrate: '5',
            ph: '7.6',
            alkalinity: '8',
            hardness: '8',
            temperature: '12',
          },
        },
        { name: 'Below', read: {} },
      ],
    },
  ],
  [
    'nitrite of one place and ammonia of another',
    {
      places: [
        { name: 'Inlet', read: { ammonia: none, ph: '7.4' } },
        { name: 'Outlet', read: { nitrite: none, ph: '7.4' } },
      ],
    },
  ],
];

describe('the lamp does not say Clear for', () => {
  it.each(seen)('%s', (_says, given) => {
    const { lamp } = standingOf(givenOf(given));
    expect(lamp.status).not.toBe('clear');
    expect(lamp.sentence.length).toBeGreaterThan(10);
  });
});

const text = (given: Scenario) => {
  const t = today(givenOf(given));
  return [t.lamp.sentence, ...t.findings.map(sentence), ...t.gauges.map((g) => g.remark)].join('\n');
};

describe('it sees who lives there', () => {
  it.each([
    ['trout at 12 °C', { stock: ['trout'], read: { temperature: '12' } }, /heater/],
    ['discus at 30.5 °C', { stock: ['discus'], read: { temperature: '30.5' } }, /[Cc]ool it/],
    ['crystal shrimp at KH 1', { stock: ['crystal-shrimp'], read: { alkalinity: '1 (0–1)' } }, /coral/],
    ['an icy pond', { kind: 'pond', stock: ['koi'], read: { temperature: '1' } }, /heater/],
    [
      'a tub',
      { kind: 'standing', stock: ['livebearers'], read: { ammonia: '1 (0.8–1.2)' } },
      /filter is behind|grown-in filter/,
    ],
    ['a stream', { kind: 'stream', stock: [], read: { ammonia: '3', ph: '8', temperature: '15' } }, /filter/],
    ['goldfish at pH 8.2', { stock: ['goldfish'], read: { ph: '8.2' } }, /strained|too high/],
    [
      'pH 7 to 8.6 after a buffer',
      {
        read: { ph: '8.6' },
        before: { ph: [{ says: '7.0', hoursAgo: 9 }] },
        deeds: [{ kind: 'buffer', daysAgo: 0.2 }],
      },
      /algae take CO2/,
    ],
    ['a low range that is full', { read: { ph: { says: 'over 7.6', by: 'ph-low-range' } } }, /[Aa]cid/],
  ] as const)('and does not say it of %s', (_name, given, not) => {
    expect(text(given as Scenario)).not.toMatch(not);
  });

  it('and calls a high range at its bottom neither acid nor used up, but asks for the low range', () => {
    const given = givenOf({ read: { ...well, ph: { says: '7.4', by: 'ph-high-range' } } });
    const ph = { ...given.latest.ph!, value: { low: null, best: 7.4, high: 7.5 } };
    const t = today({ ...given, latest: { ...given.latest, ph } });
    const said = t.findings.map(sentence).join(' ');
    expect(t.lamp.status).toBe('watch');
    expect(said).not.toMatch(/[Aa]cid|used up/);
    expect(said).toMatch(/Run the low range: it decides/);
  });

  it('stays with “nobody” for what was noted before it was said, or of plants', () => {
    for (const given of [
      saidEmpty({ kind: 'stocked', daysAgo: 31 }),
      saidEmpty({ kind: 'sign', daysAgo: 5, amount: { by: 'signs', signs: ['plants-melting'] } }),
    ])
      expect(standingOf(givenOf(given)).lamp).toMatchObject({ status: 'clear', notReady: true, asks: [] });
  });

  it('stays with a zero of last week where pH was plain ever since', () => {
    const { lamp } = standingOf(
      givenOf({ read: { ...well, ammonia: { says: none, daysAgo: 9 }, ph: '7.4 (7.2–7.6)' } }),
    );
    expect(lamp.status).toBe('clear');
  });

  it('takes the pH that was read for the better guess where it lies beyond what is usual', () => {
    const t = today(
      givenOf({ read: { ...well, ammonia: { says: '0.3 (0.2–0.4)', daysAgo: 8 }, ph: '9.5 (9.3–9.7)' } }),
    );
    const free = t.gauges.find((g) => g.subject === 'free-ammonia');
    expect(free?.status).toBe('urgent');
    expect(free?.gaps.join(' ')).toContain('so 6 to 10 is assumed');
  });

  it('asks again who lives there once animals were noted', () => {
    const { lamp } = standingOf(givenOf(saidEmpty({ kind: 'stocked', daysAgo: 1 })));
    expect(lamp).toMatchObject({ status: 'urgent', asks: ['who-lives-here'] });
  });

  it('does not act on warmth in a fishless cycle', () => {
    const { lamp } = standingOf(
      givenOf({
        stock: [],
        cycling: true,
        start: { fishless: true, live: true, readyAt: null, startedAt: 0 },
        read: { ammonia: '2', temperature: '30.5', alkalinity: '5', ph: '7.6' },
      }),
    );
    expect(lamp).toMatchObject({ status: 'clear', notReady: true });
  });

  it('is no Watch for zero ammonia without a pH, and says that pH is unread', () => {
    const t = today(givenOf({ read: { ammonia: none, nitrite: none } }));
    expect(t.lamp).toMatchObject({ status: 'unread', sentence: 'pH was never read.' });
    expect(t.findings.filter((f) => f.status === 'watch')).toEqual([]);
  });
});

describe('a filter that was found ready, with nobody in it', () => {
  const day = 86_400_000;
  const found = (daysAgo: number, more: Partial<Scenario> = {}): Scenario => ({
    stock: [],
    water: { livesHere: 'nobody' },
    start: {
      fishless: true,
      live: false,
      readyAt: scenarioNow - daysAgo * day,
      startedAt: scenarioNow - 60 * day,
    },
    read: { ammonia: none, nitrite: none, ph: '7.6', temperature: '26' },
    ...more,
  });
  const lampOf = (given: Scenario) => standingOf(givenOf(given)).lamp;

  it('is said to be ready in its first week', () => {
    const lamp = lampOf(found(2));
    expect(lamp).toMatchObject({ status: 'clear', notReady: false });
    expect(lamp.sentence).toContain('found ready');
  });

  it.each<[says: string, given: Scenario]>([
    ['a month later: without food it dies back', found(30)],
    ['once ammonia can be read again', found(3, { read: { ammonia: '4 (3–5)', nitrite: none, ph: '7.6' } })],
    ['once nitrite can be read again', found(3, { read: { ammonia: none, nitrite: '2 (1–3)', ph: '7.6' } })],
    ['after a medicine', found(3, { deeds: [{ kind: 'medicine', daysAgo: 1 }] })],
    ['after the filter was washed', found(3, { deeds: [{ kind: 'filter-wash', daysAgo: 1 }] })],
    [
      'after a day without power',
      found(3, { deeds: [{ kind: 'power-cut', daysAgo: 1, amount: { by: 'hours', hours: '24' } }] }),
    ],
    [
      'where it was grown in by a start that was never found ready',
      found(3, { start: { fishless: true, live: false, readyAt: null, startedAt: 0 } }),
    ],
  ])('is not said to be ready %s', (_says, given) => {
    const lamp = lampOf(given);
    expect(lamp.notReady).toBe(true);
    expect(lamp.sentence).toContain('not ready for animals');
  });
});
