import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { diskRelation, mountsOf } from '../src/exchange/disk-relation';

describe('the disk of the backups', () => {
  const folder = mkdtempSync(join(tmpdir(), 'hedge-lamp-disk-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('is the same where both folders lie on one, also for a folder that is not there yet', () => {
    expect(diskRelation(join(folder, 'data-backups'), join(folder, 'data'))).toBe('same');
    expect(diskRelation(join(folder, 'not/yet/there'), folder)).toBe('same');
  });

  const shared = (() => {
    try {
      return mountsOf(readFileSync('/proc/self/mountinfo', 'utf8')).find(
        (m) => m.kind === 'tmpfs' && m.point === '/dev/shm',
      );
    } catch {
      return undefined;
    }
  })();
  (shared ? it : it.skip)('is none where it is memory: that is empty after a power cut', () => {
    expect(diskRelation('/dev/shm', folder)).toBe('memory');
    expect(diskRelation('/dev/shm/backups', '/dev/shm/data')).toBe('memory');
  });

  it('is not called another one where the system does not tell', () => {
    // A file system without a disk of its own.
    expect(['unknown', 'same', 'memory']).toContain(diskRelation('/proc', folder));
  });

  it('is found in the list of mounts, with spaces in names', () => {
    const text = String.raw`25 1 8:1 / / rw - ext4 /dev/sda1 rw
80 25 8:17 / /media/My\040stick rw,nosuid shared:30 - vfat /dev/sdb1 rw
81 25 0:44 / /home/keeper/net rw - nfs4 box:/export rw
`;
    expect(mountsOf(text)).toEqual([
      { device: '8:1', point: '/', kind: 'ext4', source: '/dev/sda1' },
      { device: '8:17', point: '/media/My stick', kind: 'vfat', source: '/dev/sdb1' },
      { device: '0:44', point: '/home/keeper/net', kind: 'nfs4', source: 'box:/export' },
    ]);
  });
});
