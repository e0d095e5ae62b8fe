import {
  type Card,
  anyCamera,
  anyPicture,
  anyPrint,
  cardInterval,
  daylight,
  guessStrip,
  matchOfPhoto,
  overlapOf,
  readStrip,
  simulatedStrip,
  valueAt,
} from '@hedge-lamp/core/color';
import { shippedMethods } from '@hedge-lamp/core/methods';
import { seededRandom } from '@hedge-lamp/core/practice';

const cards: readonly Card[] = shippedMethods.flatMap(({ result }) =>
  result.by === 'strip' ? result.pads.map((pad) => pad.card) : [],
);

function made(seed: number, turned = false) {
  const random = seededRandom(seed);
  const pads = cards.map((card) => ({
    card,
    amount: valueAt(card, (0.25 + 0.6 * random.next()) * (card.values.length - 1)),
  }));
  const scene = simulatedStrip({
    pads,
    light: daylight(5500),
    camera: anyCamera(random),
    width: 480,
    height: 360,
    turned,
    random,
    print: anyPrint(random, 0.6),
    picture: anyPicture(random, 0.6),
  });
  return { ...scene, amounts: pads.map((p) => p.amount) };
}

describe('a strip by photograph', () => {
  const strips = Array.from({ length: 8 }, (_, k) => made(7100 + k, k % 2 === 1));
  it('has five pads read in one go, each against its own row, nine of ten ranges with the truth inside', () => {
    const held = strips.flatMap(({ photo, boxes, amounts }) =>
      readStrip(photo, boxes, cards).map((reading, k) => {
        const match = matchOfPhoto(cards[k]!, reading);
        const told = match && cardInterval(cards[k]!, match);
        return told !== null && told.low <= amounts[k]! && amounts[k]! <= told.high;
      }),
    );
    expect(held).toHaveLength(40);
    expect(held.filter(Boolean).length).toBeGreaterThanOrEqual(36);
  });
  it('is found by the first guess, with its rows', () => {
    for (const { photo, boxes } of strips) {
      const guess = guessStrip(photo, cards);
      expect(guess.paper).not.toBeNull();
      expect(overlapOf(guess.strip!, boxes.strip)).toBeGreaterThan(0.8);
      guess.rows.forEach((row, k) => expect(overlapOf(row!, boxes.rows[k]!)).toBeGreaterThan(0.75));
    }
  });
  it('whose box lies on blank paper gives no figure', () => {
    for (const { photo, boxes } of strips) {
      const moved = { ...boxes.strip, left: 0.85 };
      const readings = readStrip(
        photo,
        { ...boxes, strip: moved, paper: { ...boxes.paper, width: 0.04 } },
        cards,
      );
      expect(readings.map((r) => r.refusal?.reason)).toEqual(cards.map(() => 'no-strip'));
    }
  });
  // One place off, each pad is read against the row of another: a nitrite of 4 was told as 0.
  it.each([-2, -1, 1, 2])('whose box lies %d pads off gives no figure', (by) => {
    for (const { photo, boxes } of strips) {
      const pitch = boxes.strip.height / cards.length;
      const top = Math.min(Math.max(boxes.strip.top + by * pitch, 0), 1 - boxes.strip.height);
      const readings = readStrip(photo, { ...boxes, strip: { ...boxes.strip, top } }, cards);
      expect(readings.every((r, k) => matchOfPhoto(cards[k]!, r) === null)).toBe(true);
    }
  });
  it('whose box holds four pads of five gives no figure', () => {
    for (const { photo, boxes } of strips) {
      const height = boxes.strip.height * 0.8;
      const readings = readStrip(photo, { ...boxes, strip: { ...boxes.strip, height } }, cards);
      expect(readings.every((r, k) => matchOfPhoto(cards[k]!, r) === null)).toBe(true);
    }
  });
  it('whose box lies on a row of swatches is refused', () => {
    const { photo, boxes } = strips[0]!;
    const readings = readStrip(photo, { ...boxes, strip: boxes.rows[0]! }, cards);
    expect(readings.every((r) => r.refusal?.reason === 'overlapping')).toBe(true);
  });
  it('said to lie the other way round is read the other way round', () => {
    const { photo, boxes } = strips[0]!;
    const upright = readStrip(photo, { ...boxes, turned: false }, cards);
    const turned = readStrip(photo, { ...boxes, turned: true }, cards);
    expect(turned[0]!.vial).toEqual(upright.at(-1)!.vial);
  });
  it('whose rows are mixed up is not read', () => {
    const { photo, boxes } = strips[0]!;
    const [a, b, ...rest] = boxes.rows;
    const readings = readStrip(photo, { ...boxes, rows: [b!, a!, ...rest] }, cards);
    expect(readings[0]!.refusal).not.toBeNull();
    expect(readings[1]!.refusal).not.toBeNull();
  });
});
