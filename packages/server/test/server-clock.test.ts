import { v4 as newId } from 'uuid';
import { watchedClock } from '../src/house/watched-clock';
import { type ClockGiven, serverClock } from '../src/clock/server-clock';
import { hasLiveRun, startRun, addEvents } from '../src/bench/store';
import { keepReading, readingOf, versionsOf } from '../src/readings/records';
import { RunDraftSchema } from '@hedge-lamp/core/bench';
import { ReadingDraftSchema } from '@hedge-lamp/core/readings';
import { type MadeApp, khReading, makeApp, now as noon } from './made-app';

const hour = 3_600_000;
const day = 24 * hour;

/** A machine whose clock can be set, and which can sleep. */
const machine = (wall = noon) => {
  const state = { wall, awake: 5_000_000 };
  return {
    state,
    clocks: { wall: () => state.wall, awake: () => state.awake },
    pass(ms: number) {
      state.wall += ms;
      state.awake += ms;
    },
    set(by: number) {
      state.wall += by;
    },
  };
};
const given = (more: Partial<ClockGiven>): ClockGiven => ({
  isNeeded: () => false,
  madeAt: noon - 30 * day,
  otherwise: 0,
  wasSet: () => undefined,
  followed: () => undefined,
  ...more,
});

describe('the clock of the server', () => {
  it('moves no timer when the machine’s clock is set while a run is live, and dates by it all the same', () => {
    const { clocks, pass, set } = machine();
    const sets: number[] = [];
    const clock = serverClock(given({ isNeeded: () => true, wasSet: (by) => sets.push(by), clocks }));
    const then = clock.now();
    set(2 * hour);
    pass(1000);
    expect([clock.now(), clock.date()]).toEqual([then + 1000, then + 1000 + 2 * hour]);
    set(-day);
    pass(1000);
    expect([clock.now(), clock.date()]).toEqual([then + 2000, then + 2000 + 2 * hour - day]);
    expect(sets).toEqual([2 * hour, -day]);
  });
  it('counts the hours of sleep', () => {
    const { clocks, pass } = machine();
    const clock = serverClock(given({ isNeeded: () => true, clocks }));
    const then = clock.now();
    pass(3 * hour);
    expect(clock.now()).toBe(then + 3 * hour);
  });
  it('follows the machine’s clock again when no timer depends on it, and says by how much', () => {
    const { state, clocks, set } = machine();
    let live = true;
    const followed: number[] = [];
    const clock = serverClock(given({ isNeeded: () => live, followed: (by) => followed.push(by), clocks }));
    set(600_000);
    expect(clock.now()).toBe(state.wall - 600_000);
    live = false;
    expect(clock.now()).toBe(state.wall);
    expect(clock.date()).toBe(state.wall);
    expect(followed).toEqual([600_000]);
  });
  it('puts right what it could not at the first look, when the file was busy', () => {
    const { clocks, set } = machine();
    const sets: number[] = [];
    let busy = true;
    const clock = serverClock(
      given({
        isNeeded: () => true,
        wasSet: (by) => {
          if (busy) throw new Error('database is locked');
          sets.push(by);
        },
        clocks,
      }),
    );
    set(hour);
    expect(clock.date()).toBe(noon);
    busy = false;
    expect(clock.date()).toBe(noon + hour);
    expect(sets).toEqual([hour]);
  });
  it('does not believe a machine that woke up in 1970', () => {
    const { state, clocks, pass, set } = machine(day);
    const sets: number[] = [];
    const clock = serverClock(given({ wasSet: (by) => sets.push(by), clocks }));
    expect(clock.isCredible()).toBe(false);
    expect(clock.date()).toBe(noon - 30 * day);
    pass(hour);
    expect(clock.date()).toBe(noon - 30 * day + hour);
    set(noon - state.wall);
    expect(clock.isCredible()).toBe(true);
    expect(clock.date()).toBe(noon);
    expect(sets).toEqual([30 * day - hour]);
  });
});

describe('what a wrong clock dated', () => {
  let made: MadeApp;
  let waterId: string;
  beforeEach(async () => {
    made = await makeApp();
    waterId = await made.makeWater();
  });
  afterEach(() => made.close());
  const started = noon - 30 * day;
  const read = (takenAt: number, date: number) => {
    const draft = ReadingDraftSchema.parse(khReading(waterId, 5, { takenAt }));
    keepReading(made.database, draft, date);
    return draft.id;
  };
  const takenAt = (id: string) => readingOf(made.database, id).takenAt;

  it('is put right when it is set right; what was typed with a date of its own, or before, stays', () => {
    const m = machine();
    const early = read(noon - 5000, noon - 1000);
    m.set(-3 * day);
    const clock = watchedClock(made.database, started, m.clocks);
    m.pass(60_000);
    const now = clock.date();
    expect(now).toBe(noon - 3 * day + 60_000);
    const byClock = read(now - 20_000, now);
    const typed = read(now - 2 * day, now);
    m.set(3 * day);
    expect(clock.date()).toBe(noon + 60_000);
    expect(takenAt(byClock)).toBe(noon + 40_000);
    expect(takenAt(typed)).toBe(noon - 5 * day + 60_000);
    expect(takenAt(early)).toBe(noon - 5000);
    // What it said before can still be seen.
    expect(versionsOf(made.database, byClock).map((v) => v.was.takenAt)).toEqual([now - 20_000]);
    // Set wrong by mistake, and back: all is as it was.
    m.set(hour);
    clock.date();
    m.set(-hour);
    clock.date();
    expect(takenAt(byClock)).toBe(noon + 40_000);
  });

  it('moves by no nudge: no reading counts as edited for a few seconds', () => {
    const m = machine();
    const clock = watchedClock(made.database, started, m.clocks);
    const id = read(clock.date(), clock.date());
    m.set(4000);
    clock.date();
    expect([takenAt(id), versionsOf(made.database, id)]).toEqual([noon, []]);
  });

  it('is put right after the server was started anew on the same machine', () => {
    const m = machine(noon - 3 * day);
    watchedClock(made.database, started, m.clocks);
    const id = read(m.state.wall, m.state.wall);
    m.pass(hour);
    m.set(3 * day);
    watchedClock(made.database, started, m.clocks);
    expect(takenAt(id)).toBe(noon);
  });

  it('that stood at 1970 breaks no list, and is put right', async () => {
    const m = machine(day);
    const clock = watchedClock(made.database, started, m.clocks);
    const id = read(clock.date(), clock.date());
    const list = await made.call<{ readings: { takenAt: number }[] }>(
      'GET',
      `/api/waters/${waterId}/readings`,
    );
    expect(list.status).toBe(200);
    expect(list.body.readings[0]!.takenAt).toBe(started);
    m.pass(hour);
    m.set(noon + hour - m.state.wall);
    clock.date();
    expect(takenAt(id)).toBe(noon);
  });

  it('in a live run is dated right from the moment that the clock is, and its timers stand where they stood', () => {
    const m = machine(noon - 3 * day);
    const clock = watchedClock(made.database, started, m.clocks);
    const testIds = [newId(), newId()];
    const begun = clock.now();
    const draft = RunDraftSchema.parse({
      id: newId(),
      waterId,
      startedAt: begun,
      zone: 'Etc/UTC',
      tests: testIds.map((id) => ({ id, methodId: 'pen-ph' })),
    });
    startRun(made.database, draft);
    const event = (more: object) => ({ id: newId(), testId: testIds[0]!, at: clock.now(), ...more }) as never;
    const keepPh = (testId: string) => {
      const readingId = newId();
      const steps = [0, 1, 2, 3].map((step) => event({ testId, type: 'step-done', step, did: true }));
      const figure = [0, 1, 2, 3, 4].map((step) =>
        event({ testId, type: 'figure', step, text: '7.4', unit: 'pH' }),
      );
      const confirmed = event({ testId, type: 'confirmed', readingId, zone: 'Etc/UTC' });
      for (const e of [...steps.flatMap((s, k) => [figure[k]!, s]), confirmed])
        addEvents(made.database, draft.id, [e], clock.now(), {
          date: clock.date(),
          horizon: clock.date(),
          clockAhead: null,
        });
      return readingId;
    };
    m.pass(60_000);
    const first = keepPh(testIds[0]!);
    expect(takenAt(first)).toBe(noon - 3 * day + 60_000);
    m.set(3 * day);
    m.pass(60_000);
    expect(hasLiveRun(made.database, clock.now())).toBe(true);
    expect(clock.now()).toBe(begun + 120_000);
    expect(takenAt(first)).toBe(noon + 60_000);
    const second = keepPh(testIds[1]!);
    expect(takenAt(second)).toBe(noon + 120_000);
    // The run is over: it goes where its readings are.
    expect(clock.now()).toBe(noon + 120_000);
    const row = made.database.$client.prepare('select started_at from runs').get() as { started_at: number };
    expect(row.started_at).toBe(noon);
  });

  it('does not cut a wait of thirty days short', async () => {
    const m = machine(noon - 20 * day);
    const clock = watchedClock(made.database, started, m.clocks);
    const date = clock.date();
    await made.call('DELETE', `/api/waters/${waterId}`);
    made.database.$client
      .prepare('update waters set deleted_at = ?, purge_at = ?')
      .run(date, date + 30 * day);
    m.set(20 * day);
    clock.date();
    const row = made.database.$client.prepare('select purge_at from waters').get();
    expect(row).toEqual({ purge_at: noon + 30 * day });
  });
});
