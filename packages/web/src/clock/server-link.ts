import { type BackupStanding, type Revision, serverRoutes } from '@hedge-lamp/core/exchange';
import { type Topic, type WrittenSoFar, topics } from '@hedge-lamp/core/wire';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { ask } from '../wire/ask';
import { hearWritten } from '../wire/call';
import { SteadyTime } from './steady-offset';

/** An older server says less: one clock for both, one count for all. */
type Told = Partial<Revision> & Pick<Revision, 'boot' | 'count' | 'now' | 'demo'>;

const everyMs = 5000;
/** Clocks of two machines differ a little; beyond this one of them is wrong. Hedge Lamp's own. */
const apartMs = 120_000;
/** A verdict is asked for anew so often though nothing was written: readings grow old by themselves. */
const quarterMs = 15 * 60_000;

/**
 * The link to the server: whether it answers, how its clock differs from ours, and marks that change
 * when anything of a topic was written anywhere. Pages watch them and load again, so that two of them show the same.
 */
export const useServerLink = defineStore('server-link', () => {
  const written = shallowRef<WrittenSoFar>({ boot: '', topics: {} });
  /** Changes when anything of these topics was written; empty before the server answered. */
  const markOf = (shown: readonly Topic[], of = written.value): string => {
    const { boot, topics: counts } = of;
    return boot === '' ? '' : `${boot} ${shown.map((t) => counts[t] ?? 0).join(' ')}`;
  };
  /** Learns what was written. Of one start of the server counts only grow: an answer that was overtaken says less. */
  function learn(told: WrittenSoFar): void {
    const { boot, topics: counts } = written.value;
    if (told.boot !== boot) {
      written.value = told;
      return;
    }
    const grown = topics.filter((t) => (told.topics[t] ?? 0) > (counts[t] ?? 0));
    if (grown.length === 0) return;
    written.value = {
      boot,
      topics: { ...counts, ...Object.fromEntries(grown.map((t) => [t, told.topics[t]])) },
    };
  }
  hearWritten.add(learn);
  /** Quarters of an hour by the server's clock: changes as time goes by. */
  const quarter = ref(0);
  const reachable = ref(true);
  /** Grows with every answer: a moment at which what waits can be sent. */
  const answers = ref(0);
  const demo = ref(false);
  /** Where made-up data are only looked at: the port of the keeper's own. */
  const ownPort = ref<number | null>(null);
  /** Kept, so that a page opened while nobody answers still goes by the server's clock. */
  const ahead = useLocalStorage('hedge-lamp.server-ahead', 0);
  const time = new SteadyTime({ wall: () => Date.now(), steady: () => performance.now() }, ahead.value);
  /** How far dates are ahead of the timers: the server's clock was set while a run is live. */
  const dateAhead = ref(0);
  /** How far the server's date is ahead of this device's clock, ms; 0 where they agree. */
  const apart = ref(0);
  const clockCredible = ref(true);
  const backups = ref<BackupStanding>('unknown');
  /** Which release the server hands out; empty before it said so. */
  const release = ref('');
  /** When it last answered, by this device's clock. */
  let heardAt = 0;
  let asking = false;
  let timer: ReturnType<typeof setInterval> | undefined;

  async function look(): Promise<void> {
    const sent = performance.now();
    asking = true;
    try {
      const answer: Told = await ask(serverRoutes.revision);
      time.answered(answer.now, (sent + performance.now()) / 2);
      ahead.value = time.ahead;
      const date = answer.date ?? answer.now;
      dateAhead.value = date - answer.now;
      clockCredible.value = answer.clockCredible ?? true;
      backups.value = answer.backups ?? 'unknown';
      release.value = answer.release ?? '';
      const differs = date - Date.now();
      apart.value = Math.abs(differs) > apartMs ? differs : 0;
      learn({
        boot: answer.boot,
        topics: answer.topics ?? Object.fromEntries(topics.map((t) => [t, answer.count])),
      });
      quarter.value = Math.floor(answer.now / quarterMs);
      demo.value = answer.demo;
      ownPort.value = answer.ownPort ?? null;
      heardAt = Date.now();
      reachable.value = true;
      answers.value += 1;
    } catch {
      time.unanswered();
      reachable.value = false;
    } finally {
      asking = false;
    }
  }

  /** The present instant by the server's clock, ms since epoch. Asks it at once when this device's clock jumped. */
  function now(): number {
    const instant = time.now();
    if (time.unsure && !asking) void look();
    return instant;
  }

  /** The present instant as things are dated, ms since epoch: the same as that of the timers, but for a clock set since. */
  const date = (): number => now() + dateAhead.value;

  /** False where it may have been written to unheard: it does not answer, or this page slept. */
  const heardLately = (): boolean => reachable.value && Math.abs(Date.now() - heardAt) < 3 * everyMs;

  function watch(): void {
    if (timer) return;
    void look();
    timer = setInterval(() => {
      if (document.visibilityState === 'visible') void look();
    }, everyMs);
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') void look();
    });
    window.addEventListener('online', () => void look());
  }

  return {
    /** Of which start of the server the last answer was. */
    boot: computed(() => written.value.boot),
    written,
    markOf,
    learn,
    quarter,
    reachable: computed(() => reachable.value),
    answers,
    demo,
    ownPort,
    now,
    date,
    apart,
    clockCredible,
    backups,
    release,
    heardLately,
    ask: look,
    watch,
  };
});
