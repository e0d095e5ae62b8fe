import { ask } from '../wire/ask';
import { type OwnCard, chemistryInfo, cardRoutes } from '@hedge-lamp/core/color';
import { type ParameterId, parameterInfo } from '@hedge-lamp/core/parameters';
import { defineStore } from 'pinia';
import { useKeptDocuments } from '../shell/kept-documents';

/** The keeper's own cards. */
export const useCards = defineStore('cards', () => {
  const documents = useKeptDocuments<'card', OwnCard>('card', cardRoutes, 'hedge-lamp.cards');

  /** Cards that this parameter can be read on. */
  const fitting = (parameter: ParameterId): OwnCard[] =>
    documents.own.value.filter((c) => chemistryInfo(c.card.chemistry).kind === parameterInfo(parameter).kind);

  async function save(card: OwnCard): Promise<void> {
    await ask(cardRoutes.save, { body: card });
    await documents.load();
  }
  return { ...documents, fitting, save };
});
