import { codeOf, isDamage, isFull, isUnwritable } from '../database/folder-fault';

/** Why a backup could not be made, opened or restored: one sentence and what to do, shown as it is. */
export class BackupFault extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'BackupFault';
  }
}

/** The backup itself is not as it was made: one byte is enough. */
export class DamagedBackup extends BackupFault {}

/** It was told to stop. */
export class Stopped extends BackupFault {
  constructor() {
    super('Stopped. Nothing was changed.');
  }
}

/** @throws Stopped where it was told to stop */
export function goOn(signal: AbortSignal | undefined): void {
  if (signal?.aborted) throw new Stopped();
}

/** What went wrong with a file or its disk, in a sentence. @param path what was worked on */
export function backupFaultOf(error: unknown, path: string): BackupFault {
  if (error instanceof BackupFault) return error;
  const code = codeOf(error);
  const name = error instanceof Error ? error.name : '';
  if (name === 'AbortError' || code === 'ABORT_ERR') return new Stopped();
  if (isFull(error))
    return new BackupFault(
      `The disk of ${path} is full. Nothing was changed. Free some room on it, then try again.`,
    );
  if (isDamage(error))
    return new BackupFault(`The data file in ${path} is damaged. Nothing was changed; older backups stay.`);
  if (code === 'ENOENT') return new BackupFault(`${path} is not there. Name a file or a folder that is.`);
  if (code === 'ENOTDIR' || code === 'EISDIR')
    return new BackupFault(
      `${path} is not what it should be: a folder stands for a file, or a file for a folder.`,
    );
  if (code === 'ENAMETOOLONG') return new BackupFault('The name is too long. Give a shorter one.');
  if (code.startsWith('SQLITE_BUSY'))
    return new BackupFault(`The data in ${path} are being written all the time. Try again in a minute.`);
  if (isUnwritable(error))
    return new BackupFault(
      `${path} cannot be read or written. Nothing was changed. Give the user who runs Hedge Lamp the right to it, or choose another place.`,
    );
  const says = error instanceof Error ? error.message : String(error);
  return new BackupFault(`This failed: ${says.slice(0, 200)}. Nothing was changed.`);
}
