import { runRoutes } from '@hedge-lamp/core/bench';
import { cardOf, cardRoutes, curveOf, photoRoutes, swatchPoints } from '@hedge-lamp/core/color';
import { cycleRoutes } from '@hedge-lamp/core/cycle';
import { removedRoutes, sheetRoutes } from '@hedge-lamp/core/exchange';
import { type Today, todayRoutes } from '@hedge-lamp/core/guidelines';
import { kitRoutes, methodOf, methodRoutes } from '@hedge-lamp/core/methods';
import { parameterRoutes } from '@hedge-lamp/core/parameters';
import { readingRoutes } from '@hedge-lamp/core/readings';
import { deedRoutes, planRoutes } from '@hedge-lamp/core/remedies';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { type Route, readWritten, writtenHeader } from '@hedge-lamp/core/wire';
import jpeg from 'jpeg-js';
import { v4 as newId } from 'uuid';
import { type MadeApp, figureReading, khReading, makeApp, now, phReading } from './made-app';

/**
 * A page goes on showing an answer, and shows it again when it is opened anew, for as long as nothing was written of the
 * topics that the answer is said to rest on. Where a write says too little, or an answer, an old verdict stands: a Clear
 * over a reading that is there. So every answer is held against every kind of write.
 */
const questions: readonly [string, Route][] = Object.entries({
  runRoutes,
  cardRoutes,
  photoRoutes,
  cycleRoutes,
  removedRoutes,
  sheetRoutes,
  todayRoutes,
  kitRoutes,
  methodRoutes,
  parameterRoutes,
  readingRoutes,
  deedRoutes,
  planRoutes,
  waterRoutes,
}).flatMap(([area, routes]) =>
  Object.entries(routes as Readonly<Record<string, Route>>)
    .filter(([, route]) => route.method === 'GET' && route.shows)
    .map(([name, route]): [string, Route] => [`${area}.${name}`, route]),
);

let made: MadeApp;
beforeAll(async () => {
  made = await makeApp();
});
afterAll(() => made.close());

const ids = { water: newId(), tap: newId(), reading: newId(), run: newId() };
/** What an address is of. */
const idIn = (path: string): string =>
  path.startsWith('/api/readings') ? ids.reading : path.startsWith('/api/runs') ? ids.run : ids.water;

async function answers(): Promise<Map<string, string>> {
  const all = new Map<string, string>();
  for (const [name, { path }] of questions) {
    const answer = await made.app.inject({ method: 'GET', url: path.replace(':id', idIn(path)) });
    // What was not there is not known to any page.
    if (answer.statusCode === 200) all.set(name, answer.body);
  }
  return all;
}

/** Every answer that became another one says that it rests on something that the write says it changed. */
const held = new Set<string>();
async function write(method: 'POST' | 'PUT' | 'DELETE', url: string, body?: object): Promise<unknown> {
  const before = await answers();
  const asked = await made.app.inject({ method: 'GET', url: '/api/waters' });
  const was = readWritten(String(asked.headers[writtenHeader]))!.topics;
  const answer = await made.app.inject({ method, url, ...(body ? { payload: body } : {}) });
  expect([url, answer.statusCode < 300 ? 'well' : answer.body]).toEqual([url, 'well']);
  const is = readWritten(String(answer.headers[writtenHeader]))!.topics;
  const after = await answers();
  for (const [name, { shows = [] }] of questions) {
    if (!before.has(name) || before.get(name) === after.get(name)) continue;
    held.add(name);
    const isTold = shows.some((topic) => (is[topic] ?? 0) > (was[topic] ?? 0));
    expect(`${name} after ${method} ${url}: ${isTold ? 'told' : 'not told'}`).toBe(
      `${name} after ${method} ${url}: told`,
    );
  }
  return answer.body ? JSON.parse(answer.body) : null;
}
const kit = {
  id: newId(),
  name: 'Box',
  tests: [{ methodId: 'kh-drops', perBox: 60, counted: 10 }],
  countedAt: now - 86_400_000,
};
const version = async (url: string) => (await made.call<{ version: number }>('GET', url)).body.version;

const draft = (id: string, more: object = {}) => ({
  id,
  name: 'Tank',
  kind: 'aquarium',
  netLiters: 100,
  stockGroups: ['community-fish'],
  ...more,
});

describe('what a write says that it changed', () => {
  it('is told of waters', async () => {
    await write('POST', '/api/waters', draft(ids.tap, { name: 'Tap', kind: 'source', stockGroups: [] }));
    await write('POST', '/api/waters', draft(ids.water, { sourceWaterId: ids.tap }));
    await write('PUT', `/api/waters/${ids.water}`, {
      version: await version(`/api/waters/${ids.water}`),
      water: draft(ids.water, { name: 'Tank by the stairs', sourceWaterId: ids.tap }),
    });
  });

  it('is told of kits and readings', async () => {
    await write('POST', '/api/kits', kit);
    const reading = khReading(ids.water, 5, { id: ids.reading, kitId: kit.id });
    await write('POST', '/api/readings', reading);
    const { id, waterId: _water, parameter: _parameter, ...change } = reading;
    await write('PUT', `/api/readings/${id}`, {
      version: 1,
      change: {
        ...change,
        drawnFrom: null,
        samplingPointId: null,
        doubts: [],
        by: '',
        note: '',
        entered: { how: 'drops', drops: 6 },
      },
    });
    await write('DELETE', `/api/readings/${id}`);
    await write('POST', `/api/readings/${id}/restore`);
    await write('POST', '/api/readings', figureReading(ids.water, 'ammonia', '4 (3–5)', 'mg/L NH3-N'));
    await write('POST', '/api/readings/bulk', {
      readings: [
        phReading(ids.water, '8.2'),
        figureReading(ids.water, 'temperature', '25', '°C'),
        figureReading(ids.tap, 'ammonia', '0', 'mg/L NH3-N'),
        phReading(ids.tap, '7.8'),
        khReading(ids.tap, 8),
      ],
    });
    await write('PUT', `/api/kits/${kit.id}`, { version: await kitVersion(), kit: { ...kit, name: 'Case' } });
    await write('DELETE', `/api/kits/${kit.id}`);
    await write('POST', `/api/kits/${kit.id}/restore`);
  });
  const kitVersion = async () =>
    (await made.call<{ version: number }[]>('GET', '/api/kits')).body[0]!.version;

  it('is told of deeds and the plan', async () => {
    const deed = { id: newId(), waterId: ids.water, kind: 'water-change', at: now - 1000, zone: 'Etc/UTC' };
    await write('POST', '/api/deeds', { ...deed, detail: '', amount: { by: 'part', percent: '20' } });
    await write('DELETE', `/api/deeds/${deed.id}`);
    await write('POST', `/api/deeds/${deed.id}/restore`);
    const { plan } = (await made.call<Today>('GET', `/api/waters/${ids.water}/today`)).body;
    const line = plan.lines[0]!;
    const tick = { id: newId(), lineId: line.id, key: line.key, at: now, zone: 'Etc/UTC' };
    await write('POST', `/api/waters/${ids.water}/plan/ticks`, tick);
    await write('DELETE', `/api/waters/${ids.water}/plan/ticks/${tick.id}`);
    const other = plan.lines.at(-1)!;
    await write('PUT', `/api/waters/${ids.water}/plan/put-off`, {
      lineId: other.id,
      until: now + 86_400_000,
    });
  });

  it('is told of methods, cards and own parameters', async () => {
    const method = { ...methodOf('kh-drops'), id: newId(), name: 'KH, mine', copiedFrom: 'kh-drops' };
    await write('POST', '/api/methods', { method: { ...method, basis: 'own leaflet' } });
    await write('DELETE', `/api/methods/${method.id}`);
    await write('POST', `/api/methods/${method.id}/restore`);
    const card = { ...cardOf('azo-nitrate'), id: newId(), name: 'My leaflet', values: [0, 10, 20, 40] };
    const colors = swatchPoints(curveOf(card)).map((p) => p.lab);
    await write('POST', '/api/cards', {
      id: card.id,
      version: 1,
      learnedAt: now - 1000,
      light: 'window',
      card: { ...card, colors },
    });
    await write('DELETE', `/api/cards/${card.id}`);
    await write('POST', `/api/cards/${card.id}/restore`);
    const boron = { id: `own-${newId()}`, version: 1, name: 'Boron', unit: 'mg/L B', low: 0, high: 50 };
    await write('POST', '/api/parameters', boron);
    await write('POST', '/api/readings', figureReading(ids.water, boron.id, '2', 'mg/L B'));
    await write('DELETE', `/api/parameters/${boron.id}`);
    await write('POST', `/api/parameters/${boron.id}/restore`);
  });

  it('is told of runs', async () => {
    const testId = newId();
    await write('POST', '/api/runs', {
      id: ids.run,
      waterId: ids.water,
      startedAt: now - 120_000,
      zone: 'Etc/UTC',
      by: '',
      tests: [{ id: testId, methodId: 'kh-drops', kitId: kit.id }],
    });
    const tell = (...bodies: object[]) =>
      write('POST', `/api/runs/${ids.run}/events`, {
        events: bodies.map((body, k) => ({ id: newId(), testId, at: now - 90_000 + k * 1000, ...body })),
      });
    await tell({ type: 'step-done', step: 0 }, { type: 'step-done', step: 1 });
    await tell({ type: 'drop', step: 2 });
    await tell({ type: 'turned', step: 2 }, { type: 'confirmed', readingId: newId(), zone: 'Etc/UTC' });
  });

  it('is told of pictures', async () => {
    const picture = jpeg.encode({ width: 8, height: 8, data: Buffer.alloc(8 * 8 * 4, 200) }, 80).data;
    const photoId = newId();
    const kept = await made.app.inject({
      method: 'PUT',
      url: `/api/photos/${photoId}`,
      headers: { 'content-type': 'image/jpeg' },
      payload: picture,
    });
    expect([200, 201]).toContain(kept.statusCode);
    await write('DELETE', `/api/photos/${photoId}`);
    await write('POST', `/api/photos/${photoId}/restore`);
  });

  it('is told of cycles', async () => {
    const cycle = {
      id: newId(),
      waterId: ids.water,
      startedAt: now - 10 * 86_400_000,
      zone: 'Etc/UTC',
      way: 'fishless-ammonia',
    };
    await write('POST', '/api/cycle-starts', cycle);
    await write('PUT', `/api/cycle-starts/${cycle.id}`, { version: 1, start: { ...cycle, target: 3 } });
    await write('DELETE', `/api/cycle-starts/${cycle.id}`);
    await write('POST', `/api/cycle-starts/${cycle.id}/restore`);
  });

  it('is told of a water that goes with all that is its own, and comes back', async () => {
    await write('DELETE', `/api/waters/${ids.tap}`);
    await write('POST', `/api/waters/${ids.tap}/restore`);
    await write('DELETE', `/api/waters/${ids.water}`);
    await write('POST', `/api/waters/${ids.water}/restore`);
  });

  it('was held against every answer that can become another one', () => {
    expect(questions.map(([name]) => name).filter((name) => !held.has(name))).toEqual(['todayRoutes.rules']);
  });
});
