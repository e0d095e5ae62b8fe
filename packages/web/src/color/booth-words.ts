import {
  type Card,
  type CardCurve,
  type CardMatch,
  type ConfusedPair,
  type Viewing,
  type Vision,
  confusedPairs,
  flatFrom,
  pathOnCard,
  positionOf,
  takenFor,
  untold,
  valueAt,
} from '@hedge-lamp/core/color';

/** Two figures are as much as an eye can tell. */
export const roughly = (x: number): string => String(Number(x.toPrecision(2)));
const withUnit = (card: Pick<Card, 'unit'>, text: string) =>
  card.unit === 'pH' ? `pH ${text}` : `${text} ${card.unit}`;

/** Where a card is too flat to tell; null when it never is. */
export function flatWords(card: Card, curve: CardCurve): string | null {
  const from = flatFrom(curve);
  if (from === null) return null;
  const above = withUnit(card, String(card.values[from]));
  return card.unit === 'pH'
    ? `Above ${above} the colors lie close together: an eye can hardly tell them apart. The other range would tell more.`
    : `Above ${above} the colors lie close together: an eye can hardly tell them apart. To know, dilute 1 part of the water in 4 and test that.`;
}

/** Pairs of a card that somebody is likely to confuse, in a sentence; null for none. */
export function confusedWords(card: Card, pairs: readonly ConfusedPair[]): string | null {
  if (pairs.length === 0) return null;
  const shown = pairs.slice(0, 4).map((p) => `${card.values[p.first]} and ${card.values[p.second]}`);
  const more = pairs.length > shown.length ? ` and ${pairs.length - shown.length} more pairs` : '';
  const unit = card.unit === 'pH' ? '' : ` ${card.unit}`;
  return `By the way you see color these look alike here: ${shown.join('; ')}${more}${unit}. Read it by photograph, or ask somebody to look with you.`;
}
export const confusedOn = (card: Card, curve: CardCurve, vision: Vision): string | null =>
  confusedWords(card, confusedPairs(curve, vision));

/** What another way of holding the tube does to what is read; null where it does nothing. */
export function heldOtherwise(card: Card, curve: CardCurve, viewing: Viewing): string | null {
  const path = pathOnCard(card, viewing);
  if (Math.abs(path - 1) < 0.05) return null;
  const middle = Math.max(1, Math.floor(curve.top / 2));
  const seen = takenFor(card, curve, middle, path);
  const depth = path > 1 ? `${roughly(path)} times as much water` : `only ${roughly(path)} of the water`;
  const like = roughly(valueAt(card, seen));
  const truth = String(card.values[middle]);
  return `This card is printed for another way: here you look through ${depth}, and ${withUnit(card, truth)} would look like ${like}. The tube beside them is drawn as it looks this way.`;
}

/** The places of a match along its card, for the handles; null for what is no place. */
export function placesOf(
  card: Card,
  match: CardMatch | null,
): { readonly low: number; readonly best: number; readonly high: number } | null {
  const last = card.values.length - 1;
  switch (match?.found) {
    case 'at':
      return {
        low: Math.max(0, match.swatch - 0.5),
        best: match.swatch,
        high: Math.min(last, match.swatch + 0.5),
      };
    case 'between':
      return { low: match.below, best: match.below + match.share, high: match.below + 1 };
    case 'span':
      return { low: match.low, best: match.best, high: match.high };
    case 'photo':
      return {
        low: match.low === null ? 0 : positionOf(card, match.low),
        best: positionOf(card, match.best),
        high: match.high === null ? last : positionOf(card, match.high),
      };
    default:
      return null;
  }
}

/** The handles set to what an eye cannot tell from the best guess. */
export function eyeSpan(curve: CardCurve, best: number): CardMatch {
  const { low, high } = untold(curve, best);
  return { found: 'span', low: Math.min(low, best), best, high: Math.max(high, best) };
}
