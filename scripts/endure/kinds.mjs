import { randomUUID } from 'node:crypto';

const pick = (list) => list[Math.floor(Math.random() * list.length)];
const zone = 'Etc/UTC';

/**
 * Every kind of write, as a keeper's devices send them. Each gives the request, and how to find in the file afterwards what
 * was acknowledged: a query that must give one row and what it must say.
 */
export function kindsOf(world, photo) {
  const own = (list) => (list.length > 0 ? pick(list) : null);
  const water = () => own(world.waters);
  const row = (table, id, more = '') => ({
    sql: `select count(*) as n from ${table} where id = ? ${more}`,
    args: [id],
    n: 1,
  });
  const reading = (waterId) => ({
    id: randomUUID(),
    waterId,
    parameter: 'alkalinity',
    methodId: 'kh-drops',
    kitId: own(world.kits),
    takenAt: Date.now() - Math.floor(Math.random() * 1e9),
    zone,
    entered: { how: 'drops', drops: 1 + Math.floor(Math.random() * 20) },
  });
  return {
    'POST /api/waters': () => {
      const body = { id: randomUUID(), name: 'Tank', kind: 'aquarium', netLiters: 100 };
      return {
        path: '/api/waters',
        body,
        check: row('waters', body.id),
        then: () => world.waters.push(body.id),
      };
    },
    'PUT /api/waters/{id}': () => {
      const id = own(world.waters.filter((w) => !world.cycling.has(w)));
      if (!id) return null;
      const version = world.versions.get(id) ?? 1;
      const note = randomUUID();
      const body = { version, water: { id, name: 'Tank', kind: 'aquarium', netLiters: 100, note } };
      return {
        path: `/api/waters/${id}`,
        body,
        check: { sql: 'select version >= ? as n from waters where id = ?', args: [version + 1, id], n: 1 },
        then: () => world.versions.set(id, version + 1),
      };
    },
    'POST /api/readings': () => {
      const id = water();
      if (!id) return null;
      const body = reading(id);
      return {
        path: '/api/readings',
        body,
        check: {
          sql: "select count(*) as n from readings where id = ? and (json_extract(entered, '$.drops') = ? or version > 1)",
          args: [body.id, body.entered.drops],
          n: 1,
        },
        use: body.kitId ? body.id : null,
        then: () => world.readings.push(body.id),
      };
    },
    'PUT /api/readings/{id}': () => {
      const id = own(world.readings);
      if (!id || world.edited.has(id)) return null;
      world.edited.add(id);
      const { waterId: _w, parameter: _p, id: _i, ...rest } = reading('');
      const change = {
        ...rest,
        kitId: null,
        drawnFrom: null,
        doubts: [],
        by: '',
        note: randomUUID(),
        samplingPointId: null,
      };
      return {
        path: `/api/readings/${id}`,
        body: { version: 1, change },
        check: {
          sql: 'select (select count(*) from readings where id = ? and note = ?) + (select count(*) from reading_versions where reading_id = ?) as n',
          args: [id, change.note, id],
          n: 2,
        },
      };
    },
    'POST /api/readings/bulk': () => {
      const id = water();
      if (!id) return null;
      const note = randomUUID();
      const readings = Array.from({ length: 20 + Math.floor(Math.random() * 300) }, () => ({
        ...reading(id),
        note,
        kitId: null,
      }));
      world.bulks.set(note, readings.length);
      return {
        path: '/api/readings/bulk',
        body: { readings },
        check: { sql: 'select count(*) as n from readings where note = ?', args: [note], n: readings.length },
      };
    },
    'POST /api/runs': () => {
      const id = water();
      if (!id) return null;
      const body = {
        id: randomUUID(),
        waterId: id,
        startedAt: Date.now() - 60_000,
        zone,
        tests: [{ id: randomUUID(), methodId: 'kh-drops', kitId: own(world.kits) }],
      };
      return { path: '/api/runs', body, check: row('runs', body.id), then: () => world.runs.push(body) };
    },
    'POST /api/runs/{id}/events': () => {
      const run = own(world.runs);
      if (!run || world.running.has(run.id)) return null;
      world.running.add(run.id);
      const testId = run.tests[0].id;
      const readingId = randomUUID();
      const at = Date.now() - 50_000;
      const event = (more) => ({ id: randomUUID(), testId, at, ...more });
      const events = [
        event({ type: 'step-done', step: 0, did: true }),
        event({ type: 'step-done', step: 1, did: true }),
        ...Array.from({ length: 4 }, () => event({ type: 'drop', step: 2 })),
        event({ type: 'turned', step: 2 }),
        event({ type: 'confirmed', readingId, zone }),
      ];
      return {
        path: `/api/runs/${run.id}/events`,
        body: { events },
        check: {
          sql: 'select (select count(*) from run_events where run_id = ?) + (select count(*) from readings where id = ?) as n',
          args: [run.id, readingId],
          n: events.length + 1,
        },
        use: run.tests[0].kitId ? testId : null,
      };
    },
    'POST /api/deeds': () => {
      const id = water();
      if (!id) return null;
      const body = {
        id: randomUUID(),
        waterId: id,
        kind: 'other',
        at: Date.now() - 1000,
        zone,
        detail: 'x',
        amount: null,
      };
      return {
        path: '/api/deeds',
        body,
        check: row('deeds', body.id),
        then: () => world.deeds.push(body.id),
      };
    },
    'DELETE /api/deeds/{id}': () => {
      const id = world.deeds.pop();
      return id ? { path: `/api/deeds/${id}`, check: row('deeds', id, 'and deleted_at is not null') } : null;
    },
    'POST /api/parameters': () => {
      const body = {
        id: `own-${randomUUID()}`,
        version: 1,
        name: `Parameter ${randomUUID().slice(0, 8)}`,
        unit: 'mg/L X',
        low: 0,
        high: 10,
      };
      return { path: '/api/parameters', body, check: row('own_parameters', body.id) };
    },
    'POST /api/kits': () => {
      const body = {
        id: randomUUID(),
        name: 'Kit',
        tests: [{ methodId: 'kh-drops', tests: 50 }],
        countedAt: Date.now() - 1000,
      };
      return { path: '/api/kits', body, check: row('kits', body.id), then: () => world.kits.push(body.id) };
    },
    'PUT /api/photos/{id}': () => {
      const id = randomUUID();
      return {
        path: `/api/photos/${id}`,
        body: photo,
        check: row('photos', id),
        photo: id,
        then: () => world.photos.push(id),
      };
    },
    'DELETE /api/photos/{id}': () => {
      const id = world.photos.pop();
      return id
        ? { path: `/api/photos/${id}`, check: row('photos', id, 'and deleted_at is not null') }
        : null;
    },
    'DELETE /api/readings/{id}': () => {
      const id = world.readings.pop();
      // One that is brought back in the same breath is not looked for as deleted.
      return id
        ? {
            path: `/api/readings/${id}`,
            check: { sql: 'select version > 1 as n from readings where id = ?', args: [id], n: 1 },
            then: () => world.deleted.push(id),
          }
        : null;
    },
    'POST /api/readings/{id}/restore': () => {
      const id = world.deleted.pop();
      return id
        ? { path: `/api/readings/${id}/restore`, check: row('readings', id, 'and deleted_at is null') }
        : null;
    },
    'PUT /api/kits/{id}': () => {
      const id = own(world.kits.filter((k) => !world.edited.has(k)));
      if (!id) return null;
      world.edited.add(id);
      const kit = {
        id,
        name: 'Renamed',
        tests: [{ methodId: 'kh-drops', tests: 50 }],
        countedAt: Date.now() - 1000,
      };
      return {
        path: `/api/kits/${id}`,
        body: { version: 1, kit },
        check: row('kits', id, "and name = 'Renamed'"),
      };
    },
    'POST /api/forecasts': () => {
      const startId = own(world.starts);
      if (!startId) return null;
      const at = Date.now() - Math.floor(Math.random() * 1e8);
      const body = {
        id: randomUUID(),
        startId,
        madeAt: at,
        newestReadingAt: at,
        readings: 5,
        early: null,
        middle: null,
        late: null,
      };
      return { path: '/api/forecasts', body, check: row('cycle_forecasts', body.id) };
    },
    'PUT /api/waters/{id}/plan/put-off': () => {
      const id = water();
      return id
        ? {
            path: `/api/waters/${id}/plan/put-off`,
            body: { lineId: 'any', until: null },
            check: row('waters', id),
          }
        : null;
    },
    'POST /api/cycle-starts': () => {
      const id = own(world.waters.filter((w) => !world.cycling.has(w) && !world.versions.has(w)));
      if (!id) return null;
      world.cycling.add(id);
      const body = {
        id: randomUUID(),
        waterId: id,
        startedAt: Date.now() - 1e6,
        zone,
        way: 'fishless-ammonia',
      };
      return {
        path: '/api/cycle-starts',
        body,
        check: row('cycle_starts', body.id),
        then: () => world.starts.push(body.id),
      };
    },
  };
}

export const newWorld = () => ({
  waters: [],
  kits: [],
  runs: [],
  readings: [],
  deeds: [],
  deleted: [],
  starts: [],
  photos: [],
  versions: new Map(),
  bulks: new Map(),
  edited: new Set(),
  running: new Set(),
  cycling: new Set(),
  lostKinds: new Set(),
});
