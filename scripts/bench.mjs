import { spawnSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { buildStale, checkNode, installMissing } from './ready.mjs';
import { benchChemistry } from './bench-chemistry.mjs';
import { benchColor } from './bench-color.mjs';
import { benchCycle } from './bench-cycle.mjs';
import { benchEmergency } from './bench-emergency.mjs';
import { benchFindings } from './bench-findings.mjs';
import { benchPhoto } from './bench-photo.mjs';
import { benchBeams } from './bench-beams.mjs';
import { benchPhone } from './bench-phone.mjs';
import { benchPlan } from './bench-plan.mjs';
import { builtServer, call, madeFolder, removeFolder, serve } from './served.mjs';

/**
 * The benchmarks. Every figure is a count, or a ratio to something bare measured in the same run, so that it
 * means the same on any machine. Nothing here is asserted. With --phone, only the pages as a phone gets them.
 */
checkNode();
installMissing();
buildStale();
const { default: Sqlite } = await import('better-sqlite3');

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const ms = (from) => Number(process.hrtime.bigint() - from) / 1e6;
const now = () => process.hrtime.bigint();
const say = (name, value) => console.log(`${name.padEnd(74)} ${value}`);
const ratio = (x) => `${x.toFixed(2)} ×`;

// 1. Pages as a phone gets them.
await benchPhone(say);
await benchBeams(say);
if (process.argv.includes('--phone')) process.exit(0);

const folder = madeFolder();
async function start(on = folder) {
  const from = now();
  const server = await serve(builtServer, on);
  await call(server.url, 'GET', '/api/revision');
  return { ...server, took: ms(from) };
}

// 2. From start to the first answered request, beside node starting at all.
const bareNode = Array.from({ length: 7 }, () => {
  const from = now();
  spawnSync('node', ['-e', '0']);
  return ms(from);
});
const starts = [];
for (let k = 0; k < 7; k++) {
  const server = await start();
  starts.push(server.took);
  await server.end();
}
say('start to first answered request ÷ node -e 0', ratio(median(starts) / median(bareNode)));

// 3. Rows per second through the bulk path, beside bare better-sqlite3 writing the same columns.
const server = await start();
const { url } = server;
const waterId = randomUUID();
await call(url, 'POST', '/api/waters', {
  id: waterId,
  name: 'Bench',
  kind: 'aquarium',
  netLiters: 100,
  stockGroups: ['community-fish'],
});
const batches = 20;
const rows = 5000;
const parameters = [
  ['alkalinity', 'kh-drops', () => ({ how: 'drops', drops: 5 })],
  ['ph', 'pen-ph', () => ({ how: 'meter', text: '7.4', unit: 'pH' })],
  ['temperature', 'pen-temperature', () => ({ how: 'meter', text: '25', unit: '°C' })],
  [
    'ammonia',
    'ammonia-salicylate-two-bottles',
    () => ({ how: 'card', cardId: 'salicylate-ammonia', match: { found: 'between', below: 1, share: 0.5 } }),
  ],
];
const last = Date.now() - 60_000;
const drafts = Array.from({ length: batches }, (_, b) =>
  Array.from({ length: rows }, (_, k) => {
    const n = b * rows + k;
    const [parameter, methodId, entered] = parameters[n % parameters.length];
    return {
      id: randomUUID(),
      waterId,
      parameter,
      methodId,
      takenAt: last - n * 60_000,
      zone: 'Etc/UTC',
      entered: entered(),
    };
  }),
);
const viaApi = now();
for (const readings of drafts) await call(url, 'POST', '/api/readings/bulk', { readings });
const apiMs = ms(viaApi);

const bareFile = join(folder, 'bare.sqlite');
const bare = new Sqlite(bareFile);
bare.pragma('journal_mode = WAL');
bare.pragma('synchronous = FULL');
const own = new Sqlite(join(folder, 'hedge-lamp.sqlite'), { readonly: true });
for (const { sql } of own
  .prepare("select sql from sqlite_master where tbl_name in ('readings', 'waters') and sql is not null")
  .all())
  bare.exec(sql);
for (const water of own.prepare('select * from waters').all())
  bare
    .prepare(
      `insert into waters values (${Object.keys(water)
        .map(() => '?')
        .join(',')})`,
    )
    .run(...Object.values(water));
const same = own.prepare('select * from readings').raw().all();
const insert = bare.prepare(`insert into readings values (${same[0].map(() => '?').join(',')})`);
const viaBare = now();
for (let b = 0; b < batches; b++)
  bare.transaction(() => same.slice(b * rows, (b + 1) * rows).forEach((row) => insert.run(...row)))();
const bareMs = ms(viaBare);
say(
  `${batches * rows} rows through the bulk path: rows per second ÷ bare better-sqlite3`,
  ratio(bareMs / apiMs),
);
say('  (API rows per second here)', Math.round((batches * rows * 1000) / apiMs).toLocaleString('en-US'));

// 4. Today over a hundred thousand readings, beside the same query in bare SQL.
const latest = bare.prepare(
  'select * from readings where water_id = ? and parameter = ? and deleted_at is null order by taken_at desc, id desc limit 1',
);
const names = ['ammonia', 'nitrite', 'nitrate', 'ph', 'alkalinity', 'hardness', 'temperature'];
const timed = async (times, act) => {
  const took = [];
  for (let k = 0; k < times; k++) {
    const from = now();
    await act();
    took.push(ms(from));
  }
  return median(took);
};
const bareToday = await timed(200, () => names.forEach((name) => latest.get(waterId, name)));
const bareRequest = await timed(200, () => call(url, 'GET', '/api/revision'));
const today = await timed(200, () => call(url, 'GET', `/api/waters/${waterId}/today`));
say(
  `Today with ${same.length.toLocaleString('en-US')} readings: request ÷ an empty request`,
  ratio(today / bareRequest),
);
say('Today: request ÷ the same query in bare SQL, without HTTP', ratio(today / bareToday));
say('  (milliseconds for Today here)', today.toFixed(2));
bare.close();
own.close();

// 5. A phone's photograph in the worker, while the page goes on.
await benchPhoto(say, url);

// 6. Forecasts of a growing filter, held against tails that they did not see, and how the page goes on meanwhile.
await benchCycle(say, url);
await server.end();
removeFolder(folder);

// 7. What is found in a hundred waters with ten years of daily readings.
await benchFindings(say, (on) => serve(builtServer, on));

// 8. The core's intervals beside bare formulas.
await benchEmergency(say);
await benchChemistry(say);

// 9. The order of work for eight tests.
await benchPlan(say);

// 10. Colors read off made-up photographs of known amounts.
await benchColor(say);
