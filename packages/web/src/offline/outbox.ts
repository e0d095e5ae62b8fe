import type { RunDraft, RunEvent } from '@hedge-lamp/core/bench';

/** A write as it is sent, with the water that it is of and what a person calls it. */
export interface WaitingRequest {
  readonly method: 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly body?: unknown;
  readonly waterId: string;
  /** Such as "Nitrite 0.25 mg/L". */
  readonly says: string;
}

/** What can wait on this device until the server has answered for it. */
export type Waiting =
  | { readonly what: 'run'; readonly draft: RunDraft }
  | { readonly what: 'event'; readonly event: RunEvent }
  | { readonly what: 'request'; readonly request: WaitingRequest }
  | { readonly what: 'photo'; readonly photoId: string };

export interface Entry {
  /** Under which it lies on this device; keys sort in the order in which things are sent. */
  readonly key: string;
  /** What must go in order: the events of a run by its identifier, else what is changed. */
  readonly lane: string;
  readonly id: string;
  /** When it was put here, ms since epoch, by the clock of the server as far as this device knows it. */
  readonly at: number;
  readonly thing: Waiting;
}

/** What the server would not take, put by until somebody decides. */
export interface Aside {
  readonly entry: Entry;
  /** The sentence of the server. */
  readonly why: string;
  readonly at: number;
}

/**
 * Every entry lies under a key of its own, so that two tabs never overwrite each other's; sending one twice does no
 * harm, since the server counts by identifier.
 */
const prefix = 'hedge-lamp.outbox.';
const asidePrefix = 'hedge-lamp.aside.';
/** Where an older version kept the runs that it could not send. */
const oldRunPrefix = 'hedge-lamp.unsent-run.';
let serial = 0;

const keysOf = (storage: Storage, start: string): string[] =>
  Array.from({ length: storage.length }, (_, k) => storage.key(k) ?? '')
    .filter((key) => key.startsWith(start))
    .sort();

const laneOf = (key: string) => key.slice(prefix.length).split('.')[0] ?? '';
const orderOf = (key: string) => Number(key.slice(prefix.length).split('.')[1]?.slice(0, 15));

/**
 * Puts something into the outbox, behind what waits in its lane whatever the clock says.
 * @param lane without dots
 * @throws Error of the storage when there is no room
 */
export function putInOutbox(storage: Storage, lane: string, id: string, at: number, thing: Waiting): void {
  const last = keysOf(storage, `${prefix}${lane}.`).at(-1);
  const order = Math.max(Math.round(at), last === undefined ? 0 : orderOf(last) || 0);
  const place = `${String(order).padStart(15, '0')}-${String(serial++).padStart(6, '0')}`;
  // A run goes before its events.
  const key = `${prefix}${lane}.${thing.what === 'run' ? '000000000000000-000000' : place}.${id}`;
  // An event lies there as it is, so that what an older version put here is read the same.
  storage.setItem(key, JSON.stringify(thing.what === 'event' ? thing.event : thing));
}

function read(storage: Storage, key: string): Entry | null {
  try {
    const kept = JSON.parse(storage.getItem(key) ?? '') as Waiting | RunEvent;
    const thing: Waiting = 'what' in kept ? kept : { what: 'event', event: kept };
    const id = key.slice(key.lastIndexOf('.') + 1);
    const at =
      thing.what === 'event' ? thing.event.at : thing.what === 'run' ? thing.draft.startedAt : orderOf(key);
    return { key, lane: laneOf(key), id, at, thing };
  } catch {
    return null;
  }
}

/** All that waits, lane by lane, each in its order. What cannot be read is passed over, and stays. */
export function outboxOf(storage: Storage, lane?: string): Entry[] {
  for (const key of keysOf(storage, oldRunPrefix)) {
    const draft = storage.getItem(key)!;
    const id = key.slice(oldRunPrefix.length);
    try {
      storage.setItem(`${prefix}${id}.000000000000000-000000.${id}`, `{"what":"run","draft":${draft}}`);
      storage.removeItem(key);
    } catch {
      // No room to move it now: it stays where it is until there is.
    }
  }
  return keysOf(storage, lane === undefined ? prefix : `${prefix}${lane}.`).flatMap(
    (key) => read(storage, key) ?? [],
  );
}

/** The events that wait for a run, oldest first. */
export const eventsOf = (storage: Storage, runId: string): RunEvent[] =>
  outboxOf(storage, runId).flatMap(({ thing }) => (thing.what === 'event' ? [thing.event] : []));

/** The runs that were begun while the server did not answer. */
export const unsentRuns = (storage: Storage): RunDraft[] =>
  outboxOf(storage).flatMap(({ thing }) => (thing.what === 'run' ? [thing.draft] : []));

export function takeFromOutbox(storage: Storage, keys: Iterable<string>): void {
  for (const key of keys) storage.removeItem(key);
}

/** Takes something out of the outbox and puts it by with the reason. It is never in neither. */
export function putAside(storage: Storage, entry: Entry, why: string, at: number): void {
  const aside: Aside = { entry, why, at };
  storage.setItem(`${asidePrefix}${entry.id}`, JSON.stringify(aside));
  storage.removeItem(entry.key);
}

/** What was put by, oldest first. */
export const asideOf = (storage: Storage): Aside[] =>
  keysOf(storage, asidePrefix)
    .flatMap((key) => {
      try {
        return [JSON.parse(storage.getItem(key) ?? '') as Aside];
      } catch {
        return [];
      }
    })
    .sort((a, b) => a.entry.key.localeCompare(b.entry.key));

/** Puts it back where it waited, to be sent again. */
export function takeUp(storage: Storage, { entry }: Aside): void {
  const { thing } = entry;
  storage.setItem(entry.key, JSON.stringify(thing.what === 'event' ? thing.event : thing));
  storage.removeItem(`${asidePrefix}${entry.id}`);
}

/**
 * For good: asked before. A drop that is thrown away leaves a doubt about the count in its place: a tube must not read
 * lower for it, unseen.
 * @param doubtId identifier of that event
 */
export function throwAway(storage: Storage, entry: Entry, doubtId: string): void {
  const { thing } = entry;
  if (thing.what === 'event' && ['drop', 'take-back'].includes(thing.event.type)) {
    const { testId, at } = thing.event;
    const doubt: RunEvent = { id: doubtId, testId, at, type: 'doubt', doubt: 'lost-count', on: true };
    const place = entry.key.slice(0, entry.key.lastIndexOf('.') + 1);
    storage.setItem(`${place}${doubtId}`, JSON.stringify(doubt));
  }
  storage.removeItem(`${asidePrefix}${entry.id}`);
  storage.removeItem(entry.key);
}

/** The texts of entries that cannot be read, for whoever can. */
export const unreadable = (storage: Storage): { readonly key: string; readonly text: string }[] =>
  keysOf(storage, prefix)
    .filter((key) => read(storage, key) === null)
    .map((key) => ({ key, text: storage.getItem(key) ?? '' }));

/**
 * Entries that must not be sent now, since something that belongs before them was put by: the rest of a tube, the events
 * of a run, the next change of a reading. A drop less would make a false reading.
 */
export function isHeld(entry: Entry, aside: readonly Aside[]): boolean {
  return aside.some(({ entry: before }) => {
    if (before.lane !== entry.lane || before.id === entry.id) return false;
    if (before.thing.what !== 'event' || entry.thing.what !== 'event') return true;
    return before.thing.event.testId === entry.thing.event.testId;
  });
}

/** What is sent in one request. */
export type Parcel =
  | { readonly what: 'one'; readonly entry: Entry }
  | { readonly what: 'events'; readonly runId: string; readonly entries: readonly Entry[] };

/** More events than this go in several requests. */
const mostEvents = 200;

/** The next thing to send, out of the lanes that are not stuck; null where there is none. */
export function nextParcel(
  entries: readonly Entry[],
  aside: readonly Aside[],
  stuck: ReadonlySet<string>,
): Parcel | null {
  const free = entries.filter((e) => !stuck.has(e.lane) && !isHeld(e, aside));
  const [first] = free;
  if (!first) return null;
  if (first.thing.what !== 'event') return { what: 'one', entry: first };
  const mine = free.filter((e) => e.lane === first.lane);
  const end = mine.findIndex((e) => e.thing.what !== 'event');
  return {
    what: 'events',
    runId: first.lane,
    entries: mine.slice(0, Math.min(mostEvents, end < 0 ? mine.length : end)),
  };
}
