import { randomUUID } from 'node:crypto';
import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fill, parametersRead } from './filled-data.mjs';
import { buildStale, checkNode, installMissing } from './ready.mjs';
import { builtServer, call, madeFolder, removeFolder, serve } from './served.mjs';

/**
 * How one server carries more and more: the figures of docs/scale.md. With --most N, up to so many readings. The largest
 * takes some ten minutes and 6 GB of disk.
 */
checkNode();
installMissing();
buildStale();
const most = Number(process.argv[process.argv.indexOf('--most') + 1]) || 10_000_000;
const sizes = [
  { waters: 1, readings: 1000 },
  { waters: 10, readings: 10_000 },
  { waters: 40, readings: 100_000 },
  { waters: 400, readings: 1_000_000 },
  { waters: 400, readings: 10_000_000 },
].filter(({ readings }) => readings <= most);

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
async function took(times, act) {
  const all = [];
  for (let k = 0; k < times; k++) {
    const from = performance.now();
    await act();
    all.push(performance.now() - from);
  }
  return median(all);
}
/** Memory of a process that lies in the machine's own, MB; Linux tells it. */
const residentOf = (pid) =>
  Number(/VmRSS:\s+(?<kb>\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8')).groups.kb) / 1000;

console.log(
  '| waters | readings | file | start | Today | all waters | a page of Log | a year of Trace | save a reading | memory |',
);
console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |');
for (const { waters, readings } of sizes) {
  const folder = madeFolder();
  const days = Math.round(readings / parametersRead.length / (waters + 1));
  const filled = await fill(folder, { waters, days });
  const from = performance.now();
  const server = await serve(builtServer, folder);
  await call(server.url, 'GET', '/api/revision');
  const start = performance.now() - from;
  const [id] = filled.ids;
  const ask = (path) => call(server.url, 'GET', path);
  const yearAgo = Date.now() - 365 * 86_400_000;
  const times = {
    today: await took(15, () => ask(`/api/waters/${id}/today`)),
    all: await took(5, () => ask('/api/today')),
    log: await took(15, () => ask(`/api/waters/${id}/readings?limit=100`)),
    trace: await took(15, () =>
      ask(`/api/waters/${id}/readings?parameter=nitrate&from=${yearAgo}&limit=5000`),
    ),
    save: await took(15, () =>
      call(server.url, 'POST', '/api/readings', {
        id: randomUUID(),
        waterId: id,
        parameter: 'ph',
        takenAt: Date.now() - 1000,
        zone: 'Etc/UTC',
        entered: { how: 'figure', text: '7.2', unit: 'pH' },
      }),
    ),
  };
  const memory = residentOf(server.pid);
  await server.end();
  const bytes = statSync(join(folder, 'hedge-lamp.sqlite')).size;
  const ms = (x) => `${x.toFixed(x < 10 ? 1 : 0)} ms`;
  console.log(
    `| ${waters} | ${filled.readings.toLocaleString('en-US')} | ${(bytes / 1e6).toFixed(1)} MB | ${(start / 1000).toFixed(1)} s | ${ms(times.today)} | ${ms(times.all)} | ${ms(times.log)} | ${ms(times.trace)} | ${ms(times.save)} | ${memory.toFixed(0)} MB |`,
  );
  removeFolder(`${folder}-backups`);
  removeFolder(folder);
}
