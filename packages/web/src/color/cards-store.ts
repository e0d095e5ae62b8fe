import { type OwnCard, chemistryInfo } from '@hedge-lamp/core/color';
import { type ParameterId, parameterInfo } from '@hedge-lamp/core/parameters';
import { defineStore } from 'pinia';
import { call } from '../wire/call';
import { useKeptDocuments } from '../shell/kept-documents';

/** The keeper's own cards. */
export const useCards = defineStore('cards', () => {
  const documents = useKeptDocuments<'card', OwnCard>('card', '/api/cards', 'hedge-lamp.cards');

  /** Cards that this parameter can be read on. */
  const fitting = (parameter: ParameterId): OwnCard[] =>
    documents.own.value.filter((c) => chemistryInfo(c.card.chemistry).kind === parameterInfo(parameter).kind);

  async function save(card: OwnCard): Promise<void> {
    await call('POST', '/api/cards', card);
    await documents.load();
  }
  return { ...documents, fitting, save };
});
