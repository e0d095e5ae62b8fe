import { useSessionStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useWaters } from './waters-store';

/** What a new tab begins with: the water chosen last on this device. */
const lastKey = 'hedge-lamp.last-water';

/**
 * The water that this tab is about. It stays chosen on every page, those too that speak of no water, until another one
 * is opened; two tabs may differ.
 */
export const useChosenWater = defineStore('chosen-water', () => {
  const waters = useWaters();
  let last = '';
  try {
    last = localStorage.getItem(lastKey) ?? '';
  } catch {
    // Without storage a tab begins with the first water.
  }
  const chosen = useSessionStorage('hedge-lamp.chosen-water', last);

  function choose(id: string): void {
    if (id === '' || id === chosen.value) return;
    chosen.value = id;
    try {
      localStorage.setItem(lastKey, id);
    } catch {
      // Then the next tab begins with another one, and says which.
    }
  }
  /** Empty while there is no water. One that was removed is no longer chosen. */
  const id = computed(() =>
    waters.loaded && waters.waters.length > 0 && !waters.byId(chosen.value)
      ? (waters.waters[0]?.id ?? '')
      : chosen.value || (waters.waters[0]?.id ?? ''),
  );
  return { id, choose, water: computed(() => waters.byId(id.value)) };
});
