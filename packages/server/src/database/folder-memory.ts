import { closeSync, existsSync, fsyncSync, openSync, readFileSync, readdirSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** A folder remembers that it had a data file, so that a missing one is not taken for a new beginning. */
const memoryFile = (folder: string): string => join(folder, 'hedge-lamp.json');

const holdsAny = (folder: string): boolean => existsSync(folder) && readdirSync(folder).length > 0;

/** True when a data file was here once, by the folder's own word or by what lies in it. */
export const hadData = (folder: string): boolean =>
  existsSync(memoryFile(folder)) || holdsAny(join(folder, 'photos')) || holdsAny(join(folder, 'backups'));

/** Notes that the folder has a data file. Written once, and on the disk when this returns. */
export function remember(folder: string): void {
  if (existsSync(memoryFile(folder)) && readFileSync(memoryFile(folder)).length > 0) return;
  const file = openSync(memoryFile(folder), 'w', 0o600);
  try {
    writeSync(file, `${JSON.stringify({ holds: 'hedge-lamp.sqlite' })}\n`);
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}
