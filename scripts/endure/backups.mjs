import Sqlite from 'better-sqlite3';
import { spawn, spawnSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import jpeg from 'jpeg-js';
import { kindsOf, newWorld } from './kinds.mjs';
import { madeFolder, removeFolder, serve } from '../served.mjs';
import { writers } from './writers.mjs';

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
const picture = Buffer.from(
  jpeg.encode({ width: 320, height: 240, data: randomBytes(4 * 320 * 240) }, 90).data,
);

/**
 * Runs `backup` or `restore` as a process of its own.
 * @param more `killAfter` ms; `shell`, a line of sh before it; `watch`, told the process
 */
export async function command(program, folder, args, { killAfter, shell, watch } = {}) {
  const given = { env: { ...process.env, HEDGE_LAMP_DATA: folder }, stdio: ['ignore', 'pipe', 'pipe'] };
  const line = [program, ...args];
  const child = shell
    ? spawn('sh', ['-c', `${shell}; exec node "$@"`, 'sh', ...line], given)
    : spawn('node', line, given);
  let said = '';
  child.stderr.on('data', (text) => (said += text));
  child.stdout.on('data', (text) => (said += text));
  const timer = killAfter === undefined ? undefined : setTimeout(() => child.kill('SIGKILL'), killAfter);
  watch?.(child);
  const code = await new Promise((resolve) =>
    child.once('exit', (status, signal) => resolve(signal ?? status)),
  );
  clearTimeout(timer);
  return { code, said };
}

const hashOf = (bytes) => createHash('sha256').update(bytes).digest('hex');
const fileOf = (folder) => join(folder, 'hedge-lamp.sqlite');

/** Every row of every table, and every picture by its hash. Marks are notes of the folder about itself. */
function whatIsIn(folder) {
  const client = new Sqlite(fileOf(folder), { fileMustExist: true });
  try {
    const isWhole = client.pragma('integrity_check', { simple: true }) === 'ok';
    const tables = client
      .prepare("select name from sqlite_master where type = 'table' and name <> 'marks' order by name")
      .pluck()
      .all();
    const rows = Object.fromEntries(
      tables.map((t) => [t, client.prepare(`select * from "${t}" order by rowid`).all()]),
    );
    const named = client.prepare("select value from marks where name = 'photos-folder'").pluck().get();
    const place = join(folder, named ?? 'photos');
    const pictures = Object.fromEntries(
      rows.photos.map(({ id, bytes }) => {
        const path = join(place, `${id}.jpg`);
        const there = existsSync(path) ? readFileSync(path) : null;
        return [id, there === null ? 'missing' : there.length === bytes ? hashOf(there) : 'torn'];
      }),
    );
    return { isWhole, rows, pictures };
  } finally {
    client.close();
  }
}
const markOf = (what) => hashOf(JSON.stringify(what));

/**
 * Backups while every kind of write goes on, each restored elsewhere: nothing that was acknowledged before is missing, bulk is
 * there wholly or not at all, every picture is whole. Then one in a quiet moment, held against the data row by row.
 */
export async function backupsUnderWrites(program, main, times) {
  const counts = { backups: 0, acknowledged: 0, rows: 0, lost: 0, torn: 0, differs: 0, failed: 0 };
  // Anew every few times: data that grow all the while would only make the comparing slow.
  for (let left = times; left > 0; left -= 5) await someUnderWrites(program, main, Math.min(5, left), counts);
  return { counts };
}

async function someUnderWrites(program, main, times, counts) {
  const above = madeFolder();
  const [folder, place] = [join(above, 'data'), join(above, 'backups')];
  mkdirSync(folder);
  mkdirSync(place);
  const world = newWorld();
  const kinds = kindsOf(world, picture);
  try {
    const server = await serve(main, folder);
    for (let k = 0; k < times; k++) {
      const acknowledged = [];
      let began = Infinity;
      const writing = writers(server.url, world, kinds, ({ name, request, status }) => {
        if (status >= 500 || status <= 0) counts.failed += 1;
        // What was removed since says nothing of what was there then.
        if (status < 300 && status > 0 && performance.now() < began && !name.startsWith('DELETE'))
          acknowledged.push(request);
      });
      await sleep(100 + Math.random() * 200);
      began = performance.now();
      const path = join(place, `busy-${k}.zip`);
      const made = await command(program, folder, ['backup', path]);
      await writing.stop();
      const quiet = join(place, `quiet-${k}.zip`);
      const second = await command(program, folder, ['backup', quiet]);
      if (made.code !== 0 || second.code !== 0) counts.failed += 1;
      counts.backups += 2;
      for (const from of [path, quiet]) {
        const elsewhere = join(above, 'elsewhere');
        const restored = await command(program, elsewhere, ['restore', from]);
        if (restored.code !== 0) {
          counts.failed += 1;
          continue;
        }
        const there = whatIsIn(elsewhere);
        if (!there.isWhole || Object.values(there.pictures).some((p) => p === 'torn' || p === 'missing'))
          counts.torn += 1;
        counts.rows += Object.values(there.rows).reduce((n, rows) => n + rows.length, 0);
        if (from === path) look(elsewhere, acknowledged, world, counts);
        else if (markOf(there) !== markOf(whatIsIn(folder))) counts.differs += 1;
        removeFolder(elsewhere);
      }
      counts.acknowledged += acknowledged.length;
      for (const used of [path, quiet]) rmSync(used, { force: true });
    }
    await server.end();
  } finally {
    removeFolder(above);
  }
}

function look(folder, acknowledged, world, counts) {
  const file = new Sqlite(fileOf(folder));
  for (const { check } of acknowledged) {
    const { n } = file.prepare(check.sql).get(...check.args) ?? { n: 0 };
    if (Number(n) < Number(check.n)) counts.lost += 1;
  }
  for (const [note, size] of world.bulks) {
    const { n } = file.prepare('select count(*) as n from readings where note = ?').get(note);
    if (n !== 0 && n !== size) counts.torn += 1;
  }
  file.close();
}

/** Data of one kind and of another, so that it can be told which of them are there. */
async function twoStates(program, main, above) {
  const folder = join(above, 'data');
  mkdirSync(folder);
  const world = newWorld();
  const kinds = kindsOf(world, picture);
  const write = async (ms) => {
    const server = await serve(main, folder);
    const writing = writers(server.url, world, kinds, () => undefined);
    await sleep(ms);
    await writing.stop();
    await server.end();
  };
  await write(2500);
  const path = join(above, 'then.zip');
  await command(program, folder, ['backup', path]);
  const old = markOf(whatIsIn(folder));
  await write(800);
  return { folder, path, inBackup: old, present: markOf(whatIsIn(folder)) };
}

/** What a folder holds in which nothing was ever kept. */
async function emptyMark(main, folder) {
  mkdirSync(folder);
  const server = await serve(main, folder);
  await server.end();
  return markOf(whatIsIn(folder));
}

/**
 * Kills a backup and a restore at random moments. What lies under the name of a backup is whole; the folder has what was there
 * before, or what is in the backup, to the row and to the byte.
 */
export async function backupKills(program, main, times) {
  const counts = { kills: 0, named: 0, restored: 0, half: 0, left: 0, failed: 0 };
  const above = madeFolder();
  try {
    const { folder, path, inBackup, present } = await twoStates(program, main, above);
    const place = join(above, 'place');
    mkdirSync(place);
    const work = join(above, 'work');
    /** How long it takes when nothing interferes: the kills fall within it. */
    const timed = async (args) => {
      cpSync(folder, work, { recursive: true });
      const from = performance.now();
      const { code } = await command(program, work, args);
      if (code !== 0) counts.failed += 1;
      removeFolder(work);
      return performance.now() - from;
    };
    const took = {
      backup: await timed(['backup', join(place, 'timed.zip')]),
      restore: await timed(['restore', path]),
    };
    rmSync(join(place, 'timed.zip'), { force: true });
    const empty = await emptyMark(main, join(above, 'empty'));
    // Some are done before the kill comes: it goes on until so many were killed.
    for (let k = 0; counts.kills < times; k++) {
      // Every fourth is restored where nothing was, as on another machine.
      const isNew = k % 4 === 3;
      if (isNew) mkdirSync(work);
      else cpSync(folder, work, { recursive: true });
      const before = isNew ? empty : present;
      if (k % 2 === 0) {
        const target = join(place, 'killed.zip');
        const { code } = await command(program, work, ['backup', target], {
          killAfter: took.backup * (0.2 + 0.85 * Math.random()),
        });
        if (code === 'SIGKILL') counts.kills += 1;
        if (existsSync(target)) {
          counts.named += 1;
          if ((await command(program, join(above, 'looks'), ['restore', '--look', target])).code !== 0)
            counts.half += 1;
          rmSync(target);
        }
        if (markOf(whatIsIn(work)) !== present) counts.half += 1;
      } else {
        const { code } = await command(program, work, ['restore', path], {
          killAfter: took.restore * (0.2 + 0.85 * Math.random()),
        });
        if (code === 'SIGKILL') counts.kills += 1;
        // Whoever comes next tidies up.
        let is = 'none';
        try {
          const server = await serve(main, work);
          await server.end();
          is = markOf(whatIsIn(work));
        } catch {
          counts.half += 1;
        }
        if (is === inBackup) counts.restored += 1;
        else if (is !== before) counts.half += 1;
        if (readdirSync(work).some((name) => name.startsWith('restoring-'))) counts.left += 1;
      }
      removeFolder(work);
    }
    // What killed backups left beside goes with the next one.
    await command(program, folder, ['backup', join(place, 'last.zip')]);
    if (readdirSync(place).length !== 1) counts.left += 1;
    return { counts, took: `${Math.round(took.backup)} and ${Math.round(took.restore)} ms undisturbed` };
  } finally {
    removeFolder(above);
  }
}

/** No room, in the middle of it, for a backup and for a restore: a sentence, and nothing changed. */
export async function backupsOnFullDisk(program, main) {
  const counts = { tried: 0, refused: 0, wronglyDone: 0, changed: 0, left: 0, unplain: 0 };
  const above = madeFolder();
  try {
    const { folder, path, present } = await twoStates(program, main, above);
    const place = join(above, 'place');
    mkdirSync(place);
    const fresh = join(above, 'fresh');
    const tries = [];
    // In blocks of 512 bytes: the limit falls into the copy, the zip, what is unpacked.
    for (const blocks of [16, 200, 600, 1000]) {
      const shell = `trap '' XFSZ; ulimit -f ${blocks}`;
      tries.push(
        [folder, ['backup', join(place, 'full.zip')], { shell }],
        [folder, ['restore', path], { shell }],
        [fresh, ['restore', path], { shell }],
      );
    }
    const readOnly = join(above, 'read-only');
    mkdirSync(readOnly);
    const isMounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'ro,size=1m', 'tmpfs', readOnly]).status === 0;
    if (isMounted) {
      tries.push([folder, ['backup', join(readOnly, 'a.zip')], {}], [folder, ['backup', readOnly], {}]);
      tries.push([join(readOnly, 'data'), ['restore', path], {}]);
    }
    for (const [where, args, how] of tries) {
      counts.tried += 1;
      const { code, said } = await command(program, where, args, how);
      if (code === 0) counts.wronglyDone += 1;
      else counts.refused += 1;
      if (/\n\s+at |Error:|undefined/.test(said) || !/\.\s*$/.test(said)) counts.unplain += 1;
      if (markOf(whatIsIn(folder)) !== present) counts.changed += 1;
      if (existsSync(fileOf(fresh)) || readdirSync(place).length > 0) counts.left += 1;
      if (
        [folder, fresh].some((f) => existsSync(f) && readdirSync(f).some((n) => n.startsWith('restoring-')))
      )
        counts.left += 1;
    }
    return {
      counts,
      also: isMounted ? 'a disk that is read-only among them' : 'no read-only disk could be had',
    };
  } finally {
    spawnSync('umount', ['-l', join(above, 'read-only')]);
    removeFolder(above);
  }
}

/** The most memory that a process had by now, MB. */
const peakOf = (pid) => {
  try {
    return Number(/VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
  } catch {
    return 0;
  }
};

/** A data folder of a size that nobody has yet. @param much 1 for a million readings and two gigabytes of pictures */
async function largeFolder(main, folder, much) {
  const server = await serve(main, folder);
  const water = '3c8f5a62-4f6e-4a7e-8a11-000000000001';
  const post = (path, body) =>
    fetch(server.url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  await post('/api/waters', { id: water, name: 'Large', kind: 'pond', netLiters: 9000 });
  await post('/api/readings', {
    id: '3c8f5a62-4f6e-4a7e-8a11-000000000002',
    waterId: water,
    parameter: 'alkalinity',
    methodId: 'kh-drops',
    takenAt: Date.now() - 60_000,
    zone: 'Etc/UTC',
    entered: { how: 'drops', drops: 7 },
  });
  await server.end();
  const file = new Sqlite(fileOf(folder));
  const columns = file.prepare("select name from pragma_table_info('readings')").pluck().all();
  const others = columns.filter((c) => c !== 'id' && c !== 'taken_at').map((c) => `"${c}"`);
  file
    .prepare(
      `with recursive n(k) as (select 1 union all select k + 1 from n where k < ?)
       insert into readings (id, taken_at, ${others.join(', ')})
       select printf('3c8f5a62-4f6e-4a7e-9a11-%012x', k), taken_at - k * 60000, ${others.join(', ')}
       from n, (select * from readings limit 1)`,
    )
    .run(Math.round(1_000_000 * much));
  const each = 2_000_000;
  mkdirSync(join(folder, 'photos'), { recursive: true });
  const insert = file.prepare('insert into photos (id, digest, bytes, created_at) values (?, ?, ?, ?)');
  for (let k = 0; k < Math.round(1000 * much); k++) {
    const id = `3c8f5a62-4f6e-4a7e-aa11-${k.toString(16).padStart(12, '0')}`;
    writeFileSync(join(folder, 'photos', `${id}.jpg`), randomBytes(each));
    insert.run(id, 'x', each, Date.now());
  }
  file.close();
}

/** Memory of the command and of the server, and Stop in the middle, on a large folder. */
export async function largeBackup(program, main, much) {
  const counts = { readings: 0, photographs: 0, failed: 0, fat: 0, unstopped: 0, unshown: 0 };
  const above = madeFolder();
  const [folder, elsewhere, zip] = [join(above, 'data'), join(above, 'elsewhere'), join(above, 'large.zip')];
  mkdirSync(folder);
  try {
    await largeFolder(main, folder, much);
    const peaks = {};
    const run = async (name, where, args) => {
      let peak = 0;
      const { code, said } = await command(program, where, args, {
        watch: (child) => {
          const looking = setInterval(() => (peak = Math.max(peak, peakOf(child.pid))), 50);
          child.once('exit', () => clearInterval(looking));
        },
      });
      if (code !== 0) counts.failed += 1;
      peaks[name] = Math.round(peak);
      if (peak > 300) counts.fat += 1;
      return said;
    };
    await run('backup', folder, ['backup', zip]);
    await run('restore', elsewhere, ['restore', zip]);
    const file = new Sqlite(fileOf(elsewhere), { readonly: true });
    counts.readings = file.prepare('select count(*) from readings').pluck().get();
    counts.photographs = readdirSync(join(elsewhere, 'photos')).length;
    file.close();
    // Through the page: the server itself, opening what a page asked for.
    const server = await serve(main, elsewhere);
    const place = `${elsewhere}-backups`;
    mkdirSync(place);
    renameSync(zip, join(place, 'large.zip'));
    const ask = async (method, path, body) =>
      (
        await fetch(server.url + path, {
          method,
          ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
        })
      ).json();
    let shown = 0;
    let slowest = 0;
    const done = async (stopAt) => {
      for (;;) {
        const from = performance.now();
        const { work } = await ask('GET', '/api/backups/work');
        slowest = Math.max(slowest, performance.now() - from);
        if (work.total > 0 && work.done > 0 && work.done < work.total) shown += 1;
        if (stopAt !== undefined && work.done > work.total * stopAt && work.total > 0) {
          await ask('DELETE', '/api/backups/work');
          stopAt = undefined;
        }
        if (work.endedAt !== null) return work;
        await sleep(50);
      }
    };
    await ask('POST', '/api/backups/looks', { place, name: 'large.zip' });
    if (!(await done(0.3)).isStopped) counts.unstopped += 1;
    if (readdirSync(elsewhere).some((n) => n.startsWith('restoring-'))) counts.unstopped += 1;
    await ask('POST', '/api/backups/looks', { place, name: 'large.zip' });
    const { fault, staged } = await done();
    if (fault !== null || !staged) counts.failed += 1;
    if (shown < 5) counts.unshown += 1;
    peaks.server = Math.round(peakOf(server.pid));
    if (peaks.server > 300) counts.fat += 1;
    await server.kill();
    return {
      counts,
      memory: `at most ${peaks.backup} MB for the backup, ${peaks.restore} for the restore, ${peaks.server} for a server that opens it`,
      slowest: `slowest answer meanwhile ${Math.round(slowest)} ms`,
    };
  } finally {
    removeFolder(above);
    removeFolder(`${elsewhere}-backups`);
  }
}
