import type { Run, RunReceipt } from '@hedge-lamp/core/bench';
import { type Answer, type Given, type Route, addressOf } from '@hedge-lamp/core/wire';
import { useEventListener } from '@vueuse/core';
import pRetry from 'p-retry';
import { defineStore } from 'pinia';
import { ref, shallowRef, watch } from 'vue';
import { v4 as newId } from 'uuid';
import { ApiError, sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import {
  type Aside,
  type Entry,
  type Parcel,
  type Waiting,
  type WaitingRequest,
  asideOf,
  isHeld,
  nextParcel,
  outboxOf,
  putAside,
  putInOutbox,
  takeFromOutbox,
  takeUp,
  throwAway,
  unreadable,
} from './outbox';
import { deliver, forgetPicture, keepPicture, keptPictures, sendRequest } from './parcel';

/** First wait after a failure and longest one, ms; each is drawn by lot, so that many devices do not ask at once. */
const waits = { first: 1000, longest: 60_000 };
/** Another tab that failed just now need not be followed at once. Kept where all tabs see it. */
const failedKey = 'hedge-lamp.sending-failed';

type WritingRoute = Route & { readonly method: WaitingRequest['method'] };

/** What became of something that was given to the outbox. */
export type Outcome = 'sent' | 'waiting' | 'refused';

/** In a browser that has no locks, two tabs may send the same: the server counts it once. */
const alone = async (task: () => Promise<void>): Promise<void> => {
  if (typeof navigator === 'undefined' || !('locks' in navigator)) return task();
  await navigator.locks.request('hedge-lamp.sending', task);
};

/**
 * The one sender: whatever is written lies in the outbox until the server has answered for it, and goes in order. What
 * fails is tried again, less and less often. Only what the server refuses by a document that says so is put aside.
 */
export const useOutbox = defineStore('outbox', () => {
  const link = useServerLink();
  const entries = shallowRef<readonly Entry[]>([]);
  const aside = shallowRef<readonly Aside[]>([]);
  const spoiled = shallowRef<ReturnType<typeof unreadable>>([]);
  /** Why it did not go the last time; empty while all is well. */
  const failing = ref('');
  /** Sent just now by whoever waits for its answer. */
  const inHand = new Set<string>();
  /** The bench: told of runs as the server answered them, and of what was put aside. */
  const listeners = new Set<{ answered: (run: Run | RunReceipt) => void; refused: (aside: Aside) => void }>();

  function refresh(): void {
    entries.value = outboxOf(localStorage);
    aside.value = asideOf(localStorage);
    spoiled.value = unreadable(localStorage);
  }

  async function send(parcel: Parcel): Promise<void> {
    const sent = parcel.what === 'one' ? [parcel.entry] : parcel.entries;
    try {
      const run = await deliver(parcel);
      takeFromOutbox(
        localStorage,
        sent.map((e) => e.key),
      );
      refresh();
      if (run) listeners.forEach((l) => l.answered(run));
    } catch (error) {
      if (!(error instanceof ApiError) || !error.refuses) throw error;
      if (parcel.what === 'events' && parcel.entries.length > 1) {
        // One of them is meant: the halves tell which.
        const half = Math.ceil(parcel.entries.length / 2);
        await send({ ...parcel, entries: parcel.entries.slice(0, half) });
        const rest = parcel.entries.slice(half).filter((e) => !isHeld(e, aside.value));
        if (rest.length > 0) await send({ ...parcel, entries: rest });
        return;
      }
      putAside(localStorage, sent[0]!, sentenceOf(error), link.date());
      refresh();
      const refused = aside.value.find((a) => a.entry.id === sent[0]!.id);
      if (refused) listeners.forEach((l) => l.refused(refused));
    }
  }

  /** Lanes that failed since they were last tried: what is new in another one need not wait for them. */
  const stuck = new Set<string>();

  /** Sends all that can be sent. @throws the last failure, after every lane had its turn */
  async function sendAll(): Promise<void> {
    let failure: Error | null = null;
    for (;;) {
      refresh();
      const parcel = nextParcel(
        entries.value.filter((e) => !inHand.has(e.key)),
        aside.value,
        stuck,
      );
      if (!parcel) break;
      try {
        await send(parcel);
      } catch (error) {
        failure = error instanceof Error ? error : new Error(String(error));
        stuck.add(parcel.what === 'one' ? parcel.entry.lane : parcel.runId);
        // Nobody there: the other lanes need not be tried. Or was it only this one?
        if (error instanceof ApiError && error.unreachable) {
          if (link.reachable) await link.ask();
          if (!link.reachable) break;
        }
      }
    }
    if (failure) throw failure;
  }

  const attempt = shallowRef<Promise<void> | null>(null);
  let round: AbortController | null = null;
  let onceMore = false;

  function attemptNow(askedFor: boolean, allLanes = true): Promise<void> {
    const mine = alone(async () => {
      if (allLanes) stuck.clear();
      const failedAt = Number(localStorage.getItem(failedKey) ?? 0);
      if (!askedFor && Math.abs(Date.now() - failedAt) < waits.first / 2)
        throw new ApiError(0, failing.value || 'The server does not answer.');
      try {
        await sendAll();
        if (stuck.size > 0) return;
        localStorage.removeItem(failedKey);
        failing.value = '';
      } catch (error) {
        failing.value = sentenceOf(error);
        try {
          localStorage.setItem(failedKey, String(Date.now()));
        } catch {
          // No room for the mark: then each tab fails by itself.
        }
        throw error;
      }
    });
    const watched = mine
      .catch(() => undefined)
      .finally(() => {
        attempt.value = null;
        if (!onceMore) return;
        onceMore = false;
        sendNow();
      });
    attempt.value = watched;
    return mine;
  }

  /** Begins to send, again and again until nothing is left; one round at a time. */
  function begin(askedFor = false): void {
    if (round) return;
    const mine = new AbortController();
    round = mine;
    let first = askedFor;
    void pRetry(
      () => {
        const asked = first;
        first = false;
        return attemptNow(asked).catch((error: unknown) => {
          throw error instanceof Error ? error : new Error(String(error));
        });
      },
      {
        retries: Infinity,
        minTimeout: waits.first,
        maxTimeout: waits.longest,
        randomize: true,
        signal: mine.signal,
        unref: true,
        // A fault of our own is tried again like any other: what waits must go some day.
        shouldRetry: () => true,
      },
    )
      .catch(() => undefined)
      .finally(() => {
        if (round === mine) round = null;
        // Something was put here while the last of it was on its way.
        if (!mine.signal.aborted && failing.value === '' && sendable()) begin();
      });
  }
  const sendable = () => {
    refresh();
    return nextParcel(
      entries.value.filter((e) => !inHand.has(e.key)),
      aside.value,
      new Set(),
    );
  };

  /** Tries at once, without waiting for the next turn. */
  function sendNow(): void {
    if (attempt.value) {
      // What is under way may fail yet.
      onceMore = true;
      return;
    }
    round?.abort();
    round = null;
    refresh();
    if (sendable()) begin(true);
    else failing.value = '';
  }

  /**
   * Puts things into the outbox and sends them, or leaves them there.
   * @throws Error when this device has no room for them
   */
  function put(
    lane: string,
    things: readonly { readonly id: string; readonly at: number; readonly thing: Waiting }[],
  ): void {
    const before = new Set(outboxOf(localStorage, lane).map((e) => e.key));
    try {
      for (const { id, at, thing } of things) putInOutbox(localStorage, lane, id, at, thing);
    } catch (error) {
      // All or none: half of what was done must not go as if it were the whole.
      const half = outboxOf(localStorage, lane).filter((e) => !before.has(e.key));
      takeFromOutbox(
        localStorage,
        half.map((e) => e.key),
      );
      throw error;
    }
    refresh();
    if (round && !attempt.value && link.reachable && !stuck.has(lane))
      void attemptNow(true, false).catch(() => undefined);
    else begin();
  }

  /** What became of these by now; waits for what is on its way. */
  async function outcomeOf(ids: ReadonlySet<string>): Promise<Outcome> {
    const state = (): Outcome => {
      if (aside.value.some((a) => ids.has(a.entry.id))) return 'refused';
      return entries.value.some((e) => ids.has(e.id)) ? 'waiting' : 'sent';
    };
    // Put here while an earlier sending was just ending: it goes with the next.
    for (let k = 0; k < 3 && state() === 'waiting'; k++) {
      await Promise.resolve();
      if (!attempt.value) break;
      await attempt.value;
      refresh();
    }
    return state();
  }

  /**
   * Sends something that somebody waits for. It lies on this device until it is answered for, and stays there when the
   * server cannot take it now.
   * @param lane of what is written, so that two changes of one thing go in their order
   * @throws ApiError when it is refused, or is of something that is not there: then it is kept nowhere but in its form
   */
  async function sendFirst<T>(
    lane: string,
    id: string,
    thing: Waiting,
    deliverIt: () => Promise<T>,
  ): Promise<{ readonly sent: true; readonly answer: T } | { readonly sent: false }> {
    const waitsAlready = outboxOf(localStorage, lane).length > 0;
    let kept = true;
    try {
      putInOutbox(localStorage, lane, id, link.date(), thing);
    } catch {
      kept = false;
    }
    refresh();
    const entry = entries.value.find((e) => e.id === id && e.lane === lane);
    if (waitsAlready && entry) {
      begin();
      return { sent: false };
    }
    if (entry) inHand.add(entry.key);
    const forget = () => {
      if (entry) takeFromOutbox(localStorage, [entry.key]);
    };
    try {
      const answer = await deliverIt();
      forget();
      return { sent: true, answer };
    } catch (error) {
      const final = error instanceof ApiError && (error.refuses || (error.byServer && error.status === 404));
      if (final || !kept) {
        forget();
        throw error;
      }
      failing.value = sentenceOf(error);
      if (error instanceof ApiError && error.unreachable && link.reachable) void link.ask();
      return { sent: false };
    } finally {
      if (entry) inHand.delete(entry.key);
      refresh();
      if (entries.value.length > 0) begin();
    }
  }

  /**
   * Asks for something to be written, now or when the server answers again.
   * @param about the water that it is of, and what a person calls it
   */
  const ask = <const R extends WritingRoute>(
    lane: string,
    about: Pick<WaitingRequest, 'waterId' | 'says'>,
    route: R,
    given: Given<R>,
  ) => {
    const { body } = given as { readonly body?: unknown };
    const request: WaitingRequest = {
      ...about,
      method: route.method,
      path: addressOf(route, given as object),
      ...(body === undefined ? {} : { body }),
    };
    return sendFirst<Answer<R>>(lane, newId(), { what: 'request', request }, () =>
      sendRequest<Answer<R>>(request),
    );
  };

  /** Keeps a photograph here until the server has it. @returns false when this device has no room for it */
  async function putPhoto(photoId: string, jpeg: Blob): Promise<boolean> {
    try {
      await keepPicture(photoId, jpeg);
      put(`photo-${photoId}`, [photoEntry(photoId)]);
      return true;
    } catch {
      return false;
    }
  }

  const photoEntry = (photoId: string) => ({
    id: photoId,
    at: link.date(),
    thing: { what: 'photo' as const, photoId },
  });
  /** Pictures that lie here without an entry, as an older version left them, wait like the others. */
  async function adoptPictures(): Promise<void> {
    const known = new Set([...entries.value, ...aside.value.map((a) => a.entry)].map((e) => e.id));
    for (const id of await keptPictures()) if (!known.has(id)) put(`photo-${id}`, [photoEntry(id)]);
  }

  function again(one: Aside): void {
    takeUp(localStorage, one);
    refresh();
    sendNow();
    begin(true);
  }
  function drop(entry: Entry): void {
    throwAway(localStorage, entry, newId());
    // Without the run its events are of nothing.
    if (entry.thing.what === 'run')
      takeFromOutbox(
        localStorage,
        outboxOf(localStorage, entry.lane).map((e) => e.key),
      );
    if (entry.thing.what === 'photo') void forgetPicture(entry.thing.photoId).catch(() => undefined);
    refresh();
    begin();
  }

  // Back after it was away: what waits goes at once.
  watch(
    () => link.reachable,
    (is, was) => {
      if (is && !was) sendNow();
    },
  );
  // And what a tab left that was closed.
  watch(
    () => link.answers,
    () => {
      if (sendable()) begin();
    },
  );
  if (typeof window !== 'undefined')
    useEventListener(window, 'storage', (event) => {
      if (event.key === null || event.key.startsWith('hedge-lamp.')) refresh();
    });
  refresh();

  return {
    entries,
    aside,
    spoiled,
    failing,
    isSending: () => attempt.value !== null,
    refresh,
    listeners,
    put,
    outcomeOf,
    adoptPictures,
    sendFirst,
    ask,
    putPhoto,
    sendNow,
    begin,
    again,
    drop,
  };
});
