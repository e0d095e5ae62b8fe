import { type OwnCard, OwnCardSchema, checkOwnCard } from '@hedge-lamp/core/color';
import { FieldError } from '@hedge-lamp/core/quantity';
import type { Queries } from '../database/open-database';
import { versionedDocuments } from '../database/versioned-documents';
import { ownCardsTable } from './table';

export const cardDocuments = versionedDocuments(ownCardsTable, 'card');

/**
 * Keeps a card as its next version.
 * @throws FieldError `wrong-card` for one that could tell nothing
 */
export function saveCard(database: Queries, card: OwnCard, now: number) {
  checkOwnCard(card);
  if (card.card.id !== card.id)
    throw new FieldError(
      'wrong-card',
      'card.id',
      'The card must go by the identifier that it is kept under.',
    );
  return cardDocuments.save(database, OwnCardSchema.parse(card), now);
}
