import { useLocalStorage } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { call } from '../wire/call';
import { useServerLink } from '../clock/server-link';

interface Versioned {
  readonly id: string;
  readonly version: number;
}
/** A document as the server answers it: under its name, with whether it was put away. */
type Kept<K extends string, T> = Record<K, T> & { readonly deletedAt: number | null };

/**
 * The keeper's own documents of one kind, such as methods or cards, in every version. Kept on this device too, so that
 * the bench knows them without a network.
 * @param name of the document in the server's answers
 * @param path of the list, under which each document goes by its identifier
 * @param storageKey on this device
 */
export function useKeptDocuments<K extends string, T extends Versioned>(
  name: K,
  path: string,
  storageKey: string,
) {
  const link = useServerLink();
  const kept = useLocalStorage<Kept<K, T>[]>(storageKey, [], { shallow: true });
  const loaded = ref(false);

  async function load(): Promise<void> {
    try {
      kept.value = await call<Kept<K, T>[]>('GET', path);
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

  const versions = computed<T[]>(() => kept.value.map((k) => k[name]));
  /** Those in use, each in its newest version. */
  const own = computed<T[]>(() => {
    const newest = new Map<string, T>();
    for (const { [name]: document, deletedAt } of kept.value as Kept<K, T>[]) {
      const there = newest.get(document.id);
      if (deletedAt === null && (!there || there.version < document.version))
        newest.set(document.id, document);
    }
    return [...newest.values()];
  });

  async function remove(id: string): Promise<void> {
    await call('DELETE', `${path}/${id}`);
    await load();
  }
  async function restore(id: string): Promise<void> {
    await call('POST', `${path}/${id}/restore`);
    await load();
  }
  return { kept, versions, own, loaded, load, remove, restore };
}
