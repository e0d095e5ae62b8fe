import { v4 as newId } from 'uuid';
import { type MadeApp, khReading, makeApp, now } from './made-app';

let made: MadeApp;
let waterId: string;
beforeEach(async () => {
  made = await makeApp();
  waterId = await made.makeWater();
});
afterEach(() => made.close());

interface Answer {
  id: string;
  errors: { path: string; message: string }[];
}
const deed = (more: object = {}) => ({
  id: newId(),
  waterId,
  kind: 'water-change',
  at: now - 3_600_000,
  zone: 'Etc/UTC',
  detail: '30 %, tap',
  ...more,
});
const note = (body: object) => made.call<Answer>('POST', '/api/deeds', body);
const list = async () =>
  (await made.call<{ id: string }[]>('GET', `/api/waters/${waterId}/deeds`)).body.map((d) => d.id);

describe('what was done', () => {
  it('is noted once however often it is sent, newest first', async () => {
    const [older, newer] = [deed({ at: now - 7_200_000 }), deed()];
    expect((await note(older)).status).toBe(201);
    expect((await note(older)).status).toBe(200);
    await note(newer);
    expect(await list()).toEqual([newer.id, older.id]);
    expect((await note({ ...older, detail: 'else' })).status).toBe(409);
  });

  it('keeps its amount as typed, and refuses one that cannot be beside its field', async () => {
    const amount = { by: 'salt', salt: 'sodium-bicarbonate', grams: '4,5' };
    const one = deed({ kind: 'buffer', amount });
    expect((await note(one)).status).toBe(201);
    expect((await note(one)).status).toBe(200);
    const { body } = await made.call<{ amount: object }[]>('GET', `/api/waters/${waterId}/deeds`);
    expect(body[0]!.amount).toEqual(amount);
    const bad = await note(deed({ kind: 'buffer', amount: { ...amount, grams: 'a lot' } }));
    expect(bad.status).toBe(422);
    expect(bad.body.errors[0]!.path).toBe('amount.grams');
  });

  it('refuses a dose that nobody gives, beside its field, and takes one that somebody may have given by mistake', async () => {
    const dose = (amount: object, kind = 'ammonia-dose') => note(deed({ kind, amount }));
    for (const [amount, field] of [
      [{ by: 'rise', text: '1000', unit: 'mg/L NH3-N' }, 'amount.text'],
      // 1 kg of ammonium chloride in 100 L: 2.6 g/L of nitrogen.
      [{ by: 'ammonium-chloride', grams: '1000' }, 'amount.grams'],
    ] as const) {
      const { status, body } = await dose(amount);
      expect(status).toBe(422);
      expect(body.errors[0]!.path).toBe(field);
      expect(body.errors[0]!.message).toMatch(/Check the figure, its unit and the volume/);
    }
    expect((await dose({ by: 'feed', grams: '5000', protein: '45' }, 'feed')).status).toBe(422);
    expect((await dose({ by: 'rise', text: '25', unit: 'mg/L NH3-N' })).status).toBe(201);
  });

  it('is deleted and brought back', async () => {
    const one = deed();
    await note(one);
    await made.call('DELETE', `/api/deeds/${one.id}`);
    expect(await list()).toEqual([]);
    await made.call('POST', `/api/deeds/${one.id}/restore`);
    expect(await list()).toEqual([one.id]);
    expect((await made.call('DELETE', `/api/deeds/${newId()}`)).status).toBe(404);
  });

  it('makes a test due the day after a treatment', async () => {
    await made.call('POST', '/api/readings', {
      ...khReading(waterId, 5),
      parameter: 'ph',
      methodId: 'pen-ph',
      entered: { how: 'meter', text: '7.4', unit: 'pH' },
      takenAt: now - 3 * 86_400_000,
    });
    const due = async () =>
      (await made.call<{ due: { parameter: string }[] }>('GET', `/api/waters/${waterId}/today`)).body.due.map(
        (d) => d.parameter,
      );
    expect(await due()).not.toContain('ph');
    await note(deed({ kind: 'treatment', at: now - 2 * 86_400_000 }));
    expect(await due()).toContain('ph');
  });

  it.each([
    ['tomorrow', { at: now + 86_400_000 }, 422, 'at', /future/],
    ['of a kind that is none', { kind: 'prayer' }, 422, 'kind', /Choose what was done/],
    ['at length', { detail: 'x'.repeat(500) }, 422, 'detail', /200 characters/],
    ['to a water that is gone', { waterId: newId() }, 404, 'waterId', /not here/],
  ])('%s is refused at its field', async (_name, more, status, path, why) => {
    const answer = await note(deed(more));
    expect(answer.status).toBe(status);
    expect(answer.body.errors.find((e) => e.path === path)?.message).toMatch(why);
    expect(await list()).toEqual([]);
  });
});

describe('many readings at once', () => {
  it('name the one that lies in the future, or whose water is gone', async () => {
    const send = (bad: object) =>
      made.call<Answer>('POST', '/api/readings/bulk', {
        readings: [khReading(waterId, 4), khReading(waterId, 5, bad)],
      });
    expect((await send({ takenAt: now + 86_400_000 })).body.errors[0]!.path).toBe('readings.1.takenAt');
    const gone = await send({ waterId: newId() });
    expect([gone.status, gone.body.errors[0]!.path]).toEqual([404, 'readings.1.waterId']);
  });
});
