import {
  type Run,
  type RunDraft,
  type RunEvent,
  type RunReceipt,
  type Test,
  type Tube,
  runRoutes,
  testsOf,
  tubesAt,
  withShakenBottles,
} from '@hedge-lamp/core/bench';
import { FieldError, counted } from '@hedge-lamp/core/quantity';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { v4 as newId } from 'uuid';
import { computed, ref, shallowRef, watch } from 'vue';
import type { WrittenSoFar } from '@hedge-lamp/core/wire';
import { ask, askTold } from '../wire/ask';
import { useServerLink } from '../clock/server-link';
import { useTimerNow } from '../clock/use-now';
import { useMethods } from '../methods/methods-store';
import { eventsOf, unsentRuns } from '../offline/outbox';
import { type Outcome, useOutbox } from '../offline/outbox-store';
import { useUnsentWaters } from '../offline/unsent-waters';
import { tellOnShelf } from '../waters/shelf-notes';
import { forgetRuns, keepRuns, keptRuns } from './kept-runs';
import { numberedTubes } from './tube-numbers';

type Body<T> = T extends unknown ? Omit<T, 'id' | 'at'> : never;
/** An event as a page tells it; the store adds its identifier and its instant. */
export type EventBody = Body<RunEvent>;

export interface OpenTube {
  readonly run: Run;
  readonly tube: Tube;
  /** Its own as long as its run is live; up to 9 it is the key that picks it. */
  readonly number: number;
}

/**
 * The live runs. What happens on the bench is shown at once, kept on this device, and sent; it leaves the
 * device only when the server has answered for it.
 */
export const useBench = defineStore('bench', () => {
  const link = useServerLink();
  const outbox = useOutbox();
  const methods = useMethods();
  const now = useTimerNow(500);
  const runs = shallowRef<Run[]>([]);
  const loaded = ref(false);
  /** How often the bench was written, as far as it is shown here, by the counts of one start of the server. */
  let seen: WrittenSoFar = { boot: '', topics: {} };
  /** Runs that ended on this page, so that it can still say what was kept. */
  const finished = shallowRef<Record<string, Run>>({});
  /** Sentence about an event that the server refused. */
  const refusal = ref('');
  /** The test that the bench shows, by its id; the rack marks it. */
  const inHand = ref('');

  const withWaiting = (run: Run): Run => {
    const known = new Set(run.events.map((e) => e.id));
    return {
      ...run,
      events: [...run.events, ...eventsOf(localStorage, run.id).filter((e) => !known.has(e.id))],
    };
  };
  /** Things of runs that wait on this device. */
  const waiting = computed(
    () => outbox.entries.filter(({ thing }) => thing.what === 'run' || thing.what === 'event').length,
  );
  // What waits of a run belongs to its water.
  const unsent = useUnsentWaters();
  watch(
    [runs, finished, () => outbox.entries.length],
    () => {
      const known = [...keptRuns(localStorage), ...runs.value, ...Object.values(finished.value)];
      unsent.waterOfRun = new Map(known.map((r) => [r.id, r.waterId]));
    },
    { immediate: true, flush: 'sync' },
  );

  function show(run: Run): void {
    const full = withWaiting(run);
    if (full.finishedAt !== null) {
      finished.value = { ...finished.value, [run.id]: full };
      runs.value = runs.value.filter((r) => r.id !== run.id);
    } else if (runs.value.some((r) => r.id === run.id)) {
      runs.value = runs.value.map((r) => (r.id === run.id ? full : r));
    } else {
      runs.value = [...runs.value, full];
    }
  }

  let isLoading = false;
  async function load(): Promise<void> {
    // The answer that is on its way is looked over when it is there.
    if (isLoading) return;
    isLoading = true;
    const unsent = () =>
      unsentRuns(localStorage).map((draft) => ({ ...draft, events: [], finishedAt: null }));
    try {
      if (!methods.loaded) await methods.load();
      const { said: open, written } = await askTold(runRoutes.open);
      seen = written ?? link.written;
      // A run that ended elsewhere goes; one that is being sent stays until its own answer is there.
      const ids = new Set(open.map((r) => r.id));
      runs.value = [...open, ...unsent().filter((r) => !ids.has(r.id))].map(withWaiting);
      loaded.value = true;
    } catch {
      // The link tells that the server does not answer. What is shown stays; a page just opened shows what this
      // device showed last, and what was begun here.
      for (const run of [...keptRuns(localStorage), ...unsent()])
        if (!runs.value.some((r) => r.id === run.id)) runs.value = [...runs.value, withWaiting(run)];
      return;
    } finally {
      isLoading = false;
    }
    outbox.begin(true);
    // Written while this was on its way: a drop that was sent meanwhile is not in it.
    lookAgain();
  }
  watch(runs, (all) => keepRuns(localStorage, all));
  function lookAgain(): void {
    // What this page did itself it knows. An answer that is on its way would be overtaken.
    const isKnown = link.markOf(['bench']) === link.markOf(['bench'], seen);
    if (!isKnown && !outbox.isSending()) void load();
  }
  // With every answer of the server too: what could not be asked for then is asked for now.
  watch([() => link.markOf(['bench']), () => link.answers, () => outbox.isSending()], lookAgain);

  /** What became of events that went: the run itself is asked for only where more is kept of it than is known here. */
  async function takeIn({ id, kept, finishedAt, benchCount }: RunReceipt): Promise<void> {
    // One more than was known is this very write.
    if (seen.boot === link.boot && benchCount === (seen.topics.bench ?? 0) + 1)
      seen = { ...seen, topics: { bench: benchCount } };
    const run = runs.value.find((r) => r.id === id) ?? finished.value[id];
    const waits = new Set(eventsOf(localStorage, id).map((e) => e.id));
    const known = run?.events.filter((e) => !waits.has(e.id)).length;
    if (run && known === kept) {
      show({ ...run, finishedAt });
      return;
    }
    try {
      show(await ask(runRoutes.one, { params: { id } }));
    } catch {
      // What is known here stays; the next look at the open runs tells the rest.
    }
  }
  outbox.listeners.add({
    answered: (said) => ('kept' in said ? void takeIn(said) : show(said)),
    refused({ entry, why }) {
      if (entry.thing.what !== 'run' && entry.thing.what !== 'event') return;
      refusal.value = `${why} It is put aside on this device, not lost.`;
      const run = runs.value.find((r) => r.id === entry.lane);
      if (run && entry.thing.what === 'event')
        show({ ...run, events: run.events.filter((e) => e.id !== entry.id) });
    },
  });

  /**
   * Starts a run. Without a network it begins all the same: it is kept on this device and sent when the server
   * answers.
   * @throws ApiError when the server refuses it
   */
  async function start(draft: RunDraft): Promise<Run> {
    const { id } = draft;
    const outcome = await outbox.sendFirst(id, id, { what: 'run', draft }, () =>
      ask(runRoutes.start, { body: draft }),
    );
    const run = outcome.sent ? outcome.answer : { ...draft, events: [], finishedAt: null };
    show(run);
    return run;
  }

  /** On this device until they are sent; the copy of the live runs makes room where there is none. */
  function keep(runId: string, events: readonly RunEvent[]): void {
    const things = events.map((event) => ({
      id: event.id,
      at: event.at,
      thing: { what: 'event' as const, event },
    }));
    try {
      outbox.put(runId, things);
    } catch {
      forgetRuns(localStorage);
      outbox.put(runId, things);
    }
  }

  /**
   * Tells what happened: shown at once, kept here, sent.
   * @returns what became of it: `sent` only when the server has answered that it is on disk
   */
  async function tell(runId: string, ...bodies: EventBody[]): Promise<Outcome> {
    refusal.value = '';
    // A run that is done is taken up again by a tube put beside the others.
    const run = runs.value.find((r) => r.id === runId) ?? finished.value[runId];
    if (!run) return 'refused';
    const at = link.now();
    const events = bodies.map((body) => ({ ...body, id: newId(), at }));
    try {
      keep(runId, events);
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
    return outbox.outcomeOf(new Set(events.map((e) => e.id)));
  }

  /** Puts a tube beside the others of a run, and takes it in hand. */
  function addTest(runId: string, test: Test): void {
    void tell(runId, { type: 'added', testId: test.id, test });
    inHand.value = test.id;
  }

  const tubesByThemselves = (run: Run): Tube[] => {
    try {
      return tubesAt(run, run.events, now.value, methods.book);
    } catch (error) {
      if (error instanceof FieldError) return [];
      throw error;
    }
  };
  const onTheBench = computed(() =>
    [...runs.value, ...Object.values(finished.value)].flatMap(tubesByThemselves),
  );
  /** The tubes of a run; none while a method of it is not known on this device. */
  const tubesOf = (run: Run): Tube[] =>
    withShakenBottles(tubesByThemselves(run), onTheBench.value, now.value);

  /** Kept on this device, so that a key means the same tube after a reload. */
  const numbers = useLocalStorage<Record<string, number>>('hedge-lamp.tube-numbers', {});
  watch(
    [() => runs.value.flatMap((run) => testsOf(run, run.events).map((t) => t.id)), loaded],
    ([ids, all]) => {
      // A run that is not known here yet is not over.
      const gone = all ? [] : Object.keys(numbers.value).filter((id) => !ids.includes(id));
      numbers.value = numberedTubes(numbers.value, [...gone, ...ids]);
    },
    { immediate: true, flush: 'sync' },
  );
  const openTubes = computed<OpenTube[]>(() =>
    runs.value
      .flatMap((run) => tubesOf(run).map((tube) => ({ run, tube, number: numbers.value[tube.testId] ?? 0 })))
      .filter(({ tube }) => tube.state === 'running')
      .sort((a, b) => a.number - b.number),
  );

  tellOnShelf((waterId) => {
    const tubes = openTubes.value.filter((t) => t.run.waterId === waterId).length;
    if (tubes === 0) return null;
    return {
      says: `${counted(tubes, 'tube', 'tubes')} on the bench`,
      to: { name: 'bench', params: { waterId } },
    };
  });
  return {
    runs,
    finished,
    loaded,
    refusal,
    waiting,
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
