import Sqlite from 'better-sqlite3';
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { kindsOf, newWorld } from './kinds.mjs';
import { ask, madeFolder, removeFolder, serve } from '../served.mjs';
import { writers } from './writers.mjs';

const picture = Buffer.from(
  jpeg.encode(
    {
      width: 320,
      height: 240,
      data: Buffer.from(Array.from({ length: 4 * 320 * 240 }, (_, k) => (k * 37) % 251)),
    },
    90,
  ).data,
);
const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** What is in the file of what was acknowledged. Nobody writes while it looks. */
function look(folder, acknowledged, world, counts) {
  const file = new Sqlite(join(folder, 'hedge-lamp.sqlite'));
  for (const { check, use, path } of acknowledged) {
    const { n } = file.prepare(check.sql).get(...check.args) ?? { n: 0 };
    if (Number(n) < Number(check.n)) {
      counts.lost += 1;
      world.lostKinds.add(path.replace(/[0-9a-f-]{36}/, '…'));
    }
    if (use && file.prepare('select count(*) as n from kit_uses where id = ?').get(use).n !== 1)
      counts.lost += 1;
  }
  for (const [note, size] of world.bulks) {
    const { n } = file.prepare('select count(*) as n from readings where note = ?').get(note);
    if (n !== 0 && n !== size) counts.torn += 1;
  }
  for (const { id, bytes } of file.prepare('select id, bytes from photos').all()) {
    const path = join(folder, 'photos', `${id}.jpg`);
    if (!existsSync(path)) counts.lost += 1;
    else if (statSync(path).size !== bytes) counts.torn += 1;
  }
  // One use for each tube or reading that names a kit, one event by its identifier.
  const uses = file.prepare('select count(*) as n from kit_uses').get().n;
  const known = file
    .prepare(
      'select count(*) as n from kit_uses where id in (select id from readings) or id in (select json_extract(t.value, ?) from runs, json_each(runs.tests) t)',
    )
    .get('$.id').n;
  counts.doubled += uses - known;
  file.close();
}

/**
 * Kills the server at random moments while every kind of write goes on, some of it sent twice; after each kill it looks
 * whether what was acknowledged is there, once and whole.
 */
export async function kills(main, times, most = 450) {
  const folder = madeFolder();
  const counts = { kills: 0, acknowledged: 0, refused: 0, lost: 0, doubled: 0, torn: 0, failed: 0, hung: 0 };
  const world = newWorld();
  const kinds = kindsOf(world, picture);
  const names = Object.keys(kinds);
  const seen = new Set();
  let acknowledged = [];
  try {
    for (let k = 0; k < times; k++) {
      const server = await serve(main, folder);
      const writing = writers(server.url, world, kinds, ({ name, request, status, goesOn }) => {
        if (status >= 200 && status < 300) {
          acknowledged.push(request);
          counts.acknowledged += 1;
          seen.add(name);
        } else if (status >= 500) counts.failed += 1;
        else if (status >= 400) counts.refused += 1;
        else if (status === -1 && goesOn) counts.hung += 1;
      });
      await sleep(20 + Math.random() * most);
      await server.kill();
      await writing.stop();
      counts.kills += 1;
      look(folder, acknowledged, world, counts);
      acknowledged = [];
      world.bulks.clear();
    }
    return { counts, kinds: `${seen.size} of ${names.length} kinds of write`, lost: [...world.lostKinds] };
  } finally {
    removeFolder(folder);
  }
}

/** Requests go to one server until some time is over; hangs and errors of the server are counted. */
export async function load(main, ms) {
  const folder = madeFolder();
  const counts = { asked: 0, failed: 0, hung: 0 };
  const server = await serve(main, folder);
  try {
    const until = Date.now() + ms;
    const worker = async () => {
      while (Date.now() < until) {
        const body = { id: crypto.randomUUID(), name: 'Tank', kind: 'aquarium', netLiters: 100 };
        const { status } = await ask(server.url, 'POST', '/api/waters', body);
        counts.asked += 1;
        if (status >= 500) counts.failed += 1;
        if (status === -1) counts.hung += 1;
      }
    };
    await Promise.all(Array.from({ length: 4 }, worker));
    return counts;
  } finally {
    await server.kill();
    removeFolder(folder);
  }
}
