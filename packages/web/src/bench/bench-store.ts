import {
  type Run,
  type RunDraft,
  type RunEvent,
  type Test,
  type Tube,
  tubesAt,
} from '@hedge-lamp/core/bench';
import { FieldError } from '@hedge-lamp/core/quantity';
import { defineStore } from 'pinia';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import { ApiError, sentenceOf } from '../api/api-error';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';
import { useNow } from '../clock/use-now';
import { useMethods } from '../methods/methods-store';
import { forgetRuns, keepRuns, keptRuns } from './kept-runs';
import { outboxOf, putInOutbox, putRun, runsInOutbox, takeFromOutbox, takeRun, unsentRuns } from './outbox';

type Body<T> = T extends unknown ? Omit<T, 'id' | 'at'> : never;
/** An event as a page tells it; the store adds its identifier and its instant. */
export type EventBody = Body<RunEvent>;

export interface OpenTube {
  readonly run: Run;
  readonly tube: Tube;
  /** 1 to 9: the key that picks it. */
  readonly number: number;
}

/**
 * The live runs. What happens on the bench is shown at once, kept on this device, and sent; it leaves the
 * device only when the server has answered for it.
 */
export const useBench = defineStore('bench', () => {
  const link = useServerLink();
  const methods = useMethods();
  const now = useNow(500);
  const runs = shallowRef<Run[]>([]);
  const loaded = ref(false);
  /** Runs that ended on this page, so that it can still say what was kept. */
  const finished = shallowRef<Record<string, Run>>({});
  /** Sentence about an event that the server refused. */
  const refusal = ref('');
  const waiting = ref(0);
  /** Waters of which something waits on this device. */
  const unsentWaters = shallowRef<ReadonlySet<string>>(new Set());
  /** The test that the bench shows, by its id; the rack marks it. */
  const inHand = ref('');
  const sending = new Map<string, Promise<void>>();
  const refused = new Set<string>();

  const withWaiting = (run: Run): Run => {
    const known = new Set(run.events.map((e) => e.id));
    return {
      ...run,
      events: [...run.events, ...outboxOf(localStorage, run.id).filter((e) => !known.has(e.id))],
    };
  };
  /** Runs of which something waits on this device, the run itself or events. */
  const waitingRuns = () => [
    ...new Set([...unsentRuns(localStorage).map((r) => r.id), ...runsInOutbox(localStorage)]),
  ];
  const countWaiting = () => {
    waiting.value =
      unsentRuns(localStorage).length +
      runsInOutbox(localStorage).reduce((n, id) => n + outboxOf(localStorage, id).length, 0);
    const ids = new Set(waitingRuns());
    const known = [...runs.value, ...Object.values(finished.value), ...unsentRuns(localStorage)];
    unsentWaters.value = new Set(known.filter((r) => ids.has(r.id)).map((r) => r.waterId));
  };

  function show(run: Run): void {
    const full = withWaiting(run);
    countWaiting();
    if (full.finishedAt !== null) {
      finished.value = { ...finished.value, [run.id]: full };
      runs.value = runs.value.filter((r) => r.id !== run.id);
    } else if (runs.value.some((r) => r.id === run.id)) {
      runs.value = runs.value.map((r) => (r.id === run.id ? full : r));
    } else {
      runs.value = [...runs.value, full];
    }
  }

  async function load(): Promise<void> {
    const unsent = () =>
      unsentRuns(localStorage).map((draft) => ({ ...draft, events: [], finishedAt: null }));
    if (!methods.loaded) await methods.load();
    try {
      const open = await call<Run[]>('GET', '/api/runs/open');
      // A run that ended elsewhere goes; one that is being sent stays until its own answer is there.
      const ids = new Set(open.map((r) => r.id));
      runs.value = [...open, ...unsent().filter((r) => !ids.has(r.id))].map(withWaiting);
      loaded.value = true;
      countWaiting();
      for (const id of waitingRuns()) void flush(id);
    } catch {
      // The link tells that the server does not answer. What is shown stays; a page just opened shows what this
      // device showed last, and what was begun here.
      for (const run of [...keptRuns(localStorage), ...unsent()])
        if (!runs.value.some((r) => r.id === run.id)) runs.value = [...runs.value, withWaiting(run)];
      countWaiting();
    }
  }
  watch(runs, (all) => keepRuns(localStorage, all));
  watch(
    () => link.mark,
    () => {
      if (sending.size === 0) void load();
    },
  );
  watch(
    () => link.answers,
    () => {
      for (const id of waitingRuns()) void flush(id);
    },
  );

  /**
   * Starts a run. Without a network it begins all the same: it is kept on this device and sent when the server
   * answers.
   * @throws ApiError when the server refuses it
   */
  async function start(draft: RunDraft): Promise<Run> {
    putRun(localStorage, draft);
    try {
      const run = await call<Run>('POST', '/api/runs', draft);
      takeRun(localStorage, draft.id);
      show(run);
      return run;
    } catch (error) {
      if (!(error instanceof ApiError) || !error.unreachable) {
        takeRun(localStorage, draft.id);
        throw error;
      }
      void link.ask();
      const run: Run = { ...draft, events: [], finishedAt: null };
      show(run);
      return run;
    }
  }

  /** Sends what waits for a run, in order. Refused events are taken out and told; the others still go. */
  function flush(runId: string): Promise<void> {
    const running = sending.get(runId) ?? sendAll(runId).finally(() => sending.delete(runId));
    sending.set(runId, running);
    return running;
  }

  async function sendAll(runId: string): Promise<void> {
    try {
      const draft = unsentRuns(localStorage).find((r) => r.id === runId);
      if (draft) {
        await call<Run>('POST', '/api/runs', draft);
        takeRun(localStorage, runId);
      }
      for (
        let events = outboxOf(localStorage, runId);
        events.length > 0;
        events = outboxOf(localStorage, runId)
      )
        await sendSome(runId, events.slice(0, 200));
    } catch (error) {
      // It waits in the outbox; the link asks again and tells when somebody answers.
      if (error instanceof ApiError && !error.unreachable && error.status < 500)
        refusal.value = `${sentenceOf(error)} What was done in this run stays on this device.`;
      else void link.ask();
    }
    countWaiting();
  }

  async function sendSome(runId: string, events: RunEvent[]): Promise<void> {
    const path = `/api/runs/${runId}/events`;
    try {
      const run = await call<Run>('POST', path, { events });
      takeFromOutbox(localStorage, runId, new Set(events.map((e) => e.id)));
      show(run);
    } catch (error) {
      const isRefusal = error instanceof ApiError && error.status >= 400 && error.status < 500;
      if (!isRefusal) throw error;
      if (events.length > 1) {
        for (const event of events) await sendSome(runId, [event]);
        return;
      }
      takeFromOutbox(localStorage, runId, new Set(events.map((e) => e.id)));
      refused.add(events[0]!.id);
      refusal.value = sentenceOf(error);
      const run = runs.value.find((r) => r.id === runId);
      if (run) show({ ...run, events: run.events.filter((e) => e.id !== events[0]!.id) });
    }
  }

  /** On this device until it is sent; the copy of the live runs makes room where there is none. */
  function keep(runId: string, event: RunEvent): void {
    try {
      putInOutbox(localStorage, runId, event);
    } catch {
      forgetRuns(localStorage);
      putInOutbox(localStorage, runId, event);
    }
  }

  /**
   * Tells what happened: shown at once, kept here, sent.
   * @returns what became of it: `sent` only when the server has answered that it is on disk
   */
  async function tell(runId: string, ...bodies: EventBody[]): Promise<'sent' | 'waiting' | 'refused'> {
    refusal.value = '';
    // A run that is done is taken up again by a tube put beside the others.
    const run = runs.value.find((r) => r.id === runId) ?? finished.value[runId];
    if (!run) return 'refused';
    const at = link.now();
    const events = bodies.map((body) => ({ ...body, id: newId(), at }) as RunEvent);
    try {
      events.forEach((event) => keep(runId, event));
    } catch {
      refusal.value =
        'This device has no room left to keep what you do. Free some, or write it down and type it into the log.';
      return 'refused';
    }
    const reopened = bodies.some((b) => b.type === 'added');
    show({
      ...run,
      events: [...run.events, ...events],
      finishedAt: reopened ? null : run.finishedAt,
    });
    await flush(runId);
    // Told while an earlier sending was just ending: it goes with a sending of its own.
    if (waits(runId, events)) await flush(runId);
    if (waits(runId, events)) return 'waiting';
    return events.some((e) => refused.has(e.id)) ? 'refused' : 'sent';
  }
  function waits(runId: string, events: readonly RunEvent[]): boolean {
    const ids = new Set(outboxOf(localStorage, runId).map((e) => e.id));
    return events.some((e) => ids.has(e.id));
  }

  /** Puts a tube beside the others of a run, and takes it in hand. */
  function addTest(runId: string, test: Test): void {
    void tell(runId, { type: 'added', testId: test.id, test });
    inHand.value = test.id;
  }

  /** The tubes of a run; none while a method of it is not known on this device. */
  const tubesOf = (run: Run): Tube[] => {
    try {
      return tubesAt(run, run.events, now.value, methods.book);
    } catch (error) {
      if (error instanceof FieldError) return [];
      throw error;
    }
  };
  const openTubes = computed<OpenTube[]>(() =>
    runs.value
      .flatMap((run) => tubesOf(run).map((tube) => ({ run, tube })))
      // Numbered before the finished ones go, so that a key means the same tube to the end.
      .map((open, k) => ({ ...open, number: k + 1 }))
      .filter(({ tube }) => tube.state === 'running'),
  );

  return {
    runs,
    finished,
    loaded,
    refusal,
    waiting,
    unsentWaters,
    inHand,
    now,
    openTubes,
    load,
    start,
    tell,
    addTest,
    tubesOf,
  };
});
