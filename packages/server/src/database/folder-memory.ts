import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { IdSchema } from '@hedge-lamp/core/wire';
import { z } from 'zod';
import { replaceText } from './whole-file';

/** What a folder remembers of itself, beside its data: it stays where it is when the data are replaced by a backup. */
const MemorySchema = z.looseObject({
  holds: z.literal('hedge-lamp.sqlite').optional(),
  /** The folder's own identifier, so that its backups are told from those of another one in the same place. */
  id: IdSchema.optional(),
  /** Where its backups go; left out where they go beside the folder. */
  backupPlace: z.string().min(1).optional(),
  /** True where that was on another disk than the data when it was chosen. */
  backupsWereOnOtherDisk: z.boolean().optional(),
  /** Backups of which some byte was found not to be as it was made: where each lies, and the mark of its file. */
  damagedBackups: z.array(z.string()).optional(),
});
type Memory = z.infer<typeof MemorySchema>;

/** A folder remembers that it had a data file, so that a missing one is not taken for a new beginning. */
const memoryFile = (folder: string): string => join(folder, 'hedge-lamp.json');

/** True for a folder that is there and not empty. */
export const holdsAny = (folder: string): boolean => existsSync(folder) && readdirSync(folder).length > 0;

/** True when a data file was here once, by the folder's own word or by what lies in it. */
export const hadData = (folder: string): boolean =>
  memoryOf(folder).holds !== undefined ||
  holdsAny(join(folder, 'photos')) ||
  holdsAny(join(folder, 'backups'));

/** What the folder remembers. A file that cannot be read says at least that there was one: it was written with the data. */
export function memoryOf(folder: string): Memory {
  const there = existsSync(memoryFile(folder)) ? readFileSync(memoryFile(folder), 'utf8') : null;
  if (there === null) return {};
  try {
    return MemorySchema.parse(JSON.parse(there));
  } catch {
    return { holds: 'hedge-lamp.sqlite' };
  }
}

function note(folder: string, more: Partial<Memory>): void {
  const before = memoryOf(folder);
  const after = { ...before, ...more };
  if (JSON.stringify(after) !== JSON.stringify(before))
    replaceText(memoryFile(folder), `${JSON.stringify(after)}\n`);
}

/** Notes that the folder has a data file. On the disk when this returns. */
export const remember = (folder: string): void => note(folder, { holds: 'hedge-lamp.sqlite' });

/** Notes where the backups of the folder go. @param place null for where they go by themselves */
export const rememberBackupPlace = (
  folder: string,
  place: { readonly path: string; readonly wasOnOtherDisk: boolean } | null,
): void =>
  note(folder, { backupPlace: place?.path, backupsWereOnOtherDisk: place?.wasOnOtherDisk || undefined });

/** Notes which backups were found damaged: without that, they would look good again after a new start. */
export const rememberDamagedBackups = (folder: string, files: readonly string[]): void =>
  note(folder, { damagedBackups: files.length > 0 ? [...files] : undefined });

/** The identifier of the folder, given to it when it is first asked for. */
export function folderId(folder: string): string {
  const there = memoryOf(folder).id;
  if (there) return there;
  const id = randomUUID();
  note(folder, { id });
  return id;
}
