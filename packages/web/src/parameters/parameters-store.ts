import { ask } from '../wire/ask';
import { type OwnParameter, knowOwnParameters, parameterRoutes } from '@hedge-lamp/core/parameters';
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { useKeptDocuments } from '../shell/kept-documents';

/** What the keeper measures that does not ship. All that computes on this device learns of it here. */
export const useParameters = defineStore('parameters', () => {
  const documents = useKeptDocuments<'parameter', OwnParameter>(
    'parameter',
    parameterRoutes,
    'hedge-lamp.parameters',
  );
  watch(
    documents.kept,
    (kept) => knowOwnParameters(kept.map(({ parameter, deletedAt }) => ({ document: parameter, deletedAt }))),
    { immediate: true, flush: 'sync' },
  );

  /** Grows where a page was shown before it could know what is measured here: it is shown anew. */
  const round = ref(0);
  async function load(): Promise<void> {
    const isFirst = !documents.loaded.value;
    const before = JSON.stringify(documents.kept.value);
    await documents.load();
    if (isFirst && JSON.stringify(documents.kept.value) !== before) round.value += 1;
  }
  async function save(parameter: OwnParameter): Promise<void> {
    await ask(parameterRoutes.save, { body: parameter });
    await documents.load();
  }
  return { ...documents, load, round, save };
});
