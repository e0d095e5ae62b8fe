import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { builtServer, call, serve } from './served.mjs';

const day = 86_400_000;

/** Around these, with a slow wave and some scatter; canonical units. */
const around = [
  ['ammonia', 'ammonia-salicylate-two-bottles', 0.1, 0.1],
  ['nitrite', 'nitrite-one-bottle', 0.02, 0.03],
  ['nitrate', 'nitrate-two-bottles', 4.4, 0.9],
  ['ph', 'pen-ph', 7.3, 0.1],
  ['alkalinity', 'kh-drops', 1.6, 0.36],
  ['hardness', 'gh-drops', 1.4, 0.18],
  ['temperature', 'pen-temperature', 25, 0.5],
];
export const parametersRead = around.map(([parameter]) => parameter);

const stocks = [
  ['community-fish'],
  ['goldfish'],
  ['community-fish', 'shrimp', 'water-plants'],
  ['rift-lake-fish'],
];

/**
 * Waters with their source, all tested every day for so long, written straight into the file of the data.
 * @param waters how many, besides the source
 * @param days for how long; each gives a reading of seven parameters
 * @param urgent of so many the newest ammonia is far past its limit, which every rule then has words for
 * @returns their identifiers, and how many readings there are
 */
export async function fill(folder, { waters, days, urgent = 0 }) {
  const { default: Sqlite } = await import('better-sqlite3');
  const first = await serve(builtServer, folder);
  const tap = randomUUID();
  await call(first.url, 'POST', '/api/waters', { id: tap, name: 'Tap', kind: 'source' });
  const ids = Array.from({ length: waters }, () => randomUUID());
  for (const [k, id] of ids.entries())
    await call(first.url, 'POST', '/api/waters', {
      id,
      name: `Water ${k}`,
      kind: k % 5 === 0 ? 'pond' : 'aquarium',
      netLiters: 100,
      stockGroups: stocks[k % stocks.length],
      sourceWaterId: tap,
    });
  await first.end();

  const file = new Sqlite(join(folder, 'hedge-lamp.sqlite'));
  file.pragma('synchronous = OFF');
  const isUrgent = new Set(ids.slice(0, urgent));
  const insert = file.prepare(
    `insert into readings (id, water_id, parameter, method_id, method_version, taken_at, zone, entered, doubts, by, note, low, best, high, version, created_at)
     values (?, ?, ?, ?, 1, ?, 'Etc/UTC', ?, '[]', '', '', ?, ?, ?, 1, ?)`,
  );
  const now = Date.now();
  const entered = JSON.stringify({ how: 'figure', text: '1', unit: 'pH' });
  let n = 0;
  for (const id of [tap, ...ids])
    file.transaction(() => {
      for (let d = days; d >= 1; d--)
        for (const [parameter, method, center, width] of around) {
          const scatter = ((n * 2654435761) % 1000) / 1000 - 0.5;
          const usual = Math.max(0, center * (1 + 0.15 * Math.sin(d / 40)) + scatter * width);
          const best = d === 1 && isUrgent.has(id) && parameter === 'ammonia' ? 20 : usual;
          const at = now - d * day + 3_600_000;
          n += 1;
          insert.run(
            `r${n}`,
            id,
            parameter,
            method,
            at,
            entered,
            Math.max(0, best - width),
            best,
            best + width,
            at,
          );
        }
    })();
  file.pragma('wal_checkpoint(truncate)');
  file.close();
  return { ids, readings: n };
}
