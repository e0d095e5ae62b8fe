import { randomUUID } from 'node:crypto';
import { closeSync, fsyncSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { open, readFile, rename, rm } from 'node:fs/promises';
import { dirname } from 'node:path';

/** The ending of whatever is not whole yet. */
export const unfinishedEnding = '.part';

/** Some systems do not let a folder be opened for this; there a rename is on the disk by itself. */
export function syncFolder(path: string): void {
  try {
    const folder = openSync(path, 'r');
    try {
      fsyncSync(folder);
    } finally {
      closeSync(folder);
    }
  } catch {
    // As said above.
  }
}

/** Sees to it that a file that was written by somebody else is on the disk. */
export function syncFile(path: string): void {
  const file = openSync(path, 'r+');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

/** Replaces a small file: whoever looks finds the old text or the new one, also after a power cut. */
export function replaceText(path: string, text: string): void {
  const unfinished = `${path}.${randomUUID()}${unfinishedEnding}`;
  try {
    const file = openSync(unfinished, 'wx', 0o600);
    try {
      writeSync(file, text);
      fsyncSync(file);
    } finally {
      closeSync(file);
    }
    renameSync(unfinished, path);
    syncFolder(dirname(path));
  } catch (error) {
    rmSync(unfinished, { force: true });
    throw error;
  }
}

/**
 * Writes a file so that it is whole or not there, also after a power cut or on a full disk: beside its place, read back,
 * and then moved there.
 */
export async function writeWhole(path: string, bytes: Buffer): Promise<void> {
  const unfinished = `${path}.${randomUUID()}${unfinishedEnding}`;
  try {
    const file = await open(unfinished, 'wx', 0o600);
    try {
      await file.writeFile(bytes);
      await file.sync();
    } finally {
      await file.close();
    }
    const back = await readFile(unfinished);
    if (!back.equals(bytes))
      throw Object.assign(new Error('The file is not what was written.'), { code: 'EIO' });
    await rename(unfinished, path);
    syncFolder(dirname(path));
  } catch (error) {
    await rm(unfinished, { force: true }).catch(() => undefined);
    throw error;
  }
}
