import { readFileSync } from 'node:fs';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import { serverBundle } from '../build-server.mjs';
import { root } from '../ready.mjs';

/**
 * Builds of the server that are broken on purpose, one fault each: a counter that was never seen above zero proves
 * nothing. Each change must be found in its source, so that none goes stale unnoticed.
 */
const faults = {
  // Answers before it is committed.
  lost: {
    'database/writing.ts': [
      "database.transaction((tx) => work(tx), { behavior: 'immediate' });",
      `(() => {
         const held = globalThis as any;
         held.client = (database as any).$client ?? held.client;
         if (!held.client.inTransaction) {
           held.client.exec('begin');
           setTimeout(() => held.client.inTransaction && held.client.exec('commit'), 60);
         }
         return work(database as any);
       })();`,
    ],
  },
  // Counts what is sent again as a thing of its own.
  doubled: {
    'methods/kit-store.ts': ['.values(use)', '.values({ ...use, id: use.id + Math.random() })'],
  },
  // Writes in place, in two halves.
  torn: {
    'color/photo-store.ts': [
      'await writeWhole(fileOf(database, id), bytes);',
      `{ const f = await (await import('node:fs/promises')).open(fileOf(database, id), 'w'); await f.write(bytes.subarray(0, bytes.length / 2));
         await inTurn(() => database.insert(photosTable).values({ id, digest, createdAt: now(), deletedAt: null, purgeAt: null, bytes: bytes.length }).onConflictDoNothing().run());
         await new Promise((r) => setTimeout(r, 80)); await f.write(bytes.subarray(bytes.length / 2)); await f.close(); }`,
    ],
    'readings/bulk.ts': ["client.exec('begin immediate');", ''],
  },
  // Backs up what was there a little earlier.
  'short of the newest': {
    'exchange/database-copy.ts': [
      "copy.pragma('journal_mode = DELETE');",
      `copy.pragma('journal_mode = DELETE');
      copy.exec('delete from run_events where sequence > (select max(sequence) - 9 from run_events); delete from photos where rowid > (select max(rowid) - 2 from photos); delete from deeds where rowid > (select max(rowid) - 9 from deeds)');`,
    ],
  },
  // Writes the backup under its final name from the beginning.
  'half named': {
    'exchange/backup-target.ts': [
      'join(dirname(target), `.${basename(target)}.${workerMark()}.${what}${unfinishedEnding}`);',
      "what === 'zip' ? target : join(dirname(target), `.${basename(target)}.${workerMark()}.${what}${unfinishedEnding}`);",
    ],
    'exchange/write-backup.ts': ['if (existsSync(target))', "if (existsSync(target) && target === '')"],
  },
  // Puts data in place in two steps.
  'half restored': {
    'exchange/swap.ts': [
      '    renameSync(stagedFile(folder, id), databaseFile(folder));',
      `    rmSync(databaseFile(folder), { force: true });
    Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 60);
    renameSync(stagedFile(folder, id), databaseFile(folder));`,
    ],
  },
  // Leaves what a wrong clock dated.
  misdated: {
    'house/put-right.ts': [
      '  writing(database, (tx) => {\n    // A wait',
      '  if (by) return;\n  writing(database, (tx) => {\n    // A wait',
    ],
  },
  // Does not look whether a forecast is there.
  failed: { 'cycle/store.ts': ['    if (own) {', '    if (own && draft.id === "") {'] },
  // Now and then forgets to answer.
  hung: {
    'door/json-body.ts': [
      'void usual(request, String(text), (error, value) =>',
      'if (Math.random() < 0.02) return;\n    void usual(request, String(text), (error, value) =>',
    ],
  },
  // Two may work on one folder.
  shared: {
    'database/folder-lock.ts': [
      'export function lockFolder(',
      'export function lockFolder(..._given: unknown[]): FolderLock {\n  return { release: () => undefined };\n}\nexport function unused(',
    ],
  },
};

const nameOf = (fault) => `broken-${fault.replaceAll(' ', '-')}`;

/** @param entry the program of the bundle that the fault is built into */
export async function brokenBuild(fault, entry = 'main') {
  const changes = faults[fault];
  const outfile = join(root, `packages/server/dist/${nameOf(fault)}.mjs`);
  mkdirSync(join(outfile, '..'), { recursive: true });
  const left = new Set(Object.keys(changes));
  await build({
    ...serverBundle,
    absWorkingDir: root,
    entryPoints: { [nameOf(fault)]: serverBundle.entryPoints[entry] },
    sourcemap: false,
    plugins: [
      {
        name: 'fault',
        setup(own) {
          own.onLoad({ filter: /packages\/server\/src\/.*\.ts$/ }, ({ path }) => {
            const name = Object.keys(changes).find((file) => path.endsWith(`/src/${file}`));
            if (!name) return undefined;
            const source = readFileSync(path, 'utf8');
            const [from, to] = changes[name];
            if (!source.includes(from))
              throw new Error(`The fault “${fault}” finds nothing to break in ${name}.`);
            left.delete(name);
            return { contents: source.replaceAll(from, () => to), loader: 'ts' };
          });
        },
      },
    ],
  });
  if (left.size > 0) throw new Error(`The fault “${fault}” was not built in: ${[...left].join(', ')}`);
  return outfile;
}
