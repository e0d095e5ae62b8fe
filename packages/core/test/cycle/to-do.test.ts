import { type CycleLog, type ToDoGiven, challengeOf, toDo } from '@hedge-lamp/core/cycle';
import type { Reading } from '@hedge-lamp/core/readings';
import { effectOf } from '@hedge-lamp/core/remedies';
import { dueTests } from '@hedge-lamp/core/schedule';
import { day, madeDeed, madeLog, madeReading, madeStart, startedAt } from './made-log';

const zero = '0 (0–0.12)';
const given = (log: CycleLog, more: Partial<ToDoGiven> = {}): ToDoGiven => ({
  start: madeStart(),
  log,
  stage: 'nitrite-falling',
  stall: null,
  challenge: null,
  deeds: [],
  liters: 100,
  now: startedAt + log.days * day,
  readyNow: null,
  mayHoldAnimals: false,
  khRunsOut: null,
  ...more,
});
const fresh = (ammonia: string, nitrite: string) =>
  madeLog(20, {
    ammonia: [
      [18, '1'],
      [20, ammonia],
    ],
    nitrite: [[20, nitrite]],
  });
const says = (g: ToDoGiven) => toDo(g).map((t) => t.says);

/** Nitrite was seen to fall to nothing, and ammonia with it. */
const fell = madeLog(20, {
  ammonia: [
    [10, '1'],
    [20, zero],
  ],
  nitrite: [
    [10, '5 (4–7)'],
    [16, '1 (0.8–1.4)'],
    [20, zero],
  ],
});

describe('what to do today', () => {
  it('is to dose when ammonia is gone, weighed for this water', () => {
    const [first] = toDo(given(fresh(zero, '1')));
    // 2 mg/L in 100 L: 0.76 g of ammonium chloride.
    expect(first!.says).toBe('Dose 0.76 g of ammonium chloride for 2 mg/L NH3-N.');
    expect(first!.deed!.amount).toEqual({ by: 'ammonium-chloride', grams: '0.76' });
  });
  it('is not to dose while there is some left, unless that is the school', () => {
    expect(says(given(fresh('1 (0.8–1.4)', '1')))).toEqual(['No dose today.']);
    const daily = madeStart({ redose: 'daily' });
    expect(says(given(fresh('1 (0.8–1.4)', '1'), { start: daily }))[0]).toMatch(/^Dose 0.38 g/);
  });
  it('is not to dose at nitrite’s peak for those who stop there', () => {
    const start = madeStart({ pauseAtPeak: true });
    expect(says(given(fresh(zero, '10'), { start }))).toEqual(['No dose today.']);
    expect(says(given(fresh(zero, '0.5'), { start }))[0]).toMatch(/^Dose/);
  });
  it('is not to dose twice after one test', () => {
    const dosed = [madeDeed('ammonia-dose', 20)];
    expect(says(given(fresh(zero, '1'), { deeds: dosed, now: startedAt + 20.1 * day }))).toEqual([]);
  });
  it('is to test first when the last test is two days old, and daily with fish', () => {
    const log = madeLog(21, { ammonia: [[19, '1']], nitrite: [[19, '1']] });
    expect(says(given(log))).toEqual(['Test ammonia and nitrite today.']);
    const fish = { ...madeLog(20, { ammonia: [[19, '1']], nitrite: [[19, '1']] }), feeding: 'fish' as const };
    expect(says(given(fish))).toEqual(['Test ammonia and nitrite today.']);
  });
  it('is the first dose at the very start', () => {
    expect(says(given(madeLog(0, {}, [])))).toEqual([
      'Test ammonia and nitrite today.',
      'Dose 0.76 g of ammonium chloride for 2 mg/L NH3-N.',
    ]);
  });
  it('is food that rots where that is the way: 1 mg/L of nitrogen in 100 L is 100 mg, in 1.6 g of flakes', () => {
    const log = { ...fresh('1', '1'), feeding: 'food' as const };
    const [first] = toDo(given(log));
    expect(first!.says).toMatch(/^Put in about 1.6 g of food/);
    expect(effectOf(first!.deed!.amount, 100).food!.best).toBeCloseTo(1, 1);
    expect(says(given(log, { deeds: [madeDeed('feed', 19)] }))).toEqual([]);
  });
  it('is the challenge when the forecast thinks it will pass', () => {
    const found = toDo(given(fresh(zero, zero), { readyNow: 0.8 }));
    expect(found[0]!.says).toMatch(/^Take the 24-hour challenge: 0.76 g/);
    expect(found[0]!.deed!.kind).toBe('challenge');
    expect(says(given(fresh(zero, zero), { readyNow: 0.2 }))[0]).toMatch(/^Dose/);
  });
  it('is the challenge also without a forecast, where nitrite fell to nothing and ammonia with it', () => {
    const [first] = toDo(given(fell));
    expect(first).toMatchObject({
      deed: { kind: 'challenge' },
      why: 'Ammonia and nitrite both read as nothing.',
    });
    // A nitrite that never showed may lie far over its card.
    expect(says(given(fresh(zero, zero)))[0]).toMatch(/^Dose/);
    expect(says(given(fresh(zero, '1')))[0]).toMatch(/^Dose/);
  });
  it('says how the last challenge ended, for some days where it failed, and until the next where it says nothing clear', () => {
    const dose = madeDeed('challenge', 16);
    const after = (nitrite: string) => [
      madeReading('ammonia', 17, zero),
      madeReading('nitrite', 17, nitrite),
    ];
    const at = (onDay: number, readings: Parameters<typeof challengeOf>[1]) =>
      says(
        given(madeLog(onDay, { ammonia: [[onDay, '1']], nitrite: [[onDay, '1']] }), {
          challenge: challengeOf([dose], readings, startedAt + onDay * day),
          deeds: [dose],
        }),
      )[0];
    expect(at(18, after('1 (0.8–1.4)'))).toMatch(/^Not yet: a day after the dose nitrite still shows/);
    expect(at(22, after('1 (0.8–1.4)'))).toBe('No dose today.');
    expect(at(18, after(zero))).toMatch(/nobody saw the dose go in/);
    expect(at(30, after(zero))).toMatch(/nobody saw the dose go in/);
  });
  it('is the challenge again where the last one cannot be read, whatever the forecast', () => {
    const log = fell;
    const dose = madeDeed('challenge', 19);
    const readings = [madeReading('ammonia', 20, zero), madeReading('nitrite', 20, zero)];
    const challenge = challengeOf([dose], readings, startedAt + 20 * day);
    expect(says(given(log, { challenge, deeds: [dose], readyNow: 0.2 }))).toEqual([
      expect.stringMatching(/nobody saw the dose go in/),
      expect.stringMatching(/^Take the 24-hour challenge/),
    ]);
  });
  it('offers it again only while nothing lives in the water, where one that was passed no longer holds', () => {
    const log = madeLog(30, {
      ammonia: [
        [10, '1'],
        [20, zero],
        [29, zero],
      ],
      nitrite: [
        [10, '5 (4–7)'],
        [15, '1 (0.8–1.4)'],
        [20, zero],
        [29, zero],
      ],
    });
    const dose = madeDeed('challenge', 19);
    const landed = madeReading('ammonia', 19.05, '2 (1.5–3)');
    const readings = [landed, madeReading('ammonia', 20, zero), madeReading('nitrite', 20, zero)];
    const challenge = challengeOf([dose], readings, startedAt + 30 * day)!;
    expect(challenge.wasPassed).toBe(true);
    const list = toDo(given(log, { challenge, deeds: [dose], readyNow: 0.2 }));
    expect(list.map((t) => t.says)).toEqual([
      expect.stringMatching(/Nothing was fed for 11 days.*with animals in it dose nothing/),
      expect.stringMatching(/^Take the 24-hour challenge/),
    ]);
    expect(list[1]!.why).toBe('Only while nothing lives in the water.');
    // So is the plain dose, for who cannot take the challenge yet.
    const unproven = fresh(zero, zero);
    const [, dosed] = toDo(given(unproven, { challenge, deeds: [dose], readyNow: 0.2 }));
    expect(dosed!.says).toMatch(/^Dose/);
    expect(dosed!.why).toBe('Only while nothing lives in the water.');
  });
  it('is no ammonia and no rotting food while animals may live in the water', () => {
    for (const feeding of ['ammonia', 'food'] as const)
      for (const log of [fell, fresh(zero, zero), madeLog(0.1, {})]) {
        const list = toDo(given({ ...log, feeding }, { readyNow: 0.8, mayHoldAnimals: true }));
        expect(list.map((t) => t.deed?.kind)).not.toContain('ammonia-dose');
        expect(list.map((t) => t.deed?.kind)).not.toContain('challenge');
        expect(list.map((t) => t.deed?.kind)).not.toContain('feed');
        expect(list.at(-1)!.says).toMatch(/^Put in nothing that makes ammonia/);
      }
  });
  it.each(['ammonia', 'fish'] as const)(
    'is to test (way: %s) on the days on which the test is due',
    (feeding) => {
      const said = new Set<boolean>();
      for (const age of [0.1, 0.4, 0.6, 0.9, 1.2, 1.4, 1.6, 1.75, 2, 3]) {
        const reads = { ammonia: [[20, '1']], nitrite: [[20, '1']] } as const;
        const log = madeLog(20 + age, reads, undefined, { feeding });
        const now = startedAt + log.days * day;
        const read = { takenAt: now - age * day } as Reading;
        const water = { kind: 'aquarium', cycling: true, createdAt: startedAt } as const;
        const due = dueTests(
          water,
          { ammonia: read, nitrite: read, nitrate: read, ph: read, alkalinity: read, hardness: read },
          [],
          () => 'clear',
          now,
          [],
          feeding === 'fish' ? 'with-fish' : 'fishless',
        );
        const isSaid = says(given(log)).some((s) => s.startsWith('Test ammonia and nitrite'));
        expect({ age, isSaid }).toEqual({ age, isSaid: due.length > 0 });
        said.add(isSaid);
      }
      // Both answers came up.
      expect(said.size).toBe(2);
    },
  );
  it('follows a challenge that runs, and asks for nothing else meanwhile', () => {
    const dose = madeDeed('challenge', 19);
    const challenge = challengeOf([dose], [], startedAt + 20 * day);
    expect(says(given(fresh(zero, zero), { challenge, deeds: [dose] }))).toEqual([
      'Test total ammonia and nitrite now.',
    ]);
  });
  it('is the cure first where it stands still', () => {
    const stall = {
      days: 6,
      what: 'Ammonia has not moved for 6 days.',
      causes: [{ cause: 'kh-gone' as const, what: 'KH is down.', cure: 'Add bicarbonate.' }],
    };
    expect(says(given(fresh('1', '1'), { stall }))[0]).toBe('Add bicarbonate.');
  });
  it('is bicarbonate before KH runs out: 3 °dKH in 100 L take 9 g', () => {
    const low = { ...fresh('1', '1') };
    const log = {
      ...low,
      observations: [...low.observations, ...madeLog(20, { alkalinity: [[19, '2']] }).observations],
    };
    const [first] = toDo(given(log, { khRunsOut: 0.9 }));
    // 2.996 g of NaHCO3 raise 100 L by 1 °dKH.
    expect(first!.says).toBe('Put in 9 g of bicarbonate for 3 °dKH.');
    expect(says(given(log, { khRunsOut: 0.9, deeds: [madeDeed('buffer', 19)] }))).not.toContain(first!.says);
    expect(says(given(fresh('1', '1'), { khRunsOut: 0.9 }))[0]).toBe('Test KH today.');
  });
});
