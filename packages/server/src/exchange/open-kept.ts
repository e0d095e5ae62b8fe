import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { memoryOf } from '../database/folder-memory';
import { type Database, NeedsMigration, openDatabase } from '../database/open-database';
import { FolderFault } from '../database/folder-fault';
import { BackupFault, backupFaultOf } from './backup-fault';
import { checkPlace, freeName, usualPlace } from './backup-target';
import { writeBackup } from './write-backup';

/** Where a backup can go: the place of the folder, else a folder in it, so that no disk that is away keeps it from starting. */
function placeFor(folder: string): string {
  const { backupPlace } = memoryOf(folder);
  const place = backupPlace ?? usualPlace(folder);
  try {
    checkPlace(place, folder, backupPlace === undefined);
    return place;
  } catch {
    const within = join(folder, 'backups');
    if (!existsSync(within)) mkdirSync(within, { mode: 0o700 });
    return within;
  }
}

/**
 * Opens the data of a folder as `openDatabase` does; where their format is older they are backed up first, photographs
 * included.
 * @throws FolderFault, also where the backup cannot be made: then nothing was changed
 */
export async function openKept(
  folder: string,
  migrations: string,
  { anew = false, now = Date.now() }: { readonly anew?: boolean; readonly now?: number } = {},
): Promise<Database> {
  try {
    return openDatabase(folder, migrations, { anew });
  } catch (error) {
    if (!(error instanceof NeedsMigration)) throw error;
  }
  const place = placeFor(folder);
  try {
    await writeBackup({ folder, target: freeName(place, now), reason: 'before-migration', now });
  } catch (error) {
    const { message } = error instanceof BackupFault ? error : backupFaultOf(error, place);
    throw new FolderFault(
      `The data in ${folder} have an older format, and a backup is made before it changes. ${message} Hedge Lamp did not start.`,
    );
  }
  return openDatabase(folder, migrations, { anew, isBackedUp: true });
}
