import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../api/call';

interface RevisionAnswer {
  boot: string;
  count: number;
  now: number;
  demo: boolean;
}

const everyMs = 5000;
/** Below this the difference is only the time the question took. */
const clockSlackMs = 2000;

/**
 * The link to the server: whether it answers, how its clock differs from ours, and a mark that changes when
 * anything was written anywhere. Pages watch the mark and load again, so that two of them show the same.
 */
export const useServerLink = defineStore('server-link', () => {
  const mark = ref('');
  const reachable = ref(true);
  /** Grows with every answer: a moment at which what waits can be sent. */
  const answers = ref(0);
  const demo = ref(false);
  const offset = ref(0);
  let timer: ReturnType<typeof setInterval> | undefined;

  async function ask(): Promise<void> {
    const sent = Date.now();
    try {
      const answer = await call<RevisionAnswer>('GET', '/api/revision');
      const middle = (sent + Date.now()) / 2;
      const difference = answer.now - middle;
      offset.value = Math.abs(difference) > clockSlackMs ? difference : 0;
      mark.value = `${answer.boot} ${answer.count}`;
      demo.value = answer.demo;
      reachable.value = true;
      answers.value += 1;
    } catch {
      reachable.value = false;
    }
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
    reachable: computed(() => reachable.value),
    answers,
    demo,
    /** The present instant by the server's clock, ms since epoch. */
    now: () => Math.round(Date.now() + offset.value),
    ask,
    watch,
  };
});
