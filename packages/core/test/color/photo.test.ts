import {
  type Box,
  type Card,
  type MarkedBoxes,
  type Photo,
  type Scene,
  type SimulatedPhoto,
  anyCamera,
  cardInterval,
  cardOf,
  castOf,
  curveOf,
  daylight,
  deltaE,
  guessBoxes,
  learnCard,
  matchOfPhoto,
  pixelsOf,
  planckLight,
  plantLight,
  positionOf,
  readPhoto,
  regionColor,
  simulatedPhoto,
  swatchPoints,
  whiteAround,
} from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/quantity';
import { FieldError } from '@hedge-lamp/core/quantity';

const nitrate = cardOf('azo-nitrate');

/** The usual scene is made once; whoever paints on it gets a copy. */
let usual: SimulatedPhoto | null = null;
function made(more: Partial<Scene> = {}, seed = 7): SimulatedPhoto {
  if (Object.keys(more).length > 0 || seed !== 7) return photographed(more, seed);
  usual ??= photographed({}, 7);
  return { ...usual, photo: { ...usual.photo, data: usual.photo.data.slice() } };
}

function photographed(more: Partial<Scene>, seed: number): SimulatedPhoto {
  const random = seededRandom(seed);
  return simulatedPhoto({
    card: nitrate,
    amount: 18,
    light: daylight(5500),
    camera: { ...anyCamera(random), exposure: 0.7, contrast: 1 },
    width: 280,
    height: 210,
    gradient: 0.05,
    glare: 0.2,
    withCard: true,
    withGray: true,
    random,
    ...more,
  });
}
const beside = ({ boxes: { paper, vial, card } }: SimulatedPhoto): MarkedBoxes => ({ paper, vial, card });
const alone = ({ boxes: { paper, vial } }: SimulatedPhoto): MarkedBoxes => ({ paper, vial });
const intervalOf = (card: Card, reading: ReturnType<typeof readPhoto>) => {
  const match = matchOfPhoto(card, reading);
  return match && cardInterval(card, match);
};
/** A picture of one color. */
function plain(r: number, g: number, b: number, width = 100, height = 80): Photo {
  const data = new Uint8ClampedArray(4 * width * height);
  for (let k = 0; k < width * height; k++) data.set([r, g, b, 255], 4 * k);
  return { width, height, data };
}
function paint(photo: Photo, box: Box, r: number, g: number, b: number): void {
  const { left, right, top, bottom } = pixelsOf(photo, box, 'paint');
  for (let y = top; y < bottom; y++)
    for (let x = left; x < right; x++) photo.data.set([r, g, b, 255], 4 * (y * photo.width + x));
}
const box = (left: number, top: number, width: number, height: number): Box => ({ left, top, width, height });

describe('a photograph with the card in it', () => {
  it.each([2, 18, 40, 80])('of %d mg/L nitrate is read with the truth inside', (amount) => {
    const photo = made({ amount });
    const reading = readPhoto(photo.photo, beside(photo), nitrate);
    expect(reading.refusal).toBeNull();
    const found = intervalOf(nitrate, reading)!;
    expect(found.low).toBeLessThanOrEqual(amount);
    expect(found.high).toBeGreaterThanOrEqual(amount);
    expect(Math.abs(positionOf(nitrate, found.best) - positionOf(nitrate, amount))).toBeLessThan(0.5);
  });
  it('under a bulb needs no absolute color', () => {
    const photo = made({ light: planckLight(2700) });
    const found = intervalOf(nitrate, readPhoto(photo.photo, beside(photo), nitrate))!;
    expect(found.low).toBeLessThan(18);
    expect(found.high).toBeGreaterThan(18);
  });
  it('is read the same when the card lies the other way round', () => {
    const photo = made();
    // The picture turned over: card from right to left, tube on the right.
    const { width, height, data } = photo.photo;
    const turned = new Uint8ClampedArray(data.length);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        turned.set(
          data.subarray(4 * (y * width + x), 4 * (y * width + x) + 4),
          4 * (y * width + width - 1 - x),
        );
    const mirror = (b: Box): Box => ({ ...b, left: 1 - b.left - b.width });
    const { paper, vial, card } = photo.boxes;
    const reading = readPhoto(
      { width, height, data: turned },
      { paper: mirror(paper), vial: mirror(vial), card: mirror(card) },
      nitrate,
    );
    const upright = readPhoto(photo.photo, beside(photo), nitrate);
    expect(reading.placement!.best.value).toBeCloseTo(upright.placement!.best.value, 0);
  });
  it('says wider ranges in worse light', () => {
    const [good, poor] = [daylight(6000), planckLight(2700)].map((light) => {
      const photo = made({ light });
      return readPhoto(photo.photo, beside(photo), nitrate).uncertainty;
    });
    expect(poor).toBeGreaterThan(good!);
  });
  it('far past the top has no end', () => {
    const photo = made({ amount: 400 });
    const found = intervalOf(nitrate, readPhoto(photo.photo, beside(photo), nitrate));
    expect(found?.high).toBe(Infinity);
  });
  it('of a clear tube is zero upward, never below', () => {
    const photo = made({ amount: 0 });
    expect(intervalOf(nitrate, readPhoto(photo.photo, beside(photo), nitrate))!.low).toBe(0);
  });
});

describe('a photograph without the card', () => {
  const lesson = made({ amount: 5, light: daylight(6000), gradient: 0 }, 3);
  const { paper, gray } = lesson.boxes;
  const learnt = learnCard(lesson.photo, { paper, swatches: lesson.swatches, gray });
  const learned: Card = { ...nitrate, colors: learnt.colors, gray: learnt.gray };

  it('learns the swatches about as they are drawn, and the gray', () => {
    const drawn = swatchPoints(curveOf(nitrate));
    learnt.colors.forEach((color, k) => expect(deltaE(color, drawn[k]!.lab)).toBeLessThan(7));
    // 22 % of the light is L* 54 (CIE).
    expect(Math.abs(learnt.gray! - 54)).toBeLessThan(5);
  });
  it('is read against what was learned, with a wider range', () => {
    const photo = made({ amount: 18 }, 11);
    const reading = readPhoto(photo.photo, alone(photo), learned);
    const found = intervalOf(nitrate, reading)!;
    expect(found.low).toBeLessThanOrEqual(18);
    expect(found.high).toBeGreaterThanOrEqual(18);
    expect(reading.uncertainty).toBeGreaterThan(readPhoto(photo.photo, beside(photo), learned).uncertainty);
    expect(matchOfPhoto(nitrate, reading)).toMatchObject({ found: 'photo', beside: false });
  });
  it('the gray sets right what a picture mode has bent', () => {
    const bent = made({ camera: { ...anyCamera(seededRandom(5)), contrast: 1.25 }, amount: 18 }, 12);
    const off = (boxes: MarkedBoxes) =>
      Math.abs(readPhoto(bent.photo, boxes, learned).placement!.best.position - positionOf(nitrate, 18));
    expect(off({ ...alone(bent), gray: bent.boxes.gray })).toBeLessThan(off(alone(bent)));
  });
  it('a gray that is another one is refused by name', () => {
    const photo = made();
    expect(() => readPhoto(photo.photo, { ...alone(photo), gray: box(0.6, 0.7, 0.1, 0.1) }, learned)).toThrow(
      /nothing like the gray/,
    );
  });
  it('no gray can be learned from what is white', () => {
    expect(() =>
      learnCard(lesson.photo, { paper, swatches: lesson.swatches, gray: box(0.6, 0.7, 0.1, 0.1) }),
    ).toThrow(/nearly white/);
  });
});

describe('what is not read', () => {
  const reasonOf = (photo: SimulatedPhoto, boxes = beside(photo), card = nitrate) =>
    readPhoto(photo.photo, boxes, card).refusal?.reason;

  it('a picture that is all black', () => {
    const photo = made();
    expect(readPhoto(plain(0, 0, 0), beside(photo), nitrate).refusal).toMatchObject({
      reason: 'too-dark',
      says: expect.stringContaining('too dark'),
    });
  });
  it('a picture that is burned out', () => {
    const photo = made({ camera: { ...anyCamera(seededRandom(1)), exposure: 1.6 } });
    expect(reasonOf(photo)).toBe('burned-out');
  });
  it.each([1, 2, 3])('colors under a plant light (%d)', (seed) => {
    const photo = made(
      { light: plantLight, camera: { ...anyCamera(seededRandom(seed)), exposure: 0.6 } },
      seed,
    );
    expect(reasonOf(photo)).toMatch(/colored-light|burned-out|other-card/);
    expect(reasonOf(photo, alone(photo))).toMatch(/colored-light|burned-out/);
  });
  it('a tube under glare', () => {
    const photo = made();
    const { vial } = photo.boxes;
    paint(photo.photo, { ...vial, width: vial.width * 0.75 }, 255, 255, 255);
    expect(reasonOf(photo)).toBe('glare');
  });
  it('paper that is not marked on paper', () => {
    const photo = made();
    expect(reasonOf(photo, { ...beside(photo), paper: photo.boxes.card })).toMatch(
      /overlapping|not-paper|colored-light/,
    );
  });
  it('another card than the one that was chosen', () => {
    const photo = made({ card: cardOf('azo-nitrite'), amount: 0.6 });
    const sixToo = cardOf('pink-nitrite').values.length;
    expect(sixToo).toBe(6);
    expect(reasonOf(photo, beside(photo), nitrate)).toBe('other-card');
  });
  it('a color that is none of the card: a purple tube beside the nitrate card', () => {
    const photo = made();
    paint(photo.photo, photo.boxes.vial, 120, 40, 160);
    expect(reasonOf(photo)).toBe('not-on-card');
    expect(matchOfPhoto(nitrate, readPhoto(photo.photo, beside(photo), nitrate))).toBeNull();
  });
  it('a box that holds more than the tube', () => {
    const photo = made();
    const half = { ...photo.boxes.vial, width: photo.boxes.vial.width };
    paint(photo.photo, { ...half, height: half.height / 2 }, 20, 20, 20);
    expect(reasonOf(photo)).toBe('uneven-vial');
  });
});

describe('boxes', () => {
  const photo = plain(200, 200, 200);
  it.each([
    [box(-0.1, 0, 0.5, 0.5), /off the picture/],
    [box(0.8, 0, 0.5, 0.5), /off the picture/],
    [box(NaN, 0, 0.5, 0.5), /off the picture/],
    [box(0.5, 0.5, 0.01, 0.2), /too small/],
  ])('%j is refused in a sentence', (wrong, says) => {
    expect(() => pixelsOf(photo, wrong, 'paper')).toThrow(says);
    try {
      readPhoto(photo, { paper: wrong, vial: box(0, 0, 0.5, 0.5) }, nitrate);
      throw new Error('was read');
    } catch (error) {
      expect(error).toBeInstanceOf(FieldError);
      expect((error as FieldError).code).toBe('wrong-box');
      expect((error as FieldError).field).toBe('paper');
    }
  });
});

describe('the color of a box', () => {
  it('is its median, whatever few glints lie on it', () => {
    const photo = plain(100, 60, 30);
    paint(photo, box(0.4, 0.2, 0.1, 0.6), 255, 255, 255);
    const seen = regionColor(photo, pixelsOf(photo, box(0.2, 0.2, 0.6, 0.6), 'vial'));
    // IEC 61966-2-1: 100 of 255 is 0.1274 of the light.
    expect(seen.light[0]).toBeCloseTo(0.1274, 3);
    expect(seen.glints).toBeGreaterThan(0.1);
    expect(seen.burned).toBeGreaterThan(0.1);
    expect(seen.spread[0]).toBeCloseTo(0, 6);
  });
  it('tells how light falls off across it', () => {
    const photo = plain(180, 180, 180);
    paint(photo, box(0, 0, 0.5, 1), 140, 140, 140);
    expect(regionColor(photo, pixelsOf(photo, box(0.1, 0.1, 0.8, 0.8), 'paper')).gradient).toBeGreaterThan(
      1.5,
    );
  });
  it('the white beside it is found through print and shade', () => {
    const photo = plain(200, 200, 200);
    paint(photo, box(0.4, 0.4, 0.2, 0.2), 200, 40, 40);
    paint(photo, box(0.4, 0.63, 0.1, 0.08), 30, 30, 30);
    const white = whiteAround(photo, pixelsOf(photo, box(0.4, 0.4, 0.2, 0.2), 'vial'), [0.6, 0.6, 0.6]);
    expect(white![0]).toBeCloseTo(0.5776, 3);
    expect(
      whiteAround(plain(200, 40, 40), pixelsOf(photo, box(0.4, 0.4, 0.2, 0.2), 'vial'), [0.6, 0.6, 0.6]),
    ).toBe(null);
  });
  it('neutral paper has no cast, orange paper has', () => {
    expect(castOf([0.5, 0.5, 0.5])).toBeLessThan(0.1);
    expect(castOf([0.5, 0.35, 0.15])).toBeGreaterThan(25);
  });
});

describe('the first guess', () => {
  const share = (a: Box, b: Box): number => {
    const w = Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left);
    const h = Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top);
    if (w <= 0 || h <= 0) return 0;
    return (w * h) / (a.width * a.height + b.width * b.height - w * h);
  };
  it.each(['azo-nitrate', 'azo-nitrite', 'ph-low', 'nessler-wheel', 'salicylate-ammonia'])(
    'finds paper, tube and all swatches of %s',
    (id) => {
      const card = cardOf(id);
      const photo = made({ card, amount: card.values[3]! });
      const guess = guessBoxes(photo.photo, card.values.length);
      expect(share(guess.card!, photo.boxes.card)).toBeGreaterThan(0.8);
      expect(share(guess.vial!, photo.boxes.vial)).toBeGreaterThan(0.6);
      const inside = regionColor(photo.photo, pixelsOf(photo.photo, guess.paper!, 'paper'));
      expect(castOf(inside.light)).toBeLessThan(12);
      expect(inside.gradient).toBeLessThan(1.3);
      const read = readPhoto(
        photo.photo,
        { paper: guess.paper!, vial: guess.vial!, card: guess.card! },
        card,
      );
      expect(read.refusal).toBeNull();
    },
  );
  it('finds nothing on a picture of nothing', () => {
    expect(guessBoxes(plain(0, 0, 0), 6)).toMatchObject({ vial: null, card: null });
    expect(guessBoxes(plain(90, 140, 60), 6)).toMatchObject({ vial: null, card: null });
    expect(guessBoxes(plain(255, 255, 255, 1, 1), 6)).toMatchObject({ vial: null, card: null });
  });
});
