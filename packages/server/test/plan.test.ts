import type { Today } from '@hedge-lamp/core/guidelines';
import type { Deed, Plan, PlanLine } from '@hedge-lamp/core/remedies';
import { v4 as newId } from 'uuid';
import { type MadeApp, figureReading, makeApp, now, phReading } from './made-app';

let made: MadeApp;
let waterId: string;
let tap: string;
const figure = (id: string, parameter: string, text: string, unit: string, takenAt = now - 60_000) =>
  figureReading(id, parameter, text, unit, { takenAt });
const keep = async (...bodies: object[]) => {
  for (const body of bodies) expect((await made.call('POST', '/api/readings', body)).status).toBe(201);
};

/** A tank in danger: free ammonia urgent, and a tap that helps. */
beforeEach(async () => {
  made = await makeApp();
  tap = await made.makeWater({ name: 'Tap', kind: 'source', netLiters: null });
  waterId = await made.makeWater({
    name: 'Tank',
    netLiters: 200,
    stockGroups: ['community-fish'],
    sourceWaterId: tap,
  });
  await keep(
    figure(tap, 'ammonia', '0', 'mg/L NH3-N'),
    phReading(tap, '7.8'),
    figure(tap, 'alkalinity', '8', '°dKH'),
    figure(waterId, 'ammonia', '4 (3–5)', 'mg/L NH3-N'),
    phReading(waterId, '8.2'),
    figure(waterId, 'alkalinity', '8', '°dKH'),
    figure(waterId, 'temperature', '25', '°C'),
  );
});
afterEach(() => made.close());

interface Problem {
  detail: string;
  errors: { path: string }[];
}
const today = async () => (await made.call<Today>('GET', `/api/waters/${waterId}/today`)).body;
const plan = async () => (await today()).plan;
const lineOf = async (id: string): Promise<PlanLine> => (await plan()).lines.find((l) => l.id === id)!;
const send = (body: object, of = waterId) =>
  made.call<Plan & Problem>('POST', `/api/waters/${of}/plan/ticks`, body);
const tickOf = async (id: string, more: object = {}) => {
  const { key } = await lineOf(id);
  return { id: newId(), lineId: id, key, at: now, zone: 'Etc/UTC', ...more };
};
const deeds = async () => (await made.call<Deed[]>('GET', `/api/waters/${waterId}/deeds`)).body;
const change = 'change:ammonia:1';

it('reckons with the ammonia that a tap showed, also after a test of it that told nothing', async () => {
  const told = async () =>
    (await plan()).lines.map(({ says, details, effects }) => ({ says, details, effects }));
  const clean = await told();
  await keep(figure(tap, 'ammonia', '0.5 (0.4–0.6)', 'mg/L NH3-N', now - 50_000));
  const shown = await told();
  expect(shown).not.toEqual(clean);
  await keep({
    ...figure(tap, 'ammonia', '0', 'mg/L NH3-N', now - 40_000),
    doubts: ['step-skipped'],
  });
  expect(await told()).toEqual(shown);
  expect(JSON.stringify(await plan())).not.toContain('assumes none');
});

describe('ticking a line of the plan', () => {
  it('notes the change with its liters and its water, and the plan forms anew: test first, then again', async () => {
    const before = await plan();
    expect(before.emergency).toBe(true);
    const answer = await send(await tickOf(change));
    expect(answer.status).toBe(200);
    const [deed] = await deeds();
    expect(deed).toMatchObject({
      kind: 'water-change',
      amount: { by: 'liters', liters: '100', sourceWaterId: tap, conditioned: true },
      planLine: { lineId: change, says: 'Change half, 100 L of Tap.', emergency: true },
    });
    expect(answer.body.done.map((d) => d.says)).toEqual(['Change half, 100 L of Tap.']);
    const test = answer.body.lines.find((l) => l.kind === 'test' && l.subjects.includes('ammonia'));
    expect(test!.at! - now).toBe(2 * 3_600_000);
    // What was noted is not advised again at once.
    const again = answer.body.lines.filter((l) => l.kind === 'change');
    for (const l of again) {
      expect(l.onlyIf).toMatch(/^Only if total ammonia still reads over/);
      expect(l.at!).toBeGreaterThan(test!.at!);
    }
    // The figures are carried, and said to be estimates; the danger is not called over by the water of the tap.
    const t = await today();
    expect(t.gauges.find((g) => g.subject === 'ammonia')).toMatchObject({
      estimate: true,
      value: { best: 2 },
    });
    expect(['act', 'urgent']).toContain(t.lamp.status);
    expect(t.plan.emergency).toBe(true);
  });

  it('is one tick however often it is sent, and a second one of the same line is refused', async () => {
    const tick = await tickOf(change);
    expect((await send(tick)).status).toBe(200);
    expect((await send(tick)).status).toBe(200);
    expect((await deeds()).filter((d) => d.kind === 'water-change')).toHaveLength(1);
    const twice = await send({ ...tick, id: newId() });
    expect(twice.status).toBe(409);
    expect(twice.body.detail).toMatch(/Look at (it|this line) again/);
    expect((await deeds()).filter((d) => d.kind === 'water-change')).toHaveLength(1);
  });

  it('is refused where the plan changed meanwhile, and nothing is noted', async () => {
    const tick = await tickOf(change);
    await keep({ ...figure(waterId, 'ammonia', '0.25', 'mg/L NH3-N'), takenAt: now - 1000 });
    const answer = await send(tick);
    expect(answer.status).toBe(409);
    expect(answer.body.detail).toMatch(/not in the plan any more/);
    expect(await deeds()).toEqual([]);
  });

  it('is refused of another key, in the future, of long ago, of a test, and on a water that is gone', async () => {
    expect((await send(await tickOf(change, { key: 'other' }))).status).toBe(409);
    const future = await send(await tickOf(change, { at: now + 3_600_000 }));
    expect([future.status, future.body.errors[0]!.path]).toEqual([422, 'at']);
    const old = await send(await tickOf(change, { at: now - 2 * 86_400_000 }));
    expect([old.status, old.body.errors[0]!.path]).toEqual([422, 'at']);
    const test = (await plan()).lines.find((l) => l.kind === 'test')!;
    expect((await send(await tickOf(test.id))).status).toBe(422);
    expect((await send(await tickOf(change), newId())).status).toBe(404);
    await made.call('DELETE', `/api/waters/${waterId}`);
    const gone = await made.call('POST', `/api/waters/${waterId}/plan/ticks`, {
      id: newId(),
      lineId: change,
      key: 'x',
      at: now,
      zone: 'Etc/UTC',
    });
    expect(gone.status).toBe(404);
  });

  it('is taken back with all that it wrote, and the line stands again', async () => {
    const tick = await tickOf(change);
    await send(tick);
    const back = await made.call<Plan>('DELETE', `/api/waters/${waterId}/plan/ticks/${tick.id}`);
    expect(back.status).toBe(200);
    expect(back.body.done).toEqual([]);
    expect(back.body.lines.find((l) => l.id === change)?.onlyIf).toBe('');
    expect(await deeds()).toEqual([]);
    expect((await made.call('DELETE', `/api/waters/${waterId}/plan/ticks/${newId()}`)).status).toBe(404);
    // Taken back twice it is still taken back.
    expect((await made.call('DELETE', `/api/waters/${waterId}/plan/ticks/${tick.id}`)).status).toBe(200);
  });

  it('of salts in the new water writes them too, and GH stays', async () => {
    await keep(figure(waterId, 'hardness', '12', '°dGH'), figure(tap, 'hardness', '2', '°dGH'));
    const { body } = await send(await tickOf(change));
    expect((await deeds()).map((d) => d.kind).sort()).toEqual(['mineral', 'mineral', 'water-change']);
    expect(body.done).toHaveLength(1);
    const gh = (await today()).gauges.find((g) => g.subject === 'hardness')!;
    expect(gh.value!.best).toBeCloseTo(12, 1);
    expect(gh.estimate).toBe(true);
  });
});

describe('putting a line off', () => {
  const putOff = (body: object) =>
    made.call<Plan & Problem>('PUT', `/api/waters/${waterId}/plan/put-off`, body);
  it('keeps it in sight with its time, and gives it back', async () => {
    const answer = await putOff({ lineId: 'air', until: now + 7_200_000 });
    expect(answer.status).toBe(200);
    expect(answer.body.lines.find((l) => l.id === 'air')!.putOffUntil).toBe(now + 7_200_000);
    expect((await lineOf('air')).putOffUntil).toBe(now + 7_200_000);
    const back = await putOff({ lineId: 'air', until: null });
    expect(back.body.lines.find((l) => l.id === 'air')!.putOffUntil).toBeNull();
  });
  it('is refused for the past, for a month, and of a line that is not there', async () => {
    for (const until of [now - 1, now + 30 * 86_400_000])
      expect((await putOff({ lineId: 'air', until })).status).toBe(422);
    expect((await putOff({ lineId: 'nothing', until: now + 3_600_000 })).status).toBe(409);
    expect((await putOff({ lineId: '', until: null })).status).toBe(422);
  });
});

describe('water that stands ready', () => {
  const ready = (liters: string, more: object = {}) => ({
    id: newId(),
    waterId,
    kind: 'water-ready',
    at: now - 1000,
    zone: 'Etc/UTC',
    detail: '',
    amount: { by: 'ready', liters, ...more },
  });
  it('of the tap sizes the change by it', async () => {
    expect((await plan()).asks).toContain('water-at-hand');
    expect((await made.call('POST', '/api/deeds', ready('60', { sourceWaterId: tap }))).status).toBe(201);
    const line = await lineOf(change);
    expect(line.amount!.waters.reduce((sum, w) => sum + w.liters, 0)).toBe(60);
  });
  it('of far too little takes the animals out, and the tank waits', async () => {
    await made.call(
      'POST',
      '/api/deeds',
      ready('20', { sourceWaterId: tap, nextLiters: '40', nextHours: '6' }),
    );
    const { lines, cannot } = await plan();
    expect(lines.map((l) => l.kind)).toContain('move-out');
    expect(cannot.join(' ')).toMatch(/thins next to nothing/);
  });
  it('is refused without liters, and with a word for them', async () => {
    const none = await made.call<Problem>('POST', '/api/deeds', { ...ready('5'), amount: null });
    expect([none.status, none.body.errors[0]!.path]).toEqual([422, 'amount']);
    const word = await made.call<Problem>('POST', '/api/deeds', ready('a lot'));
    expect([word.status, word.body.errors[0]!.path]).toEqual([422, 'amount.liters']);
  });
});

describe('afterwards', () => {
  const past = (parameter: string, text: string, unit: string, hours: number) => ({
    ...figure(waterId, parameter, text, unit),
    takenAt: now - hours * 3_600_000,
  });
  it('holds the next reading against what was foretold', async () => {
    await keep(past('nitrate', '80 (70–90)', 'mg/L NO3', 30), {
      ...figure(tap, 'nitrate', '10', 'mg/L NO3'),
      takenAt: now - 40 * 3_600_000,
    });
    await made.call('POST', '/api/deeds', {
      id: newId(),
      waterId,
      kind: 'water-change',
      at: now - 20 * 3_600_000,
      zone: 'Etc/UTC',
      detail: '',
      amount: { by: 'part', percent: '50' },
    });
    await keep(past('nitrate', '46 (40–50)', 'mg/L NO3', 1));
    const { afterwards } = await plan();
    expect(afterwards.join(' ')).toMatch(/Nitrate should be 45 .*; you read 46 .*: agrees\./);
    await keep(past('nitrate', '78 (70–85)', 'mg/L NO3', 0.5));
    // Against the reading before it nothing was done: it is not compared.
    expect((await plan()).afterwards.filter((l) => l.startsWith('Nitrate'))).toEqual([]);
  });
  it('tells the true volume by a dose of known weight', async () => {
    await keep(past('alkalinity', '4', '°dKH', 30));
    await made.call('POST', '/api/deeds', {
      id: newId(),
      waterId,
      kind: 'buffer',
      at: now - 25 * 3_600_000,
      zone: 'Etc/UTC',
      detail: '',
      amount: { by: 'salt', salt: 'sodium-bicarbonate', grams: '30' },
    });
    await keep(past('alkalinity', '6.5 (6.4–6.6)', '°dKH', 20));
    // The newest reading of 8 °dKH stands after it: the pair before is not the newest any more.
    expect((await plan()).afterwards.join(' ')).not.toMatch(/lifted KH/);
  });
});
