import { rmSync } from 'node:fs';
import { Worker } from 'node:worker_threads';
import { BackupFault, DamagedBackup, Stopped } from './backup-fault';
import type { BackupOutcome, BackupTask, Labor } from './backup-task';
import { unfinishedName } from './backup-target';
import { dropStaged } from './staged-restore';
import type { Stage } from './write-backup';

type Message =
  | { readonly progress: [Stage, number, number] }
  | { readonly outcome: BackupOutcome }
  | { readonly fault: string; readonly is: 'stop' | 'damage' | 'other'; readonly detail?: string };

const faultFrom = (is: 'stop' | 'damage' | 'other', says: string): BackupFault =>
  is === 'stop' ? new Stopped() : is === 'damage' ? new DamagedBackup(says) : new BackupFault(says);

/** A thread that is in the middle of a long check does not hear that it should stop, ms. */
const patienceMs = 1500;

/** Takes away what a thread left that was ended from outside. */
function tidyAfter(task: BackupTask): void {
  if (task.kind === 'look') dropStaged(task.folder, task.id);
  if (task.kind !== 'backup') return;
  for (const what of ['zip', 'data'] as const)
    rmSync(unfinishedName(task.order.target, what), { force: true });
}

/**
 * Does tasks in threads of their own.
 * @param script the built `backup-worker`
 * @param log for what nobody foresaw
 */
export const laborInWorker =
  (script: URL, log: (text: string) => void): Labor =>
  (task, { signal, progress }) =>
    new Promise((resolve, reject) => {
      const worker = new Worker(script, { workerData: task });
      let isOver = false;
      const over = (act: () => void) => {
        if (isOver) return;
        isOver = true;
        act();
      };
      const stop = () => {
        worker.postMessage('stop');
        setTimeout(() => {
          if (!isOver) void worker.terminate();
        }, patienceMs).unref();
      };
      if (signal?.aborted) stop();
      signal?.addEventListener('abort', stop, { once: true });
      worker.on('message', (message: Message) => {
        if ('progress' in message) return progress?.(...message.progress);
        if ('outcome' in message) return over(() => resolve(message.outcome));
        if (message.detail) log(message.detail);
        over(() => reject(faultFrom(message.is, message.fault)));
      });
      worker.once('error', (error) => over(() => reject(error)));
      worker.once('exit', () => {
        signal?.removeEventListener('abort', stop);
        over(() => {
          tidyAfter(task);
          reject(
            signal?.aborted ? new Stopped() : new BackupFault('This ended before it was done. Try again.'),
          );
        });
      });
    });
