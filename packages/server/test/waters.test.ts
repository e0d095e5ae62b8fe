import { v4 as newId } from 'uuid';
import { type MadeApp, makeApp } from './made-app';

let made: MadeApp;
beforeEach(async () => (made = await makeApp()));
afterEach(() => made.close());

const draft = (more: object = {}) => ({
  id: newId(),
  name: 'Fern Window',
  kind: 'aquarium',
  netLiters: 180,
  ...more,
});
interface Kept {
  version: number;
  name: string;
  errors: { path: string; message: string }[];
  detail: string;
  current: { name: string };
}

describe('waters', () => {
  it('are kept with the keeper’s defaults and listed in the order they came', async () => {
    const first = await made.call<{ units: object; version: number }>('POST', '/api/waters', draft());
    expect(first.status).toBe(201);
    expect(first.body).toMatchObject({ version: 1, units: { alkalinity: '°dKH', nitrate: 'mg/L NO3' } });
    await made.call('POST', '/api/waters', draft({ name: 'Bell Pond', kind: 'pond' }));
    const { body } = await made.call<{ name: string }[]>('GET', '/api/waters');
    expect(body.map((w) => w.name).sort()).toEqual(['Bell Pond', 'Fern Window']);
  });

  it('sent twice are kept once; another under the same identifier is refused', async () => {
    const water = draft();
    expect((await made.call('POST', '/api/waters', water)).status).toBe(201);
    expect((await made.call('POST', '/api/waters', water)).status).toBe(200);
    expect((await made.call('POST', '/api/waters', { ...water, name: 'Other' })).status).toBe(409);
    expect((await made.call<unknown[]>('GET', '/api/waters')).body).toHaveLength(1);
  });

  it('changed by two at once: the second is told what the first left', async () => {
    const water = draft();
    await made.call('POST', '/api/waters', water);
    const put = (name: string) =>
      made.call<Kept>('PUT', `/api/waters/${water.id}`, { version: 1, water: { ...water, name } });
    expect((await put('From the phone')).body.version).toBe(2);
    const late = await put('From the laptop');
    expect(late.status).toBe(409);
    expect(late.body.current.name).toBe('From the phone');
    expect((await made.call<Kept>('GET', `/api/waters/${water.id}`)).body.name).toBe('From the phone');
  });

  it('removed are gone from the list and can be brought back', async () => {
    const id = await made.makeWater();
    await made.call('DELETE', `/api/waters/${id}`);
    expect((await made.call('GET', `/api/waters/${id}`)).status).toBe(404);
    expect((await made.call<unknown[]>('GET', '/api/waters')).body).toHaveLength(0);
    await made.call('POST', `/api/waters/${id}/restore`);
    expect((await made.call('GET', `/api/waters/${id}`)).status).toBe(200);
  });

  it.each([
    ['a volume of 0', { netLiters: 0 }, 'netLiters', /more than 0/],
    ['a volume below 0', { netLiters: -5 }, 'netLiters', /more than 0/],
    ['a volume in words', { netLiters: 'abc' }, 'netLiters', /as a number/],
    ['an absurd volume', { netLiters: 1e12 }, 'netLiters', /ten million/],
    ['no name', { name: '  ' }, 'name', /Give this water a name/],
    ['a name of a book’s length', { name: 'x'.repeat(5000) }, 'name', /60 characters/],
    ['an unknown kind', { kind: 'lake' }, 'kind', /kind of water/],
    [
      'a nameless sampling point',
      { samplingPoints: [{ id: newId(), name: '' }] },
      'samplingPoints.0.name',
      /a name/,
    ],
    ['a source that is gone', { sourceWaterId: newId() }, 'sourceWaterId', /not here/],
    [
      'a vessel without depth',
      { volumeFrom: { vessel: { shape: 'box', length: 10, width: 10, depth: 0 } } },
      'volumeFrom.vessel.depth',
      /more than 0/,
    ],
  ])('with %s are refused at the field', async (_name, more, path, why) => {
    const { status, type, body } = await made.call<Kept>('POST', '/api/waters', draft(more));
    expect(status).toBe(422);
    expect(type).toContain('application/problem+json');
    expect(body.errors.map((e) => e.path)).toContain(path);
    expect(body.errors.find((e) => e.path === path)!.message).toMatch(why);
  });

  it('cannot be their own source', async () => {
    const water = draft();
    const { body } = await made.call<Kept>('POST', '/api/waters', { ...water, sourceWaterId: water.id });
    expect(body.errors).toEqual([{ path: 'sourceWaterId', message: 'A water cannot be its own source.' }]);
  });
});
