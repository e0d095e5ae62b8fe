import type { Run } from '@hedge-lamp/core/bench';

/** The live runs as they were last shown on this device, for a page that is opened while the server is away. */
const key = 'hedge-lamp.live-runs';

export function keepRuns(storage: Storage, runs: readonly Run[]): void {
  try {
    storage.setItem(key, JSON.stringify(runs));
  } catch {
    // No room left: the run goes on, and its events lie in the outbox until they are sent.
  }
}

/** Makes room for what matters more: what is not sent yet. */
export const forgetRuns = (storage: Storage): void => storage.removeItem(key);

/** Empty when there were none, or when what lies there cannot be read. */
export function keptRuns(storage: Storage): Run[] {
  try {
    const runs: unknown = JSON.parse(storage.getItem(key) ?? '[]');
    return Array.isArray(runs) ? (runs as Run[]) : [];
  } catch {
    return [];
  }
}
