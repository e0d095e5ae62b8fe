import type { RunDraft, RunEvent } from '@hedge-lamp/core/bench';

/**
 * Events that the server has not answered for yet, on this device. Every event lies under a key of its own, so
 * that two tabs never overwrite each other's; sending one twice does no harm, since events count once by id.
 */
const prefix = 'hedge-lamp.outbox.';
let serial = 0;

export function putInOutbox(storage: Storage, runId: string, event: RunEvent): void {
  const order = `${String(event.at).padStart(15, '0')}-${String(serial++).padStart(6, '0')}`;
  storage.setItem(`${prefix}${runId}.${order}.${event.id}`, JSON.stringify(event));
}

/** What waits for this run, oldest first. Entries that cannot be read are passed over, not lost. */
export function outboxOf(storage: Storage, runId: string): RunEvent[] {
  return keysOf(storage, `${prefix}${runId}.`).flatMap((key) => {
    try {
      return [JSON.parse(storage.getItem(key) ?? '') as RunEvent];
    } catch {
      return [];
    }
  });
}

export function takeFromOutbox(storage: Storage, runId: string, ids: ReadonlySet<string>): void {
  for (const key of keysOf(storage, `${prefix}${runId}.`)) {
    if (ids.has(key.slice(key.lastIndexOf('.') + 1))) storage.removeItem(key);
  }
}

/** Runs that something waits for. */
export const runsInOutbox = (storage: Storage): string[] => [
  ...new Set(keysOf(storage, prefix).map((key) => key.slice(prefix.length).split('.')[0]!)),
];

const keysOf = (storage: Storage, start: string): string[] =>
  Array.from({ length: storage.length }, (_, k) => storage.key(k) ?? '')
    .filter((key) => key.startsWith(start))
    .sort();

/** Runs that were begun while the server did not answer: they are sent before their events. */
const runPrefix = 'hedge-lamp.unsent-run.';

export const putRun = (storage: Storage, draft: RunDraft): void =>
  storage.setItem(`${runPrefix}${draft.id}`, JSON.stringify(draft));

export const takeRun = (storage: Storage, runId: string): void => storage.removeItem(`${runPrefix}${runId}`);

export const unsentRuns = (storage: Storage): RunDraft[] =>
  keysOf(storage, runPrefix).flatMap((key) => {
    try {
      return [JSON.parse(storage.getItem(key) ?? '') as RunDraft];
    } catch {
      return [];
    }
  });
