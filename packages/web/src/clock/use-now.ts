import { useIntervalFn } from '@vueuse/core';
import { ref } from 'vue';
import { useServerLink } from './server-link';

/** The present instant, anew every so often. Countdowns are computed from it, never counted down. */
export function useNow(everyMs: number) {
  const link = useServerLink();
  const now = ref(link.now());
  useIntervalFn(() => {
    now.value = link.now();
  }, everyMs);
  return now;
}
