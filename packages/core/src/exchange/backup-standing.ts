const dayMs = 86_400_000;

/** So long may the last good backup lie back before it is said on other pages too, ms. */
export const backupPatience = 14 * dayMs;

/** What is known of where backups lie: on the disk of the data, on another, in memory only, or nobody can tell. */
export const diskRelations = ['same', 'other', 'memory', 'unknown'] as const;
export type DiskRelation = (typeof diskRelations)[number];

/** How it stands with the backups of a data folder. */
export type BackupStanding =
  /** Nothing is kept yet that could be lost. */
  | 'nothing-yet'
  /** None so far, and the first reading or water is younger than the patience. */
  | 'none-yet'
  | 'good'
  /** None for longer than the patience. */
  | 'too-old';

/**
 * @param lastGoodAt when the newest backup was made that is whole and in its place; null where there is none. One that is
 * dated more than a day ahead does not count: its date is wrong, and it may be old.
 * @param firstKeptAt when the first thing was kept; null where nothing is
 * @param now ms since epoch, as are the others
 */
export function backupStanding(
  lastGoodAt: number | null,
  firstKeptAt: number | null,
  now: number,
): BackupStanding {
  if (firstKeptAt === null) return 'nothing-yet';
  const last = lastGoodAt !== null && lastGoodAt <= now + dayMs ? lastGoodAt : null;
  if (now - (last ?? firstKeptAt) > backupPatience) return 'too-old';
  return last === null ? 'none-yet' : 'good';
}

/** The daily backup is due: none since so long, ms. A little less than a day, so that it does not wander through it. */
export const backupEvery = 23 * 3_600_000;
