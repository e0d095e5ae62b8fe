import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../api/call';
import { SteadyTime } from './steady-offset';

interface RevisionAnswer {
  boot: string;
  count: number;
  now: number;
  demo: boolean;
}

const everyMs = 5000;
/** A verdict is asked for anew so often though nothing was written: readings grow old by themselves. */
const quarterMs = 15 * 60_000;

/**
 * The link to the server: whether it answers, how its clock differs from ours, and a mark that changes when
 * anything was written anywhere. Pages watch the mark and load again, so that two of them show the same.
 */
export const useServerLink = defineStore('server-link', () => {
  const mark = ref('');
  /** Quarters of an hour by the server's clock: changes as time goes by. */
  const quarter = ref(0);
  const reachable = ref(true);
  /** Grows with every answer: a moment at which what waits can be sent. */
  const answers = ref(0);
  const demo = ref(false);
  /** Kept, so that a page opened while nobody answers still goes by the server's clock. */
  const ahead = useLocalStorage('hedge-lamp.server-ahead', 0);
  const time = new SteadyTime({ wall: () => Date.now(), steady: () => performance.now() }, ahead.value);
  let asking = false;
  let timer: ReturnType<typeof setInterval> | undefined;

  async function ask(): Promise<void> {
    const sent = performance.now();
    asking = true;
    try {
      const answer = await call<RevisionAnswer>('GET', '/api/revision');
      time.answered(answer.now, (sent + performance.now()) / 2);
      ahead.value = time.ahead;
      mark.value = `${answer.boot} ${answer.count}`;
      quarter.value = Math.floor(answer.now / quarterMs);
      demo.value = answer.demo;
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
    if (time.unsure && !asking) void ask();
    return instant;
  }

  function watch(): void {
    if (timer) return;
    void ask();
    timer = setInterval(() => {
      if (document.visibilityState === 'visible') void ask();
    }, everyMs);
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') void ask();
    });
    window.addEventListener('online', () => void ask());
  }

  return {
    mark,
    quarter,
    reachable: computed(() => reachable.value),
    answers,
    demo,
    now,
    ask,
    watch,
  };
});
