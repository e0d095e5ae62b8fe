import { hostname } from 'node:os';
import { join } from 'node:path';
import Sqlite from 'better-sqlite3';
import { FolderFault, codeOf } from './folder-fault';

/** How long a server that is just ending is waited for, ms. */
const patienceMs = 3000;

export interface FolderLock {
  release(): void;
}

interface Holder {
  readonly pid: number;
  readonly host: string;
  readonly since: string;
}

const isBusy = (error: unknown): boolean => codeOf(error).startsWith('SQLITE_BUSY');

/**
 * Takes a folder for this process. The lock is an open transaction on a file of its own: the system lets go of it when
 * the process ends, however it ends.
 * @throws FolderFault that says who has it
 */
export function lockFolder(folder: string, patience = patienceMs): FolderLock {
  const client = new Sqlite(join(folder, 'lock.sqlite'), { timeout: patience });
  try {
    client.exec('begin immediate');
    client.exec('create table if not exists holder (pid integer, host text, since text)');
    client.exec('delete from holder');
    const since = new Date().toISOString();
    client.prepare('insert into holder values (?, ?, ?)').run(process.pid, hostname(), since);
    client.exec('commit');
    // Whoever slips in between the two has it, and this one says so.
    client.exec('begin immediate');
  } catch (error) {
    const holder = isBusy(error)
      ? (client.prepare('select pid, host, since from holder').get() as Holder | undefined)
      : undefined;
    client.close();
    if (!isBusy(error)) throw error;
    const who = holder ? ` (process ${holder.pid} on ${holder.host}, since ${holder.since})` : '';
    throw new FolderFault(
      `Another Hedge Lamp works on ${folder}${who}. Use that one, stop it first, or name another folder in HEDGE_LAMP_DATA.`,
    );
  }
  return { release: () => client.close() };
}
