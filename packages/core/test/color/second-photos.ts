import { type Box, type Card, type Lab, type Photo, curveOf, swatchPoints } from '@hedge-lamp/core/color';
import {
  type Random,
  type SecondLevel,
  byLevel,
  photographed,
  secondCamera,
  secondRandom,
  viewAskew,
} from './second-camera';
import { converter, interpolatorSplineMonotone } from 'culori';

/**
 * A second maker of photographs, of another structure than the stand-in camera: no spectra, no inks, no sensor. Colors
 * are Lab along a monotone spline in the logarithm of the amount and level off beyond the card; a kit strays from the
 * drawn card as a whole, its print from its dye, the light from both; cameras are matrices and curves; things are
 * drawn as shapes with distances, not as columns. It checks what the first one cannot: that the reader does not merely
 * invert its own model. Everything in it is invented.
 */

/** Taken out once: looked up at every pixel they would cost more than the picture. */
const {
  PI,
  abs,
  asin,
  cos: cosine,
  exp,
  floor,
  hypot,
  log,
  max,
  min,
  round: rounded,
  sin: sine,
  sqrt,
} = Math;

export interface SecondPhoto {
  readonly photo: Photo;
  readonly boxes: { readonly paper: Box; readonly vial: Box; readonly card: Box };
  readonly cardRows: 1 | 2;
  readonly layout: string;
}

const toRgb = converter('lrgb');
export const linearOf = ({ l, a, b }: Lab): number[] => {
  const c = toRgb({ mode: 'lab65', l, a, b });
  return [c.r, c.g, c.b].map((v) => max(v, 0.001));
};
/**
 * A color moved in Lab; strong colors further, so that the step looks about as large (the chroma weight of CIEDE2000).
 */
export const plus = (lab: Lab, by: readonly number[]): Lab => {
  const more = 1 + 0.03 * hypot(lab.a, lab.b);
  return {
    l: min(max(lab.l + by[0]!, 2), 99),
    a: lab.a + more * by[1]!,
    b: lab.b + more * by[2]!,
  };
};

/** A random direction of a length in Lab. */
export function vector(random: Random, length: number): number[] {
  const v = [0.8 * random.normal(), random.normal(), random.normal()];
  const size = hypot(...v) || 1;
  return v.map((x) => (x / size) * length);
}

/** The color of the dye at an amount, in the unit of the card. */
export function dyeOf(card: Card, kit: readonly Lab[], amount: number): Lab {
  const { values } = card;
  const last = values.length - 1;
  const at = (v: number) => (card.unit === 'pH' ? v : log(v + 0.4 * (values[1] ?? 1)));
  const xs = values.map(at);
  const x = at(amount);
  const channel = (of: (lab: Lab) => number): number => {
    const ys = kit.map(of);
    if (x >= xs[last]!) {
      // Levels off: never further than one and a half of the last step.
      const slope = ys[last]! - ys[last - 1]!;
      const steps = (x - xs[last]!) / (xs[last]! - xs[last - 1]!);
      return ys[last]! + 1.5 * slope * (1 - exp(-steps / 1.5));
    }
    if (x <= xs[0]!) return ys[0]! - 0.6 * (ys[1]! - ys[0]!) * (1 - exp((x - xs[0]!) / (xs[1]! - xs[0]!)));
    const below = xs.findLastIndex((k) => k <= x);
    const share = (x - xs[below]!) / (xs[below + 1]! - xs[below]!);
    return interpolatorSplineMonotone(ys)((below + share) / last);
  };
  return { l: channel((c) => c.l), a: channel((c) => c.a), b: channel((c) => c.b) };
}

export interface SecondWanted {
  readonly card: Card;
  readonly amount: number;
  readonly level: SecondLevel;
  readonly seed: number;
  /** Widths to choose from; heights follow. */
  readonly widths?: readonly number[];
  readonly tube?: boolean;
  readonly withCard?: boolean;
}

export function secondPhoto({
  card,
  amount,
  level,
  seed,
  widths = [420, 560, 720],
  tube = true,
  withCard = true,
}: SecondWanted): SecondPhoto {
  const random = secondRandom(seed);
  const some = byLevel(level);
  const count = card.values.length;

  // The kit, its print, the light: each strays.
  const drawn = swatchPoints(curveOf(card)).map((p) => p.lab);
  const ofKit = vector(random, some(2, 3, 4) * random.next());
  const kit = drawn.map((lab) => plus(plus(lab, ofKit), vector(random, 1)));
  const ofRun = vector(random, some(1.2, 2.2, 3) * (0.5 + random.next()));
  const inks = kit.map((lab) =>
    linearOf(plus(plus(lab, ofRun), vector(random, some(1, 2, 2.6) * (0.4 + random.next())))),
  );
  const ofLight = vector(random, some(0.8, 2, 3.6) * (0.3 + random.next()));
  const dye = linearOf(plus(dyeOf(card, kit, amount), ofLight));

  const camera = secondCamera(random, level);

  // The picture.
  const width = random.oneOf(widths);
  const shape = random.oneOf([0.75, 0.75, 0.5625, 1.333]);
  const height = rounded(width * shape);
  const column = random.next() < some(0.15, 0.3, 0.4) || shape > 1;
  const twoRows = !column && count >= 5 && random.next() < some(0, 0.12, 0.2);
  const reversed = random.next() < some(0, 0.15, 0.3);
  const round = random.next() < 0.2;
  const gap = round ? 0.15 : random.next() < some(0.1, 0.3, 0.4) ? 0 : random.between(0.1, 0.45);
  const angle = ((random.normal() * some(0.8, 2.2, 3.6)) / 180) * PI;
  const lean = [random.normal() * some(0.01, 0.03, 0.05), random.normal() * some(0.01, 0.03, 0.05)];
  const size = random.between(some(0.85, 0.6, 0.45), 1);
  const onRight = random.next() < 0.3;
  const sheetAll = random.next() < 0.35;

  // In units of the width; y down.
  const tubeWide =
    random.between(0.06, 0.1) * (shape < 0.6 ? 0.8 : 1) * random.between(some(0.9, 0.75, 0.6), 1.1);
  const tubeTall = min(0.78 * shape, tubeWide * random.between(4.5, 6.5));
  const tubeTop = random.between(0.08, 0.92 - tubeTall / shape) * shape;
  const tubeLeft = onRight ? random.between(0.8, 0.84) : random.between(0.08, 0.14);
  const fillShare = random.between(0.6, 0.85);
  const fillTop = tubeTop + tubeTall * (1 - fillShare);
  const perRow = twoRows ? Math.ceil(count / 2) : count;
  const room = { from: onRight ? 0.08 : 0.34, to: onRight ? 0.7 : 0.93 };
  const span = column ? 0.8 * shape * size : (room.to - room.from) * size;
  const pitch = span / perRow;
  const deep = column
    ? random.between(0.12, 0.22) * size
    : min(0.3 * shape, pitch * random.between(0.8, 1.8));
  const cardLeft = column ? random.between(room.from, 0.55) : random.between(room.from, room.to - span);
  const cardTop = column
    ? random.between(0.08 * shape, 0.9 * shape - span)
    : random.between(0.12, twoRows ? 0.3 : 0.5) * shape;
  const swatchAt = (k: number) => {
    const place = reversed ? count - 1 - k : k;
    const [row, at] = [floor(place / perRow), place % perRow];
    return column
      ? { x: cardLeft + deep / 2, y: cardTop + pitch * (at + 0.5), w: deep, h: pitch * (1 - gap) }
      : {
          x: cardLeft + pitch * (at + 0.5),
          y: cardTop + deep * (0.5 + 1.35 * row),
          w: pitch * (1 - gap),
          h: deep,
        };
  };
  const swatches = card.values.map((_v, k) => swatchAt(k));
  const table = random.oneOf([
    [0.22, 0.12, 0.06],
    [0.05, 0.05, 0.055],
    [0.35, 0.33, 0.3],
    [0.1, 0.16, 0.22],
  ]);
  const grained = random.next() < 0.5;
  const sheet = sheetAll
    ? { l: -1, r: 2, t: -1, b: 3 }
    : { l: 0.02 + 0.03 * random.next(), r: 0.95 + 0.04 * random.next(), t: 0.03 * shape, b: 0.97 * shape };

  const { toTable, boxAround } = viewAskew(random, shape, angle, lean);

  const glass = {
    edge: random.between(0.1, 0.5),
    gloss: random.next() * some(0.1, 0.25, 0.4),
    cloud: random.next() * some(0, 0.03, 0.08),
  };

  const look = (x: number, y: number): readonly number[] => {
    if (tube) {
      const off = (x - tubeLeft) / (tubeWide / 2);
      const inTube =
        abs(off) < 1 &&
        y > tubeTop &&
        y < tubeTop + tubeTall - (tubeWide / 2) * (1 - cosine(asin(min(abs(off), 1))));
      if (inTube) {
        const wall = 1 - glass.edge * abs(off) ** 6;
        const lens = exp(-(((off - 0.35) / 0.1) ** 2)) * glass.gloss;
        if (y < fillTop - 0.006) return [0.86, 0.87, 0.87].map((c) => c * wall + lens);
        if (y < fillTop) return [0.62, 0.63, 0.64].map((c) => c * wall);
        // Less water near the edges of a round tube.
        const path = max(0.25, sqrt(1 - 0.9 * off * off)) ** 0.9;
        return dye.map((c) => ((0.985 * c ** path + glass.cloud * 0.6) / (1 + glass.cloud)) * wall + lens);
      }
    }
    if (withCard)
      for (let k = 0; k < count; k++) {
        const s = swatches[k]!;
        const [dx, dy] = [(x - s.x) / (s.w / 2), (y - s.y) / (s.h / 2)];
        if (round ? dx * dx + dy * dy < 1 : abs(dx) < 1 && abs(dy) < 1) return inks[k]!;
        // A value printed beside it, as marks.
        if (!column && abs(dx) < 0.35 && dy > 1.08 && dy < 1.28 && floor((dx + 1) * 9) % 2 === 0 && !twoRows)
          return [0.08, 0.08, 0.09];
      }
    if (x > sheet.l && x < sheet.r && y > sheet.t && y < sheet.b) return [0.93, 0.93, 0.91];
    const wave = grained ? 1 + 0.18 * sine(60 * y + 4 * sine(9 * x)) : 1;
    return table.map((c) => c * wave);
  };

  const photo = photographed(random, camera, { width, height, shape, toTable }, look);

  const [l, t] = column ? [cardLeft, cardTop] : [cardLeft, cardTop];
  const box = column
    ? boxAround(l, t, l + deep, t + span)
    : boxAround(l, t, l + span, t + deep * (twoRows ? 2.35 : 1));
  // A clear spot: right of a column, under or above a row.
  const paper = column
    ? boxAround(
        l + deep + 0.05,
        cardTop + 0.1 * shape,
        min(l + deep + 0.2, onRight ? 0.74 : 0.93),
        cardTop + 0.35 * shape,
      )
    : boxAround(
        l + 0.03,
        min(t + deep * (twoRows ? 2.6 : 1.5), 0.8 * shape),
        l + 0.25,
        min(t + deep * (twoRows ? 2.6 : 1.5) + 0.14 * shape, 0.95 * shape),
      );
  return {
    photo,
    boxes: {
      paper,
      vial: boxAround(tubeLeft - tubeWide / 2, fillTop, tubeLeft + tubeWide / 2, tubeTop + tubeTall),
      card: box,
    },
    cardRows: twoRows ? 2 : 1,
    layout: [
      column ? 'column' : twoRows ? 'two rows' : 'row',
      gap === 0 ? 'edge to edge' : 'apart',
      reversed ? 'reversed' : '',
    ]
      .filter(Boolean)
      .join(', '),
  };
}
