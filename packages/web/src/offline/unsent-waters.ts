import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { useServerLink } from '../clock/server-link';
import { useOutbox } from './outbox-store';

/** Stands for every water where nobody knows here which one a run is of. */
const anyWater = '*';

/** Waters of which this device knows something that the server does not. */
export const useUnsentWaters = defineStore('unsent-waters', () => {
  const link = useServerLink();
  const outbox = useOutbox();
  /** Which water a run is of, as far as the bench told. */
  const waterOfRun = shallowRef<ReadonlyMap<string, string>>(new Map());

  /** Put aside, or waiting while it cannot be sent. What is just on its way does not count. */
  const waters = computed<ReadonlySet<string>>(() => {
    const stuck = !link.reachable || outbox.failing !== '' || outbox.aside.length > 0;
    const all = [...(stuck ? outbox.entries : []), ...outbox.aside.map((a) => a.entry)];
    return new Set(
      all.flatMap(({ lane, thing }) => {
        if (thing.what === 'run') return [thing.draft.waterId];
        if (thing.what === 'request') return [thing.request.waterId];
        return thing.what === 'event' ? [waterOfRun.value.get(lane) ?? anyWater] : [];
      }),
    );
  });
  /** True where nothing may be claimed of a water: what was told here last is not with the server yet. */
  const has = (waterId: string): boolean => waters.value.has(waterId) || waters.value.has(anyWater);
  return { waterOfRun, has };
});
