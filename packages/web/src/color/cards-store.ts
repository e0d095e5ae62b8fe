import { type OwnCard, chemistryInfo } from '@hedge-lamp/core/color';
import { type ParameterId, parameters } from '@hedge-lamp/core/readings';
import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';

interface KeptCard {
  readonly card: OwnCard;
  readonly deletedAt: number | null;
}

/** The keeper's own cards. Kept on this device too, so that the bench knows them without a network. */
export const useCards = defineStore('cards', () => {
  const link = useServerLink();
  const kept = useLocalStorage<KeptCard[]>('hedge-lamp.cards', [], { shallow: true });
  const loaded = ref(false);

  async function load(): Promise<void> {
    try {
      kept.value = await call<KeptCard[]>('GET', '/api/cards');
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

  const versions = computed<OwnCard[]>(() => kept.value.map((k) => k.card));
  /** Those in use, each in its newest version. */
  const own = computed<OwnCard[]>(() => {
    const newest = new Map<string, OwnCard>();
    for (const { card, deletedAt } of kept.value) {
      const there = newest.get(card.id);
      if (deletedAt === null && (!there || there.version < card.version)) newest.set(card.id, card);
    }
    return [...newest.values()];
  });
  /** Cards that this parameter can be read on. */
  const fitting = (parameter: ParameterId): OwnCard[] =>
    own.value.filter((c) => chemistryInfo[c.card.chemistry].kind === parameters[parameter].kind);

  async function save(card: OwnCard): Promise<void> {
    await call('POST', '/api/cards', card);
    await load();
  }
  async function remove(id: string): Promise<void> {
    await call('DELETE', `/api/cards/${id}`);
    await load();
  }
  async function restore(id: string): Promise<void> {
    await call('POST', `/api/cards/${id}/restore`);
    await load();
  }
  return { own, versions, loaded, load, fitting, save, remove, restore };
});
