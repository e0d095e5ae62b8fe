import {
  type OwnCard,
  cardInterval,
  cardOf,
  checkOwnCard,
  curveOf,
  readCardFile,
  swatchPoints,
  writeCardFile,
} from '@hedge-lamp/core/color';
import { bookOf } from '@hedge-lamp/core/methods';
import { interpret } from '@hedge-lamp/core/readings';

const id = '4a4dd7d7-7fb6-4f2b-9c0b-3f2b1a6f0c11';
const ownCard = (values: number[], version = 1): OwnCard => ({
  id,
  version,
  learnedAt: Date.UTC(2026, 4, 1),
  insteadOf: '',
  light: 'window',
  card: {
    ...cardOf('azo-nitrate'),
    id,
    name: 'Leaflet of the green box',
    values,
    colors: swatchPoints(curveOf({ ...cardOf('azo-nitrate'), values })).map((p) => p.lab),
  },
});

describe('a card of one’s own', () => {
  it('goes out as a file and comes in the same', () => {
    const card = ownCard([0, 10, 20, 40]);
    expect(readCardFile(writeCardFile(card))).toEqual(card);
  });
  it.each([
    ['no JSON', 'hello', /not JSON/],
    ['another format', '{"format":"hedge-lamp-method"}', /hedge-lamp-card/],
    ['nothing', '3', /no card/],
    ['a huge file', 'x'.repeat(200_000), /200 kB/],
    [
      'two equal values',
      writeCardFile(ownCard([0, 10, 20, 40])).replace('20,', '10,'),
      /Swatch 3 \(10\) must be more than swatch 2/,
    ],
  ])('%s is refused in a sentence', (_what, text, says) => expect(() => readCardFile(text)).toThrow(says));
  it('two swatches of one color can tell nothing', () => {
    const card = ownCard([0, 10, 20, 40]);
    const colors = [...card.card.colors!];
    colors[2] = colors[1]!;
    expect(() => checkOwnCard({ card: { ...card.card, colors } })).toThrow(
      /Swatches 2 and 3 have the same color/,
    );
    const { colors: _none, ...bare } = card.card;
    expect(() => checkOwnCard({ card: bare })).toThrow(/Mark the swatches/);
    // Where only its values were typed, the model draws them; they must rise all the same.
    expect(() => checkOwnCard({ card: bare, insteadOf: 'salicylate-ammonia' })).not.toThrow();
    expect(() =>
      checkOwnCard({ card: { ...bare, values: [0, 10, 10, 40] }, insteadOf: 'salicylate-ammonia' }),
    ).toThrow(/Swatch 3 \(10\) must be more than swatch 2/);
  });

  describe('read on', () => {
    const book = bookOf([], [ownCard([0, 10, 20, 40]), ownCard([0, 12, 25, 50], 2)]);
    const read = (cardVersion: number | undefined, parameter: 'nitrate' | 'nitrite' = 'nitrate') =>
      interpret(
        {
          parameter,
          methodId: parameter === 'nitrate' ? 'nitrate-two-bottles' : 'nitrite-one-bottle',
          entered: {
            how: 'card',
            cardId: id,
            ...(cardVersion ? { cardVersion } : {}),
            match: { found: 'at', swatch: 1 },
          },
          doubts: [],
        },
        book,
      );
    it('counts by its own values, in the version that was used', () => {
      expect(read(1).value!.best * 4.4268).toBeCloseTo(10, 3);
      expect(read(2).value!.best * 4.4268).toBeCloseTo(12, 3);
      expect(read(undefined).value!.best * 4.4268).toBeCloseTo(12, 3);
    });
    it('is refused for a test that measures something else', () =>
      expect(() => read(1, 'nitrite')).toThrow(/not read on this card/));
    it('that is not known is refused by name', () =>
      expect(() =>
        interpret({
          parameter: 'nitrate',
          methodId: 'nitrate-two-bottles',
          entered: { how: 'card', cardId: id, match: { found: 'at', swatch: 1 } },
          doubts: [],
        }),
      ).toThrow(/not read on this card/));
  });
});

describe('a match by handles or by photograph', () => {
  const card = cardOf('azo-nitrate');
  it('is the values at the handles', () =>
    expect(cardInterval(card, { found: 'span', low: 1.5, best: 2, high: 3.5 })).toEqual({
      low: 8.5,
      best: 12,
      high: 37.5,
    }));
  it('wholly at an end is that swatch, with what lies beyond it', () => {
    expect(cardInterval(card, { found: 'span', low: 5, best: 5, high: 5 })!.high).toBeGreaterThan(100);
    expect(cardInterval(card, { found: 'span', low: 0, best: 0, high: 0 })).toMatchObject({
      low: 0,
      high: 2.5,
    });
  });
  it('at an end of an open card has no end', () => {
    const ph = cardOf('ph-low');
    expect(cardInterval(ph, { found: 'span', low: 0, best: 1, high: 2 })!.low).toBe(-Infinity);
    expect(cardInterval(ph, { found: 'span', low: 3, best: 4, high: 5 })!.high).toBe(Infinity);
  });
  it('off the card is refused', () =>
    expect(() => cardInterval(card, { found: 'span', low: 4, best: 5, high: 6 })).toThrow(/no number 7/));
  it('of a photograph is what it told', () =>
    expect(
      cardInterval(card, {
        found: 'photo',
        low: 10,
        best: 14,
        high: null,
        distance: 2,
        beside: true,
        photoId: null,
      }),
    ).toEqual({ low: 10, best: 14, high: Infinity }));
  it('turned upside down is refused', () =>
    expect(() =>
      cardInterval(card, {
        found: 'photo',
        low: 20,
        best: 14,
        high: 30,
        distance: 2,
        beside: true,
        photoId: null,
      }),
    ).toThrow(/must not be above/));
});
