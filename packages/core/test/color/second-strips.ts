import { type Box, type Card, type Lab, type Photo, curveOf, swatchPoints } from '@hedge-lamp/core/color';
import {
  type SecondLevel,
  byLevel,
  photographed,
  secondCamera,
  secondRandom,
  viewAskew,
} from './second-camera';
import { dyeOf, linearOf, plus, vector } from './second-photos';

/**
 * Strips of the second maker: upright or lying, their card to either side of them or the other way about, its rows at
 * places of their own, pads on white plastic that soaked up the water unevenly. Everything in it is invented.
 */
export interface SecondStrip {
  readonly photo: Photo;
  readonly boxes: { readonly paper: Box; readonly strip: Box; readonly rows: readonly Box[] };
}

export interface SecondStripWanted {
  readonly pads: readonly { readonly card: Card; readonly amount: number }[];
  readonly level: SecondLevel;
  readonly seed: number;
  readonly widths?: readonly number[];
}

const { PI, abs, max, round, sin } = Math;

export function secondStrip({ pads, level, seed, widths = [520, 640, 800] }: SecondStripWanted): SecondStrip {
  const random = secondRandom(seed);
  const some = byLevel(level);

  // The kit, its print and the light stray, each pad and row by itself.
  const ofRun = vector(random, some(1, 2, 2.8) * (0.4 + random.next()));
  const ofLight = vector(random, some(0.8, 1.8, 3) * (0.3 + random.next()));
  const things = pads.map(({ card, amount }) => {
    const drawn = swatchPoints(curveOf(card)).map((p) => p.lab);
    const ofKit = vector(random, some(1.5, 2.5, 3.5) * random.next());
    const kit = drawn.map((lab: Lab) => plus(plus(lab, ofKit), vector(random, 0.8)));
    return {
      inks: kit.map((lab) =>
        linearOf(plus(plus(lab, ofRun), vector(random, some(0.8, 1.6, 2.2) * random.next()))),
      ),
      pad: linearOf(plus(dyeOf(card, kit, amount), ofLight)),
    };
  });

  const camera = secondCamera(random, level);
  const width = random.oneOf(widths);
  // Lying or upright: all is laid out upright, and turned about where it lies.
  const lies = random.next() < 0.4;
  const shape = lies ? random.oneOf([0.75, 0.5625]) : random.oneOf([0.75, 1, 1.333]);
  const height = round(width * shape);
  const [across, down] = lies ? [shape, 1] : [1, shape];
  const angle = ((random.normal() * some(0.6, 1.6, 2.6)) / 180) * PI;
  const lean = [random.normal() * some(0.006, 0.016, 0.026), random.normal() * some(0.006, 0.016, 0.026)];
  const size = random.between(some(0.85, 0.75, 0.65), 0.95);
  const stripOnRight = random.next() < 0.35;
  const turned = random.next() < 0.4;
  const gap = random.next() < 0.3 ? 0.02 : random.between(0.08, 0.3);
  const backing = random.between(0.9, 0.95);
  const table = random.oneOf([
    [0.2, 0.13, 0.08],
    [0.06, 0.06, 0.065],
    [0.3, 0.31, 0.33],
  ]);
  const { toTable, boxAround } = viewAskew(random, shape, angle, lean);

  const count = pads.length;
  const tall = 0.86 * down * size;
  const top = 0.07 * down + random.next() * (0.86 * down - tall);
  const pitch = tall / count;
  const padSide = pitch * random.between(0.45, 0.7);
  const stripX = (stripOnRight ? random.between(0.86, 0.9) : random.between(0.08, 0.12)) * across;
  const padWide = Math.min(padSide, 0.09 * across);
  const longest = max(...pads.map((p) => p.card.values.length));
  const room = 0.6 * across * size;
  const swatch = room / longest;
  const rowLeft = (stripOnRight ? random.between(0.08, 0.16) : random.between(0.22, 0.28)) * across;
  // The card need not lie pad by pad beside the strip.
  const cardTop = top + random.normal() * 0.25 * pitch * some(0, 0.5, 1);
  const rowPitch = pitch * random.between(some(1, 0.9, 0.85), 1);
  const rowTall = rowPitch * random.between(0.45, 0.7);
  const rowTop = (k: number) => Math.max(0.03 * down, cardTop) + rowPitch * k + (rowPitch - rowTall) / 2;
  const mottled = some(0.01, 0.03, 0.06) * random.next();

  const lookUpright = (x: number, y: number): readonly number[] => {
    const offX = abs(x - stripX);
    const place = (y - top) / pitch;
    const n = Math.floor(place);
    if (offX < padWide * 0.62 && place > -0.3 && place < count + 0.9) {
      const inPad = offX < padWide / 2 && n >= 0 && n < count && abs(place - n - 0.5) * pitch < padSide / 2;
      if (!inPad) return [backing, backing, backing * 0.99];
      const spots = 1 + mottled * sin(90 * x + 7 * n) * sin(110 * y);
      return things[turned ? count - 1 - n : n]!.pad.map((c) => c * spots);
    }
    for (let k = 0; k < count; k++) {
      if (y < rowTop(k) || y > rowTop(k) + rowTall) continue;
      const along = (x - rowLeft) / swatch;
      const at = Math.floor(along);
      const within = along - at;
      const { inks } = things[k]!;
      if (at >= 0 && at < inks.length && within > gap / 2 && within < 1 - gap / 2) return inks[at]!;
    }
    const onSheet = x > 0.02 * across && x < 0.98 * across && y > 0.02 * down && y < 0.98 * down;
    return onSheet ? [0.93, 0.93, 0.91] : table;
  };
  const look = (x: number, y: number) => (lies ? lookUpright(y, x) : lookUpright(x, y));
  const box = (l: number, t: number, r: number, b: number) =>
    lies ? boxAround(t, l, b, r) : boxAround(l, t, r, b);

  // Bare paper beyond the ends of the rows.
  const end = rowLeft + swatch * longest;
  const paperFrom = stripOnRight ? end + 0.015 * across : Math.max(end + 0.02 * across, 0.8 * across * size);
  const paperTo = stripOnRight ? stripX - padWide * 0.75 - 0.01 * across : 0.96 * across;
  return {
    photo: photographed(random, camera, { width, height, shape, toTable }, look),
    boxes: {
      paper: box(paperFrom, 0.25 * down, Math.max(paperTo, paperFrom + 0.04 * across), 0.7 * down),
      strip: box(stripX - padWide / 2, top, stripX + padWide / 2, top + tall),
      rows: pads.map(({ card }, k) =>
        box(rowLeft, rowTop(k), rowLeft + swatch * card.values.length, rowTop(k) + rowTall),
      ),
    },
  };
}
