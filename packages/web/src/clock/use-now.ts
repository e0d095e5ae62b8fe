import { useIntervalFn } from '@vueuse/core';
import { ref } from 'vue';
import { useServerLink } from './server-link';

function every(ms: number, instant: () => number) {
  const now = ref(instant());
  useIntervalFn(() => {
    now.value = instant();
  }, ms);
  return now;
}

/** The present instant as things are dated, anew every so often. */
export const useNow = (everyMs: number) => every(everyMs, useServerLink().date);

/** The instant that timers go by. Countdowns are computed from it, never counted down. */
export const useTimerNow = (everyMs: number) => every(everyMs, useServerLink().now);
