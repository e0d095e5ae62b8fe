import { type Remote, wrap } from 'comlink';
import type { PhotoWorker } from './photo-worker';

/** A worker of one's own for photographs; `stop` ends it in the middle of its work. */
export function startPhotoWorker(): { readonly photos: Remote<PhotoWorker>; readonly stop: () => void } {
  const worker = new Worker(new URL('./photo-worker.ts', import.meta.url), { type: 'module' });
  return { photos: wrap<PhotoWorker>(worker), stop: () => worker.terminate() };
}
