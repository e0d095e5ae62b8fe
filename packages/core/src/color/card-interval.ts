import { FieldError, type Interval, interval } from '../quantity';
import type { Card } from './card';
import type { CardMatch } from './card-match';
import { valueAt } from './card-curve';

/**
 * The interval that a match on a card stands for, in the card's unit; null when the color is not one of the
 * card, which tells nothing.
 * - between two swatches: from one to the other, best where the keeper put it;
 * - at a swatch: half-way to each neighbor, since anything nearer would have been called the same;
 * - from one place to another: as the keeper set it;
 * - by a photograph: what it could not tell from the color it saw;
 * - past the top: from the top upward, without an end; below the bottom of an open card the other way;
 * - at an end of an open card, such as a pH card: that or beyond.
 * @throws FieldError `wrong-entry` when the card has no such swatch.
 */
export function cardInterval(card: Card, match: CardMatch): Interval | null {
  const { values } = card;
  const swatch = (k: number): number => {
    const value = values[k];
    if (value === undefined)
      throw new FieldError(
        'wrong-entry',
        'entered.match',
        `The card has ${values.length} swatches; there is no number ${k + 1}.`,
      );
    return value;
  };
  switch (match.found) {
    case 'not-on-card':
      return null;
    case 'past-top': {
      const top = swatch(values.length - 1);
      return interval(top, top, Infinity);
    }
    case 'below-bottom': {
      const bottom = swatch(0);
      return interval(card.unit === 'pH' ? -Infinity : 0, bottom, bottom);
    }
    case 'photo':
      // Of an amount, nothing lies below zero; pH has no such floor.
      return interval(match.low ?? (card.unit === 'pH' ? -Infinity : 0), match.best, match.high ?? Infinity);
    case 'span': {
      const last = values.length - 1;
      if (match.high > last) swatch(Math.ceil(match.high));
      const [low, best, high] = [match.low, match.best, match.high].map((at) => valueAt(card, at)) as [
        number,
        number,
        number,
      ];
      // Wholly at an end: what lies beyond would have looked the same.
      if (match.low === last || match.high === 0)
        return cardInterval(card, { found: 'at', swatch: match.best });
      return interval(
        card.open && match.low === 0 ? -Infinity : low,
        best,
        card.open && match.high === last ? Infinity : high,
      );
    }
    case 'between': {
      const [low, high] = [swatch(match.below), swatch(match.below + 1)];
      return interval(low, low + match.share * (high - low), high);
    }
    case 'at': {
      const here = swatch(match.swatch);
      const below = values[match.swatch - 1] ?? here;
      const above = values[match.swatch + 1] ?? here;
      if (card.open && match.swatch === values.length - 1)
        return interval((below + here) / 2, here, Infinity);
      if (card.open && match.swatch === 0) return interval(-Infinity, here, (here + above) / 2);
      // At the top the next shade is not printed: the same ratio as the step below is assumed upward.
      const high = match.swatch === values.length - 1 ? here * (here / below) ** 0.5 : (here + above) / 2;
      return interval((below + here) / 2, here, high);
    }
  }
}
