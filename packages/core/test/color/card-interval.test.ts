import { type CardMatch, cardInterval, cardOf, shippedCards } from '@hedge-lamp/core/color';
import { FieldError } from '@hedge-lamp/core/quantity';
import fc from 'fast-check';
import { evenShare } from '../even-share';

const closed = shippedCards.filter((card) => !card.open);
const anyCard = fc.constantFrom(...closed);

describe('what a match on a card stands for', () => {
  it('holds every concentration that an eye would have called the same', () => {
    fc.assert(
      fc.property(anyCard, evenShare, (card, share) => {
        const truth = share * card.values.at(-1)!;
        const above = card.values.findIndex((v) => v > truth);
        if (above < 0) return;
        const [low, high] = [card.values[above - 1]!, card.values[above]!];
        const between = cardInterval(card, {
          found: 'between',
          below: above - 1,
          share: (truth - low) / (high - low),
        })!;
        expect(truth).toBeGreaterThanOrEqual(between.low);
        expect(truth).toBeLessThanOrEqual(between.high);
        expect(between.best).toBeCloseTo(truth, 9);
        // Called like the nearer swatch, the truth is still inside.
        const nearer = truth - low < high - truth ? above - 1 : above;
        const at = cardInterval(card, { found: 'at', swatch: nearer })!;
        expect(truth).toBeGreaterThanOrEqual(at.low - 1e-12);
        expect(truth).toBeLessThanOrEqual(at.high + 1e-12);
      }),
    );
  });

  it.each(closed.map((card) => [card.name, card] as const))(
    '%s leaves no gap between its swatches',
    (_name, card) => {
      const at = card.values.map((_v, swatch) => cardInterval(card, { found: 'at', swatch })!);
      at.slice(1).forEach((next, k) => expect(next.low).toBeCloseTo(at[k]!.high, 12));
      expect(at[0]!.low).toBe(0);
    },
  );

  it('at an end of a pH card means that or beyond', () => {
    const card = cardOf('ph-low');
    expect(cardInterval(card, { found: 'at', swatch: 5 })).toEqual({ low: 7.5, best: 7.6, high: Infinity });
    expect(cardInterval(card, { found: 'at', swatch: 0 })!.low).toBe(-Infinity);
    expect(cardInterval(card, { found: 'below-bottom' })).toEqual({ low: -Infinity, best: 6, high: 6 });
    // Of an amount there is none below zero.
    expect(cardInterval(cardOf('azo-nitrate'), { found: 'below-bottom' })).toEqual({
      low: 0,
      best: 0,
      high: 0,
    });
  });

  it.each(closed.map((card) => [card.name, card] as const))(
    'at the top of %s half a step upward may still look the same, by the ratio of the step below',
    (_name, card) => {
      const last = card.values.length - 1;
      const [below, top] = [card.values[last - 1]!, card.values[last]!];
      const { low, best, high } = cardInterval(card, { found: 'at', swatch: last })!;
      expect(best).toBe(top);
      expect(low).toBeCloseTo((below + top) / 2, 12);
      // Half of a step of the same ratio: twice over it would be the whole one.
      expect((high / top) ** 2).toBeCloseTo(top / below, 12);
    },
  );

  it('has no end past the top and nothing to say off the card', () => {
    const card = cardOf('azo-nitrate');
    expect(cardInterval(card, { found: 'past-top' })).toEqual({ low: 100, best: 100, high: Infinity });
    expect(cardInterval(card, { found: 'not-on-card' })).toBeNull();
  });

  it.each([
    { found: 'at', swatch: 99 },
    { found: 'between', below: 5, share: 0.5 },
  ] as CardMatch[])('refuses %j on a card of six swatches', (match) => {
    expect(() => cardInterval(cardOf('azo-nitrate'), match)).toThrow(FieldError);
  });

  it('of a card that is not there is refused by name', () => {
    expect(() => cardOf('rainbow')).toThrow(/no card called “rainbow”/);
  });
});
