import { ask } from '../wire/ask';
import { hour, judged } from '@hedge-lamp/core/wire';
import { type Lamp, type Standing, todayRoutes } from '@hedge-lamp/core/guidelines';
import type { Status } from '@hedge-lamp/core/limits';
import { type Water, waterRoutes } from '@hedge-lamp/core/waters';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useUnsentWaters } from '../offline/unsent-waters';
import { useServerLink } from '../clock/server-link';
import { useNow } from '../clock/use-now';
import { lampNow } from './lamp-now';

/** Claims run out by the day: clocks that differ by less change none. Hedge Lamp's own, ms. */
const muchApart = hour;

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
      const [list, standing] = await Promise.all([ask(waterRoutes.list), ask(todayRoutes.standings)]);
      waters.value = list;
      standings.value = Object.fromEntries(standing.map((s) => [s.waterId, s]));
      loaded.value = true;
      error.value = null;
    } catch (reason) {
      error.value = sentenceOf(reason);
      loaded.value = waters.value.length > 0;
    }
  }
  watch([() => link.markOf(judged), () => link.quarter], () => void load());

  const now = useNow(60_000);
  const unsent = useUnsentWaters();
  /** What was told of a water, by the server or by the page that asked last, as it may be shown now. */
  const asOfNow = (told: Pick<Standing, 'waterId' | 'lamp' | 'at'>): Lamp =>
    lampNow(
      told,
      now.value,
      unsent.has(told.waterId),
      link.clockCredible && Math.abs(link.apart) < muchApart,
    );
  function lampOf(id: string): Lamp | null {
    const standing = standings.value[id];
    return standing ? asOfNow(standing) : null;
  }

  return {
    waters,
    standings,
    loaded,
    error,
    load,
    byId: (id: string) => waters.value.find((w) => w.id === id),
    asOfNow,
    lampOf,
    statusOf: (id: string): Status => lampOf(id)?.status ?? 'unread',
    dueCount: computed(() => Object.values(standings.value).reduce((n, s) => n + s.due.length, 0)),
  };
});
