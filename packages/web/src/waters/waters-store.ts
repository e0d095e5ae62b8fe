import { hour } from '@hedge-lamp/core/wire';
import { type Lamp, type Standing, todayRoutes } from '@hedge-lamp/core/guidelines';
import { type Status, severity, statusWord } from '@hedge-lamp/core/limits';
import { waterRoutes } from '@hedge-lamp/core/waters';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useUnsentWaters } from '../offline/unsent-waters';
import { useServerLink } from '../clock/server-link';
import { useNow } from '../clock/use-now';
import { useKeptAnswer } from '../shell/kept-answer';
import { lampNow, whyStale } from './lamp-now';

/** Claims run out by the day: clocks that differ by less change none. Hedge Lamp's own, ms. */
const muchApart = hour;

/** Worst first. */
const statuses = (Object.keys(statusWord) as Status[]).sort((a, b) => severity(b) - severity(a));

/**
 * All waters and how each stands; every page's menu and choices come from here. Kept on this device too, for a bench
 * without a network.
 */
export const useWaters = defineStore('waters', () => {
  const link = useServerLink();
  // The number grows with the shape of what is kept: what an older version kept here is fetched anew.
  const list = useKeptAnswer(waterRoutes.list, 'hedge-lamp.waters.3');
  const told = useKeptAnswer(todayRoutes.standings, 'hedge-lamp.standings.5', true);
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
  /** True where no row of this water may go on saying Clear: nobody knows it any more. */
  const isStale = (said: Pick<Standing, 'waterId' | 'at'>): boolean =>
    whyStale(
      said,
      now.value,
      unsent.has(said.waterId),
      link.clockCredible && Math.abs(link.apart) < muchApart,
    ) !== null;
  function lampOf(id: string): Lamp | null {
    const standing = standings.value.get(id);
    return standing ? asOfNow(standing) : null;
  }

  const statusOf = (id: string): Status => lampOf(id)?.status ?? 'unread';
  const dueSince = (id: string) => standings.value.get(id)?.due[0]?.dueAt ?? Infinity;
  /** By urgency; among equals what has been due the longest, then by name: every list and step goes this way. */
  const worstFirst = computed(() =>
    [...waters.value].sort(
      (a, b) =>
        severity(statusOf(b.id)) - severity(statusOf(a.id)) ||
        Math.sign(dueSince(a.id) - dueSince(b.id)) ||
        // Plainly: the letters of a language are dear to fetch before the first paint, and this only parts equals.
        (a.name < b.name ? -1 : a.name > b.name ? 1 : 0),
    ),
  );
  const groups = computed(() =>
    statuses.flatMap((status) => {
      const those = worstFirst.value.filter((w) => statusOf(w.id) === status);
      return those.length > 0 ? [{ status, waters: those }] : [];
    }),
  );

  return {
    waters,
    standings,
    worstFirst,
    groups,
    loaded,
    error,
    load,
    byId: (id: string) => waters.value.find((w) => w.id === id),
    asOfNow,
    isStale,
    lampOf,
    statusOf,
    dueSince,
    dueCount: computed(() => told.kept.value.reduce((n, s) => n + s.due.length, 0)),
  };
});
