import { existsSync, readFileSync, readdirSync, realpathSync, statSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import type { DiskRelation } from '@hedge-lamp/core/exchange';

/** What a mounted file system is, by /proc/self/mountinfo. */
interface Mount {
  readonly device: string;
  readonly point: string;
  readonly kind: string;
  readonly source: string;
}

const inMemory = new Set(['tmpfs', 'ramfs', 'zram']);
const elsewhere = /^(nfs4?|cifs|smb3?|smbfs|9p|virtiofs|fuse\.(sshfs|rclone|davfs2?))$/;

/** Fields of a line: id parent major:minor root point options … - kind source more. Spaces are written as \040. */
export function mountsOf(text: string): Mount[] {
  const plain = (word: string) =>
    word.replace(/\\(\d{3})/g, (_all, code: string) => String.fromCharCode(parseInt(code, 8)));
  return text.split('\n').flatMap((line) => {
    const [before = '', after = ''] = line.split(' - ');
    const [, , device, , point] = before.split(' ');
    const [kind, source] = after.split(' ');
    return device && point && kind
      ? [{ device, point: plain(point), kind, source: plain(source ?? '') }]
      : [];
  });
}

/**
 * The whole disks that a block device lies on: a partition has its disk above it, a mapped device others below, and a file
 * that is used as a disk the one that it lies on.
 */
function disksUnder(device: string, mounts: readonly Mount[]): string[] {
  const path = realpathSync(device);
  const file = join(path, 'loop/backing_file');
  if (existsSync(file)) {
    const of = mountAt(mounts, dirname(readFileSync(file, 'utf8').trim()));
    return of ? disksOf(of, mounts) : [];
  }
  const below = join(path, 'slaves');
  const slaves = existsSync(below) ? readdirSync(below) : [];
  if (slaves.length > 0) return slaves.flatMap((name) => disksUnder(join(below, name), mounts));
  return [existsSync(join(path, 'partition')) ? basename(dirname(path)) : basename(path)];
}

function disksOf(mount: Mount, mounts: readonly Mount[]): string[] {
  const byNumber = `/sys/dev/block/${mount.device}`;
  if (existsSync(byNumber)) return disksUnder(byNumber, mounts);
  // A file system that spans devices has no number of its own.
  const byName = `/sys/class/block/${basename(mount.source)}`;
  return mount.source.startsWith('/dev/') && existsSync(byName) ? disksUnder(byName, mounts) : [];
}

/** The nearest folder above that is there. */
function there(path: string): string {
  const whole = resolve(path);
  return existsSync(whole) || dirname(whole) === whole ? realpathSync(whole) : there(dirname(whole));
}

const mountAt = (mounts: readonly Mount[], path: string): Mount | undefined =>
  mounts
    .filter((m) => path === m.point || path.startsWith(m.point.endsWith('/') ? m.point : `${m.point}/`))
    // Of two at one point the later lies on top.
    .reduce<Mount | undefined>((a, b) => (a && a.point.length > b.point.length ? a : b), undefined);

/**
 * Whether backups lie on the disk of the data. Only where the system tells which disks lie under both is it “other”: a
 * second partition dies with the first.
 * @param place where backups go
 * @param folder the data folder
 */
export function diskRelation(place: string, folder: string): DiskRelation {
  try {
    const [here, data] = [there(place), there(folder)];
    if (!existsSync('/proc/self/mountinfo'))
      return statSync(here).dev === statSync(data).dev ? 'same' : 'unknown';
    const mounts = mountsOf(readFileSync('/proc/self/mountinfo', 'utf8'));
    const [of, dataOf] = [mountAt(mounts, here), mountAt(mounts, data)];
    if (!of || !dataOf) return 'unknown';
    if (inMemory.has(of.kind)) return 'memory';
    if (statSync(here).dev === statSync(data).dev) return 'same';
    if (elsewhere.test(of.kind)) return elsewhere.test(dataOf.kind) ? 'unknown' : 'other';
    const [disks, dataDisks] = [disksOf(of, mounts), disksOf(dataOf, mounts)];
    if (disks.length === 0 || dataDisks.length === 0)
      return inMemory.has(dataOf.kind) && disks.length > 0 ? 'other' : 'unknown';
    return disks.some((d) => dataDisks.includes(d)) ? 'same' : 'other';
  } catch {
    return 'unknown';
  }
}
