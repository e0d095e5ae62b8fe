import {
  type CycleEvent,
  type Stage,
  fitCycle,
  maybeBleached,
  stageFromFit,
  stageFromReadings,
} from '@hedge-lamp/core/cycle';
import { type Reads, madeLog } from './made-log';

const cases: [says: string, stage: Stage, reads: Reads][] = [
  [
    'ammonia stands where it was dosed and no nitrite shows',
    'waiting',
    {
      ammonia: [
        [1, '2 (1.5–3)'],
        [4, '2 (1.5–3)'],
      ],
      nitrite: [[4, '0 (0–0.1)']],
    },
  ],
  [
    'nitrite shows while ammonia is still there',
    'ammonia-falling',
    {
      ammonia: [
        [1, '2 (1.5–3)'],
        [6, '2 (1.5–3)'],
      ],
      nitrite: [
        [4, '0 (0–0.1)'],
        [6, '0.5 (0.3–0.7)'],
      ],
    },
  ],
  [
    'ammonia is gone and nitrite is past its card',
    'nitrite-peak',
    {
      ammonia: [
        [1, '2 (1.5–3)'],
        [12, '0 (0–0.12)'],
      ],
      nitrite: [
        [8, '1 (0.7–2)'],
        [12, '5 (5–inf)'.replace('5 (5–inf)', 'over 5')],
      ],
    },
  ],
  [
    'nitrite fell for sure',
    'nitrite-falling',
    {
      ammonia: [
        [1, '2 (1.5–3)'],
        [20, '0 (0–0.12)'],
      ],
      nitrite: [
        [14, '5 (3.5–7)'],
        [20, '1 (0.7–2)'],
      ],
    },
  ],
  [
    'nitrite went to nothing by and by',
    'nitrite-falling',
    {
      ammonia: [
        [1, '2 (1.5–3)'],
        [26, '0 (0–0.12)'],
      ],
      nitrite: [
        [14, '5 (3.5–7)'],
        [20, '1 (0.7–2)'],
        [26, '0 (0–0.12)'],
      ],
    },
  ],
  [
    'nitrite went from high to zero in two days: a false zero until it is diluted',
    'nitrite-peak',
    {
      ammonia: [
        [1, '4 (3–6)'],
        [16, '0.5 (0.4–0.7)'],
      ],
      nitrite: [
        [14, 'over 5'],
        [16, '0 (0–0.12)'],
        [18, '0 (0–0.12)'],
      ],
    },
  ],
];

describe('the stage from readings alone', () => {
  it.each(cases)('%s', (_says, stage, reads) => {
    const found = stageFromReadings(madeLog(30, reads))!;
    expect(found.stage).toBe(stage);
    expect(found.reasons.length).toBeGreaterThan(0);
  });
  it('takes what a water change took away for no fall', () => {
    const [, , reads] = cases[3]!;
    const change = {
      day: 16,
      did: 'change' as const,
      part: 0.7,
      source: { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null },
    };
    const dose = { day: 0, did: 'dose' as const, nitrogen: 2, alkalinity: 0 };
    expect(stageFromReadings(madeLog(30, reads, [dose, change]))!.stage).toBe('nitrite-peak');
  });
  it('is ready only by the challenge', () => {
    expect(stageFromReadings(madeLog(30, cases[4]![2]), true)!.stage).toBe('ready');
  });
  it('is ready with animals when test after test reads nothing for days, and not by one', () => {
    const zero = '0 (0–0.1)';
    const reads = (days: readonly number[]): Reads => ({
      ammonia: [[2, '1 (0.8–1.4)'], ...days.map((d): [number, string] => [d, zero])],
      nitrite: [[6, '1 (0.8–1.4)'], [12, '0.25 (0.1–0.4)'], ...days.map((d): [number, string] => [d, zero])],
    });
    const stage = (days: readonly number[], feeding: 'fish' | 'ammonia' = 'fish') =>
      stageFromReadings(madeLog(30, reads(days), [], { feeding }))!.stage;
    expect(stage([14, 17, 21])).toBe('ready');
    expect(stage([20, 21])).toBe('nitrite-falling');
    expect(stage([19, 20, 21])).toBe('nitrite-falling');
    // Without animals it is the challenge that decides.
    expect(stage([14, 17, 21], 'ammonia')).not.toBe('ready');
  });
  it('is not ready with animals where changes kept it clear, the tests are old, or it was upset since', () => {
    const zero = '0 (0–0.1)';
    const days = [14, 17, 21];
    const reads: Reads = {
      ammonia: [[2, '1 (0.8–1.4)'], ...days.map((d): [number, string] => [d, zero])],
      nitrite: [[6, '1 (0.8–1.4)'], ...days.map((d): [number, string] => [d, zero])],
    };
    const source = { ammonia: 0, nitrite: 0, nitrate: 0, alkalinity: null };
    const change = (on: number, part: number) => ({ day: on, did: 'change' as const, part, source });
    const found = (events: CycleEvent[], today = 22) =>
      stageFromReadings(madeLog(today, reads, events, { feeding: 'fish' }))!;
    expect(found([]).stage).toBe('ready');
    expect(found([change(18, 0.25)]).stage).toBe('ready');
    const changed = found([15, 16, 18, 19, 20].map((d) => change(d, 0.5)));
    expect(changed.stage).not.toBe('ready');
    // Weeks of few changes do not make up for a last week of many, nor many long ago speak against a quiet week.
    const longRead = (events: CycleEvent[]) =>
      stageFromReadings(
        madeLog(
          40,
          {
            ammonia: [[2, '1'], ...[14, 22, 30, 36, 39].map((d): [number, string] => [d, zero])],
            nitrite: [[6, '1'], ...[14, 22, 30, 36, 39].map((d): [number, string] => [d, zero])],
          },
          events,
          { feeding: 'fish' },
        ),
      )!.stage;
    expect(longRead([33, 35, 37].map((d) => change(d, 0.5)))).not.toBe('ready');
    expect(longRead([15, 16, 17, 18, 19, 20].map((d) => change(d, 0.5)))).toBe('ready');
    expect(changed.reasons.join(' ')).toMatch(/water was changed/);
    expect(found([], 45).stage).not.toBe('ready');
    expect(found([], 45).reasons.join(' ')).toMatch(/24 days ago: test both again/);
    expect(found([{ day: 18, did: 'upset' }]).stage).not.toBe('ready');
  });
  it('begins anew where it was upset', () => {
    const reads: Reads = {
      ammonia: [
        [2, '2 (1.5–3)'],
        [12, '0 (0–0.12)'],
        [29, '2 (1.5–3)'],
      ],
      nitrite: [
        [8, '5 (4–7)'],
        [12, '1 (0.8–1.4)'],
        [16, '0 (0–0.1)'],
        [29, '0 (0–0.1)'],
      ],
    };
    const found = (day: number) =>
      stageFromReadings(
        madeLog(30, reads, [
          { day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 },
          { day, did: 'upset' },
        ]),
      )!;
    expect(found(25).stage).toBe('waiting');
    expect(found(29.5)).toEqual({
      stage: 'waiting',
      reasons: ['It was upset on day 30, and ammonia was not read since.'],
    });
  });
  it('says that nothing was fed where nothing was, and that nothing was read where nothing was', () => {
    expect(stageFromReadings(madeLog(5, { ammonia: [[3, '0 (0–0.1)']] }, []))!.stage).toBe('unfed');
    expect(stageFromReadings(madeLog(5, {}))).toBeNull();
  });
  it('believes a zero for nitrite that was diluted', () => {
    const { observations } = madeLog(20, {
      nitrite: [
        [14, 'over 5'],
        [16, '0 (0–0.12)'],
      ],
    });
    expect(maybeBleached(observations)).toBe(true);
    expect(maybeBleached(observations.map((o) => ({ ...o, diluted: true })))).toBe(false);
  });
  it('names the readings in the unit of the caller', () => {
    const found = stageFromReadings(madeLog(30, cases[3]![2]), false, (v) => `${v.best.toFixed(1)} of them`)!;
    expect(found.reasons.join(' ')).toContain('from 1.5 of them on day 15 to 0.3 of them on day 21');
  });
});

describe('the stage from the fit', () => {
  it('agrees where the readings are plain', () => {
    const waiting = madeLog(6, {
      ammonia: [
        [1, '2 (1.5–3)'],
        [3, '2 (1.5–3)'],
        [6, '2 (1.5–3)'],
      ],
      nitrite: [
        [1, '0 (0–0.12)'],
        [3, '0 (0–0.12)'],
        [6, '0 (0–0.12)'],
      ],
    });
    const found = stageFromFit(fitCycle(waiting, { walkers: 60, moves: 2, lastMoves: 4 }), 2);
    expect(found.stage).toBe('waiting');
    expect(found.share).toBeGreaterThan(0.7);
  });
  it('does not go on waiting where nitrite shows, however small the first film', () => {
    const shows = madeLog(
      9,
      {
        ammonia: [
          [1, '2 (1.5–3)'],
          [4, '2 (1.5–3)'],
          [7, '1.5 (1–2)'],
          [9, '1.5 (1–2)'],
        ],
        nitrite: [
          [1, '0 (0–0.1)'],
          [4, '0 (0–0.1)'],
          [7, '0.25 (0.1–0.4)'],
          [9, '0.25 (0.1–0.4)'],
        ],
      },
      [{ day: 0, did: 'dose', nitrogen: 2, alkalinity: 0 }],
    );
    expect(stageFromReadings(shows)?.stage).toBe('ammonia-falling');
    const found = stageFromFit(fitCycle(shows, { walkers: 60, moves: 4, lastMoves: 8 }), 2);
    expect(found.stage).toBe('ammonia-falling');
  });
});

describe('the words of a stage', () => {
  const reasonsOf = (reads: Reads) => stageFromReadings(madeLog(20, reads))!.reasons.join(' ');
  it('call a rise a rise, and claim no stand where it moved', () => {
    const says = reasonsOf({
      ammonia: [
        [1, '2 (1.5–3)'],
        [12, '0 (0–0.12)'],
      ],
      nitrite: [
        [8, '1 (0.7–2)'],
        [12, 'over 5'],
      ],
    });
    expect(says).toMatch(/Nitrite has risen to /);
    expect(says).not.toMatch(/has not fallen|no fall/);
  });
  it('never say of a zero that it has not fallen', () => {
    const says = reasonsOf({ ammonia: [[3, '0 (0–0.12)']], nitrite: [[3, '0 (0–0.1)']] });
    expect(says).not.toMatch(/has not fallen|no fall shows/);
    expect(says).toMatch(/reads as nothing/);
  });
});
