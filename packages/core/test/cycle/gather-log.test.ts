import { enoughToForesee, gatherLog, observedIds } from '@hedge-lamp/core/cycle';
import type { Reading } from '@hedge-lamp/core/readings';
import type { Deed } from '@hedge-lamp/core/remedies';
import { day, madeDeed, madeLog, madeReading, madeStart, startedAt } from './made-log';

const water = { netLiters: 100, stockGroups: [], kind: 'aquarium' as const };
const gather = (
  readings: Reading[],
  deeds: Deed[] = [],
  more: Partial<Parameters<typeof gatherLog>[0]> = {},
) =>
  gatherLog({ water, start: madeStart(), readings, deeds, source: {}, now: startedAt + 20 * day, ...more });

describe('the log of a cycle', () => {
  it('holds what was read and done since the start, by time, in canonical units', () => {
    const { log } = gather(
      [
        madeReading('nitrite', 6, '3.28 (3–4)'),
        madeReading('ammonia', 2, '2 (1.5–3)'),
        madeReading('ammonia', -3, '1'),
        madeReading('temperature', 3, '26'),
        madeReading('ammonia', 4, '1', { deletedAt: startedAt }),
      ],
      [madeDeed('ammonia-dose', 0, { by: 'ammonium-chloride', grams: '0.764' })],
    );
    expect(log.observations.map((o) => [o.of, o.day])).toEqual([
      ['ammonia', 2],
      ['nitrite', 6],
    ]);
    // 3.28 mg/L NO2 is 1 mg/L as N; 0.3819 g of NH4Cl raise 100 L by 1 mg/L.
    expect(log.observations[1]!.value.best).toBeCloseTo(1, 2);
    expect(log.events[0]).toMatchObject({ did: 'dose', day: 0, alkalinity: 0 });
    expect((log.events[0] as { nitrogen: number }).nitrogen).toBeCloseTo(2, 2);
    expect(log.events[1]).toEqual({ did: 'warm', day: 3, celsius: 26 });
  });
  it('knows that household ammonia is a base and ammonium chloride is none', () => {
    const { log } = gather(
      [],
      [
        madeDeed('ammonia-dose', 0, {
          by: 'household-ammonia',
          milliliters: '2.53',
          strength: '10',
          density: '0.96',
        }),
      ],
    );
    const dose = log.events[0] as { nitrogen: number; alkalinity: number };
    expect(dose.nitrogen).toBeCloseTo(2, 1);
    expect(dose.alkalinity).toBeCloseTo(dose.nitrogen / 14.007, 6);
  });
  it('holds what may have killed the films, and no rinse in their own water', () => {
    const { log } = gather(
      [],
      (
        ['filter-stopped', 'power-cut', 'medicine', 'filter-wash', 'filter-rinse', 'conditioner'] as const
      ).map((kind, k) => madeDeed(kind, 3 + k)),
    );
    expect(log.events.map((e) => [e.did, e.day])).toEqual([
      ['upset', 3],
      ['upset', 4],
      ['upset', 5],
      ['upset', 6],
    ]);
  });
  it('takes a power cut of two hours at most for none, and one of unknown length for an upset', () => {
    const cut = (kind: 'power-cut' | 'filter-stopped', hours?: string) =>
      gather([], [madeDeed(kind, 3, hours === undefined ? null : { by: 'hours', hours })]).log.events.map(
        (e) => e.did,
      );
    for (const kind of ['power-cut', 'filter-stopped'] as const) {
      expect(cut(kind, '1.5')).toEqual([]);
      expect(cut(kind, '8')).toEqual(['upset']);
      expect(cut(kind)).toEqual(['upset']);
    }
  });
  it('marks readings by another kit than most', () => {
    const { log } = gather([
      madeReading('ammonia', 2, '2 (1.5–3)', { methodId: 'one' }),
      madeReading('ammonia', 4, '2 (1.5–3)', { methodId: 'one' }),
      madeReading('ammonia', 6, '1 (0.8–1.4)', { methodId: 'two' }),
    ]);
    expect(log.observations.map((o) => o.otherKit ?? false)).toEqual([false, false, true]);
  });
  it('takes nothing of a tap that was not read for zero', () => {
    const { source } = gather([]);
    expect(source).toEqual({ ammonia: null, nitrite: null, nitrate: null, alkalinity: null });
  });
  it('takes what is noted under one time in the order in which it is done', () => {
    const { log } = gather(
      [],
      [
        madeDeed('ammonia-dose', 5, { by: 'rise', text: '2', unit: 'mg/L NH3-N' }),
        madeDeed('buffer', 5, { by: 'salt', salt: 'sodium-bicarbonate', grams: '5' }),
        madeDeed('water-change', 5, { by: 'part', percent: '50' }),
      ],
    );
    expect(log.events.map((e) => e.did)).toEqual(['change', 'buffer', 'dose']);
  });
  it('says what had to be left out', () => {
    const { assumed, leftOut, log, unmeasured } = gather(
      [
        madeReading('nitrate', 2, '40 (30–50)', { methodId: 'nitrate-two-bottles' }),
        madeReading('nitrate', 4, '40 (30–50)', { methodId: 'nitrate-two-bottles' }),
        madeReading('nitrate', 5, '90 (80–100)', { methodId: 'nitrate-powder-and-drops' }),
        madeReading('nitrate', 6, '0 (0–5)', { methodId: 'nitrate-two-bottles' }),
      ],
      [madeDeed('ammonia-dose', 3)],
    );
    expect(leftOut).toHaveLength(3);
    expect(leftOut.join(' ')).toMatch(/without an amount.*another kit.*not shaken/);
    expect(log.observations).toHaveLength(2);
    expect(unmeasured).toBe(true);
    expect(assumed.join(' ')).toMatch(/20 °C to 28 °C is taken as likely.*KH was not read/);
  });
  it('believes nitrate that fell by a water change or into plants', () => {
    const nitrate = [madeReading('nitrate', 2, '40 (30–50)'), madeReading('nitrate', 6, '5 (3–7)')];
    const changed = [madeDeed('water-change', 4, { by: 'part', percent: '90' })];
    expect(gather(nitrate, changed).log.observations).toHaveLength(2);
    const planted = { ...water, stockGroups: ['water-plants' as const] };
    expect(gather(nitrate, [], { water: planted }).log.observations).toHaveLength(2);
    expect(gather(nitrate).log.observations).toHaveLength(1);
  });
  it('is fed by doses where a loop or an upset filter holds no animals, and by them where it does', () => {
    const feeding = (way: 'loop' | 'upset' | 'with-fish', stockGroups: ('goldfish' | 'leafy-greens')[]) =>
      gather([], [], { start: madeStart({ way }), water: { ...water, stockGroups } }).log.feeding;
    expect(feeding('loop', ['leafy-greens'])).toBe('ammonia');
    expect(feeding('upset', [])).toBe('ammonia');
    expect(feeding('loop', ['goldfish'])).toBe('fish');
    // Who says that there are fish in it is believed, also before they are ticked as stock.
    expect(feeding('with-fish', [])).toBe('fish');
  });
  it('ends where the cycle ended', () => {
    const start = madeStart({ endedAt: startedAt + 5 * day, outcome: 'ready' });
    const { log } = gather([madeReading('ammonia', 4, '1'), madeReading('ammonia', 8, '1')], [], { start });
    expect(log.days).toBe(5);
    expect(log.observations).toHaveLength(1);
  });
  it('takes readings in any order for the same log', () => {
    const readings = observedIds.map((of, k) => madeReading(of, k + 1, of === 'ph' ? '7.4' : '1'));
    expect(gather([...readings].reverse()).log).toEqual(gather(readings).log);
  });
});

describe('whether there is enough to look ahead', () => {
  const two = {
    ammonia: [
      [1, '2 (1.5–3)'],
      [4, '2 (1.5–3)'],
    ],
    nitrite: [
      [1, '0 (0–0.1)'],
      [4, '0 (0–0.1)'],
    ],
  } as const;
  it('is enough with two tests of both, some days apart', () => {
    expect(enoughToForesee(madeLog(4, two), false)).toBeNull();
  });
  it.each([
    ['nothing read', madeLog(3, {}), /^Nothing was read/],
    [
      'one reading only',
      madeLog(3, { ammonia: [[2.8, '2']] }),
      /^Too little to foresee: 1 reading of ammonia and 0 of nitrite so far. Test ammonia and nitrite tomorrow/,
    ],
    ['one reading of yesterday', madeLog(3, { ammonia: [[2, '2']] }), /nitrite today\.$/],
    [
      'two tests within an hour',
      madeLog(3, {
        ammonia: [
          [2, '2'],
          [2.02, '2'],
        ],
        nitrite: [
          [2, '0'],
          [2.02, '0'],
        ],
      }),
      /^Too little/,
    ],
    [
      'a dose of 1,000 mg/L',
      madeLog(4, two, [{ day: 0, did: 'dose', nitrogen: 1000, alkalinity: 0 }]),
      /^A dose of 1,000 mg\/L as N is far more/,
    ],
    [
      'all zero and nothing fed',
      madeLog(
        4,
        {
          ammonia: [
            [1, '0 (0–0.1)'],
            [4, '0 (0–0.1)'],
          ],
          nitrite: two.nitrite,
        },
        [],
      ),
      /nothing for a filter to grow on/,
    ],
    ['a log of long ago', madeLog(40, two), /36 days old/],
  ])('is not with %s', (_what, log, says) => {
    expect(enoughToForesee(log, false)!.says).toMatch(says);
  });
  it('is not where a dose has no amount', () => {
    expect(enoughToForesee(madeLog(4, two), true)!.says).toMatch(/without its amount/);
  });
});
