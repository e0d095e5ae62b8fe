import { type Remote, wrap } from 'comlink';
import type { CycleWorker } from './cycle-worker';

/** A worker of one's own for the cycle; `stop` ends it in the middle of its work. */
export function startCycleWorker(): { readonly cycle: Remote<CycleWorker>; readonly stop: () => void } {
  const worker = new Worker(new URL('./cycle-worker.ts', import.meta.url), { type: 'module' });
  return { cycle: wrap<CycleWorker>(worker), stop: () => worker.terminate() };
}
