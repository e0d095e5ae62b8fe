import { hour } from '@hedge-lamp/core/wire';
import { type Lamp, type Standing, todayRoutes } from '@hedge-lamp/core/guidelines';
import type { Status } from '@hedge-lamp/core/limits';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useUnsentWaters } from '../offline/unsent-waters';
import { useServerLink } from '../clock/server-link';
import { useNow } from '../clock/use-now';
import { useKeptAnswer } from '../shell/kept-answer';
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
  const list = useKeptAnswer(waterRoutes.list, 'hedge-lamp.waters.3');
  const told = useKeptAnswer(todayRoutes.standings, 'hedge-lamp.standings.4', true);
  const waters = list.kept;
  const standings = computed(() => new Map(told.kept.value.map((s) => [s.waterId, s])));
  const error = computed(() => list.error.value ?? told.error.value);
  /** Both were answered; or nobody answers, and what this device knows is shown. */
  const loaded = computed(
    () =>
      (list.isAnswered.value && told.isAnswered.value) || (error.value !== null && waters.value.length > 0),
  );
  const load = async (): Promise<void> => void (await Promise.all([list.load(), told.load()]));

  const now = useNow(60_000);
  const unsent = useUnsentWaters();
  /** What was told of a water, by the server or by the page that asked last, as it may be shown now. */
  const asOfNow = (said: Pick<Standing, 'waterId' | 'lamp' | 'at'>): Lamp =>
    lampNow(
      said,
      now.value,
      unsent.has(said.waterId),
      link.clockCredible && Math.abs(link.apart) < muchApart,
    );
  function lampOf(id: string): Lamp | null {
    const standing = standings.value.get(id);
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
    dueCount: computed(() => told.kept.value.reduce((n, s) => n + s.due.length, 0)),
  };
});
