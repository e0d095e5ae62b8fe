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
import { seededRandom } from '@hedge-lamp/core/quantity';
import { secondStrip } from './second-strips';

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

describe('a strip of the second maker', () => {
  const strips = (['mild', 'window', 'poor'] as const).flatMap((level, l) =>
    Array.from({ length: 4 }, (_, k) => {
      const random = seededRandom(8200 + 10 * l + k);
      const pads = cards.map((card) => ({
        card,
        amount: valueAt(card, random.next() * (card.values.length - 1)),
      }));
      return { level, pads, ...secondStrip({ pads, level, seed: 8300 + 10 * l + k, widths: [420] }) };
    }),
  );
  const guesses = strips.map(({ photo }) => guessStrip(photo, cards));
  const readings = strips.map(({ photo }, n) => {
    const { paper, strip, rows } = guesses[n]!;
    return paper && strip && rows.every((row) => row !== null)
      ? readStrip(photo, { paper, strip, rows }, cards)
      : [];
  });
  it('is found upright and lying, on either side of its card', () => {
    const overlaps = strips.map(({ boxes }, n) => overlapOf(guesses[n]!.strip ?? boxes.paper, boxes.strip));
    expect(overlaps.filter((x) => x > 0.6).length).toBeGreaterThanOrEqual(strips.length - 1);
  });
  it('reads by the first guess alone, nine of ten ranges with the truth inside', () => {
    const told = strips.flatMap(({ pads }, n) =>
      pads.flatMap(({ card, amount }, k) => {
        const reading = readings[n]![k];
        const match = reading && matchOfPhoto(card, reading);
        const range = match && cardInterval(card, match);
        return range ? [range.low <= amount && amount <= range.high] : [];
      }),
    );
    expect(told.length).toBeGreaterThan(0.8 * strips.length * cards.length);
    expect(told.filter(Boolean).length).toBeGreaterThanOrEqual(0.9 * told.length);
  });
  it.each([-1, 1])('whose box lies %d pad off gives no figure', (by) => {
    const tries = strips.flatMap(({ photo, boxes }) => {
      const { strip } = boxes;
      const lies = strip.width * photo.width > strip.height * photo.height;
      const moved = lies
        ? { ...strip, left: strip.left + (by * strip.width) / cards.length }
        : { ...strip, top: strip.top + (by * strip.height) / cards.length };
      const isIn =
        moved.left >= 0 && moved.top >= 0 && moved.left + moved.width <= 1 && moved.top + moved.height <= 1;
      return isIn ? [readStrip(photo, { ...boxes, strip: moved }, cards)] : [];
    });
    expect(tries.length).toBeGreaterThan(0);
    for (const told of tries) expect(told.every((r, k) => matchOfPhoto(cards[k]!, r) === null)).toBe(true);
  });
});
