import { counted } from '@hedge-lamp/core/quantity';
import { existsSync, mkdirSync, statSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { type DataContents, bytesWords, contentsLines, contentsWords } from '@hedge-lamp/core/exchange';
import { FolderFault, faultOf } from '../database/folder-fault';
import { lockFolder } from '../database/folder-lock';
import { memoryOf } from '../database/folder-memory';
import { BackupFault, Stopped, backupFaultOf } from './backup-fault';
import { freeName, usualPlace } from './backup-target';
import { diskRelation } from './disk-relation';
import { type Staged, dropStaged, stageRestore } from './staged-restore';
import { bringBack, listAside, swapIn, tidyRestores } from './swap';
import { type Oversight, madeWords, writeBackup } from './write-backup';

/**
 * What `npm run backup` and `npm run restore` do. The first argument says which; the data folder is named by HEDGE_LAMP_DATA.
 */
const packageFolder = fileURLToPath(new URL('..', import.meta.url));
const migrations = join(packageFolder, 'drizzle');
/** Where npm was called: what is typed is meant from there. */
const typedIn = process.env.INIT_CWD ?? process.cwd();
const usual = join(packageFolder, '../../data', process.env.HEDGE_LAMP_DEMO === '1' ? 'demo' : 'keeper');
const folder = resolve(process.env.HEDGE_LAMP_DATA || usual);

const usage = {
  backup: 'npm run backup [FILE.zip]',
  restore: 'npm run restore FILE · npm run restore -- --look FILE · npm run restore -- --undo',
} as const;

/** Shows how far it is: on one line in a terminal, else a line for each stage. */
function shown(signal: AbortSignal): Oversight {
  let stageNow = '';
  let at = 0;
  const progress: Oversight['progress'] = (stage, done, total) => {
    const now = performance.now();
    if (stage === stageNow && (!process.stderr.isTTY || now - at < 200)) return;
    const much = total > 0 ? ` ${bytesWords(done)} of ${bytesWords(total)}` : '';
    const words = `${stage[0]!.toUpperCase()}${stage.slice(1)} …`;
    process.stderr.write(
      process.stderr.isTTY ? `\r\u001b[K${words}${much}` : stage === stageNow ? '' : `${words}\n`,
    );
    [stageNow, at] = [stage, now];
  };
  return { signal, progress };
}
const lineDone = () => void (process.stderr.isTTY && process.stderr.write('\r\u001b[K'));

async function backUp(file: string | undefined, reason: 'asked' | 'before-update', oversight: Oversight) {
  const now = Date.now();
  const named = file === undefined ? null : resolve(typedIn, file);
  const isFolder = named !== null && existsSync(named) && statSync(named).isDirectory();
  const place = isFolder ? named : (memoryOf(folder).backupPlace ?? usualPlace(folder));
  if (named === null && !existsSync(place) && existsSync(folder))
    mkdirSync(place, { recursive: true, mode: 0o700 });
  const target = named !== null && !isFolder ? named : freeName(place, now);
  const manifest = await writeBackup({ folder, target, reason, now }, oversight);
  lineDone();
  console.log(madeWords(target, manifest));
  if (manifest.missing.length > 0)
    console.log(
      `It lacks ${counted(manifest.missing.length, 'photograph', 'photographs')} whose files were not there; their readings are in it.`,
    );
  const disk = diskRelation(target, folder);
  if (disk === 'same') console.log('It lies on the disk of the data. Copy it to another one too.');
  if (disk === 'memory')
    console.log('It lies in memory, and is gone when the machine is switched off. Copy it to a disk.');
}

const dated = (at: number | null): string => (at === null ? '–' : new Date(at).toISOString().slice(0, 10));

/** What is here beside what is in it, as a table. */
function besideEachOther(here: DataContents | null, there: DataContents): string {
  const rows: [string, string, string][] = [
    ['', 'here', 'in the backup'],
    ...contentsLines.map(({ key, label }): [string, string, string] => [
      label,
      here ? String(here[key]) : '–',
      String(there[key]),
    ]),
    ['Oldest reading', dated(here?.from ?? null), dated(there.from)],
    ['Newest reading', dated(here?.to ?? null), dated(there.to)],
  ];
  return rows.map(([a, b, c]) => `${a.padEnd(30)}${b.padStart(12)}${c.padStart(16)}`).join('\n');
}

function tell({ contents, here, manifest, differences, photographsMissing }: Staged): void {
  if (manifest)
    console.log(
      `Made ${new Date(manifest.madeAt).toISOString()} (UTC) on ${manifest.source.machine}. Every byte is as it was.`,
    );
  console.log(besideEachOther(here, contents));
  if (contents.demo) console.log('It holds the made-up data of the demo.');
  if (photographsMissing > 0)
    console.log(`Neither in it nor here: ${counted(photographsMissing, 'photograph', 'photographs')}.`);
  if (differences)
    console.log(
      `Only here: ${contentsWords({
        waters: differences.waters.onlyHere,
        readings: differences.readings.onlyHere,
        photographs: differences.photographs.onlyHere,
      })}.`,
    );
}

async function restore(file: string, isOnlyLook: boolean, oversight: Oversight): Promise<void> {
  const path = resolve(typedIn, file);
  const now = Date.now();
  const staged = await stageRestore({ folder, path, id: randomUUID(), migrations, now }, oversight);
  lineDone();
  tell(staged);
  if (isOnlyLook) {
    dropStaged(folder, staged.id);
    return console.log('Nothing was changed.');
  }
  if (oversight.signal?.aborted) {
    dropStaged(folder, staged.id);
    throw new Stopped();
  }
  const aside = swapIn(folder, staged.id, now);
  console.log(`Restored into ${folder}.`);
  if (aside !== null)
    console.log('What was there is kept aside. To bring it back: npm run restore -- --undo');
}

function undo(): void {
  const [newest] = listAside(folder);
  if (!newest) throw new BackupFault(`Nothing is kept aside in ${folder}.`);
  bringBack(folder, newest.id, Date.now());
  console.log(
    `Brought back what was kept aside on ${new Date(newest.at).toISOString()} (UTC). What was here is kept aside now: npm run restore -- --undo changes it back.`,
  );
}

async function main(): Promise<void> {
  process.umask(0o077);
  const [what, ...rest] = process.argv.slice(2);
  if (what !== 'backup' && what !== 'restore') throw new BackupFault(`${usage.backup}\n${usage.restore}`);
  const stopping = new AbortController();
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.once(signal, () => stopping.abort());
  const oversight = shown(stopping.signal);
  const { values, positionals } = (() => {
    try {
      return parseArgs({
        args: rest,
        allowPositionals: true,
        options: {
          look: { type: 'boolean' },
          undo: { type: 'boolean' },
          'before-update': { type: 'boolean' },
        },
      });
    } catch {
      throw new BackupFault(`This is not understood. Type: ${usage[what]}`);
    }
  })();
  if (positionals.length > 1) throw new BackupFault(`Name one file. Type: ${usage[what]}`);
  const [file] = positionals;
  if (what === 'backup') return backUp(file, values['before-update'] ? 'before-update' : 'asked', oversight);
  if ((file === undefined) === !values.undo) throw new BackupFault(`Name the backup. Type: ${usage.restore}`);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
  } catch {
    throw new BackupFault(
      `The data folder ${folder} is not there and cannot be made. Name another one in HEDGE_LAMP_DATA.`,
    );
  }
  try {
    const lock = lockFolder(folder);
    try {
      tidyRestores(folder);
      if (file === undefined) undo();
      else await restore(file, values.look ?? false, oversight);
    } finally {
      lock.release();
    }
  } catch (error) {
    const fault = faultOf(error, folder);
    throw fault instanceof FolderFault ? fault : backupFaultOf(error, folder);
  }
}

main().catch((error: unknown) => {
  lineDone();
  const isTold = error instanceof BackupFault || error instanceof FolderFault;
  console.error(
    isTold ? error.message : `This failed: ${String(error instanceof Error ? error.stack : error)}`,
  );
  process.exit(1);
});
