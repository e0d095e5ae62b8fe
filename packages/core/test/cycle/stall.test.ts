import { besideAForecast, type StallCause, slowedBy, stallOf } from '@hedge-lamp/core/cycle';
import { type Reads, day, madeDeed, madeLog, startedAt } from './made-log';

const still: Reads = {
  ammonia: [
    [8, '2 (1.5–3)'],
    [10, '2 (1.5–3)'],
    [13, '2 (1.5–3)'],
  ],
  nitrite: [
    [8, '0.5 (0.4–0.7)'],
    [13, '0.5 (0.4–0.7)'],
  ],
};
const at = startedAt + 13 * day;
const causesOf = (reads: Reads, deeds = [] as ReturnType<typeof madeDeed>[]) =>
  stallOf(madeLog(13, { ...still, ...reads }), 'ammonia-falling', deeds, at)?.causes.map((c) => c.cause);

describe('a stall is named with its cause', () => {
  it.each<[StallCause, Reads]>([
    ['kh-gone', { alkalinity: [[13, '1 (0–1)']] }],
    ['ph-low', { ph: [[13, '6.2 (6.1–6.3)']] }],
    [
      'nitrite-over-range',
      {
        nitrite: [
          [8, 'over 5'],
          [13, 'over 5'],
        ],
      },
    ],
    [
      'nitrite-over-range',
      {
        nitrite: [
          [10, 'over 5'],
          [13, '0 (0–0.12)'],
        ],
      },
    ],
    [
      'ammonia-too-high',
      {
        ammonia: [
          [8, '8 (6–10)'],
          [13, '8 (6–10)'],
        ],
      },
    ],
  ])('%s', (cause, reads) => {
    expect(causesOf(reads)).toContain(cause);
  });
  it('no more by a KH that was read before the buffer went in', () => {
    const log = madeLog(13, { ...still, alkalinity: [[12, '1 (0–1)']], ph: [[12, '6.2']] }, [
      { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 },
      { day: 12.2, did: 'buffer', alkalinity: 1 },
    ]);
    expect(slowedBy(log, [], at)).toEqual([]);
  });
  it('cold', () => {
    const log = madeLog(13, still, [
      { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 },
      { day: 5, did: 'warm', celsius: 15 },
    ]);
    expect(stallOf(log, 'ammonia-falling', [], at)!.causes.map((c) => c.cause)).toEqual(['cold']);
  });
  it('a conditioner, a filter that was cleaned', () => {
    expect(causesOf({}, [madeDeed('treatment', 12)])).toContain('conditioner');
    expect(causesOf({}, [madeDeed('filter-clean', 11)])).toContain('film-lost');
    expect(causesOf({}, [madeDeed('treatment', 2)])).toBeUndefined();
  });
  it('hunger: ammonia gone, and nothing dosed for days', () => {
    const log = madeLog(13, {
      ammonia: [
        [1, '2 (1.5–3)'],
        [13, '0 (0–0.12)'],
      ],
      nitrite: [[13, '1 (0.7–2)']],
    });
    expect(slowedBy(log, [], at).map((c) => c.cause)).toContain('not-fed');
  });
  it('says that nothing explains it after a long quiet, and nothing before', () => {
    const quiet = (days: number) =>
      stallOf(
        madeLog(days, {
          ammonia: [
            [1, '2 (1.5–3)'],
            [days, '2 (1.5–3)'],
          ],
          nitrite: [[days, '0 (0–0.1)']],
        }),
        'waiting',
        [],
        at,
      );
    expect(quiet(10)).toBeNull();
    expect(quiet(17)!.causes[0]!.cause).toBe('unknown');
    expect(quiet(17)!.what).toBe('Ammonia has not moved for 16 days.');
  });
  it('takes a rise for movement, and a zero for nothing that could fall', () => {
    const of = (first: string, last: string) =>
      stallOf(
        madeLog(20, {
          ammonia: [[1, '2 (1.5–3)']],
          nitrite: [
            [1, first],
            [20, last],
          ],
        }),
        'nitrite-peak',
        [],
        at,
      );
    expect(of('1 (0.7–1.4)', '5 (4–7)')).toBeNull();
    expect(of('0 (0–0.1)', '0 (0–0.1)')).toBeNull();
    expect(of('5 (4–7)', '5 (4–7)')!.what).toBe('Nitrite has not moved for 19 days.');
  });
  it('takes a rise of nitrite for movement of the ammonia that it came from', () => {
    const of = (nitrite: Reads['nitrite']) =>
      stallOf(
        madeLog(20, {
          ammonia: [
            [3, '2 (1.5–3)'],
            [12, '2 (1.5–3)'],
            [19, '1 (0.8–1.5)'],
          ],
          nitrite,
        }),
        'ammonia-falling',
        [],
        startedAt + 20 * day,
      );
    expect(
      of([
        [3, '0 (0–0.1)'],
        [12, '0.3 (0.2–0.4)'],
        [19, '0.8 (0.5–1)'],
      ]),
    ).toBeNull();
    // It rose once, and that is two weeks ago; or it was tested but once.
    expect(
      of([
        [3, '0 (0–0.1)'],
        [5, '0.3 (0.2–0.4)'],
        [19, '0.3 (0.2–0.4)'],
      ])!.days,
    ).toBe(14);
    expect(of([[19, '0.3 (0.2–0.4)']])!.days).toBe(16);
  });
  it('beside a forecast is told as what slows it, with causes that can be seen alone', () => {
    const causes = ['kh-gone', 'not-fed', 'unknown'].map((cause) => ({
      cause: cause as 'kh-gone',
      what: '',
      cure: '',
    }));
    expect(besideAForecast({ days: 5, what: '', causes }).map((c) => c.cause)).toEqual(['kh-gone']);
  });
  it('counts anew from a dose or a change of water', () => {
    const log = madeLog(13, { ...still, alkalinity: [[13, '1 (0–1)']] }, [
      { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 },
      { day: 11, did: 'dose', nitrogen: 1, alkalinity: 0 },
    ]);
    expect(stallOf(log, 'ammonia-falling', [], at)).toBeNull();
  });
  it('is none while ammonia falls, and none when it is ready', () => {
    const reads: Reads = {
      ammonia: [
        [8, '2 (1.5–3)'],
        [13, '1 (0.8–1.4)'],
      ],
      alkalinity: [[13, '1 (0–1)']],
    };
    expect(causesOf(reads)).toBeUndefined();
    expect(stallOf(madeLog(13, still), 'ready', [], at)).toBeNull();
  });
  it('leaves a nitrite alone that was diluted into its card', () => {
    const log = madeLog(13, still);
    const diluted = {
      ...log,
      observations: log.observations.map((o) =>
        o.of === 'nitrite' ? { ...o, diluted: true, value: { low: 4, best: 6, high: 8 } } : o,
      ),
    };
    expect(slowedBy(diluted, [], at)).toEqual([]);
  });
});
