import { ask } from '../wire/ask';
import { type Method, bookOf, shippedMethods, methodRoutes } from '@hedge-lamp/core/methods';
import type { ParameterId } from '@hedge-lamp/core/parameters';
import { measures } from '@hedge-lamp/core/readings';
import { defineStore } from 'pinia';
import { computed } from 'vue';
import { useCards } from '../color/cards-store';
import { useKeptDocuments } from '../shell/kept-documents';

/** What ships and what the keeper made, with the cards it is read on. */
export const useMethods = defineStore('methods', () => {
  const documents = useKeptDocuments<'method', Method>('method', methodRoutes, 'hedge-lamp.methods');
  const cards = useCards();

  const book = computed(() => bookOf(documents.versions.value, cards.versions));
  /** Own ones first: who made a method for their leaflet wants that one. */
  const all = computed<Method[]>(() => [...documents.own.value, ...shippedMethods]);

  /** True for what has a method here; all else is typed into the log. */
  const isOnBench = (parameter: ParameterId): boolean => all.value.some((m) => measures(m, parameter));

  async function save(method: Method): Promise<void> {
    await ask(methodRoutes.save, { body: { method } });
    await documents.load();
  }
  return { ...documents, all, book, isOnBench, save };
});
