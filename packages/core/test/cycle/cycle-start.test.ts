import {
  CheckedCycleStartSchema,
  cameTrue,
  doseFor,
  dosingSchools,
  planOf,
  redoses,
  waysToStart,
  wayInfo,
} from '@hedge-lamp/core/cycle';
import { day, madeStart } from './made-log';

describe('the start of a cycle', () => {
  it('weighs ammonium chloride: 0.3819 g for 1 mg/L NH3-N in 100 L', () => {
    expect(doseFor({ ammoniaFrom: 'ammonium-chloride', strength: 10 }, 1, 100)!.amount).toEqual({
      by: 'ammonium-chloride',
      grams: '0.38',
    });
  });
  it('measures household ammonia by its strength: 10 · w · d · 0.8224 mg N in a mL', () => {
    const dose = doseFor({ ammoniaFrom: 'household-ammonia', strength: 9.5 }, 2, 54)!;
    const milliliters = (2 * 54) / (10 * 9.5 * 0.96 * 0.8224);
    expect(dose.words).toBe(`${Number(milliliters.toPrecision(2))} mL of household ammonia of 9.5 %`);
  });
  it('is nothing for no rise', () => {
    expect(doseFor({ ammoniaFrom: 'ammonium-chloride', strength: 10 }, 0, 100)).toBeNull();
  });
  it('offers every school with its reason', () => {
    for (const answers of Object.values(dosingSchools))
      for (const { label, reason } of answers) expect(`${label} ${reason}`.length).toBeGreaterThan(30);
    expect(dosingSchools.redose.map((s) => s.value)).toEqual([...redoses]);
    for (const way of waysToStart) expect(wayInfo[way].hint).not.toBe('');
  });
  const refused = (more: object) =>
    CheckedCycleStartSchema.safeParse({ ...madeStart(), ...more }).error?.issues[0]?.message;
  it('refuses what cannot be, in words', () => {
    expect(refused({ target: 1000 })).toMatch(/At most 8 mg\/L/);
    expect(refused({ target: 0 })).toMatch(/At least 0.25/);
    expect(refused({ strength: 60 })).toMatch(/At most 35 %/);
    expect(refused({ endedAt: madeStart().startedAt - day, outcome: 'ready' })).toMatch(
      /ended before it began/,
    );
    expect(refused({ endedAt: madeStart().startedAt + day })).toMatch(/how it ended/);
    expect(refused({})).toBeUndefined();
  });
  it('plans doses only where ammonia feeds the filter', () => {
    expect(planOf(madeStart({ redose: 'daily' }), 'ammonia', null).redose).toBe('daily');
    expect(planOf(madeStart({ redose: 'daily' }), 'fish', null).redose).toBe('never');
  });
});

describe('an earlier forecast', () => {
  const forecast = {
    id: '',
    startId: '',
    madeAt: 0,
    newestReadingAt: 0,
    readings: 9,
    early: 10 * day,
    middle: 12 * day,
    late: 15 * day,
    createdAt: 0,
  };
  it('is held against what came true, to the day', () => {
    expect(cameTrue(forecast, null)).toBe('open');
    expect(cameTrue(forecast, 12 * day)).toBe('inside');
    expect(cameTrue(forecast, 15.6 * day)).toBe('inside');
    expect(cameTrue(forecast, 8 * day)).toBe('early');
    expect(cameTrue(forecast, 17 * day)).toBe('late');
    expect(cameTrue({ ...forecast, late: null }, 40 * day)).toBe('inside');
  });
});
