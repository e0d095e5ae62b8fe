import type { Route } from '@hedge-lamp/core/wire';
import type { z } from 'zod';
import { computed } from 'vue';
import { askWith } from '../wire/ask';
import { useKeptAnswer } from './kept-answer';

interface Versioned {
  readonly id: string;
  readonly version: number;
}
/** A document as the server answers it: under its name, with whether it was put away. */
type Kept<K extends string, T> = Record<K, T> & { readonly deletedAt: number | null };

interface DocumentRoutes<K extends string, T> {
  readonly list: Route & { readonly answer: z.ZodType<Kept<K, T>[]> };
  readonly putAway: Route & { readonly params: z.ZodType };
  readonly restore: Route & { readonly params: z.ZodType };
}

/**
 * The keeper's own documents of one kind, such as methods or cards, in every version. Kept on this device too, so that
 * the bench knows them without a network.
 * @param name of the document in the server's answers
 * @param routes by which they are asked for
 * @param storageKey on this device
 */
export function useKeptDocuments<K extends string, T extends Versioned>(
  name: K,
  routes: DocumentRoutes<K, T>,
  storageKey: string,
) {
  const { kept, loaded, load } = useKeptAnswer(routes.list, storageKey);

  const versions = computed<T[]>(() => kept.value.map((k) => k[name]));
  /** Those in use, each in its newest version. */
  const own = computed<T[]>(() => {
    const newest = new Map<string, T>();
    for (const { [name]: document, deletedAt } of kept.value) {
      const there = newest.get(document.id);
      if (deletedAt === null && (!there || there.version < document.version))
        newest.set(document.id, document);
    }
    return [...newest.values()];
  });

  async function remove(id: string): Promise<void> {
    await askWith(routes.putAway, { params: { id } });
    await load();
  }
  async function restore(id: string): Promise<void> {
    await askWith(routes.restore, { params: { id } });
    await load();
  }
  return { kept, versions, own, loaded, load, remove, restore };
}
