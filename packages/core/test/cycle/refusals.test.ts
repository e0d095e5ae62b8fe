import {
  type CycleFit,
  type CycleLog,
  enoughToForesee,
  fitCycle,
  fitsAtAll,
  forecast,
  nitriteHasFallen,
  planOf,
  tooUncertain,
} from '@hedge-lamp/core/cycle';
import { madeLog, madeStart } from './made-log';
import { secondFilter } from './second-filters';

/** All that is said of a log: why there is no forecast, or the forecast. */
function looked(log: CycleLog, seed = 3) {
  const refused = enoughToForesee(log, false);
  if (refused) return { refused, fit: null, seen: null };
  const fit: CycleFit = fitCycle(log, { seed, walkers: 120 });
  const doubt = fitsAtAll(fit);
  if (doubt) return { refused: doubt, fit, seen: null };
  const seen = forecast(fit, planOf(madeStart(), log.feeding, null));
  return { refused: tooUncertain(log, seen), fit, seen };
}
const dose = (day: number, nitrogen = 2) => ({ day, did: 'dose' as const, nitrogen, alkalinity: 0 });
/** A filter that grew in by day 24 and was dosed ever since. */
const grown = {
  ammonia: [
    [2, '2 (1.5–3)'],
    [6, '1 (0.8–1.4)'],
    [9, '0 (0–0.12)'],
    [12, '0 (0–0.12)'],
    [15, '0 (0–0.12)'],
    [18, '0 (0–0.12)'],
    [21, '0 (0–0.12)'],
    [24, '0 (0–0.12)'],
  ],
  nitrite: [
    [2, '0 (0–0.1)'],
    [6, '2 (1.5–3)'],
    [9, '5 (4–7)'],
    [12, '5 (4–7)'],
    [15, '4 (3–5)'],
    [18, '1 (0.8–1.5)'],
    [21, '0 (0–0.1)'],
    [24, '0 (0–0.1)'],
  ],
} as const;
const doses = [0, 9, 12, 18, 21, 24].map((day) => dose(day));

describe('a filter that stopped', () => {
  it.each([2, 4, 12])(
    'is asked about after %d readings of ammonia that no longer moves: never "ready today"',
    (n) => {
      const later = Array.from({ length: n }, (_, k) => [26 + k, '2 (1.5–3)'] as const);
      const { refused, seen } = looked(
        madeLog(26 + n, { ...grown, ammonia: [...grown.ammonia, ...later] }, [...doses, dose(25)]),
      );
      expect(seen === null).toBe(true);
      expect(refused!.asksIfStopped).toBe(true);
      expect(refused!.says).toMatch(/no forecast/);
    },
  );
  it('is not asked about again once it is noted that it was upset, and promised to nobody', () => {
    const later = Array.from({ length: 8 }, (_, k) => [26 + k, '2 (1.5–3)'] as const);
    // 0.4 °dKH for each mg of nitrogen that was turned over.
    const kh = [
      [1, '12 (11–13)'],
      [20, '8 (7–9)'],
      [33, '6.5 (5.5–7.5)'],
    ] as const;
    const log = madeLog(34, { ...grown, ammonia: [...grown.ammonia, ...later], alkalinity: kh }, [
      ...doses,
      { day: 24.5, did: 'upset' },
      dose(25),
    ]);
    const { refused, fit, seen } = looked(log);
    expect(refused?.asksIfStopped ?? false).toBe(false);
    expect(fit!.lost).toBeLessThan(0.5);
    expect(seen?.chance[0]?.by ?? 0).toBeLessThan(0.1);
  });
  it('is not asked about while nothing is odd', () => {
    const { refused } = looked(
      madeLog(
        18,
        {
          ammonia: grown.ammonia.slice(0, 6),
          nitrite: grown.nitrite.slice(0, 6),
        },
        doses.slice(0, 4),
      ),
    );
    expect(refused).toBeNull();
  });
});

describe('zeros throughout after a dose', () => {
  const zeros = (seeding: CycleLog['seeding'] = 'none', nitrate: [number, string][] = []) =>
    enoughToForesee(
      madeLog(
        6,
        {
          ammonia: [
            [1, '0 (0–0.12)'],
            [3, '0 (0–0.12)'],
            [5, '0 (0–0.12)'],
          ],
          nitrite: [
            [1, '0 (0–0.1)'],
            [5, '0 (0–0.1)'],
          ],
          nitrate,
        },
        [dose(0)],
        { seeding },
      ),
      false,
    );
  it('suspect the reagent or the dose first', () => {
    expect(zeros()!.says).toMatch(
      /^A dose went in and every reading since is zero. Suspect the reagent or the dose first/,
    );
    expect(zeros('little')!.tests).toContain('ammonia');
  });
  it('do not where nitrate rose for it, or a grown filter had a day to eat it', () => {
    expect(
      zeros('little', [
        [0, '2 (1–3)'],
        [5, '12 (9–15)'],
      ]),
    ).toBeNull();
    expect(zeros('plenty')).toBeNull();
  });
  it('do not where the first reading came a week after the dose', () => {
    const log = madeLog(
      12,
      {
        ammonia: [
          [9, '0 (0–0.12)'],
          [12, '0 (0–0.12)'],
        ],
        nitrite: [
          [9, '0 (0–0.1)'],
          [12, '0 (0–0.1)'],
        ],
      },
      [dose(0)],
    );
    expect(enoughToForesee(log, false)?.says ?? '').not.toMatch(/Suspect/);
  });
});

describe('logs that went wrong', () => {
  it('two filters in one log: told apart, or at least named no day', () => {
    const other = (says: string) => [3, 5, 7, 10, 13, 16].map((day) => [day, says] as const);
    const { refused } = looked(
      madeLog(
        18,
        {
          ammonia: [...grown.ammonia.slice(0, 6), ...other('4 (3–5)')].sort((a, b) => a[0] - b[0]),
          nitrite: [...grown.nitrite.slice(0, 6), ...other('0 (0–0.1)')].sort((a, b) => a[0] - b[0]),
        },
        doses.slice(0, 4),
      ),
    );
    expect(refused !== null).toBe(true);
  });
  it('a kit that was changed midway moves the day little where it is told', () => {
    const twice = grown.ammonia.map(([day, says]) => [day, says] as const);
    const log = madeLog(20, { ammonia: twice, nitrite: grown.nitrite.slice(0, 6) }, doses);
    const told: CycleLog = {
      ...log,
      observations: log.observations.map((o) =>
        o.of === 'nitrite' && o.day > 10 ? { ...o, otherKit: true } : o,
      ),
    };
    const { seen } = looked(told);
    expect(seen!.ready.middle).not.toBeNull();
  });
  it('nothing of a source that was not read is taken for zero', () => {
    const nitrateAfter = (source: number | null) => {
      const fit = fitCycle(
        madeLog(
          6,
          {
            ammonia: [
              [2, '2 (1.5–3)'],
              [6, '2 (1.5–3)'],
            ],
            nitrite: [
              [2, '0 (0–0.1)'],
              [6, '0 (0–0.1)'],
            ],
            nitrate: [[1, '20 (15–25)']],
          },
          [
            dose(0),
            {
              day: 4,
              did: 'change',
              part: 0.9,
              source: { ammonia: 0, nitrite: 0, nitrate: source, alkalinity: null },
            },
          ],
        ),
        { seed: 1, walkers: 60 },
      );
      return Math.max(...fit.samples.map((s) => s.now[2]!));
    };
    expect(nitrateAfter(null)).toBeGreaterThan(2);
    expect(nitrateAfter(0)).toBeLessThan(2);
  });
});

describe('a fall of nitrite', () => {
  const log = (part: number) =>
    madeLog(
      8,
      {
        nitrite: [
          [2, '4 (3–5)'],
          [6, '1.5 (1.2–2)'],
        ],
      },
      [
        dose(0),
        {
          day: 4,
          did: 'change',
          part,
          source: { ammonia: null, nitrite: null, nitrate: null, alkalinity: null },
        },
      ],
    );
  it('is none where a change of water explains it', () => {
    expect(nitriteHasFallen(log(0.6))).toBe(false);
    expect(nitriteHasFallen(log(0.1))).toBe(true);
  });
});

describe('filters of the second maker', () => {
  it('that never start are promised to nobody', () => {
    const said = (['unseeded', 'cold', 'soft', 'food'] as const).flatMap((group, k) => {
      const { seen, refused } = looked(secondFilter(group, 70 + k, 60, 'never starts').until(36), k);
      return refused || !seen
        ? []
        : [seen.chance[0]!.by > 0.5 || seen.chance.some((c) => c.day < 46 && c.by > 0.9)];
    });
    expect(said.filter(Boolean)).toHaveLength(0);
  });
});
