import { type Kit, type Method, methodOf } from '@hedge-lamp/core/methods';
import { v4 as newId } from 'uuid';
import { type MadeApp, khReading, makeApp, now } from './made-app';

let made: MadeApp;
beforeEach(async () => {
  made = await makeApp();
});
afterEach(() => made.close());

const own = (id: string, version: number, perDrop = 0.5): Method => ({
  ...methodOf('kh-drops'),
  id,
  version,
  name: 'KH, mine',
  basis: 'own leaflet',
  copiedFrom: 'kh-drops',
  result: { by: 'titration', perDrop, unit: '°dKH' },
});
const save = (method: unknown) =>
  made.call<{ errors: { path: string; message: string }[]; current: Method }>('POST', '/api/methods', {
    method,
  });

describe('a keeper’s own method', () => {
  it('is kept in every version, and each reading knows the one it was made with', async () => {
    const id = newId();
    const waterId = await made.makeWater();
    expect((await save(own(id, 1, 0.5))).status).toBe(201);
    const old = khReading(waterId, 8, { methodId: id });
    await made.call('POST', '/api/readings', old);
    expect((await save(own(id, 2, 2))).status).toBe(201);
    await made.call('POST', '/api/readings', khReading(waterId, 8, { methodId: id }));
    const { body } = await made.call<{ readings: { methodVersion: number; value: { best: number } }[] }>(
      'GET',
      `/api/waters/${waterId}/readings`,
    );
    // A degree of KH is 0.3566 meq/L: 8 drops are 4 and 16 °dKH.
    const byVersion = new Map(body.readings.map((r) => [r.methodVersion, r.value.best / 0.35663]));
    expect(byVersion.get(1)).toBeCloseTo(4, 2);
    expect(byVersion.get(2)).toBeCloseTo(16, 2);
    // Put right later, it still goes by its own version.
    const { entered: _e, ...rest } = old;
    const change = {
      ...rest,
      samplingPointId: null,
      kitId: null,
      drawnFrom: null,
      doubts: [],
      by: '',
      note: 'seen',
    };
    const edited = await made.call<{ methodVersion: number }>('PUT', `/api/readings/${old.id}`, {
      version: 1,
      change: { ...change, entered: { how: 'drops', drops: 9 } },
    });
    expect(edited.body.methodVersion).toBe(1);
    // The same reading sent again is the same.
    expect((await made.call('POST', '/api/readings', { ...old, methodVersion: null })).status).toBe(200);
  });

  it('sent twice is kept once; saved over somebody else’s is a conflict that shows theirs', async () => {
    const id = newId();
    await save(own(id, 1));
    expect((await save(own(id, 1))).status).toBe(200);
    const clash = await save(own(id, 1, 3));
    expect(clash.status).toBe(409);
    expect(clash.body.current.result).toMatchObject({ perDrop: 0.5 });
    expect((await save(own(id, 3))).status).toBe(422);
  });

  it('that makes no sense is refused with every fault and its path', async () => {
    const bad = own(newId(), 1);
    bad.bottles = [];
    const { status, body } = await save(bad);
    expect(status).toBe(422);
    expect(body.errors).toMatchObject([
      { path: 'method.steps.2.bottle', message: expect.stringMatching(/Step 3/) },
    ]);
    expect((await save(7)).status).toBe(422);
    expect((await save({ ...methodOf('kh-drops'), version: 2 })).body.errors[0]!.path).toBe('method.id');
  });

  it('of a megabyte of nonsense is turned away at the door', async () => {
    const answer = await made.app.inject({
      method: 'POST',
      url: '/api/methods',
      headers: { 'content-type': 'application/json' },
      payload: `{"method":"${'x'.repeat(1_000_000)}"}`,
    });
    expect(answer.statusCode).toBe(413);
  });

  it('put away is still known to its readings, and comes back', async () => {
    const id = newId();
    const waterId = await made.makeWater();
    await save(own(id, 1));
    await made.call('DELETE', `/api/methods/${id}`);
    expect((await made.call('POST', '/api/readings', khReading(waterId, 4, { methodId: id }))).status).toBe(
      201,
    );
    await made.call('POST', `/api/methods/${id}/restore`);
    const { body } = await made.call<{ deletedAt: number | null }[]>('GET', '/api/methods');
    expect(body.map((m) => m.deletedAt)).toEqual([null]);
  });

  it('publishes the form of its file', async () => {
    const { status, body } = await made.call('GET', '/api/methods/schema.json');
    expect([status, body.$ref]).toEqual([200, '#/$defs/MethodFile']);
  });
});

describe('a kit', () => {
  const draft = (more: object = {}) => ({
    id: newId(),
    name: 'Hazel box',
    tests: [{ methodId: 'kh-drops', perBox: 60, counted: 10 }],
    countedAt: now - 86_400_000,
    ...more,
  });
  const kitsNow = async () => (await made.call<Kit[]>('GET', '/api/kits')).body;

  it('is counted down by tubes that reagent went into, set aside or kept, each once', async () => {
    const kit = draft();
    const waterId = await made.makeWater();
    expect((await made.call('POST', '/api/kits', kit)).status).toBe(201);
    const tests = [1, 2, 3].map(() => ({ id: newId(), methodId: 'kh-drops', kitId: kit.id }));
    const run = { id: newId(), waterId, startedAt: now, zone: 'Etc/UTC', tests };
    await made.call('POST', '/api/runs', run);
    const tell = (k: number, ...bodies: object[]) =>
      made.call('POST', `/api/runs/${run.id}/events`, {
        events: bodies.map((b) => ({ id: newId(), testId: tests[k]!.id, at: now, ...b })),
      });
    const counted = [0, 1].map((step) => ({ type: 'step-done', step, did: true }));
    const turned = [
      { type: 'drop', step: 2 },
      { type: 'turned', step: 2 },
    ];
    await tell(0, ...counted, ...turned, { type: 'confirmed', readingId: newId(), zone: 'Etc/UTC' });
    await tell(1, ...counted, { type: 'drop', step: 2 }, { type: 'set-aside' });
    // Set aside before any reagent: nothing was used.
    await tell(2, ...counted, { type: 'set-aside' });
    // One that was written in by hand.
    await made.call('POST', '/api/readings', khReading(waterId, 5, { kitId: kit.id }));
    expect((await kitsNow())[0]!.uses).toHaveLength(3);
  });

  it('is changed by who saw its newest version, put away and brought back', async () => {
    const kit = draft();
    await made.call('POST', '/api/kits', kit);
    expect((await made.call('POST', '/api/kits', kit)).status).toBe(200);
    const put = (version: number, name: string) =>
      made.call('PUT', `/api/kits/${kit.id}`, { version, kit: { ...kit, name } });
    expect((await put(1, 'Alder box')).status).toBe(200);
    expect((await put(1, 'Elder box')).status).toBe(409);
    await made.call('DELETE', `/api/kits/${kit.id}`);
    expect(await kitsNow()).toEqual([]);
    await made.call('POST', `/api/kits/${kit.id}/restore`);
    expect((await kitsNow())[0]!.name).toBe('Alder box');
  });

  it('for a test that is not there is refused at that test', async () => {
    const answer = await made.call<{ errors: { path: string }[] }>(
      'POST',
      '/api/kits',
      draft({ tests: [{ methodId: 'moon-dust' }] }),
    );
    expect([answer.status, answer.body.errors[0]!.path]).toEqual([422, 'tests.0.methodId']);
  });
});

describe('a run', () => {
  it('of both pH ranges makes one pH on Today, with the workings of both', async () => {
    const waterId = await made.makeWater();
    const runId = newId();
    const ph = (methodId: string, cardId: string, match: object) =>
      made.call('POST', '/api/readings', {
        ...khReading(waterId, 1),
        parameter: 'ph',
        methodId,
        runId,
        entered: { how: 'card', cardId, match },
      });
    await ph('ph-low-range', 'ph-low', { found: 'between', below: 2, share: 0.5 });
    await ph('ph-high-range', 'ph-high', { found: 'at', swatch: 0 });
    type Gauge = { subject: string; value: { low: number; high: number }; workings: { title: string } };
    const { body } = await made.call<{ gauges: Gauge[] }>('GET', `/api/waters/${waterId}/today`);
    const gauge = body.gauges.find((g) => g.subject === 'ph')!;
    expect(gauge.value).toMatchObject({ low: 6.8, high: 7.1 });
    expect(gauge.workings.title).toBe('pH from two ranges');
  });

  it('pins the version of each method when it starts, and takes the same draft again', async () => {
    const id = newId();
    const waterId = await made.makeWater();
    await save(own(id, 1));
    const draft = {
      id: newId(),
      waterId,
      startedAt: now,
      zone: 'Etc/UTC',
      tests: [{ id: newId(), methodId: id }],
    };
    await made.call('POST', '/api/runs', draft);
    await save(own(id, 2));
    const again = await made.call<{ tests: { methodVersion: number }[] }>('POST', '/api/runs', draft);
    expect([again.status, again.body.tests[0]!.methodVersion]).toEqual([200, 1]);
  });

  it('takes no more tubes than fit', async () => {
    const waterId = await made.makeWater();
    const draft = {
      id: newId(),
      waterId,
      startedAt: now,
      zone: 'Etc/UTC',
      tests: [{ id: newId(), methodId: 'kh-drops' }],
    };
    await made.call('POST', '/api/runs', draft);
    const events = Array.from({ length: 30 }, () => {
      const id = newId();
      return { id: newId(), testId: id, at: now, type: 'added', test: { id, methodId: 'kh-drops' } };
    });
    const answer = await made.call<{ detail: string }>('POST', `/api/runs/${draft.id}/events`, { events });
    expect([answer.status, answer.body.detail]).toEqual([422, expect.stringMatching(/At most 27 tubes/)]);
  });
});
