import { type OwnCard, OwnCardSchema, checkOwnCard } from '@hedge-lamp/core/color';
import { FieldError } from '@hedge-lamp/core/quantity';
import { and, asc, desc, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Queries } from '../database/open-database';
import { writing } from '../database/writing';
import { conflict, gone, refused } from '../problem';
import { sameContent } from '../same-content';
import { ownCardsTable } from './table';

export interface KeptCard {
  readonly card: OwnCard;
  readonly deletedAt: number | null;
}

/** Every version of the keeper's own cards, oldest first; those put away come along, for their readings. */
export const listCards = (database: Queries): KeptCard[] =>
  database
    .select({ card: ownCardsTable.document, deletedAt: ownCardsTable.deletedAt })
    .from(ownCardsTable)
    .orderBy(asc(ownCardsTable.savedAt), asc(ownCardsTable.version))
    .all();

export const cardVersions = (database: Queries, id: string): OwnCard[] =>
  database
    .select({ document: ownCardsTable.document })
    .from(ownCardsTable)
    .where(eq(ownCardsTable.id, id))
    .all()
    .map((row) => row.document);

const newestOf = (database: Queries, id: string) =>
  database
    .select()
    .from(ownCardsTable)
    .where(eq(ownCardsTable.id, id))
    .orderBy(desc(ownCardsTable.version))
    .limit(1)
    .get();

/**
 * Keeps a card as its next version. The same one sent twice is kept once.
 * @throws FieldError `wrong-card` for one that could tell nothing
 */
export function saveCard(database: Queries, card: OwnCard, now: number): { card: OwnCard; made: boolean } {
  checkOwnCard(card);
  if (card.card.id !== card.id)
    throw new FieldError(
      'wrong-card',
      'card.id',
      'The card must go by the identifier that it is kept under.',
    );
  return writing(database, (tx) => {
    const newest = newestOf(tx, card.id);
    if (newest && newest.version >= card.version) {
      const there = cardVersions(tx, card.id).find((c) => c.version === card.version);
      if (there && sameContent(card, there)) return { card, made: false };
      throw conflict(
        'This card was changed elsewhere since you opened it. Compare before you save.',
        newest.document,
      );
    }
    if (card.version !== (newest?.version ?? 0) + 1)
      throw refused('version', `The next version of this card is ${(newest?.version ?? 0) + 1}.`);
    tx.insert(ownCardsTable)
      .values({
        id: card.id,
        version: card.version,
        document: OwnCardSchema.parse(card),
        savedAt: now,
        deletedAt: newest?.deletedAt ?? null,
      })
      .run();
    return { card, made: true };
  });
}

/** Puts a card away or brings it back; its versions and readings stay. */
export function markCardDeleted(database: Queries, id: string, deletedAt: number | null): KeptCard {
  const newest = newestOf(database, id);
  if (!newest) throw gone('This card');
  database
    .update(ownCardsTable)
    .set({ deletedAt })
    .where(
      and(
        eq(ownCardsTable.id, id),
        deletedAt === null ? isNotNull(ownCardsTable.deletedAt) : isNull(ownCardsTable.deletedAt),
      ),
    )
    .run();
  return { card: newest.document, deletedAt: newestOf(database, id)!.deletedAt };
}
