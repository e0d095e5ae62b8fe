import { ask } from '../wire/ask';
import { type Kit, type KitDraft, kitRoutes } from '@hedge-lamp/core/methods';
import { kitDoubts } from '@hedge-lamp/core/readings';
import { format } from 'date-fns';
import { defineStore } from 'pinia';
import { useServerLink } from '../clock/server-link';
import { useKeptAnswer } from '../shell/kept-answer';

/** The keeper's kits; kept on this device too, for a bench without a network. */
export const useKits = defineStore('kits', () => {
  const link = useServerLink();
  const { kept: kits, loaded, error, load } = useKeptAnswer(kitRoutes.list, 'hedge-lamp.kits');

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
