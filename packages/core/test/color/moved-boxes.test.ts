import {
  type Box,
  type Card,
  type MarkedBoxes,
  type Photo,
  type SceneLevel,
  cardInterval,
  matchOfPhoto,
  overlapOf,
  readPhoto,
  sceneLevels,
  sceneOfLevel,
  simulatedPhoto,
  toldChemistries,
  valueAt,
} from '@hedge-lamp/core/color';
import { type SeededRandom, seededRandom } from '@hedge-lamp/core/quantity';
import { coloredCards } from './colored-cards';
import { secondPhoto } from './second-photos';

/**
 * Boxes that lie on nothing, or on the wrong thing, give no figure: three hundred of them. A deep amber tube was once
 * told as nearly nothing because its box lay on blank paper.
 */
interface Laid {
  readonly name: string;
  readonly card: Card;
  readonly amount: number;
  readonly photo: Photo;
  readonly boxes: MarkedBoxes & { readonly card: Box };
}

/** The cards whose chemistry is modelled one by one. */
const modelled = coloredCards.filter((card) => !toldChemistries.some((c) => c.id === card.chemistry));

/** Pictures of both makers, every card and level. */
function laid(count: number, cards: readonly Card[]): Laid[] {
  return Array.from({ length: count }, (_, k): Laid => {
    const random = seededRandom(910_000 + k);
    const card = cards[k % cards.length]!;
    const level: SceneLevel = sceneLevels[k % 3]!;
    // Up to far past the top: what is deadly must not be told as little.
    const amount = valueAt(card, random.next() * (card.values.length + 0.4));
    const { photo, boxes, cardRows } =
      k % 2 === 0
        ? simulatedPhoto(sceneOfLevel(level, { card, amount, width: 280, height: 210 }, random))
        : secondPhoto({ card, amount, level, seed: 77_000 + k, widths: [280] });
    return {
      name: `${k} ${card.id} ${level}`,
      card,
      amount,
      photo,
      boxes: { paper: boxes.paper, vial: boxes.vial, card: boxes.card, cardRows },
    };
  });
}

/** The same box anywhere else, clear of some. */
function elsewhere(box: Box, clearOf: readonly Box[], random: SeededRandom): Box | null {
  for (let tried = 0; tried < 80; tried++) {
    const moved = { ...box, left: random.next() * (1 - box.width), top: random.next() * (1 - box.height) };
    if (clearOf.every((other) => overlapOf(other, moved) < 0.05)) return moved;
  }
  return null;
}

/** What a picture tells with these boxes; null for none, also where a box is refused outright. */
function figureOf({ photo, card }: Laid, boxes: MarkedBoxes) {
  try {
    return matchOfPhoto(card, readPhoto(photo, boxes, card));
  } catch {
    return null;
  }
}

describe('boxes moved off by hand', () => {
  const pictures = laid(100, modelled);
  const random = seededRandom(5150);
  it('a tube’s box off its tube gives no figure', () => {
    const told = pictures.filter((p) => {
      const vial = elsewhere(p.boxes.vial, [p.boxes.vial, p.boxes.card], random);
      return vial && figureOf(p, { ...p.boxes, vial });
    });
    expect(told.map((p) => p.name)).toEqual([]);
  });
  it('of all cards, those that parameters tell too, hardly one in fifty does', () => {
    // Another thing of one even color that a tube could have, such as a table, is told now and then: 8 of 936 pictures
    // of both makers (seeds 410,000 and 177,000 up), half of them as less than the truth. Open.
    const draw = seededRandom(5150);
    const told = laid(100, coloredCards).filter((p) => {
      const vial = elsewhere(p.boxes.vial, [p.boxes.vial, p.boxes.card], draw);
      return vial && figureOf(p, { ...p.boxes, vial });
    });
    expect(told.length).toBeLessThanOrEqual(2);
  });
  it('a tube’s box on the paper gives no figure', () => {
    const told = pictures.filter((p) => {
      const { left, top, width, height } = p.boxes.paper;
      const vial = { left: left + 0.35 * width, top, width: 0.4 * width, height };
      return figureOf(p, { ...p.boxes, vial });
    });
    expect(told.map((p) => p.name)).toEqual([]);
  });
  it('a card’s box off its swatches gives no figure', () => {
    const told = pictures.filter((p) => {
      const card = elsewhere(p.boxes.card, [p.boxes.card], random);
      return card && figureOf(p, { ...p.boxes, card });
    });
    expect(told.map((p) => p.name)).toEqual([]);
  });
  it('a card’s box one swatch off gives hardly a figure, and none that is less than the truth', () => {
    const tries = pictures.flatMap((p) => {
      const { card } = p.boxes;
      const across = card.width * p.photo.width >= card.height * p.photo.height;
      const place = 1 / Math.ceil(p.card.values.length / (p.boxes.cardRows ?? 1));
      return [-place, place].flatMap((by) => {
        const moved = across
          ? { ...card, left: card.left + by * card.width }
          : { ...card, top: card.top + by * card.height };
        const isOff =
          moved.left < 0 || moved.top < 0 || moved.left + moved.width > 1 || moved.top + moved.height > 1;
        return isOff ? [] : [{ p, match: figureOf(p, { ...p.boxes, card: moved }) }];
      });
    });
    const told = tries.flatMap(({ p, match }) => (match ? [{ p, told: cardInterval(p.card, match) }] : []));
    expect(tries.length).toBeGreaterThan(120);
    expect(told.length).toBeLessThan(0.05 * tries.length);
    expect(told.filter((t) => t.told!.high < t.p.amount).map((t) => t.p.name)).toEqual([]);
  });
  it('boxes that lie over each other give none', () => {
    const told = pictures.filter((p) => {
      const { card } = p.boxes;
      const onCard = { ...card, width: card.width * 0.3, height: card.height * 0.9 };
      return figureOf(p, { ...p.boxes, vial: onCard }) ?? figureOf(p, { ...p.boxes, paper: onCard });
    });
    expect(told.map((p) => p.name)).toEqual([]);
  });
  it('while in their places most are read: the test can fail', () => {
    const read = pictures.filter((p) => figureOf(p, p.boxes));
    expect(read.length).toBeGreaterThan(75);
  });
});
