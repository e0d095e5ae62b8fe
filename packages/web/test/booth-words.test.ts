import { type CardMatch, cardInterval, cardOf, curveOf } from '@hedge-lamp/core/color';
import { bookOf } from '@hedge-lamp/core/methods';
import {
  confusedOn,
  confusedWords,
  eyeSpan,
  flatWords,
  heldOtherwise,
  placesOf,
} from '../src/color/booth-words';
import { enteredWords } from '../src/readings/reading-words';

const nitrate = cardOf('azo-nitrate');
const curve = curveOf(nitrate);

describe('what the booth says', () => {
  it('where a card is too flat, and what to do about it', () => {
    expect(flatWords(nitrate, curve)).toMatch(/^Above 50 mg\/L NO3 .* dilute 1 part of the water in 4/);
    const ph = cardOf('ph-low');
    // pH cannot be diluted to know.
    expect(flatWords(ph, curveOf(ph)) ?? '').not.toMatch(/dilute/);
    const nitrite = cardOf('azo-nitrite');
    expect(flatWords(nitrite, curveOf(nitrite))).toBeNull();
  });
  it('what another way of holding does, in the card’s own figures', () => {
    expect(heldOtherwise(nitrate, curve, 'against-white')).toBeNull();
    expect(heldOtherwise(nitrate, curve, 'off-white')).toBeNull();
    expect(heldOtherwise(nitrate, curve, 'from-above')).toMatch(
      /1.9 times as much water, and 12 mg\/L NO3 would look like 2\d/,
    );
    // A card that is printed for looking from above, held sideways: less water, so it looks like less.
    const above = cardOf('salicylate-ammonium');
    expect(heldOtherwise(above, curveOf(above), 'against-white')).toMatch(/only 0.27 of the water/);
  });
  it('which swatches look alike to somebody, and at most four pairs of them', () => {
    expect(confusedOn(nitrate, curve, 'usual')).toBeNull();
    const pair = (first: number, second: number) => ({ first, second, seen: 2, usual: 20 });
    expect(confusedWords(nitrate, [pair(0, 1), pair(3, 5)])).toMatch(/0 and 5; 25 and 100 mg\/L NO3/);
    const many = Array.from({ length: 6 }, () => pair(0, 1));
    expect(confusedWords(nitrate, many)).toMatch(/and 2 more pairs/);
  });
});

describe('the handles', () => {
  it.each<[CardMatch, object | null]>([
    [
      { found: 'at', swatch: 0 },
      { low: 0, best: 0, high: 0.5 },
    ],
    [
      { found: 'at', swatch: 5 },
      { low: 4.5, best: 5, high: 5 },
    ],
    [
      { found: 'between', below: 2, share: 0.25 },
      { low: 2, best: 2.25, high: 3 },
    ],
    [{ found: 'past-top' }, null],
  ])('of %j stand at %j', (match, places) => expect(placesOf(nitrate, match)).toEqual(places));
  it('of a photograph without an end stand at the end of the card', () => {
    const match: CardMatch = {
      found: 'photo',
      low: 25,
      best: 50,
      high: null,
      distance: 1,
      beside: true,
      photoId: null,
    };
    expect(placesOf(nitrate, match)).toEqual({ low: 3, best: 4, high: 5 });
  });
  it('set to what an eye can tell hold the best guess, and are wider where the card is flat', () => {
    const width = (best: number) => {
      const match = eyeSpan(curve, best);
      const found = cardInterval(nitrate, match)!;
      expect(found.low).toBeLessThanOrEqual(found.best);
      expect(found.high).toBeGreaterThanOrEqual(found.best);
      return match.found === 'span' ? match.high - match.low : NaN;
    };
    expect(width(4.5)).toBeGreaterThan(width(1.5));
  });
});

describe('a color in the log', () => {
  const words = (match: CardMatch) =>
    enteredWords(
      {
        parameter: 'nitrate',
        methodId: 'nitrate-two-bottles',
        methodVersion: 1,
        entered: { how: 'card', cardId: 'azo-nitrate', match },
      },
      bookOf([]),
    );
  it('is told as it was found', () => {
    expect(words({ found: 'span', low: 2.25, best: 2.5, high: 2.875 })).toBe('from 15 to 23 mg/L NO3');
    const photo = { found: 'photo', low: 1, best: 2, high: 3, distance: 1, photoId: null } as const;
    expect(words({ ...photo, beside: true })).toBe('by photograph');
    expect(words({ ...photo, beside: false, device: 'simulated-camera' })).toBe(
      'by photograph, against a card learned before, made up by the stand-in camera',
    );
  });
});
