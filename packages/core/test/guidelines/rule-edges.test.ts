import { type Scenario, allRules, factsOfPlaces, givenOf } from '@hedge-lamp/core/guidelines';

/** Whether a rule has anything to say of a made-up water. */
const speaks = (id: string, given: Scenario): boolean => {
  const rule = allRules.find((one) => one.id === id)!;
  return factsOfPlaces(givenOf(given)).some((facts) => rule.find(facts).length > 0);
};

const byKit = 'nitrate-two-bottles';
const loop = (now: string, then: string, daysAgo = 30): Scenario => ({
  kind: 'aquaponics',
  stock: ['goldfish', 'leafy-greens'],
  read: { nitrate: { says: now, by: byKit } },
  before: { nitrate: [{ says: then, by: byKit, daysAgo }] },
});

/** Nitrogen that came from nowhere in so many days, read so long ago. */
const nowhere = (daysBetween: number, daysAgo = 0, readApart = 0): Scenario => ({
  read: {
    ammonia: { says: '0.2 (0–0.3)', daysAgo: daysAgo + readApart },
    nitrite: { says: '0 (0–0.1)', daysAgo },
    nitrate: { says: '700 (690–710)', daysAgo },
  },
  before: Object.fromEntries(
    (
      [
        ['ammonia', '0.2 (0–0.3)'],
        ['nitrite', '0 (0–0.1)'],
        ['nitrate', '10 (8–12)'],
      ] as const
    ).map(([parameter, says]) => [parameter, [{ says, daysAgo: daysAgo + daysBetween }]]),
  ),
});

const twoKits = (daysAgo: number, hoursBefore: number): Scenario => ({
  read: { ammonia: { says: '1 (0.9–1.1)', by: 'ammonia-salicylate-two-bottles', daysAgo } },
  before: {
    ammonia: [{ says: '2 (1.9–2.1)', by: 'ammonia-nessler', hoursAgo: daysAgo * 24 + hoursBefore }],
  },
});

const phPair = (now: string, then: string, hoursAgo = 8): Scenario => ({
  read: { ph: now },
  before: { ph: [{ says: then, hoursAgo }] },
});

/** The low range of a run, and the high range read by itself some time before. */
const phRanges = (hoursAgo: number): Scenario => ({
  read: { ph: { says: '6.6 (6.5–6.7)', by: 'ph-low-range', sameRun: true } },
  phPartner: { says: '8.2 (8.1–8.3)', by: 'ph-high-range', hoursAgo },
});

/** Each rule on both sides of a number in it: the figure itself is Hedge Lamp's own or common practice, as the rule says. */
describe('a rule speaks on one side of its edge and is quiet on the other', () => {
  it.each<[id: string, edge: string, speaking: Scenario, quiet: Scenario]>([
    [
      'nitrate-plants-feed',
      'a climb by more than two fifths',
      loop('57 (56–58)', '40 (35–45)'),
      loop('55 (54–56)', '40 (35–45)'),
    ],
    [
      'nitrate-plants-feed',
      'a climb of which the ranges do not meet',
      loop('60 (46–70)', '40 (35–45)'),
      loop('60 (44–70)', '40 (35–45)'),
    ],
    [
      'nitrate-plants-feed',
      '20 mg/L at least',
      loop('20.5 (19–22)', '10 (9–11)'),
      loop('19.5 (18–21)', '10 (9–11)'),
    ],
    [
      'nitrate-plants-feed',
      'three weeks between the two',
      loop('110 (100–120)', '40 (35–45)', 21.2),
      loop('110 (100–120)', '40 (35–45)', 20.8),
    ],
    [
      'nitrate-plants-feed',
      'ten weeks between the two at most',
      loop('110 (100–120)', '40 (35–45)', 69.8),
      loop('110 (100–120)', '40 (35–45)', 70.2),
    ],
    [
      'source-nitrate',
      'half of the limit in the source',
      { read: { nitrate: '35' }, source: { nitrate: '10.5 (10–11)' } },
      { read: { nitrate: '35' }, source: { nitrate: '9.5 (9–10)' } },
    ],
    [
      'nitrate-zero-stocked',
      '2.5 mg/L',
      { read: { nitrate: '2.4 (2–3)' } },
      { read: { nitrate: '2.6 (2–3)' } },
    ],
    ['nitrogen-from-nowhere', 'read within 30 days', nowhere(10, 29.5), nowhere(10, 30.5)],
    ['nitrogen-from-nowhere', '30 days between the two', nowhere(29.5), nowhere(30.5)],
    ['nitrogen-from-nowhere', 'more than a day between the two', nowhere(2.5), nowhere(0.9)],
    ['nitrogen-from-nowhere', 'one set within a day', nowhere(10, 0, 0.9), nowhere(10, 0, 1.1)],
    ['kits-disagree', 'the newest within 30 days', twoKits(29.5, 1), twoKits(30.5, 1)],
    ['kits-disagree', 'a day between the two', twoKits(1, 23.5), twoKits(1, 24.5)],
    ['ph-swing', 'half a pH', phPair('7.5', '7.0'), phPair('7.45', '7.0')],
    ['ph-swing', 'half an hour between the two', phPair('8.0', '7.1', 0.6), phPair('8.0', '7.1', 0.4)],
    [
      'kh-jump',
      'two degrees',
      { read: { alkalinity: '5.2' }, before: { alkalinity: [{ says: '3', hoursAgo: 10 }] } },
      { read: { alkalinity: '5' }, before: { alkalinity: [{ says: '3', hoursAgo: 10 }] } },
    ],
    [
      'kh-jump',
      'about a day',
      { read: { alkalinity: '7' }, before: { alkalinity: [{ says: '3', hoursAgo: 26.5 }] } },
      { read: { alkalinity: '7' }, before: { alkalinity: [{ says: '3', hoursAgo: 27.5 }] } },
    ],
    ['ph-ranges-apart', 'an hour between two that are of no one run', phRanges(0.5), phRanges(1.5)],
  ])('%s: %s', (id, _edge, speaking, quiet) => {
    expect(speaks(id, speaking)).toBe(true);
    expect(speaks(id, quiet)).toBe(false);
  });

  it('calls a swing of a whole pH Act, and less of it Watch', () => {
    const status = (now: string) =>
      factsOfPlaces(givenOf(phPair(now, '7.0'))).flatMap((facts) =>
        allRules.find(({ id }) => id === 'ph-swing')!.find(facts),
      )[0]?.status;
    expect(status('8.0')).toBe('act');
    expect(status('7.9')).toBe('watch');
  });
});

describe('the two ranges of pH', () => {
  const at = (name: string, by: string, says: string) => ({
    name,
    read: { ph: { says, by, sameRun: true as const } },
  });
  it('of two places are no pair: each speaks for its own water', () => {
    const places = {
      places: [at('Above', 'ph-low-range', '6.6 (6.5–6.7)'), at('Below', 'ph-high-range', '8.2 (8.1–8.3)')],
    };
    expect(speaks('ph-ranges-apart', places)).toBe(false);
  });
});
