import { methodOf } from '@hedge-lamp/core/methods';
import type { Entered } from '@hedge-lamp/core/readings';
import type { SeededRandom } from '@hedge-lamp/core/quantity';

/**
 * What a careful keeper would enter if the truth were this, with the unevenness of hand and eye.
 * @param truth in the unit of the method: of its card, its drop or its meter
 */
export function madeUpTest(methodId: string, truth: number, random: SeededRandom): Entered {
  const { result } = methodOf(methodId);
  switch (result.by) {
    case 'strip':
    case 'column':
    case 'answer':
      throw new Error(`The demo makes no ${result.by} readings.`);
    case 'titration':
      return { how: 'drops', drops: Math.max(1, Math.ceil(truth / result.perDrop + random.spread(0.15))) };
    case 'meter': {
      const shown = truth + random.spread(result.accuracy / 2);
      return { how: 'meter', text: shown.toFixed(1), unit: result.unit };
    }
    case 'card':
    case 'wheel': {
      const { id: cardId, values } = result.card;
      const seen = Math.max(0, truth * (1 + random.spread(0.08)));
      if (seen > values.at(-1)! * 1.15) return { how: 'card', cardId, match: { found: 'past-top' } };
      const above = values.findIndex((v) => v > seen);
      if (above < 0) return { how: 'card', cardId, match: { found: 'at', swatch: values.length - 1 } };
      const [low, high] = [values[above - 1]!, values[above]!];
      const share = (seen - low) / (high - low);
      if (share < 0.15) return { how: 'card', cardId, match: { found: 'at', swatch: above - 1 } };
      if (share > 0.85) return { how: 'card', cardId, match: { found: 'at', swatch: above } };
      return {
        how: 'card',
        cardId,
        match: { found: 'between', below: above - 1, share: Math.round(share * 10) / 10 },
      };
    }
  }
}
