import { v4 as newId } from 'uuid';
import { type MadeApp, khReading, makeApp, now, phReading } from './made-app';

let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater();
});
afterEach(() => made.close());

interface Kept {
  id: string;
  version: number;
  value: { low: number; best: number; high: number | null };
  entered: { drops: number };
  errors: { path: string; message: string }[];
  current: { version: number };
}
const keep = (body: object) => made.call<Kept>('POST', '/api/readings', body);

describe('readings', () => {
  it('keep what was entered beside the interval computed from it', async () => {
    const { status, body } = await keep(khReading(waterId, 5));
    expect(status).toBe(201);
    expect(body.entered.drops).toBe(5);
    // 4 to 5 °dKH at 0.35665 meq/L each (DIN 38409-6).
    expect(body.value.low).toBeCloseTo(1.4266, 3);
    expect(body.value.high).toBeCloseTo(1.7833, 3);
    expect(body).toMatchObject({ methodVersion: 1, version: 1 });
  });

  it('sent twice are kept once', async () => {
    const reading = khReading(waterId, 5);
    await keep(reading);
    expect((await keep(reading)).status).toBe(200);
    expect((await keep({ ...reading, entered: { how: 'drops', drops: 6 } })).status).toBe(409);
    const { body } = await made.call<{ readings: unknown[] }>('GET', `/api/waters/${waterId}/readings`);
    expect(body.readings).toHaveLength(1);
  });

  it('deleted and brought back are of a newer version each time: who edits from before is told', async () => {
    const { id } = (await keep(khReading(waterId, 5))).body;
    await made.call('DELETE', `/api/readings/${id}`);
    await made.call('POST', `/api/readings/${id}/restore`);
    const { body } = await made.call<Kept>('GET', `/api/readings/${id}`);
    expect(body.version).toBe(3);
    // Brought back twice it is no newer.
    await made.call('POST', `/api/readings/${id}/restore`);
    expect((await made.call<Kept>('GET', `/api/readings/${id}`)).body.version).toBe(3);
  });

  it('are listed from one instant to another, both with it', async () => {
    const at = [5000, 4000, 3000, 2000].map((before) => now - before);
    for (const takenAt of at) await keep(khReading(waterId, 5, { takenAt }));
    const list = async (query: string) =>
      (
        await made.call<{ readings: { takenAt: number }[] }>(
          'GET',
          `/api/waters/${waterId}/readings?${query}`,
        )
      ).body.readings.map((r) => r.takenAt);
    expect(await list(`to=${at[1]}`)).toEqual([at[1], at[0]]);
    expect(await list(`from=${at[2]}`)).toEqual([at[3], at[2]]);
    expect(await list(`from=${at[1]}&to=${at[2]}`)).toEqual([at[2], at[1]]);
    expect(await list(`to=${at[0]! - 1}`)).toEqual([]);
  });

  it('edited keep the old version, and a second editor is told', async () => {
    const reading = khReading(waterId, 5);
    await keep(reading);
    const { id: _id, waterId: _water, parameter: _parameter, ...rest } = reading;
    const change = (drops: number) =>
      made.call<Kept>('PUT', `/api/readings/${reading.id}`, {
        version: 1,
        change: { ...rest, entered: { how: 'drops', drops } },
      });
    expect((await change(6)).body).toMatchObject({ version: 2, entered: { drops: 6 } });
    const late = await change(7);
    expect(late.status).toBe(409);
    expect(late.body.current.version).toBe(2);
    const versions = await made.call<{ was: Kept }[]>('GET', `/api/readings/${reading.id}/versions`);
    expect(versions.body.map((v) => [v.was.version, v.was.entered.drops])).toEqual([[1, 5]]);
  });

  it('deleted can be brought back, and are not edited meanwhile', async () => {
    const reading = khReading(waterId, 5);
    await keep(reading);
    await made.call('DELETE', `/api/readings/${reading.id}`);
    const list = () => made.call<{ readings: unknown[] }>('GET', `/api/waters/${waterId}/readings`);
    expect((await list()).body.readings).toHaveLength(0);
    const { id: _id, waterId: _water, parameter: _parameter, ...change } = reading;
    expect((await made.call('PUT', `/api/readings/${reading.id}`, { version: 2, change })).status).toBe(409);
    await made.call('POST', `/api/readings/${reading.id}/restore`);
    expect((await list()).body.readings).toHaveLength(1);
  });

  it('are paged newest first without a gap or a repeat, even at one instant', async () => {
    const sent = Array.from({ length: 25 }, (_, k) =>
      khReading(waterId, 5, { takenAt: now - Math.floor(k / 5) * 1000 }),
    );
    await made.call('POST', '/api/readings/bulk', { readings: sent });
    const seen: string[] = [];
    let after = '';
    for (let page = 0; page < 10; page++) {
      const { body } = await made.call<{ readings: { id: string; takenAt: number }[]; more: boolean }>(
        'GET',
        `/api/waters/${waterId}/readings?limit=7${after}`,
      );
      seen.push(...body.readings.map((r) => r.id));
      const last = body.readings.at(-1)!;
      after = `&beforeTakenAt=${last.takenAt}&beforeId=${last.id}`;
      if (!body.more) break;
    }
    expect(seen).toHaveLength(25);
    expect(new Set(seen).size).toBe(25);
  });

  it('of one minute stand in the order in which they were entered, over pages too, and the one entered last is judged', async () => {
    const takenAt = now - 60_000;
    const drops = [5, 9, 3, 7, 4, 8];
    for (const [k, n] of drops.entries()) {
      made.at(now + k);
      expect((await keep(khReading(waterId, n, { takenAt }))).status).toBe(201);
    }
    const seen: number[] = [];
    let after = '';
    for (let more = true; more;) {
      const { body } = await made.call<{ readings: (Kept & { takenAt: number })[]; more: boolean }>(
        'GET',
        `/api/waters/${waterId}/readings?limit=2${after}`,
      );
      seen.push(...body.readings.map((r) => r.entered.drops));
      const last = body.readings.at(-1)!;
      after = `&beforeTakenAt=${last.takenAt}&beforeId=${last.id}`;
      more = body.more;
    }
    expect(seen).toEqual([...drops].reverse());
    const { body } = await made.call<{ gauges: { subject: string; value: { best: number } | null }[] }>(
      'GET',
      `/api/waters/${waterId}/today`,
    );
    // 8 °dKH was typed last: 7 to 8 at 0.35665 meq/L each.
    const best = body.gauges.find((g) => g.subject === 'alkalinity')!.value!.best;
    expect(best / 0.35665).toBeGreaterThan(6.9);
  });

  it('of a rock that fizzed are remembered on Today until one says otherwise', async () => {
    const rock = (answer: number, takenAt: number) =>
      keep({
        id: newId(),
        waterId,
        parameter: 'rock-carbonate',
        methodId: 'rock-acid-drop',
        takenAt,
        zone: 'Etc/UTC',
        entered: { how: 'answer', answer, says: answer === 0 ? 'It fizzes' : 'No fizz' },
      });
    const said = async () =>
      (
        await made.call<{ findings: { what: string }[] }>('GET', `/api/waters/${waterId}/today`)
      ).body.findings.some((f) => f.what.includes('it holds carbonate'));
    expect(await said()).toBe(false);
    expect((await rock(0, now - 200 * 86_400_000)).status).toBe(201);
    expect(await said()).toBe(true);
    await rock(1, now - 60_000);
    expect(await said()).toBe(false);
  });

  it('in bulk are kept all or none, and the bad one is named', async () => {
    const good = Array.from({ length: 5 }, () => khReading(waterId, 5));
    const bad = await made.call<Kept>('POST', '/api/readings/bulk', {
      readings: [...good, phReading(waterId, '15')],
    });
    expect(bad.status).toBe(422);
    expect(bad.body.errors[0]!.path).toBe('readings.5.entered.text');
    const first = await made.call('POST', '/api/readings/bulk', { readings: good });
    expect(first.body).toEqual({ kept: 5, alreadyThere: 0 });
    const again = await made.call('POST', '/api/readings/bulk', { readings: good });
    expect(again.body).toEqual({ kept: 0, alreadyThere: 5 });
  });
});

describe('bad input', () => {
  it.each([
    ['pH 15', () => phReading(waterId, '15'), 'entered.text', /between 0 and 14/],
    ['pH abc', () => phReading(waterId, 'abc'), 'entered.text', /“abc” is not a number/],
    ['pH of nothing', () => phReading(waterId, ''), 'entered.text', /Nothing is typed/],
    ['negative drops', () => khReading(waterId, -3), 'entered.drops', /counted from 1/],
    ['a thousand drops', () => khReading(waterId, 1000), 'entered.drops', /dilute/],
    ['half a drop', () => khReading(waterId, 2.5), 'entered.drops', /whole numbers/],
    [
      'a reading in the future',
      () => khReading(waterId, 5, { takenAt: now + 3_600_000 }),
      'takenAt',
      /future/,
    ],
    [
      'a time in seconds',
      () => khReading(waterId, 5, { takenAt: Math.floor(now / 1000) }),
      'takenAt',
      /before 1990/,
    ],
    [
      'a parameter that is none',
      () => khReading(waterId, 5, { parameter: 'mood' }),
      'parameter',
      /Choose what was measured/,
    ],
    [
      'a sampling point of another water',
      () => khReading(waterId, 5, { samplingPointId: newId() }),
      'samplingPointId',
      /no such/,
    ],
    ['an identifier that is none', () => khReading(waterId, 5, { id: '7' }), 'id', /not an identifier/],
  ])('%s is answered at its field, and nothing is kept', async (_name, body, path, why) => {
    const { status, type, body: problem } = await keep(body());
    expect(status).toBe(422);
    expect(type).toContain('application/problem+json');
    const error = problem.errors.find((e) => e.path === path);
    expect(error?.message).toMatch(why);
    expect(
      (await made.call<{ readings: unknown[] }>('GET', `/api/waters/${waterId}/readings`)).body.readings,
    ).toEqual([]);
  });

  it('a water that is gone is a 404 that names the field', async () => {
    await made.call('DELETE', `/api/waters/${waterId}`);
    const { status, body } = await keep(khReading(waterId, 5));
    expect(status).toBe(404);
    expect(body.errors[0]!.path).toBe('waterId');
  });

  it.each([
    ['{bad', 'application/json', 400],
    ['', 'application/json', 400],
    ['drops=5', 'application/x-www-form-urlencoded', 415],
    ['null', 'application/json', 422],
    ['[]', 'application/json', 422],
    [JSON.stringify({ note: 'x'.repeat(300_000) }), 'application/json', 413],
  ])('a body of %.12j as %s is a problem document with %d', async (payload, type, status) => {
    const answer = await made.app.inject({
      method: 'POST',
      url: '/api/readings',
      payload,
      headers: { 'content-type': type },
    });
    expect(answer.statusCode).toBe(status);
    expect(answer.headers['content-type']).toContain('application/problem+json');
    expect(answer.json()).toMatchObject({ status, detail: expect.stringMatching(/\w/) });
  });

  it('a page that borrows another name is turned away', async () => {
    const answer = await made.app.inject({
      method: 'GET',
      url: '/api/waters',
      headers: { host: 'elsewhere.example' },
    });
    expect(answer.statusCode).toBe(403);
  });
});
