import { type Method, bookOf, shippedMethods } from '@hedge-lamp/core/methods';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { call } from '../api/call';
import { useCards } from '../color/cards-store';
import { useServerLink } from '../clock/server-link';

interface KeptMethod {
  readonly method: Method;
  readonly deletedAt: number | null;
}

/** What ships and what the keeper made. Kept on this device too, so that the bench knows its methods without a network. */
export const useMethods = defineStore('methods', () => {
  const link = useServerLink();
  const kept = useLocalStorage<KeptMethod[]>('hedge-lamp.methods', [], { shallow: true });
  const loaded = ref(false);

  async function load(): Promise<void> {
    try {
      kept.value = await call<KeptMethod[]>('GET', '/api/methods');
    } catch {
      // The link tells that the server does not answer; what is known on this device stays.
    }
    loaded.value = true;
  }
  watch(
    () => link.mark,
    (_new, old) => {
      if (old !== '') void load();
    },
  );

  /** Own methods that are in use, each in its newest version. */
  const own = computed<Method[]>(() => {
    const newest = new Map<string, Method>();
    for (const { method, deletedAt } of kept.value) {
      const there = newest.get(method.id);
      if (deletedAt === null && (!there || there.version < method.version)) newest.set(method.id, method);
    }
    return [...newest.values()];
  });
  const cards = useCards();
  const book = computed(() =>
    bookOf(
      kept.value.map((k) => k.method),
      cards.versions,
    ),
  );
  /** Own ones first: who made a method for their leaflet wants that one. */
  const all = computed<Method[]>(() => [...own.value, ...shippedMethods]);

  async function save(method: Method): Promise<void> {
    await call('POST', '/api/methods', { method });
    await load();
  }
  async function remove(id: string): Promise<void> {
    await call('DELETE', `/api/methods/${id}`);
    await load();
  }
  async function restore(id: string): Promise<void> {
    await call('POST', `/api/methods/${id}/restore`);
    await load();
  }

  return { own, all, book, loaded, load, save, remove, restore };
});
