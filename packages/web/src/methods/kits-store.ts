import { ask } from '../wire/ask';
import { type Kit, type KitDraft, kitRoutes } from '@hedge-lamp/core/methods';
import { kitDoubts } from '@hedge-lamp/core/readings';
import { useLocalStorage } from '@vueuse/core';
import { format } from 'date-fns';
import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';

/** The keeper's kits; kept on this device too, for a bench without a network. */
export const useKits = defineStore('kits', () => {
  const link = useServerLink();
  const kits = useLocalStorage<Kit[]>('hedge-lamp.kits', [], { shallow: true });
  const loaded = ref(false);
  const error = ref<string | null>(null);

  async function load(): Promise<void> {
    try {
      kits.value = await ask(kitRoutes.list);
      error.value = null;
    } catch (reason) {
      error.value = sentenceOf(reason);
    }
    loaded.value = true;
  }
  watch(
    () => link.markOf(kitRoutes.list.shows),
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
    if (seen === 0) await ask(kitRoutes.create, { body: draft });
    else await ask(kitRoutes.change, { params: { id: draft.id }, body: { version: seen, kit: draft } });
    await load();
  }
  async function remove(id: string): Promise<void> {
    await ask(kitRoutes.putAway, { params: { id } });
    await load();
  }
  async function restore(id: string): Promise<void> {
    await ask(kitRoutes.restore, { params: { id } });
    await load();
  }

  return { kits, loaded, error, load, kitsFor, doubtsOf, save, remove, restore };
});
