import { day, hour } from '../wire';

const dayMs = day;

/** So long may the last good backup lie back before it is said on other pages too, ms. */
export const backupPatience = 14 * dayMs;

/** What is known of where backups lie: on the disk of the data, on another, in memory only, or nobody can tell. */
export const diskRelations = ['same', 'other', 'memory', 'unknown'] as const;
export type DiskRelation = (typeof diskRelations)[number];

/**
 * How it stands with the backups of a data folder. `nothing-yet`: nothing is kept that could be lost. `none-yet`: none so far,
 * and the first thing kept is younger than the patience. `too-old`: none for longer than that. `demo`: made-up data.
 * `unknown`: nobody looked yet.
 */
export const backupStandings = ['nothing-yet', 'none-yet', 'good', 'too-old', 'demo', 'unknown'] as const;
export type BackupStanding = (typeof backupStandings)[number];

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
export const backupEvery = 23 * hour;
