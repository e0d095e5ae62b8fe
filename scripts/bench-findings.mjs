import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * Findings for a hundred waters that were tested every day for ten years, beside the bare SQL that fetches the latest
 * value of each parameter of each.
 * @param say prints a name and a value
 * @param serve starts the server on a folder: { url, end }
 */
export async function benchFindings(say, serve) {
  const { default: Sqlite } = await import('better-sqlite3');
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-bench-findings-'));
  const first = await serve(folder);
  const post = async (path, body) => {
    const answer = await fetch(first.url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
  };
  const tap = randomUUID();
  await post('/api/waters', { id: tap, name: 'Tap', kind: 'source' });
  const waters = Array.from({ length: 100 }, () => randomUUID());
  const stocks = [
    ['community-fish'],
    ['goldfish'],
    ['community-fish', 'shrimp', 'water-plants'],
    ['rift-lake-fish'],
  ];
  for (const [k, id] of waters.entries())
    await post('/api/waters', {
      id,
      name: `Water ${k}`,
      kind: k % 5 === 0 ? 'pond' : 'aquarium',
      netLiters: 100,
      stockGroups: stocks[k % stocks.length],
      sourceWaterId: tap,
    });
  await first.end();

  // Around these, with a slow wave and some scatter; canonical units.
  const around = [
    ['ammonia', 'ammonia-salicylate-two-bottles', 0.1, 0.1],
    ['nitrite', 'nitrite-one-bottle', 0.02, 0.03],
    ['nitrate', 'nitrate-two-bottles', 4.4, 0.9],
    ['ph', 'pen-ph', 7.3, 0.1],
    ['alkalinity', 'kh-drops', 1.6, 0.36],
    ['hardness', 'gh-drops', 1.4, 0.18],
    ['temperature', 'pen-temperature', 25, 0.5],
  ];
  const file = new Sqlite(join(folder, 'hedge-lamp.sqlite'));
  file.pragma('synchronous = OFF');
  // Ten of the hundred are Urgent today: free ammonia far past its limit, which every rule then has words for.
  const urgent = new Set(waters.slice(0, 10));
  const insert = file.prepare(
    `insert into readings (id, water_id, parameter, method_id, method_version, taken_at, zone, entered, doubts, by, note, low, best, high, version, created_at)
     values (?, ?, ?, ?, 1, ?, 'Etc/UTC', ?, '[]', '', '', ?, ?, ?, 1, ?)`,
  );
  const day = 86_400_000;
  const now = Date.now();
  const days = 3650;
  const entered = JSON.stringify({ how: 'figure', text: '1', unit: 'pH' });
  let n = 0;
  for (const id of [tap, ...waters])
    file.transaction(() => {
      for (let d = days; d >= 1; d--)
        for (const [parameter, method, center, width] of around) {
          const scatter = ((n * 2654435761) % 1000) / 1000 - 0.5;
          const usual = Math.max(0, center * (1 + 0.15 * Math.sin(d / 40)) + scatter * width);
          const best = d === 1 && urgent.has(id) && parameter === 'ammonia' ? 20 : usual;
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

  const { url, end } = await serve(folder);
  const latest = file.prepare(
    'select * from readings where water_id = ? and parameter = ? and deleted_at is null order by taken_at desc, id desc limit 1',
  );
  const timed = async (times, act) => {
    const took = [];
    for (let k = 0; k < times; k++) {
      const from = process.hrtime.bigint();
      await act();
      took.push(Number(process.hrtime.bigint() - from) / 1e6);
    }
    return took.sort((a, b) => a - b)[Math.floor(times / 2)];
  };
  const bare = () => waters.forEach((id) => around.forEach(([parameter]) => latest.get(id, parameter)));
  const asked = async () => {
    const standings = await (await fetch(`${url}/api/today`)).json();
    if (standings.length !== waters.length + 1) throw new Error('The findings are not those of all waters.');
    if (standings.filter((s) => s.lamp.status === 'urgent').length !== urgent.size)
      throw new Error('Not the ten waters that are Urgent are found so.');
  };
  for (let k = 0; k < 5; k++) {
    bare();
    await asked();
  }
  const [sql, findings] = [await timed(41, bare), await timed(41, asked)];
  say(
    `findings of 100 waters, ten of them Urgent, with ${(n / 1e6).toFixed(1)} million readings ÷ bare SQL of their latest (aim: under 10)`,
    `${(findings / sql).toFixed(2)} ×`,
  );
  say('  (milliseconds here: bare SQL, findings)', `${sql.toFixed(1)}, ${findings.toFixed(1)}`);
  file.close();
  await end();
  rmSync(folder, { recursive: true });
}
