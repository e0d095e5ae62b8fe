import { day } from '@hedge-lamp/core/wire';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import type { BackupManifest, ListedBackup } from '@hedge-lamp/core/exchange';
import { BackupFault } from './backup-fault';
import { kindOf, openBackup } from './backup-file';

interface Told {
  readonly manifest: Omit<BackupManifest, 'photographs'> | null;
  readonly photographs: readonly { readonly id: string; readonly keptAt: number }[];
  readonly fault: string | null;
}
/** What backups said of themselves, by the mark of their files. */
export interface KnownBackups {
  readonly told: Map<string, Told & { readonly mark: string }>;
  /** Each identifier once: twenty backups name the same photographs. */
  readonly ids: Map<string, string>;
}
export const nothingKnown = (): KnownBackups => ({ told: new Map(), ids: new Map() });

const newestShown = 100;
const mostNamed = 200;
const damagedWords = 'Some of its bytes are not as they were made, so it cannot be restored.';
const looksLikeOne = (name: string): boolean => /\.(zip|sqlite)$/i.test(name) && !name.startsWith('.');

/** Tells a file as it lies there, until something is written to it. Bits that rot leave it as it is. */
export function fileMark(path: string): string | null {
  const stat = statSync(path, { throwIfNoEntry: false });
  return stat?.isFile() ? `${path} ${stat.size} ${Math.round(stat.mtimeMs)}` : null;
}

/**
 * Lists backups. What each says of itself is read once and remembered for as long as its file is the same.
 * @param own the identifier of the data folder
 * @param here the photographs that are here, removed or not
 * @param known kept by the caller from one time to the next
 * @param damaged marks of files that were read through and are not as they were made
 */
export async function listBackups(
  places: readonly string[],
  own: string,
  here: ReadonlySet<string>,
  known: KnownBackups,
  damaged: ReadonlySet<string> = new Set(),
): Promise<ListedBackup[]> {
  const files = [...new Set(places)]
    .filter((place) => existsSync(place))
    .flatMap((place) =>
      readdirSync(place)
        .filter(looksLikeOne)
        .map((name) => ({ place, name })),
    )
    .flatMap(({ place, name }) => {
      const stat = statSync(join(place, name), { throwIfNoEntry: false });
      return stat?.isFile() ? [{ place, name, bytes: stat.size, changedAt: Math.round(stat.mtimeMs) }] : [];
    })
    .sort((a, b) => b.changedAt - a.changedAt)
    .slice(0, newestShown);
  const listed: ListedBackup[] = [];
  for (const { place, name, bytes, changedAt } of files) {
    const path = join(place, name);
    const mark = `${path} ${bytes} ${changedAt}`;
    let told = known.told.get(path);
    if (told?.mark !== mark) {
      told = { mark, ...(await look(path, known.ids)) };
      known.told.set(path, told);
    }
    const { manifest, photographs, fault } = told;
    const gone = manifest?.source.folder === own ? photographs.filter((p) => !here.has(p.id)) : [];
    listed.push({
      name,
      place,
      bytes,
      madeAt: manifest?.madeAt ?? changedAt,
      reason: manifest?.reason ?? null,
      isOfAnother: manifest !== null && manifest.source.folder !== own,
      machine: manifest?.source.machine ?? null,
      contents: manifest?.contents ?? null,
      lacks: manifest?.missing.length ?? 0,
      stillHolds: { count: gone.length, first: gone.slice(0, mostNamed) },
      fault: damaged.has(mark) ? damagedWords : fault,
    });
  }
  return listed.sort((a, b) => b.madeAt - a.madeAt);
}

async function look(path: string, ids: Map<string, string>): Promise<Told> {
  const told = { manifest: null, photographs: [], fault: null };
  try {
    if (kindOf(path) === 'sqlite') return told;
    const backup = await openBackup(path);
    backup.close();
    const { photographs, ...manifest } = backup.manifest;
    const once = (id: string) => {
      if (!ids.has(id)) ids.set(id, id);
      return ids.get(id)!;
    };
    return {
      manifest,
      photographs: photographs.map(({ id, keptAt }) => ({ id: once(id), keptAt })),
      fault: null,
    };
  } catch (error) {
    const isTold = error instanceof BackupFault;
    return {
      ...told,
      fault: isTold ? error.message.replaceAll(path, basename(path)) : 'This file cannot be read.',
    };
  }
}

const isUsable = (b: ListedBackup, now: number): boolean =>
  b.fault === null && b.reason !== null && !b.isOfAnother && b.madeAt <= now + day;

/**
 * When the newest backup of this folder was made that is there and can be used; null where there is none. One that is dated
 * ahead does not count: its date is wrong.
 */
export function lastGoodOf(backups: readonly ListedBackup[], now: number): number | null {
  const dates = backups.filter((b) => isUsable(b, now)).map((b) => b.madeAt);
  return dates.length > 0 ? Math.max(...dates) : null;
}

/** The daily ones of this folder, which are thinned out by themselves. */
export const dailyOf = (backups: readonly ListedBackup[], now: number): ListedBackup[] =>
  backups.filter((b) => isUsable(b, now) && b.reason === 'daily');
