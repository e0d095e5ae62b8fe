import { type Kit, type KitDraft } from '@hedge-lamp/core/methods';
import { kitDoubts } from '@hedge-lamp/core/readings';
import { useLocalStorage } from '@vueuse/core';
import { format } from 'date-fns';
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { call } from '../wire/call';
import { useServerLink } from '../clock/server-link';

/** The keeper's kits; kept on this device too, for a bench without a network. */
export const useKits = defineStore('kits', () => {
  const link = useServerLink();
  const kits = useLocalStorage<Kit[]>('hedge-lamp.kits', [], { shallow: true });
  const loaded = ref(false);
  const error = ref<string | null>(null);

  async function load(): Promise<void> {
    try {
      kits.value = await call<Kit[]>('GET', '/api/kits');
      error.value = null;
    } catch (reason) {
      error.value = sentenceOf(reason);
    }
    loaded.value = true;
  }
  watch(
    () => link.mark,
    (_new, old) => {
      if (old !== '') void load();
    },
  );

  const kitsFor = (methodId: string): Kit[] =>
    kits.value.filter((kit) => kit.tests.some((t) => t.methodId === methodId));
  /** The doubts that a kit's bottles lay on a test today. */
  const doubtsOf = (kitId: string | null, methodId: string) => {
    const kit = kits.value.find((k) => k.id === kitId);
    return kit ? kitDoubts(kit, methodId, format(link.date(), 'yyyy-MM-dd')) : [];
  };

  async function save(draft: KitDraft, seen: number): Promise<void> {
    if (seen === 0) await call('POST', '/api/kits', draft);
    else await call('PUT', `/api/kits/${draft.id}`, { version: seen, kit: draft });
    await load();
  }
  async function remove(id: string): Promise<void> {
    await call('DELETE', `/api/kits/${id}`);
    await load();
  }
  async function restore(id: string): Promise<void> {
    await call('POST', `/api/kits/${id}/restore`);
    await load();
  }

  return { kits, loaded, error, load, kitsFor, doubtsOf, save, remove, restore };
});
