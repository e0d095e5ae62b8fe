/** Why a data folder cannot be used, in one sentence and what to do: shown as it is, without a stack. */
export class FolderFault extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FolderFault';
  }
}

/** What the system or SQLite calls an error; empty for one of another kind. */
export const codeOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';

/** True for what SQLite says of a file that is not one of its own, or not whole. */
export const isDamage = (error: unknown): boolean => /^SQLITE_(CORRUPT|NOTADB)/.test(codeOf(error));

/** True where there was no room on the disk, or no leave to use more of it. */
export const isFull = (error: unknown): boolean => /^(SQLITE_FULL|ENOSPC|EDQUOT|EFBIG)/.test(codeOf(error));

/** True where the disk or the folder may not be written, or failed at it. */
export const isUnwritable = (error: unknown): boolean =>
  /^(SQLITE_(READONLY|CANTOPEN|IOERR|PERM|AUTH)|EACCES|EPERM|EROFS|EIO)/.test(codeOf(error));

/**
 * What went wrong with a folder, for whoever starts the server.
 * @returns the same error where it is of another kind
 */
export function faultOf(error: unknown, folder: string): unknown {
  if (error instanceof FolderFault) return error;
  const code = codeOf(error);
  if (isDamage(error))
    return new FolderFault(
      `The data file in ${folder} is damaged. Nothing was changed. Restore a backup: npm run restore FILE; or name another folder in HEDGE_LAMP_DATA.`,
    );
  if (isFull(error))
    return new FolderFault(`The disk of ${folder} is full. Free some room on it, then start again.`);
  if (isUnwritable(error))
    return new FolderFault(
      `${folder} cannot be written. Give the user who starts Hedge Lamp the right to write there, or name another folder in HEDGE_LAMP_DATA.`,
    );
  if (code === 'ENOTDIR' || code === 'EEXIST')
    return new FolderFault(`${folder} is no folder. Name a folder in HEDGE_LAMP_DATA.`);
  return error;
}
