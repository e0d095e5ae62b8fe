import {
  type Box,
  type Photo,
  type Scene,
  type SimulatedPhoto,
  anyCamera,
  cardInterval,
  cardOf,
  daylight,
  deltaE,
  guessBoxes,
  isDrawn,
  lightHint,
  matchOfPhoto,
  overlapOf,
  planckLight,
  plantLight,
  readBurst,
  readPhoto,
  readTurn,
  simulatedPhoto,
  tubeAt,
  turnBands,
  turnIndicators,
  turnPicture,
  usualLayout,
} from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/quantity';

const nitrate = cardOf('azo-nitrate');
function made(more: Partial<Scene> = {}, seed = 21): SimulatedPhoto {
  const random = seededRandom(seed);
  return simulatedPhoto({
    card: nitrate,
    amount: 18,
    light: daylight(5500),
    camera: { ...anyCamera(random), exposure: 0.7, contrast: 1 },
    width: 240,
    height: 180,
    gradient: 0.05,
    glare: 0.1,
    withCard: true,
    withGray: false,
    random,
    ...more,
  });
}
const copied = ({ width, height, data }: Photo): Photo => ({ width, height, data: data.slice() });
/** Every channel of a part of a picture made brighter or darker. */
function lit(photo: Photo, times: (x: number, y: number) => number): Photo {
  const out = copied(photo);
  for (let y = 0; y < out.height; y++)
    for (let x = 0; x < out.width; x++)
      for (let c = 0; c < 3; c++) {
        const k = 4 * (y * out.width + x) + c;
        out.data[k] = out.data[k]! * times(x / out.width, y / out.height);
      }
  return out;
}

describe('a hint before the shot', () => {
  const camera = anyCamera(seededRandom(2));
  it('says that the light is good when it is', () =>
    expect(lightHint(made().photo, nitrate).kind).toBe('good'));
  it('says too dark', () =>
    expect(lightHint(made({ camera: { ...camera, exposure: 0.03 } }).photo, nitrate).kind).toBe('too-dark'));
  it('says too bright', () =>
    expect(lightHint(made({ camera: { ...camera, exposure: 1.7 } }).photo, nitrate).kind).toMatch(
      /too-bright|no-paper/,
    ));
  it.each([plantLight, planckLight(1900)])('says that the light of $name is colored', (light) =>
    expect(lightHint(made({ light, camera: { ...camera, whiteBalance: 0 } }).photo, nitrate).kind).toBe(
      'colored-light',
    ),
  );
  it('says that the card is out of view, where one is meant', () => {
    const { photo } = made({ withCard: false });
    expect(lightHint(photo, nitrate).kind).toBe('no-card');
    expect(lightHint(photo, null).kind).toBe('good');
  });
  it('says that there is no tube, where one is meant', () => {
    const { photo, boxes } = made();
    const bare = copied(photo);
    const paper = boxes.paper;
    // Paper pasted over the tube, noise and all.
    const [px, py] = [Math.floor(paper.left * bare.width), Math.floor(paper.top * bare.height)];
    for (let y = 0; y < bare.height; y++)
      for (let x = Math.floor(0.08 * bare.width); x < 0.3 * bare.width; x++) {
        if (y < 0.1 * bare.height || y > 0.9 * bare.height) continue;
        const from = 4 * ((py + (y % 20)) * bare.width + px + (x % 40));
        for (let c = 0; c < 3; c++) bare.data[4 * (y * bare.width + x) + c] = photo.data[from + c]!;
      }
    expect(lightHint(bare, nitrate).kind).toBe('no-tube');
    expect(lightHint(bare, nitrate, false).kind).toBe('good');
  });
  it('is a short sentence', () => expect(lightHint(made().photo, nitrate).says.length).toBeLessThan(80));
});

describe('a burst', () => {
  const { photo, boxes } = made();
  const marked = { paper: boxes.paper, vial: boxes.vial, card: boxes.card };
  it('of one frame is that frame', () =>
    expect(readBurst([photo], marked, nitrate)).toEqual(readPhoto(photo, marked, nitrate)));
  it('of frames that agree widens nothing much', () => {
    const other = made({}, 22).photo;
    const [one, three] = [
      readBurst([photo], marked, nitrate),
      readBurst([photo, photo, photo], marked, nitrate),
    ];
    expect(three.uncertainty).toBeCloseTo(one.uncertainty, 6);
    expect(other.width).toBe(photo.width);
  });
  it('whose frames disagree has a wider range, never a narrower one', () => {
    // A lamp that flickers on one side: the tube darkens against its card.
    const flicker = lit(photo, (x) => (x < 0.3 ? 0.6 : 1));
    const [one, two] = [readBurst([photo], marked, nitrate), readBurst([photo, flicker], marked, nitrate)];
    expect(two.uncertainty).toBeGreaterThan(one.uncertainty + 0.1);
    expect(two.placement!.low.position).toBeLessThanOrEqual(one.placement!.low.position);
    expect(two.placement!.high.position).toBeGreaterThanOrEqual(one.placement!.high.position);
  });
  it('with a lost frame is doubted', () => {
    const black = lit(photo, () => 0);
    expect(readBurst([photo, black], marked, nitrate).uncertainty).toBeGreaterThan(
      readPhoto(photo, marked, nitrate).uncertainty,
    );
  });
  it('whose first frame cannot be read is not read', () =>
    expect(readBurst([lit(photo, () => 0), photo], marked, nitrate).refusal?.reason).toBe('too-dark'));
});

describe('one tap', () => {
  it('finds the outline of the tube', () => {
    const { photo, boxes } = made();
    const { left, top, width, height } = boxes.vial;
    const found = tubeAt(photo, left + width / 2, top + height / 2)!;
    expect(overlapOf(found, boxes.vial)).toBeGreaterThan(0.85);
    expect(found.width / width).toBeGreaterThan(0.7);
    expect(found.width / width).toBeLessThan(1.4);
  });
  it.each([
    [0, 0],
    [1, 1],
    [0.95, 0.5],
    [0.6, 0.8],
  ])('where no tube shows, at %d, %d, finds none', (x, y) => expect(tubeAt(made().photo, x, y)).toBeNull());
});

describe('several tubes', () => {
  it.each([2, 80])('are asked about, from left to right, also where the other has %d in it', (other) => {
    const { photo, boxes } = made({ width: 480, height: 360, layout: { ...usualLayout, others: [other] } });
    const guess = guessBoxes(photo, nitrate.values.length, nitrate);
    expect(guess.vial).toBeNull();
    expect(guess.tubes).toHaveLength(2);
    expect(overlapOf(guess.tubes[0]!, boxes.vial)).toBeGreaterThan(0.8);
    expect(guess.tubes[1]!.left).toBeGreaterThan(guess.tubes[0]!.left);
  });
});

describe('a mirrored picture', () => {
  const { photo, boxes } = made({ width: 480, height: 360 });
  const mirrored = copied(photo);
  const pixels = new Uint32Array(mirrored.data.buffer);
  for (let y = 0; y < photo.height; y++) pixels.subarray(y * photo.width, (y + 1) * photo.width).reverse();
  const flipped = (box: Box): Box => ({ ...box, left: 1 - box.left - box.width });
  const plain = { paper: boxes.paper, vial: boxes.vial, card: boxes.card };
  it('reads the same, and its card is told to lie the other way round', () => {
    const [usual, other] = [
      readPhoto(photo, plain, nitrate),
      readPhoto(
        mirrored,
        { paper: flipped(boxes.paper), vial: flipped(boxes.vial), card: flipped(boxes.card) },
        nitrate,
      ),
    ];
    expect([usual.refusal, other.refusal]).toEqual([null, null]);
    expect([usual.backward, other.backward]).toEqual([false, true]);
    expect(Math.abs(usual.placement!.best.position - other.placement!.best.position)).toBeLessThan(0.1);
  });
});

describe('two cards', () => {
  it('of as many swatches are asked about, and neither is taken', () => {
    const { photo, boxes } = made({ width: 480, height: 360 });
    const double = copied(photo);
    // The card once more, a quarter of the picture further down, its paper with it.
    const { left, top, width, height } = boxes.card;
    const [x0, x1] = [Math.floor(left * 480) - 4, Math.ceil((left + width) * 480) + 4];
    const [y0, y1] = [Math.floor(top * 360) - 4, Math.ceil((top + height) * 360) + 4];
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++)
        for (let c = 0; c < 3; c++)
          double.data[4 * ((y + 112) * 480 + x) + c] = photo.data[4 * (y * 480 + x) + c]!;
    const guess = guessBoxes(double, nitrate.values.length, nitrate);
    expect(guess.card).toBeNull();
    expect(guess.cards).toHaveLength(2);
    expect(guessBoxes(photo, nitrate.values.length, nitrate).cards).toEqual([]);
  });
});

describe('a small card in a large picture', () => {
  it.each([
    [0.25, 0.022],
    [0.06, 0.0055],
  ])('of %d of the usual size is found, its swatches %d of the width', (scale, share) => {
    const { photo, boxes } = made({ width: 1600, height: 800, layout: { ...usualLayout, scale } });
    expect(boxes.card.width / nitrate.values.length).toBeLessThan(1.15 * share);
    const guess = guessBoxes(photo, nitrate.values.length, nitrate);
    expect(overlapOf(guess.card!, boxes.card)).toBeGreaterThan(0.7);
    expect(overlapOf(guess.vial!, boxes.vial)).toBeGreaterThan(0.8);
  });
});

describe('clear water in a clear tube', () => {
  const nessler = cardOf('nessler-wheel');
  const { photo, boxes } = made({ card: nessler, amount: 0, width: 480, height: 360, glare: 0.2 });
  const marked = { paper: boxes.paper, vial: boxes.vial, card: boxes.card };
  it('is read by the rims of its glass, and said to look like paper', () => {
    const reading = readPhoto(photo, marked, nessler);
    expect(reading.refusal).toBeNull();
    expect(reading.placement!.low.value).toBe(0);
  });
  it('is found by its rims', () => {
    const guess = guessBoxes(photo, nessler.values.length, nessler);
    expect(guess.vial).not.toBeNull();
    expect(overlapOf(guess.vial!, boxes.vial)).toBeGreaterThan(0.8);
  });
  it('is nothing where only paper shows, unless the keeper says that it stands there', () => {
    const { left, top, width, height } = boxes.paper;
    const vial = {
      left: left + 0.4 * width,
      top: top + 0.1 * height,
      width: 0.2 * width,
      height: 0.8 * height,
    };
    const paper = { ...boxes.paper, width: 0.3 * width };
    const refused = readPhoto(photo, { ...marked, paper, vial }, nessler);
    expect(refused.refusal?.reason).toBe('no-tube');
    expect(refused.likePaper).toBe(true);
    const said = readPhoto(photo, { ...marked, paper, vial, clearTube: true }, nessler);
    expect(said.refusal).toBeNull();
    expect(said.likePaper).toBe(true);
  });
  it('a colored thing is no clear tube, whatever the keeper says', () => {
    const table = { ...boxes.vial, left: 0, top: 0, width: 0.035, height: 0.9 };
    const reading = readPhoto(photo, { ...marked, vial: table, clearTube: true }, nessler);
    expect(reading.refusal).not.toBeNull();
  });
});

describe('a blank beside the tube', () => {
  const pink = cardOf('pink-nitrite');
  const scene = made({
    card: pink,
    amount: 2,
    width: 480,
    height: 360,
    glare: 0,
    layout: { ...usualLayout, others: [0, 3] },
  });
  const { photo, boxes } = scene;
  const marked = { paper: boxes.paper, vial: boxes.vial, card: boxes.card };
  const beside = (k: number) => ({ ...boxes.vial, left: boxes.vial.left + 0.13 * k });
  const clean = readPhoto(photo, marked, pink).placement!;

  it('of clear water changes nothing much', () => {
    const reading = readPhoto(photo, { ...marked, blank: beside(1) }, pink);
    expect(reading.refusal).toBeNull();
    expect(Math.abs(reading.placement!.best.position - clean.best.position)).toBeLessThan(0.35);
  });
  it('takes out the tint of the water itself', () => {
    // Both tubes hold the same brown water: tinted by hand, over the whole of each.
    const brown = copied(photo);
    for (let y = 0; y < brown.height; y++)
      for (let x = Math.floor(0.1 * brown.width); x < 0.37 * brown.width; x++) {
        const k = 4 * (y * brown.width + x);
        brown.data[k + 1] = brown.data[k + 1]! * 0.98;
        brown.data[k + 2] = brown.data[k + 2]! * 0.92;
      }
    const tinted = readPhoto(brown, marked, pink);
    const corrected = readPhoto(brown, { ...marked, blank: beside(1) }, pink);
    expect(corrected.refusal).toBeNull();
    // Nearer to what the clean water shows than without it.
    const off = (reading: typeof tinted) => deltaE(reading.vial!, readPhoto(photo, marked, pink).vial!);
    expect(off(corrected)).toBeLessThan(off(tinted));
    expect(Math.abs(corrected.placement!.best.position - clean.best.position)).toBeLessThan(0.6);
  });
  // What is colored there would be taken out of the test’s own color: 2 mg/L of a poison was told as 0.2.
  it('that is the tube of the test itself gives no figure', () =>
    expect(readPhoto(photo, { ...marked, blank: boxes.vial }, pink).refusal?.reason).toBe('overlapping'));
  it('that is another developed tube gives no figure', () =>
    expect(readPhoto(photo, { ...marked, blank: beside(2) }, pink).refusal?.reason).toBe('not-blank'));
  it('that is a pale one gives no figure either: pink is no color of water', () => {
    const pale = made({
      card: pink,
      amount: 0.2,
      width: 480,
      height: 360,
      glare: 0,
      layout: { ...usualLayout, others: [0.2] },
    });
    const own = { paper: pale.boxes.paper, vial: pale.boxes.vial, card: pale.boxes.card };
    const blank = { ...own.vial, left: own.vial.left + 0.13 };
    expect(readPhoto(pale.photo, own, pink).refusal).toBeNull();
    expect(readPhoto(pale.photo, { ...own, blank }, pink).refusal?.reason).toBe('not-blank');
  });
  it.each([
    [cardOf('nessler-wheel'), 0.3],
    [cardOf('nessler-wheel'), 0.18],
    [pink, 0.06],
  ])('that looks like water but is a pale tube of the test itself hides nothing: %#', (card, amount) => {
    const told = [100, 101, 102, 103, 104, 105].flatMap((seed) => {
      const scene = { card, amount, glare: 0, width: 480, height: 360 };
      const pale = made({ ...scene, layout: { ...usualLayout, others: [amount] } }, seed);
      const { paper, vial } = pale.boxes;
      const own = { paper, vial, card: pale.boxes.card, blank: { ...vial, left: vial.left + 0.13 } };
      const match = matchOfPhoto(card, readPhoto(pale.photo, own, card));
      return match ? [cardInterval(card, match)!.high] : [];
    });
    // Some are refused; where a range is told, it reaches up to what is in it.
    expect(told.length).toBeGreaterThan(0);
    for (const high of told) expect(high).toBeGreaterThanOrEqual(amount);
  });
  it('that lies on a swatch, on the table or on bare paper gives no figure', () => {
    const { card, paper } = boxes;
    const onSwatch = { ...card, left: card.left + 0.8 * card.width, width: 0.18 * card.width };
    const onTable = { left: 0, top: 0.2, width: 0.035, height: 0.4 };
    const half = { ...paper, width: paper.width * 0.45 };
    const onPaper = {
      left: paper.left + 0.55 * paper.width,
      top: paper.top,
      width: 0.3 * paper.width,
      height: paper.height,
    };
    const reasons = [
      readPhoto(photo, { ...marked, blank: onSwatch }, pink),
      readPhoto(photo, { ...marked, blank: onTable }, pink),
      readPhoto(photo, { ...marked, paper: half, blank: onPaper }, pink),
    ].map((reading) => reading.refusal?.reason);
    expect(reasons).toEqual(['overlapping', 'not-blank', 'not-blank']);
  });
});

describe('a card that is said to be away', () => {
  const { photo, boxes } = made({ width: 480, height: 360 });
  const swatch = {
    ...boxes.card,
    left: boxes.card.left + 0.7 * boxes.card.width,
    width: 0.1 * boxes.card.width,
  };
  it('is still no tube: a box on a swatch that was found gives no figure', () => {
    const marked = { paper: boxes.paper, vial: swatch, notTube: boxes.card };
    expect(readPhoto(photo, marked, nitrate).refusal?.reason).toBe('overlapping');
  });
  it('does not hinder the tube beside it', () => {
    const marked = { paper: boxes.paper, vial: boxes.vial, notTube: boxes.card };
    expect(readPhoto(photo, marked, nitrate).refusal).toBeNull();
  });
});

describe('a gray thing', () => {
  it('that has a color of its own is refused by name: it would bend the color of the tube', () => {
    const { photo, boxes } = made({ width: 480, height: 360, withGray: true });
    const learned = { ...nitrate, gray: 54 };
    const onCard = {
      ...boxes.card,
      left: boxes.card.left + 0.84 * boxes.card.width,
      width: 0.14 * boxes.card.width,
    };
    expect(() => readPhoto(photo, { paper: boxes.paper, vial: boxes.vial, gray: onCard }, learned)).toThrow(
      /gray/,
    );
    expect(
      readPhoto(photo, { paper: boxes.paper, vial: boxes.vial, gray: boxes.gray }, learned).refusal,
    ).toBeNull();
  });
});

describe('has it turned?', () => {
  it.each(turnIndicators)(
    '%s before and after its turn is told apart, or said to be between',
    (indicator) => {
      const [unit, perDrop] = indicator.startsWith('hardness')
        ? (['°dGH', 1] as const)
        : (['°dKH', 1] as const);
      const look = (drops: number) => {
        const { photo, boxes } = made({ width: 320, height: 240, glare: 0 });
        const painted = copied(photo);
        const { before, turned } = turnPicture(indicator, unit, perDrop);
        const lab = drops < 0 ? before[0]! : turned;
        paintLike(painted, boxes.vial, lab);
        return readTurn(painted, boxes, indicator, unit, perDrop);
      };
      expect(['not-yet', 'between']).toContain(look(-1).looks);
      expect(['turned', 'between']).toContain(look(1).looks);
      expect(turnBands(indicator, { amount: 6, unit, perDrop, drops: 1 }).length).toBeGreaterThan(0);
    },
  );
  it('blank paper is no tube that turned', () => {
    const { photo, boxes } = made();
    const { left, top, width, height } = boxes.paper;
    const vial = { left: left + 0.4 * width, top, width: 0.25 * width, height };
    const paper = { ...boxes.paper, width: 0.35 * width };
    const reading = readTurn(photo, { paper, vial }, 'bromocresol-green', '°dKH', 1);
    expect(reading).toMatchObject({ looks: null, refusal: { reason: 'no-tube' } });
  });
});

/** The water of a tube in another color, on its own light and shade. */
function paintLike(
  photo: Photo,
  box: { left: number; top: number; width: number; height: number },
  lab: { l: number; a: number; b: number },
): void {
  const white = whiteOf(photo);
  const target = rgbOf(lab).map((c, k) => c * white[k]!);
  for (let y = Math.floor(box.top * photo.height); y < (box.top + box.height) * photo.height; y++)
    for (let x = Math.floor(box.left * photo.width); x < (box.left + box.width) * photo.width; x++)
      for (let c = 0; c < 3; c++)
        photo.data[4 * (y * photo.width + x) + c] = target[c]! + ((x * 7 + y * 13 + c * 5) % 5) - 2;
}
const whiteOf = (photo: Photo): number[] => {
  const k = 4 * (Math.floor(0.12 * photo.height) * photo.width + Math.floor(0.6 * photo.width));
  return [0, 1, 2].map((c) => photo.data[k + c]! / 255);
};
/** CIE L*a*b* (D65) as 0 to 255 of sRGB; IEC 61966-2-1. */
function rgbOf({ l, a, b }: { l: number; a: number; b: number }): number[] {
  const fy = (l + 16) / 116;
  const back = (t: number) => (t > 6 / 29 ? t ** 3 : 3 * (6 / 29) ** 2 * (t - 4 / 29));
  const [x, y, z] = [0.95047 * back(fy + a / 500), back(fy), 1.08883 * back(fy - b / 200)];
  return [
    3.2406 * x - 1.5372 * y - 0.4986 * z,
    -0.9689 * x + 1.8758 * y + 0.0415 * z,
    0.0557 * x - 0.204 * y + 1.057 * z,
  ].map((c) => {
    const inside = Math.min(Math.max(c, 0), 1);
    return 255 * (inside <= 0.0031308 ? 12.92 * inside : 1.055 * inside ** (1 / 2.4) - 0.055);
  });
}

describe('a screenshot', () => {
  it('is known by its even colors; a photograph is none', () => {
    const data = new Uint8ClampedArray(4 * 300 * 200).fill(200);
    for (let k = 0; k < data.length; k += 4 * 200) data[k] = 90;
    expect(isDrawn({ width: 300, height: 200, data })).toBe(true);
    expect(isDrawn(made().photo)).toBe(false);
  });
  it('is refused in a sentence, paper and all', () => {
    const flat = made({
      width: 900,
      height: 675,
      camera: { ...anyCamera(seededRandom(1)), noise: 0, exposure: 0.7 },
      gradient: 0,
      glare: 0,
    });
    const even = copied(flat.photo);
    for (let k = 0; k < even.data.length; k++) even.data[k] = Math.round(even.data[k]! / 64) * 64;
    const { paper, vial, card } = flat.boxes;
    expect(readPhoto(even, { paper, vial, card }, nitrate).refusal).toMatchObject({
      reason: 'screenshot',
      says: expect.stringContaining('screenshot'),
    });
  });
});
