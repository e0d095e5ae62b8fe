import type { BackupStanding } from '@hedge-lamp/core/exchange';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { call } from '../wire/call';
import { SteadyTime } from './steady-offset';

interface RevisionAnswer {
  boot: string;
  count: number;
  /** By this the timers of a run go. */
  now: number;
  /** By this things are dated; an older server has one clock for both. */
  date?: number;
  clockCredible?: boolean;
  demo: boolean;
  /** How it stands with the backups; an older server does not say. */
  backups?: BackupStanding;
}

const everyMs = 5000;
/** Clocks of two machines differ a little; beyond this one of them is wrong. Hedge Lamp's own. */
const apartMs = 120_000;
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
  /** How far dates are ahead of the timers: the server's clock was set while a run is live. */
  const dateAhead = ref(0);
  /** How far the server's date is ahead of this device's clock, ms; 0 where they agree. */
  const apart = ref(0);
  const clockCredible = ref(true);
  const backups = ref<BackupStanding>('unknown');
  let asking = false;
  let timer: ReturnType<typeof setInterval> | undefined;

  async function ask(): Promise<void> {
    const sent = performance.now();
    asking = true;
    try {
      const answer = await call<RevisionAnswer>('GET', '/api/revision');
      time.answered(answer.now, (sent + performance.now()) / 2);
      ahead.value = time.ahead;
      const date = answer.date ?? answer.now;
      dateAhead.value = date - answer.now;
      clockCredible.value = answer.clockCredible ?? true;
      backups.value = answer.backups ?? 'unknown';
      const differs = date - Date.now();
      apart.value = Math.abs(differs) > apartMs ? differs : 0;
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

  /** The present instant as things are dated, ms since epoch: the same as that of the timers, but for a clock set since. */
  const date = (): number => now() + dateAhead.value;

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
    date,
    apart,
    clockCredible,
    backups,
    ask,
    watch,
  };
});
