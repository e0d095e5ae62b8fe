import {
  accessSync,
  constants,
  existsSync,
  mkdirSync,
  readdirSync,
  realpathSync,
  rmSync,
  statSync,
  statfsSync,
} from 'node:fs';
import { hostname } from 'node:os';
import { basename, dirname, join, resolve, sep } from 'node:path';
import { bytesWords } from '@hedge-lamp/core/exchange';
import { unfinishedEnding } from '../database/whole-file';
import { BackupFault, backupFaultOf } from './backup-fault';

/** Where backups go by themselves: beside the data folder, since what lies in it goes when it goes. */
export const usualPlace = (folder: string): string => `${resolve(folder)}-backups`;

/** The folder itself, or as much of its path as is there, without links. */
function real(path: string): string {
  const whole = resolve(path);
  if (existsSync(whole)) return realpathSync(whole);
  const above = dirname(whole);
  return above === whole ? whole : join(real(above), basename(whole));
}

/** True for a path in a folder, or the folder itself, by whatever links it is reached. */
function isWithin(path: string, folder: string): boolean {
  const [inner, outer] = [real(path), real(folder)];
  return inner === outer || inner.startsWith(outer.endsWith(sep) ? outer : outer + sep);
}

/**
 * A folder that backups may go to.
 * @param mayMake true where it is made if only the last part of it is missing. Not later on: where a disk was mounted there
 * may be an empty folder of the system's own disk by now.
 * @throws BackupFault for one in the data folder, one that cannot be written, or none
 */
export function checkPlace(place: string, folder: string, mayMake = false): void {
  if (isWithin(place, folder))
    throw new BackupFault(
      `${place} lies in the data folder, and would be lost with it. Choose a folder elsewhere.`,
    );
  checkWritable(place, mayMake);
}

/** @throws BackupFault for a place that is no folder, or cannot be written */
export function checkWritable(place: string, mayMake: boolean): void {
  try {
    if (!existsSync(place)) {
      if (!mayMake || !existsSync(dirname(resolve(place))))
        throw new BackupFault(
          `${place} is not there. Make it, put in the disk that it is on, or choose another folder.`,
        );
      mkdirSync(place, { mode: 0o700 });
    }
    if (!statSync(place).isDirectory())
      throw new BackupFault(`${place} is a file. Choose a folder for the backups.`);
    accessSync(place, constants.W_OK | constants.X_OK);
  } catch (error) {
    throw backupFaultOf(error, place);
  }
}

/** @throws BackupFault where a disk has less than is needed, bytes */
export function checkRoom(place: string, needed: number, what: string): void {
  const { blocks, bavail, bsize } = statfsSync(place);
  const free = bavail * bsize;
  // Some disks over a network do not say how large they are.
  if (blocks > 0 && free < needed)
    throw new BackupFault(
      `There is not enough room on the disk of ${place}: ${what} needs about ${bytesWords(needed)}, and ${bytesWords(free)} are free. Nothing was changed. Free some room, or choose another place.`,
    );
}

/** The usual name of a backup: hedge-lamp-2026-11-28-145825.zip, by the clock on this machine's wall. */
function backupName(at: number): string {
  const date = new Date(at);
  const wall = new Date(at - date.getTimezoneOffset() * 60_000).toISOString();
  return `hedge-lamp-${wall.slice(0, 19).replace('T', '-').replaceAll(':', '')}.zip`;
}

/** A name that nothing has yet: two backups of one second get a figure. */
export function freeName(place: string, at: number): string {
  const name = backupName(at);
  for (let k = 1; ; k++) {
    const path = join(place, k === 1 ? name : name.replace(/\.zip$/, `-${k}.zip`));
    if (!existsSync(path)) return path;
  }
}

const workerMark = (): string => `${hostname().replace(/[^\w-]/g, '-')}-${process.pid}`;

/** What a backup is called until it is whole: it says whose work it is. */
export const unfinishedName = (target: string, what: 'zip' | 'data'): string =>
  join(dirname(target), `.${basename(target)}.${workerMark()}.${what}${unfinishedEnding}`);

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Takes away what a killed backup of this machine left in a place. */
export function tidyPlace(place: string): void {
  for (const name of readdirSync(place)) {
    const [, machine, pid] =
      /^\..*\.zip\.([\w-]+)-(\d+)\.(?:zip|data)\.part(?:-journal|-wal|-shm)?$/.exec(name) ?? [];
    const isOurs = machine === workerMark().replace(/-\d+$/, '');
    if (isOurs && pid && Number(pid) !== process.pid && !isAlive(Number(pid)))
      rmSync(join(place, name), { force: true });
  }
}
