import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  rmdirSync,
  statSync,
} from 'node:fs';
import { join } from 'node:path';
import { type Aside, AsideSchema, backupEntry, isPhotosFolder } from '@hedge-lamp/core/exchange';
import Sqlite from 'better-sqlite3';
import { isDamage } from '../database/folder-fault';
import { holdsAny, remember } from '../database/folder-memory';
import { databaseFile } from '../database/open-database';
import { photosNameOf } from '../database/photos-folder';
import { replaceText, syncFile, syncFolder, unfinishedEnding } from '../database/whole-file';
import { BackupFault, backupFaultOf } from './backup-fault';
import { contentsOf } from './data-contents';
import {
  type Staged,
  dropStaged,
  namePhotos,
  noteStaged,
  photosNameFor,
  stagedFile,
  stagedOf,
  stagedPhotos,
  stagedPrefix,
} from './staged-restore';

const asideRoot = (folder: string): string => join(folder, 'aside');
const asideFolder = (folder: string, id: string): string => join(asideRoot(folder), id);
const asideFile = (folder: string, id: string): string => join(asideFolder(folder, id), backupEntry.database);
const noteFile = (folder: string, id: string): string => join(asideFolder(folder, id), 'aside.json');

/** What is kept aside, the newest first. */
export function listAside(folder: string): Aside[] {
  if (!existsSync(asideRoot(folder))) return [];
  return readdirSync(asideRoot(folder))
    .flatMap((id) => {
      try {
        const aside = AsideSchema.parse(JSON.parse(readFileSync(noteFile(folder, id), 'utf8')));
        return existsSync(asideFile(folder, aside.id)) ? [aside] : [];
      } catch {
        return [];
      }
    })
    .sort((a, b) => b.at - a.at);
}

const isSameFile = (a: string, b: string): boolean => {
  if (!existsSync(a) || !existsSync(b)) return false;
  const [one, other] = [statSync(a, { bigint: true }), statSync(b, { bigint: true })];
  // Some disks number no files.
  return one.ino !== 0n && one.ino === other.ino && one.dev === other.dev;
};

/** Makes of the present data one file without a log beside it, and tells what it holds. */
function fold(folder: string): Pick<Aside, 'contents' | 'photosName' | 'isWhole'> {
  let client: Sqlite.Database | undefined;
  try {
    client = new Sqlite(databaseFile(folder), { timeout: 5000 });
    const photosName = photosNameOf(client);
    const contents = contentsOf(client, join(folder, photosName));
    if (client.pragma('journal_mode = DELETE', { simple: true }) !== 'delete')
      throw new BackupFault(
        `Something else reads the data in ${folder}. Nothing was changed. Wait until it is done, then try again.`,
      );
    return { contents, photosName, isWhole: true };
  } catch (error) {
    if (!isDamage(error)) throw backupFaultOf(error, folder);
    return { contents: null, photosName: 'photos', isWhole: false };
  } finally {
    client?.close();
  }
}

/** Keeps the present data file under a second name; its log goes with it where it is damaged. */
function keepAside(folder: string, instead: string, now: number): string | null {
  const present = databaseFile(folder);
  if (!existsSync(present)) return null;
  const id = randomUUID();
  const about = fold(folder);
  mkdirSync(asideFolder(folder, id), { recursive: true, mode: 0o700 });
  const note: Aside = { id, at: now, for: instead, ...about };
  replaceText(noteFile(folder, id), JSON.stringify(note));
  const kept = asideFile(folder, id);
  try {
    secondName(present, kept);
    // Of whole data nothing is left in a log: they were folded into the file.
    for (const ending of ['-wal', '-shm'])
      if (existsSync(present + ending)) {
        if (about.isWhole) rmSync(present + ending);
        else renameSync(present + ending, kept + ending);
      }
  } catch (error) {
    takeFromAside(folder, id);
    throw error;
  }
  syncFolder(asideFolder(folder, id));
  syncFolder(asideRoot(folder));
  return id;
}

/** A second name for a file; on a disk that knows none, a copy, which has the name when it is whole. */
function secondName(present: string, kept: string): void {
  try {
    linkSync(present, kept);
  } catch {
    const unfinished = kept + unfinishedEnding;
    copyFileSync(present, unfinished);
    syncFile(unfinished);
    renameSync(unfinished, kept);
  }
}

/** Undoes `keepAside` where the data stayed in their place: a log that went along comes back. */
function takeFromAside(folder: string, id: string): void {
  for (const ending of ['-wal', '-shm']) {
    const [kept, present] = [asideFile(folder, id) + ending, databaseFile(folder) + ending];
    if (existsSync(kept) && !existsSync(present)) renameSync(kept, present);
  }
  dropAsideFiles(folder, id);
}

/**
 * Puts staged data in the place of the present ones, which are kept aside. It happens at one rename: before it everything is
 * as it was, after it everything is new, pictures included, since the data name the folder of theirs.
 * @param folder the caller holds its lock, and nobody has its data file open
 * @returns the identifier of what is kept aside; null where nothing was here
 * @throws BackupFault; then everything is as it was
 */
export function swapIn(folder: string, id: string, now: number): string | null {
  let staged = stagedOf(folder, id);
  let asideId: string | null = null;
  let isPlaced = false;
  try {
    if (holdsAny(join(folder, staged.photosName))) {
      // A first photograph was kept here meanwhile.
      staged = { ...staged, photosName: photosNameFor(folder, id) };
      const client = new Sqlite(stagedFile(folder, id));
      try {
        namePhotos(client, staged.photosName);
      } finally {
        client.close();
      }
      syncFile(stagedFile(folder, id));
      noteStaged(folder, staged);
    }
    noteStaged(folder, { ...staged, isPlacing: true });
    if (existsSync(join(folder, staged.photosName))) rmdirSync(join(folder, staged.photosName));
    renameSync(stagedPhotos(folder, id), join(folder, staged.photosName));
    isPlaced = true;
    asideId = keepAside(folder, staged.file, now);
    renameSync(stagedFile(folder, id), databaseFile(folder));
  } catch (error) {
    if (asideId !== null) takeFromAside(folder, asideId);
    noteStaged(folder, { ...staged, isPlacing: false });
    if (isPlaced) renameSync(join(folder, staged.photosName), stagedPhotos(folder, id));
    throw backupFaultOf(error, folder);
  }
  syncFolder(folder);
  // Not before: a folder that never had data must not remember that it had.
  remember(folder);
  dropStaged(folder, id);
  return asideId;
}

const dropAsideFiles = (folder: string, id: string): void =>
  rmSync(asideFolder(folder, id), { recursive: true, force: true });

/** @throws BackupFault where nothing is kept aside under it */
function asideOf(folder: string, id: string): Aside {
  const found = listAside(folder).find((aside) => aside.id === id);
  if (!found) throw new BackupFault('What was kept aside is not there any more.');
  return found;
}

/** Checks what is kept aside before anything is closed for it. @throws BackupFault where it cannot be brought back */
export function checkAside(folder: string, id: string): Aside {
  const aside = asideOf(folder, id);
  if (!aside.isWhole)
    throw new BackupFault(
      'What was kept aside is damaged, and cannot be brought back. Restore a backup instead.',
    );
  return aside;
}

/**
 * Brings back what was kept aside; what is here now is kept aside in its turn.
 * @param folder as in `swapIn`
 * @returns the identifier of what is kept aside now
 * @throws BackupFault; then everything is as it was
 */
export function bringBack(folder: string, id: string, now: number): string | null {
  checkAside(folder, id);
  let asideId: string | null = null;
  try {
    asideId = keepAside(folder, 'what was kept aside', now);
    renameSync(asideFile(folder, id), databaseFile(folder));
  } catch (error) {
    if (asideId !== null) takeFromAside(folder, asideId);
    throw backupFaultOf(error, folder);
  }
  syncFolder(folder);
  dropAsideFiles(folder, id);
  return asideId;
}

/**
 * Throws away what was kept aside, with those of its pictures that nothing else uses.
 * @param presentPhotos name of the folder of pictures that the present data use
 */
export function dropAside(folder: string, id: string, presentPhotos: string): void {
  const { photosName } = asideOf(folder, id);
  dropAsideFiles(folder, id);
  const used = new Set([presentPhotos, ...listAside(folder).map((a) => a.photosName)]);
  if (!used.has(photosName)) rmSync(join(folder, photosName), { recursive: true, force: true });
}

function stagedIfReady(folder: string, id: string): Staged | null {
  try {
    const staged = stagedOf(folder, id);
    return isPhotosFolder(staged.photosName) ? staged : null;
  } catch {
    return null;
  }
}

export const uploadPrefix = 'incoming-';

/**
 * Takes away what a restore left that was cut short: afterwards the folder is as before it, or as after it.
 * @param folder the caller holds its lock, and nobody has its data file open
 */
export function tidyRestores(folder: string): void {
  for (const name of readdirSync(folder)) {
    if (name.startsWith(uploadPrefix)) rmSync(join(folder, name), { recursive: true, force: true });
    if (!name.startsWith(stagedPrefix)) continue;
    const id = name.slice(stagedPrefix.length);
    const staged = stagedIfReady(folder, id);
    // Its pictures were in their place, its data not yet.
    if (staged?.isPlacing && existsSync(stagedFile(folder, id)) && !existsSync(stagedPhotos(folder, id)))
      rmSync(join(folder, staged.photosName), { recursive: true, force: true });
    dropStaged(folder, id);
  }
  if (!existsSync(asideRoot(folder))) return;
  for (const id of readdirSync(asideRoot(folder))) {
    const isHalf = !existsSync(noteFile(folder, id)) || !existsSync(asideFile(folder, id));
    if (isSameFile(asideFile(folder, id), databaseFile(folder))) takeFromAside(folder, id);
    else if (isHalf) dropAsideFiles(folder, id);
  }
}
