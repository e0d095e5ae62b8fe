import { parentPort, workerData } from 'node:worker_threads';
import { BackupFault, DamagedBackup } from './backup-fault';
import { type BackupTask, laborHere } from './backup-task';

/** Does one task in a thread of its own, so that a large file keeps nobody waiting, and tells how far it is. */
const tellEveryMs = 100;
const stopping = new AbortController();
parentPort!.on('message', () => stopping.abort());

let told = 0;
let stageTold = '';
try {
  const outcome = await laborHere(workerData as BackupTask, {
    signal: stopping.signal,
    progress: (stage, done, total) => {
      const now = performance.now();
      if (stage === stageTold && now - told < tellEveryMs) return;
      [told, stageTold] = [now, stage];
      parentPort!.postMessage({ progress: [stage, done, total] });
    },
  });
  parentPort!.postMessage({ outcome });
} catch (error) {
  const isKnown = error instanceof BackupFault;
  parentPort!.postMessage({
    fault: isKnown ? error.message : 'This failed for a reason that the server’s log tells.',
    is: stopping.signal.aborted ? 'stop' : error instanceof DamagedBackup ? 'damage' : 'other',
    ...(isKnown ? {} : { detail: String(error instanceof Error ? error.stack : error) }),
  });
} finally {
  parentPort!.close();
}
