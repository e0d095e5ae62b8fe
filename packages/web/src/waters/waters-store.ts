import type { Standing, Status } from '@hedge-lamp/core/guidelines';
import type { Water } from '@hedge-lamp/core/waters';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { sentenceOf } from '../api/api-error';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';

/** How long a Clear that was told by the server may be shown without asking it again: claims run out by the day. */
const clearLasts = 12 * 3_600_000;

/** How a water stands by what the server said last; what it said long ago is no longer Clear. */
export function statusNow(standing: Pick<Standing, 'status' | 'at'> | undefined, now: number): Status {
  if (!standing) return 'unread';
  return standing.status === 'clear' && now - standing.at > clearLasts ? 'unread' : standing.status;
}

/**
 * All waters and how each stands; every page's chips and choices come from here. Kept on this device too, for a bench
 * without a network.
 */
export const useWaters = defineStore('waters', () => {
  const link = useServerLink();
  // The number grows with the shape of what is kept: what an older version kept here is fetched anew.
  const waters = useLocalStorage<Water[]>('hedge-lamp.waters.3', [], { shallow: true });
  const standings = useLocalStorage<Record<string, Standing>>(
    'hedge-lamp.standings.3',
    {},
    { shallow: true },
  );
  const loaded = ref(false);
  const error = ref<string | null>(null);

  async function load(): Promise<void> {
    try {
      const [list, standing] = await Promise.all([
        call<Water[]>('GET', '/api/waters'),
        call<Standing[]>('GET', '/api/today'),
      ]);
      waters.value = list;
      standings.value = Object.fromEntries(standing.map((s) => [s.waterId, s]));
      loaded.value = true;
      error.value = null;
    } catch (reason) {
      error.value = sentenceOf(reason);
      loaded.value = waters.value.length > 0;
    }
  }
  watch(
    () => link.mark,
    () => void load(),
  );

  return {
    waters,
    standings,
    loaded,
    error,
    load,
    byId: (id: string) => waters.value.find((w) => w.id === id),
    statusOf: (id: string): Status => statusNow(standings.value[id], link.now()),
    dueCount: computed(() => Object.values(standings.value).reduce((n, s) => n + s.due.length, 0)),
  };
});
