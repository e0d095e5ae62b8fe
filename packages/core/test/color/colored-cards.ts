import type { Card } from '@hedge-lamp/core/color';
import { shippedMethods } from '@hedge-lamp/core/methods';

/** The cards of all methods that are read by the color of a tube. */
export const coloredCards: readonly Card[] = shippedMethods.flatMap(({ result }) =>
  result.by === 'card' || result.by === 'wheel' ? [result.card] : [],
);
