import { v4 as newId } from 'uuid';
import { keepForecast } from '../src/cycle/store';
import { type MadeApp, khReading, makeApp, now } from './made-app';

let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater();
});
afterEach(() => made.close());

const day = 86_400_000;
interface Answer {
  id: string;
  version: number;
  detail: string;
  errors: { path: string; message: string }[];
  current: { note: string };
}
interface Cycle {
  starts: { id: string; target: number; endedAt: number | null }[];
  readings: { id: string }[];
  deeds: { kind: string; amount: object | null }[];
  source: Record<string, { value: object }>;
  forecasts: { id: string; readings: number }[];
}
const draft = (more: object = {}) => ({
  id: newId(),
  waterId,
  startedAt: now - 10 * day,
  zone: 'Etc/UTC',
  way: 'fishless-ammonia',
  ...more,
});
const start = (body: object) => made.call<Answer>('POST', '/api/cycle-starts', body);
const cycle = async () => (await made.call<Cycle>('GET', `/api/waters/${waterId}/cycle`)).body;
const water = async () =>
  (await made.call<{ cycling: boolean; version: number }>('GET', `/api/waters/${waterId}`)).body;
const put = (body: { id: string }, version: number) =>
  made.call<Answer>('PUT', `/api/cycle-starts/${body.id}`, { version, start: body });

describe('a cycle', () => {
  it('begins once however often it is sent, and marks its water as cycling', async () => {
    const one = draft();
    expect((await start(one)).status).toBe(201);
    expect((await start(one)).status).toBe(200);
    expect((await start({ ...one, target: 4 })).status).toBe(409);
    expect((await cycle()).starts.map((s) => s.id)).toEqual([one.id]);
    expect((await water()).cycling).toBe(true);
  });

  it('has the readings and deeds since its start, and the newest of the source', async () => {
    const tap = await made.makeWater({ name: 'Tap', kind: 'source', netLiters: null });
    const own = await made.makeWater({ name: 'Own', sourceWaterId: tap });
    await made.call('POST', '/api/readings', khReading(tap, 5));
    await start(draft({ waterId: own }));
    const [before, after] = [
      khReading(own, 4, { takenAt: now - 12 * day }),
      khReading(own, 4, { takenAt: now - 3 * day }),
    ];
    for (const reading of [before, after]) await made.call('POST', '/api/readings', reading);
    const amount = { by: 'rise', text: '2', unit: 'mg/L NH3-N' };
    for (const at of [now - 11 * day, now - 2 * day])
      await made.call('POST', '/api/deeds', {
        id: newId(),
        waterId: own,
        kind: 'ammonia-dose',
        at,
        zone: 'Etc/UTC',
        amount,
      });
    waterId = own;
    const { readings, deeds, source } = await cycle();
    expect(readings.map((r) => r.id)).toEqual([after.id]);
    expect(deeds).toMatchObject([{ kind: 'ammonia-dose', amount }]);
    expect(Object.keys(source)).toEqual(['alkalinity']);
  });

  it('settles its water when it ends as ready, and leaves it cycling when it is given up', async () => {
    const one = draft();
    await start(one);
    const ended = await put({ ...one, endedAt: now - day, outcome: 'ready' } as never, 1);
    expect(ended.body.version).toBe(2);
    expect((await water()).cycling).toBe(false);
    const next = draft({ startedAt: now - day / 2, way: 'upset' });
    expect((await start(next)).status).toBe(201);
    expect((await water()).cycling).toBe(true);
    await put({ ...next, endedAt: now, outcome: 'given-up' } as never, 1);
    expect((await water()).cycling).toBe(true);
    expect((await cycle()).starts.map((s) => s.id)).toEqual([next.id, one.id]);
  });

  it('is refused beside another that runs, with the field and what to do', async () => {
    await start(draft());
    const second = await start(draft({ startedAt: now - day }));
    expect(second.status).toBe(422);
    expect(second.body.errors[0]).toEqual({
      path: 'startedAt',
      message: 'A cycle runs in this water already. End it before you start another.',
    });
  });

  it.each([
    ['a dose of 1,000 mg/L', { target: 1000 }, 'target', /At most 8 mg/],
    ['a start in the future', { startedAt: now + day }, 'startedAt', /lies in the future/],
    ['a way that is none', { way: 'by-prayer' }, 'way', /Choose how/],
    ['an end without an outcome', { endedAt: now }, 'outcome', /how it ended/],
  ])('is refused with %s', async (_what, more, path, message) => {
    const { status, body } = await start(draft(more));
    expect(status).toBe(422);
    expect(body.errors).toContainEqual({ path, message: expect.stringMatching(message) });
    expect((await cycle()).starts).toEqual([]);
  });

  it('does not begin in a stream or a tap', async () => {
    const stream = await made.makeWater({ kind: 'stream', netLiters: null });
    expect((await start(draft({ waterId: stream }))).body.errors[0]!.message).toMatch(/no filter/);
  });

  it('is changed by one of two who opened it, and the other is told what stands now', async () => {
    const one = draft();
    await start(one);
    expect((await put({ ...one, note: 'mine' } as never, 1)).status).toBe(200);
    const late = await put({ ...one, note: 'theirs' } as never, 1);
    expect(late.status).toBe(409);
    expect(late.body.current.note).toBe('mine');
  });

  it('is removed and brought back, unless another runs by then', async () => {
    const one = draft();
    await start(one);
    await made.call('DELETE', `/api/cycle-starts/${one.id}`);
    expect((await cycle()).starts).toEqual([]);
    await made.call('POST', `/api/cycle-starts/${one.id}/restore`);
    expect((await cycle()).starts).toHaveLength(1);
    await made.call('DELETE', `/api/cycle-starts/${one.id}`);
    await start(draft());
    expect((await made.call('POST', `/api/cycle-starts/${one.id}/restore`)).status).toBe(422);
  });
});

describe('forecasts', () => {
  const forecast = (startId: string, more: object = {}) => ({
    id: newId(),
    startId,
    madeAt: now - day,
    newestReadingAt: now - day,
    readings: 12,
    early: now + day,
    middle: now + 3 * day,
    late: null,
    ...more,
  });
  const keep = (body: object) => made.call<Answer>('POST', '/api/forecasts', body);

  it('are kept once for each newest reading, the first of them, in order', async () => {
    const one = draft();
    await start(one);
    const second = forecast(one.id, { newestReadingAt: now - day / 2 });
    expect((await keep(second)).status).toBe(201);
    const first = forecast(one.id);
    await keep(first);
    expect((await keep(forecast(one.id, { readings: 99 }))).body.id).toBe(first.id);
    expect((await cycle()).forecasts.map((f) => [f.id, f.readings])).toEqual([
      [first.id, 12],
      [second.id, 12],
    ]);
  });
  it('out of order are refused; one that an earlier version kept does not keep the others from being shown', async () => {
    const one = draft();
    await start(one);
    const wrong = forecast(one.id, { early: now + 5 * day });
    const refused = await keep(wrong);
    expect(refused.status).toBe(422);
    expect(refused.body.errors[0]!.message).toMatch(/The early day comes before the likely one/);
    keepForecast(made.database, wrong, now);
    const sound = forecast(one.id, { newestReadingAt: now - day / 2 });
    await keep(sound);
    expect((await cycle()).forecasts.map((f) => f.id)).toEqual([wrong.id, sound.id]);
  });
  it('of no cycle, or of the future, are refused', async () => {
    expect((await keep(forecast(newId()))).status).toBe(404);
    const one = draft();
    await start(one);
    expect((await keep(forecast(one.id, { madeAt: now + day }))).status).toBe(422);
  });
});
