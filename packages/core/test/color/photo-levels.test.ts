import {
  type Box,
  type Card,
  type MarkedBoxes,
  type Photo,
  type SceneLevel,
  cardInterval,
  guessBoxes,
  matchOfPhoto,
  readPhoto,
  sceneOfLevel,
  simulatedPhoto,
  valueAt,
} from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { coloredCards as cards } from './colored-cards';
import { secondPhoto } from './second-photos';

/**
 * Photographs of both makers, at seeds that nothing was set by. The figures themselves stand in docs/color-accuracy.md;
 * here is only what must not break.
 */
interface Made {
  readonly card: Card;
  readonly amount: number;
  readonly photo: Photo;
  readonly boxes: { readonly paper: Box; readonly vial: Box; readonly card: Box };
  readonly cardRows: 1 | 2;
}
type Maker = 'stand-in camera' | 'second maker';

function made(maker: Maker, level: SceneLevel, k: number, position: number): Made {
  const card = cards[k % cards.length]!;
  const amount = valueAt(card, position * (card.values.length - 1));
  const random = seededRandom(660_000 + k);
  return {
    card,
    amount,
    ...(maker === 'stand-in camera'
      ? simulatedPhoto(sceneOfLevel(level, { card, amount, width: 320, height: 240 }, random))
      : secondPhoto({ card, amount, level, seed: 88_000 + k, widths: [340] })),
  };
}

function toldBy({ card, photo }: Made, boxes: MarkedBoxes) {
  try {
    const match = matchOfPhoto(card, readPhoto(photo, boxes, card));
    return match && cardInterval(card, match);
  } catch {
    return null;
  }
}
const exact = ({ boxes, cardRows }: Made): MarkedBoxes => ({
  paper: boxes.paper,
  vial: boxes.vial,
  card: boxes.card,
  cardRows,
});

describe.each(['stand-in camera', 'second maker'] as const)('photographs by the %s', (maker) => {
  it.each([
    ['mild', 0.92, 0.06],
    ['window', 0.86, 0.1],
  ] as const)('at the level “%s” are read with the truth inside', (level, least, refused) => {
    const all = Array.from({ length: 33 }, (_, k) => made(maker, level, k, (k * 0.618) % 1));
    const read = all.flatMap((m) => {
      const told = toldBy(m, exact(m));
      return told ? [told.low <= m.amount && m.amount <= told.high] : [];
    });
    expect(read.length / all.length).toBeGreaterThanOrEqual(1 - refused);
    expect(read.filter(Boolean).length / read.length).toBeGreaterThanOrEqual(least);
  });
  it('past the top of a poison’s card are never told as inside it', () => {
    const poisons = cards.filter((c) => /ammonia|nitrite/.test(c.chemistry));
    const inside = poisons.flatMap((card, n) =>
      Array.from({ length: 6 }, (_, k) => {
        const level = (['mild', 'window', 'poor'] as const)[k % 3]!;
        const top = card.values.at(-1)!;
        const amount = top * (1.2 + 0.5 * k);
        const random = seededRandom(44_000 + 10 * n + k);
        const picture: Made = {
          card,
          amount,
          ...(maker === 'stand-in camera'
            ? simulatedPhoto(sceneOfLevel(level, { card, amount, width: 280, height: 210 }, random))
            : secondPhoto({ card, amount, level, seed: 55_000 + 10 * n + k, widths: [300] })),
        };
        const told = toldBy(picture, exact(picture));
        return told && told.high !== Infinity ? [`${card.id} ${amount} at ${level}`] : [];
      }).flat(),
    );
    expect(inside).toEqual([]);
  });
  it('are found by the first guess nearly as well as by hand', () => {
    const all = Array.from({ length: 22 }, (_, k) =>
      made(maker, k % 2 ? 'mild' : 'window', 200 + k, (k * 0.618) % 1),
    );
    const found = all.filter((m) => {
      const guess = guessBoxes(m.photo, m.card.values.length, m.card);
      if (!guess.paper || !guess.vial || !guess.card) return false;
      return toldBy(m, { paper: guess.paper, vial: guess.vial, card: guess.card, cardRows: guess.cardRows });
    });
    expect(found.length / all.length).toBeGreaterThan(0.87);
  });
});
