import { existsSync, rmSync } from 'node:fs';
import Sqlite from 'better-sqlite3';
import { isDamage } from '../database/folder-fault';
import { databaseFile } from '../database/open-database';
import { BackupFault, Stopped, backupFaultOf, goOn } from './backup-fault';

/** So many pages are copied at once; others have their turn between. */
const pagesAtOnce = 256;

/** How far something has come, in bytes. */
export type Progress = (done: number, total: number) => void;

/**
 * Copies the data file of a folder as it is at one instant, whatever is written meanwhile: SQLite's own online backup, from
 * a connection that holds one view of the file, so that it never begins anew. The copy is one file without a log beside it.
 * @param to a path where nothing is
 * @throws BackupFault where there are no data, or they are damaged
 */
export async function copyDatabase(
  folder: string,
  to: string,
  progress: Progress,
  signal?: AbortSignal,
): Promise<void> {
  const file = databaseFile(folder);
  if (!existsSync(file)) throw new BackupFault(`There are no data in ${folder}. Nothing was backed up.`);
  const source = new Sqlite(file, { fileMustExist: true, timeout: 10_000 });
  try {
    source.pragma('query_only = ON');
    source.exec('begin');
    source.prepare('select count(*) from sqlite_master').get();
    const pageBytes = Number(source.pragma('page_size', { simple: true }));
    await source.backup(to, {
      progress: ({ totalPages, remainingPages }) => {
        goOn(signal);
        progress((totalPages - remainingPages) * pageBytes, totalPages * pageBytes);
        return pagesAtOnce;
      },
    });
    source.exec('rollback');
  } catch (error) {
    for (const ending of ['', '-journal', '-wal', '-shm']) rmSync(to + ending, { force: true });
    if (signal?.aborted) throw new Stopped();
    throw isDamage(error) ? backupFaultOf(error, folder) : error;
  } finally {
    source.close();
  }
  const copy = new Sqlite(to);
  try {
    copy.pragma('journal_mode = DELETE');
  } finally {
    copy.close();
  }
}

/** Says what is wrong with a data file that is open; null where nothing is. Takes its time: every page is read. */
export function damageOf(client: Sqlite.Database): string | null {
  const found = client.pragma('integrity_check(1)', { simple: true });
  return found === 'ok' ? null : String(found);
}
