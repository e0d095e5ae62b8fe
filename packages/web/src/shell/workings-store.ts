import type { Workings } from '@hedge-lamp/core/quantity';
import { defineStore } from 'pinia';
import { ref, shallowRef } from 'vue';

/** The workings that stand open beside the page, whichever figure of whichever page they belong to. */
export const useOpenedWorkings = defineStore('opened-workings', () => {
  /** The last opened, kept while the panel slides out; null until a first figure is opened. */
  const workings = shallowRef<Workings | null>(null);
  const isOpen = ref(false);

  function open(of: Workings): void {
    workings.value = of;
    isOpen.value = true;
  }
  return { workings, isOpen, open };
});
