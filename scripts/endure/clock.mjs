import Sqlite from 'better-sqlite3';
import { randomUUID } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';

const hour = 3_600_000;
const day = 24 * hour;
const zone = 'Etc/UTC';
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** A clock that shows as many milliseconds more than the real one as stand in a file. */
const preload = `
  const { readFileSync } = require('node:fs');
  const real = Date.now.bind(Date);
  const off = () => { try { return Number(readFileSync(process.env.WRONG_CLOCK, 'utf8')) || 0; } catch { return 0; } };
  Date.now = () => real() + off();
  const Real = Date;
  globalThis.Date = new Proxy(Real, { construct: (target, args) => args.length ? new target(...args) : new target(Date.now()) });
`;

/** The clock of the machine set back and forth, while runs and readings go on; each reading is held against the real time. */
export async function wrongClock(main, rounds) {
  const counts = { set: 0, readings: 0, misdated: 0, refused: 0, failed: 0, unlisted: 0 };
  const folder = madeFolder();
  const clock = join(folder, 'clock');
  const script = join(folder, 'wrong-clock.cjs');
  writeFileSync(script, preload);
  const data = join(folder, 'data');
  const set = (ms) => {
    writeFileSync(clock, String(Math.round(ms)));
    counts.set += 1;
  };
  const start = () => serve(main, data, { node: ['-r', script], env: { WRONG_CLOCK: clock } });
  /** When each reading was really taken. */
  const real = new Map();
  let server;
  try {
    for (let round = 0; round < rounds; round++) {
      const offsets = [-3 * day, 2 * hour, -Date.now() + day, 5 * day, -40 * 60_000];
      const wrong = offsets[round % offsets.length];
      set(wrong);
      server = await start();
      const shown = async () => (await ask(server.url, 'GET', '/api/revision')).body;
      const waterId = randomUUID();
      const made = await ask(server.url, 'POST', '/api/waters', {
        id: waterId,
        name: 'Tank',
        kind: 'aquarium',
        netLiters: 100,
      });
      if (made.status >= 500 || made.status === 0) counts.failed += 1;
      const run = {
        id: randomUUID(),
        waterId,
        startedAt: (await shown()).now,
        zone,
        tests: [0, 1].map(() => ({ id: randomUUID(), methodId: 'kh-drops' })),
      };
      await ask(server.url, 'POST', '/api/runs', run);
      const keep = async (testId) => {
        const at = (await shown()).now;
        const readingId = randomUUID();
        const event = (more) => ({ id: randomUUID(), testId, at, ...more });
        const events = [0, 1].map((step) => event({ type: 'step-done', step, did: true }));
        events.push(
          ...Array.from({ length: 4 }, () => event({ type: 'drop', step: 2 })),
          event({ type: 'turned', step: 2 }),
          event({ type: 'confirmed', readingId, zone }),
        );
        const { status } = await ask(server.url, 'POST', `/api/runs/${run.id}/events`, { events });
        if (status >= 500 || status === 0) counts.failed += 1;
        else if (status >= 400) counts.refused += 1;
        else real.set(readingId, Date.now());
      };
      /** Typed on a device whose own clock is right. */
      const type = async () => {
        const now = Date.now();
        const id = randomUUID();
        const body = {
          id,
          waterId,
          parameter: 'nitrite',
          takenAt: now - day,
          zone,
          entered: { how: 'figure', text: '0.1', unit: 'mg/L NO2' },
        };
        const { status } = await ask(server.url, 'POST', '/api/readings', body, {
          'hedge-lamp-clock': String(now),
        });
        if (status >= 500 || status === 0) counts.failed += 1;
        else if (status >= 400) counts.refused += 1;
        else real.set(id, now - day);
      };
      await keep(run.tests[0].id);
      await type();
      if (round % 2 === 1) {
        // Set right while the server is down.
        await server.end();
        set(0);
        server = await start();
      } else set(0);
      await sleep(50);
      await keep(run.tests[1].id);
      await type();
      // By mistake, and back.
      set(6 * hour);
      await shown();
      set(0);
      await shown();
      for (const url of ['/api/waters', `/api/waters/${waterId}/readings`, '/api/removed', '/api/today'])
        if ((await ask(server.url, 'GET', url)).status !== 200) counts.unlisted += 1;
      await server.end();
    }
    const file = new Sqlite(join(data, 'hedge-lamp.sqlite'));
    for (const [id, at] of real) {
      counts.readings += 1;
      const row = file.prepare('select taken_at as takenAt from readings where id = ?').get(id);
      if (!row || Math.abs(row.takenAt - at) > 10_000) counts.misdated += 1;
    }
    file.close();
    return { counts };
  } finally {
    await server?.kill();
    removeFolder(folder);
  }
}
