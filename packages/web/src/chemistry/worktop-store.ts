import { defineStore } from 'pinia';
import { reactive } from 'vue';

/** What was last typed into each calculation, so that going from one to another and back loses nothing. */
export const useWorktopStore = defineStore('worktop', () => {
  const queries = reactive<Record<string, Readonly<Record<string, string>>>>({});
  return { queries };
});
