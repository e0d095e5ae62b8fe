import { type Card, type OwnCard, chemistryInfo, viewingInfo } from '@hedge-lamp/core/color';

/** L*, a*, b* of each swatch, as they were learned. */
const colorWords = (colors: Card['colors']): string =>
  (colors ?? [])
    .map(({ l, a, b }) => `L* ${l.toFixed(1)}, a* ${a.toFixed(1)}, b* ${b.toFixed(1)}`)
    .join('; ');

/** A card as facts in words, to lay two versions beside each other. */
export const cardFacts = (card: Card): Readonly<Record<string, string>> => ({
  'Name of the card': card.name,
  'What it shows': chemistryInfo(card.chemistry).label,
  Swatches: `${card.values.join(', ')} ${card.unit}`,
  'End swatches': card.open ? 'that or beyond' : '',
  'How the tube is held': card.viewing ? viewingInfo[card.viewing].label : '',
  'The tube is filled with': card.milliliters === undefined ? '' : `${card.milliliters} mL`,
  'Colors as learned': colorWords(card.colors),
  'Gray beside it': card.gray === undefined ? '' : `L* ${card.gray.toFixed(1)}`,
});

/** The same of one that the keeper learned. */
export const ownCardFacts = (own: OwnCard): Readonly<Record<string, string>> => ({
  ...cardFacts(own.card),
  'Photographed in': own.light,
});
