import {
  absorbanceAt,
  cardColor,
  observer1931,
  screenColor,
  shippedCards,
  vialColor,
} from '@hedge-lamp/core/color';
import { rgb_to_lab, diff } from 'color-diff';

const labOf = (hex: string) => {
  const [R, G, B] = [1, 3, 5].map((k) => parseInt(hex.slice(k, k + 2), 16));
  return rgb_to_lab({ R: R!, G: G!, B: B! });
};

describe('colors made by the model', () => {
  // CIE 15: tabulated 1931 2° observer. The multi-lobe fit is good to a few percent of the peak.
  it.each([
    [450, 0.3362, 0.038, 1.7721],
    [555, 0.5121, 1.0, 0.0057],
    [600, 1.0622, 0.631, 0.0008],
    [650, 0.2835, 0.107, 0.0],
  ])('follow the standard observer at %d nm', (nm, x, y, z) => {
    observer1931(nm).forEach((got, k) => expect(Math.abs(got - [x, y, z][k]!)).toBeLessThan(0.04));
  });

  it('show clear water as white', () => {
    const { x, y, z } = vialColor([]);
    expect(x).toBeCloseTo(0.95047, 4);
    expect(y).toBeCloseTo(1, 4);
    expect(z).toBeCloseTo(1.08883, 4);
    expect(screenColor({ x, y, z })).toBe('#ffffff');
  });

  it('absorb half as much half a width away from the maximum', () => {
    expect(absorbanceAt(500 + 45, { center: 500, width: 90, height: 2 })).toBeCloseTo(1, 9);
  });

  describe.each(shippedCards.map((card) => [card.name, card] as const))('%s', (_name, card) => {
    it('rises, from zero unless it is a pH card', () => {
      if (card.unit !== 'pH') expect(card.values[0]).toBe(0);
      card.values.slice(1).forEach((v, k) => expect(v).toBeGreaterThan(card.values[k]!));
    });
    it('has neighbors that an eye can tell apart (CIEDE2000 by an independent package)', () => {
      const labs = card.values.map((v) => labOf(cardColor(card, v)));
      const steps = labs.slice(1).map((lab, k) => diff(lab, labs[k]!));
      // Below about 2.3 a difference is hardly noticed (Mahy and others 1994, from memory).
      steps.forEach((step) => expect(step).toBeGreaterThan(4));
    });
  });
});
