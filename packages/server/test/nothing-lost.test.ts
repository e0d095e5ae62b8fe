import { existsSync } from 'node:fs';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { v4 as newId } from 'uuid';
import { sweep } from '../src/exchange/purge';
import { type MadeApp, figureReading, khReading, makeApp, now } from './made-app';

const day = 86_400_000;
let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater();
});
afterEach(() => made.close());

const status = async (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, body?: object) =>
  (await made.call(method, url, body)).status;
const count = (table: string) =>
  (made.database.$client.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
const makeKit = async () => {
  const kit = {
    id: newId(),
    name: 'KH drops',
    tests: [{ methodId: 'kh-drops', tests: 50 }],
    countedAt: now - day,
  };
  expect(await status('POST', '/api/kits', kit)).toBe(201);
  return kit;
};
const startRun = async () => {
  const run = {
    id: newId(),
    waterId,
    startedAt: now - 60_000,
    zone: 'Etc/UTC',
    tests: [{ id: newId(), methodId: 'kh-drops' }],
  };
  expect(await status('POST', '/api/runs', run)).toBe(201);
  return run;
};
const drop = (run: { tests: { id: string }[] }) => ({
  id: newId(),
  testId: run.tests[0]!.id,
  at: now - 50_000,
  type: 'drop',
  step: 2,
});

describe('the same content is always accepted', () => {
  it('with minus zero, half a character and a nothing that was left out', async () => {
    const reading = figureReading(waterId, 'nitrite', '0.25', 'mg/L NO2', {
      note: 'half \ud83d of it',
      by: '\udc00',
    });
    expect(await status('POST', '/api/readings', reading)).toBe(201);
    expect(await status('POST', '/api/readings', reading)).toBe(200);
    const water = {
      id: newId(),
      name: 'W\ud800',
      kind: 'aquarium',
      netLiters: 10,
      meanDepth: null,
      surface: null,
    };
    expect(await status('POST', '/api/waters', water)).toBe(201);
    expect(await status('POST', '/api/waters', water)).toBe(200);
    expect(await status('POST', '/api/waters', { ...water, note: '' })).toBe(200);
  });

  it('also after the thing was changed since', async () => {
    const reading = khReading(waterId, 5);
    await made.call('POST', '/api/readings', reading);
    const { id: _id, waterId: _water, parameter: _parameter, ...rest } = reading;
    const change = {
      ...rest,
      entered: { how: 'drops', drops: 6 },
      kitId: null,
      drawnFrom: null,
      doubts: [],
      by: '',
      note: '',
      samplingPointId: null,
    };
    const put = { version: 1, change };
    expect(await status('PUT', `/api/readings/${reading.id}`, put)).toBe(200);
    // The answer was lost, and both are sent again.
    expect((await made.call('PUT', `/api/readings/${reading.id}`, put)).body).toMatchObject({ version: 2 });
    expect(await status('POST', '/api/readings', reading)).toBe(200);
    expect((await made.call('GET', `/api/readings/${reading.id}`)).body).toMatchObject({
      entered: { drops: 6 },
    });
    const kit = await makeKit();
    expect(await status('PUT', `/api/kits/${kit.id}`, { version: 1, kit: { ...kit, name: 'Renamed' } })).toBe(
      200,
    );
    expect(await status('POST', '/api/kits', kit)).toBe(200);
  });

  it('and asking twice to delete, to remove or to bring back is asking once', async () => {
    const reading = khReading(waterId, 5);
    await made.call('POST', '/api/readings', reading);
    for (const path of [`/api/readings/${reading.id}`, `/api/waters/${waterId}`]) {
      const first = await made.call('DELETE', path);
      expect([first.status, await status('DELETE', path)]).toEqual([200, 200]);
      expect([await status('POST', `${path}/restore`), await status('POST', `${path}/restore`)]).toEqual([
        200, 200,
      ]);
    }
  });
});

describe('other content under the same identifier is a conflict that says so', () => {
  it('for every kind of thing', async () => {
    const reading = khReading(waterId, 5);
    await made.call('POST', '/api/readings', reading);
    expect(await status('POST', '/api/readings', { ...reading, note: 'x' })).toBe(409);
    const kit = await makeKit();
    expect(await status('POST', '/api/kits', { ...kit, name: 'Other' })).toBe(409);
    const deed = {
      id: newId(),
      waterId,
      kind: 'other',
      at: now - 1000,
      zone: 'Etc/UTC',
      detail: 'x',
      amount: null,
    };
    expect([
      await status('POST', '/api/deeds', deed),
      await status('POST', '/api/deeds', { ...deed, detail: 'y' }),
    ]).toEqual([201, 409]);
  });

  it('for an event, of this run or of another', async () => {
    const [one, two] = [await startRun(), await startRun()];
    const event = drop(one);
    const send = (run: { id: string }, e: object) =>
      made.call<{ detail: string; errors: object[] }>('POST', `/api/runs/${run.id}/events`, { events: [e] });
    expect((await send(one, event)).status).toBe(200);
    expect((await send(one, event)).status).toBe(200);
    expect((await send(one, { ...event, type: 'take-back' })).status).toBe(409);
    const elsewhere = await send(two, { ...event, testId: two.tests[0]!.id });
    expect(elsewhere.status).toBe(409);
    expect(elsewhere.body.detail).toMatch(/identifier of this event/);
    expect((await send(two, drop(two))).status).toBe(200);
  });

  it('in bulk too, and then nothing of it is kept', async () => {
    const there = khReading(waterId, 5);
    await made.call('POST', '/api/readings', there);
    const more = [khReading(waterId, 4), { ...there, note: 'other' }];
    const answer = await made.call<{ detail: string }>('POST', '/api/readings/bulk', { readings: more });
    expect([answer.status, answer.body.detail]).toEqual([409, expect.stringMatching(/different reading/)]);
    expect(count('readings')).toBe(1);
    const twice = khReading(waterId, 3);
    expect(
      await status('POST', '/api/readings/bulk', { readings: [twice, { ...twice, note: 'other' }] }),
    ).toBe(409);
    expect((await made.call('POST', '/api/readings/bulk', { readings: [twice, twice] })).body).toEqual({
      kept: 1,
      alreadyThere: 1,
    });
  });
});

describe('a use of a kit', () => {
  it('is noted in the same stroke as its reading, by one or in bulk, and once', async () => {
    const kit = await makeKit();
    const one = khReading(waterId, 5, { kitId: kit.id });
    await made.call('POST', '/api/readings', one);
    // The server was killed before it was noted, in an older version.
    const several = Array.from({ length: 30 }, () => khReading(waterId, 5, { kitId: kit.id }));
    await made.call('POST', '/api/readings/bulk', { readings: several });
    await made.call('POST', '/api/readings/bulk', { readings: [...several, one] });
    expect(count('kit_uses')).toBe(31);
  });
});

describe('many readings', () => {
  it('are checked as strictly as one, however alike they are', async () => {
    const good = Array.from({ length: 3 }, () => khReading(waterId, 5));
    for (const [bad, path] of [
      [{ ...good[0], id: 'no' }, 'readings.3.id'],
      [{ ...good[0], id: newId(), takenAt: 5 }, 'readings.3.takenAt'],
      [{ ...good[0], id: newId(), takenAt: now + day }, 'readings.3.takenAt'],
      [{ ...good[0], id: newId(), takenAt: '2026' }, 'readings.3.takenAt'],
      [null, 'readings.3'],
      [7, 'readings.3'],
    ] as const) {
      const answer = await made.call<{ errors: { path: string }[] }>('POST', '/api/readings/bulk', {
        readings: [...good, bad],
      });
      expect([answer.status, answer.body.errors[0]?.path]).toEqual([422, path]);
    }
    expect(count('readings')).toBe(0);
  });
  it('let others read and write meanwhile, who see none of them before all are there', async () => {
    const readings = Array.from({ length: 6000 }, (_, k) =>
      khReading(waterId, 5, { takenAt: now - k * 60_000 }),
    );
    const seen: number[] = [];
    let done = false;
    const bulk = made.call('POST', '/api/readings/bulk', { readings }).then((answer) => {
      done = true;
      return answer;
    });
    const write = made.call('POST', '/api/readings', khReading(waterId, 7));
    while (!done) {
      const answer = await made.call<{ readings: object[] }>(
        'GET',
        `/api/waters/${waterId}/readings?limit=5000`,
      );
      seen.push(answer.body.readings.length);
      await new Promise((resolve) => setImmediate(resolve));
    }
    expect((await bulk).body).toEqual({ kept: 6000, alreadyThere: 0 });
    expect((await write).status).toBe(201);
    expect(new Set(seen.slice(0, -1))).toEqual(new Set([0]));
    expect(count('readings')).toBe(6001);
  }, 30_000);
});

describe('removing', () => {
  const picture = () =>
    Buffer.from(jpeg.encode({ width: 16, height: 12, data: Buffer.alloc(768, 120) }, 80).data);
  const withPhoto = async () => {
    const photoId = newId();
    await made.app.inject({
      method: 'PUT',
      url: `/api/photos/${photoId}`,
      headers: { 'content-type': 'image/jpeg' },
      payload: picture(),
    });
    const reading = {
      ...khReading(waterId, 5),
      parameter: 'nitrite',
      methodId: null,
      entered: { how: 'figure', text: '0', unit: 'mg/L NO2' },
    };
    await made.call('POST', '/api/readings', reading);
    made.database.$client
      .prepare("update readings set entered = json_set(entered, '$.match', json(?)) where id = ?")
      .run(JSON.stringify({ photoId }), reading.id);
    return { reading, file: join(made.folder, 'photos', `${photoId}.jpg`) };
  };

  it('a water tells what goes with it, is listed for thirty days, and comes back whole', async () => {
    await made.call('POST', '/api/readings', khReading(waterId, 5));
    await startRun();
    expect((await made.call('GET', `/api/waters/${waterId}/contents`)).body).toEqual({
      readings: 1,
      deeds: 0,
      runs: 1,
      cycles: 0,
    });
    await made.call('DELETE', `/api/waters/${waterId}`);
    const { body } = await made.call<{ waters: object[] }>('GET', '/api/removed');
    expect(body.waters).toEqual([
      {
        id: waterId,
        name: 'Tank',
        deletedAt: now,
        purgeAt: now + 30 * day,
        contents: { readings: 1, deeds: 0, runs: 1, cycles: 0 },
      },
    ]);
    await made.call('POST', `/api/waters/${waterId}/restore`);
    expect(
      (await made.call<{ readings: object[] }>('GET', `/api/waters/${waterId}/readings`)).body.readings,
    ).toHaveLength(1);
    expect((await made.call<{ waters: object[] }>('GET', '/api/removed')).body.waters).toEqual([]);
  });

  it('for good takes everything that is its own, and nothing else', async () => {
    const other = await made.makeWater({ sourceWaterId: waterId });
    await made.call('POST', '/api/readings', khReading(other, 5));
    const { file } = await withPhoto();
    const run = await startRun();
    await made.call('POST', `/api/runs/${run.id}/events`, { events: [drop(run)] });
    expect(existsSync(file)).toBe(true);
    expect(await status('DELETE', `/api/waters/${waterId}?forGood=at-once`)).toBe(200);
    expect(existsSync(file)).toBe(false);
    expect(['readings', 'runs', 'run_events', 'photos', 'waters'].map(count)).toEqual([1, 0, 0, 0, 1]);
    expect((await made.call('GET', `/api/waters/${other}`)).body).toMatchObject({ sourceWaterId: null });
    expect(await status('POST', `/api/waters/${waterId}/restore`)).toBe(404);
  });

  it('a reading or a photograph for good: at once, or after thirty days', async () => {
    const first = await withPhoto();
    expect(await status('DELETE', `/api/readings/${first.reading.id}?forGood=at-once`)).toBe(200);
    expect([count('readings'), existsSync(first.file)]).toEqual([0, false]);
    const second = await withPhoto();
    await made.call('DELETE', `/api/readings/${second.reading.id}?forGood=in-30-days`);
    const plain = khReading(waterId, 5);
    await made.call('POST', '/api/readings', plain);
    await made.call('DELETE', `/api/readings/${plain.id}`);
    const inTurn = async <T>(work: () => T | Promise<T>) => work();
    const at = (days: number) => sweep(made.database, now + days * day, inTurn);
    for (const days of [0, 10, 29, 29.5]) await at(days);
    expect(count('readings')).toBe(2);
    await at(30.1);
    // One look at a clock that may be wrong costs nothing.
    expect(count('readings')).toBe(2);
    await at(30.5);
    expect([count('readings'), existsSync(second.file)]).toEqual([1, false]);
    // What was only deleted can be brought back for ever.
    expect(await status('POST', `/api/readings/${plain.id}/restore`)).toBe(200);
  });

  it('costs nothing when the clock jumps a year ahead for an hour', async () => {
    await made.call('DELETE', `/api/waters/${waterId}`);
    const inTurn = async <T>(work: () => T | Promise<T>) => work();
    for (const at of [
      now,
      now + day,
      now + 365 * day,
      now + 365 * day + 3_600_000,
      now + 2 * day,
      now + 3 * day,
    ])
      await sweep(made.database, at, inTurn);
    expect(count('waters')).toBe(1);
  });
});

describe('a list', () => {
  it('tells every row, whatever a wrong clock wrote into it', async () => {
    await made.call('POST', '/api/readings', khReading(waterId, 5));
    const plain = await import('../src/app');
    const app = await plain.buildApp({ database: made.database, now: () => now });
    made.database.$client
      .prepare('update waters set created_at = 86400000, updated_at = 99999999999999')
      .run();
    made.database.$client.prepare('update readings set taken_at = 5, created_at = -1').run();
    for (const url of [
      '/api/waters',
      `/api/waters/${waterId}/readings`,
      `/api/waters/${waterId}/today`,
      '/api/today',
    ])
      expect([url, (await app.inject({ method: 'GET', url })).statusCode]).toEqual([url, 200]);
    await app.close();
  });
});
