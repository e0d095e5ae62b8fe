import type { BackupManifest } from '@hedge-lamp/core/exchange';
import { backupFaultOf } from './backup-fault';
import { openBackup, readThrough } from './backup-file';
import { type Staged, stageRestore } from './staged-restore';
import { type BackupOrder, type Oversight, writeBackup } from './write-backup';

/** Long work on backups, told in plain values so that it can be done elsewhere. */
export type BackupTask =
  | { readonly kind: 'backup'; readonly order: BackupOrder }
  | {
      readonly kind: 'look';
      readonly folder: string;
      readonly path: string;
      readonly id: string;
      readonly migrations: string;
      readonly now: number;
    }
  | { readonly kind: 'check'; readonly path: string };

export type BackupOutcome =
  | { readonly kind: 'backup'; readonly manifest: Omit<BackupManifest, 'photographs'> }
  | { readonly kind: 'look'; readonly staged: Staged }
  | { readonly kind: 'check' };

/** Whoever does it: this thread, or another one. @throws BackupFault */
export type Labor = (task: BackupTask, oversight: Oversight) => Promise<BackupOutcome>;

/** Does it in this thread. */
export const laborHere: Labor = async (task, oversight) => {
  switch (task.kind) {
    case 'backup': {
      const { photographs: _many, ...manifest } = await writeBackup(task.order, oversight);
      return { kind: 'backup', manifest };
    }
    case 'look':
      return { kind: 'look', staged: await stageRestore(task, oversight) };
    case 'check': {
      try {
        const backup = await openBackup(task.path);
        try {
          await readThrough(
            backup,
            task.path,
            (done, total) => oversight.progress?.('reading back', done, total),
            oversight.signal ? { signal: oversight.signal } : {},
          );
        } finally {
          backup.close();
        }
      } catch (error) {
        throw backupFaultOf(error, task.path);
      }
      return { kind: 'check' };
    }
  }
};
