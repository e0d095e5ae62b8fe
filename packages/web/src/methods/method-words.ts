import type { Method } from '@hedge-lamp/core/methods';
import { wholeSeconds } from '@hedge-lamp/core/bench';

/** How a method is read, in a few words. */
export function resultWords({ result }: Method): string {
  switch (result.by) {
    case 'titration':
      return `counting drops, ${result.perDrop} ${result.unit} each`;
    case 'card':
      return `card, ${result.card.values[0]} to ${result.card.values.at(-1)} ${result.card.unit}`;
    case 'wheel':
      return `wheel with a blank, ${result.card.values[0]} to ${result.card.values.at(-1)} ${result.card.unit}`;
    case 'strip':
      return `strip, ${result.pads.length} pads`;
    case 'meter':
      return `meter, ± ${result.accuracy} ${result.unit}`;
    case 'column':
      return `height of a column, ${result.scale[0]!.value} to ${result.scale.at(-1)!.value} ${result.unit}`;
    case 'answer':
      return 'seen or not seen';
  }
}

/** Minutes that it takes when run alone. */
export const minutesAlone = (method: Method): number =>
  Math.max(1, Math.round(method.steps.reduce((sum, s) => sum + wholeSeconds(s, method.result.by), 0) / 60));
