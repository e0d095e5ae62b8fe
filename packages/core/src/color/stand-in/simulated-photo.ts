import type { SeededRandom } from '../../quantity/seeded-random';
import type { AbsorbanceBand } from '../absorbance-band';
import type { Card } from '../card';
import { type LinearRgb, labOf } from '../lab';
import type { Light } from '../light';
import { type PhonePicture, developed, plainPicture } from './phone-picture';
import type { Box, Photo } from '../photo/photo';
import { type PrintRun, perfectPrint, printedInk } from './printed-ink';
import { inChemistryUnit, vialBands } from '../reagent-chemistry';
import { type CameraSetup, cameraEye } from './simulated-camera';
import { type SceneLayout, usualLayout } from './simulated-layout';
import { transmittance, vialColor } from '../vial-color';
import { type Spectrum, spectrumOf } from '../wavelengths';

/** Taken out once: they are asked for at every pixel. */
const { PI, abs, ceil, exp, floor, max, min, sqrt } = Math;

/** A made-up scene: a tube on white paper, with its card beside it, in some light. */
export interface Scene {
  readonly card: Card;
  /** What is in the tube, in the unit of the card. */
  readonly amount: number;
  readonly light: Light;
  readonly camera: CameraSetup;
  readonly width: number;
  readonly height: number;
  /** Share by which the light falls off from the left edge of the picture to the right; below 0 the other way. */
  readonly gradient: number;
  /** Brightness of the streak on the glass against paper; 0 for none. */
  readonly glare: number;
  readonly withCard: boolean;
  /** A gray patch on the paper. */
  readonly withGray: boolean;
  /** Chooses the noise and the small shifts of where things lie. */
  readonly random: SeededRandom;
  /** The dye of another kit: bands through one tube width at an amount, in the unit of the card. The card’s own when left out. */
  readonly dye?: (amount: number) => AbsorbanceBand[];
  /** How the card was printed; without fault when left out. */
  readonly print?: PrintRun;
  /** What the phone makes of it; nothing when left out. */
  readonly picture?: PhonePicture;
  readonly layout?: SceneLayout;
  /** Light from the side that a colored wall throws back: how strong against the first, and the wall's color. */
  readonly side?: { readonly strength: number; readonly wall: Spectrum; readonly from: 'left' | 'right' };
  /** The glass: how dark its edges are, and how cloudy its water. */
  readonly glass?: { readonly edges: number; readonly turbidity: number };
}

export interface SimulatedPhoto {
  readonly photo: Photo;
  /** Where things lie in it: what a keeper would mark. */
  readonly boxes: { readonly paper: Box; readonly vial: Box; readonly card: Box; readonly gray: Box };
  /** A box on each swatch of the card, in the order of value. */
  readonly swatches: readonly Box[];
  readonly cardRows: 1 | 2;
}

/** Paper: not quite white, a little less so in the blue. */
const paperInk = spectrumOf((nm) => 0.9 - 0.03 * exp(-(((nm - 400) / 50) ** 2)));
const grayInk = spectrumOf(() => 0.22);
const tableInk = spectrumOf((nm) => 0.16 + 0.14 / (1 + exp(-(nm - 570) / 25)));
/** Skin: light, reddish, with the dip of blood near 560 nm. From memory. */
const skinInk = spectrumOf(
  (nm) => 0.24 + 0.36 / (1 + exp(-(nm - 590) / 22)) - 0.05 * exp(-(((nm - 560) / 25) ** 2)),
);
const rackInk = spectrumOf(() => 0.42);
/** Steps of the tube's roundness that are worked out. */
const slices = 24;

/** A color as it looks in the first light and in that from the side. */
interface Lit {
  readonly first: LinearRgb;
  readonly side: LinearRgb;
}

/** A place: across in widths of the picture, down in the same measure. */
type Place = readonly [x: number, y: number];

/** From the table to the picture: turned and tilted about its middle. */
function viewOf({ turn, tilt }: SceneLayout, aspect: number) {
  const [sin, cos] = [Math.sin((turn * PI) / 180), Math.cos((turn * PI) / 180)];
  const [cx, cy] = [0.5, aspect / 2];
  return {
    toPicture([x, y]: Place): Place {
      const [dx, dy] = [x - cx, y - cy];
      const depth = 1 + tilt[0] * dx * 2 + tilt[1] * dy * 2;
      const [u, v] = [dx / depth, dy / depth];
      return [cx + cos * u - sin * v, cy + sin * u + cos * v];
    },
    toTable([x, y]: Place): Place {
      const [u, v] = [cos * (x - cx) + sin * (y - cy), -sin * (x - cx) + cos * (y - cy)];
      const depth = 1 / (1 - tilt[0] * u * 2 - tilt[1] * v * 2);
      return [cx + u * depth, cy + v * depth];
    },
  };
}

/** Left, top, width and height on the table, in widths of the picture. */
type Area = readonly [left: number, top: number, width: number, height: number];
const holds = ([left, top, width, height]: Area, x: number, y: number) =>
  x >= left && x < left + width && y >= top && y < top + height;

/** Where the swatches lie, in the order of value. */
function swatchAreas(count: number, [left, top, width, height]: Area, layout: SceneLayout): Area[] {
  const perRow = ceil(count / layout.rows);
  const along = layout.along === 'row';
  const pitch = (along ? width : height) / perRow;
  const deep = (along ? height : width) / layout.rows;
  return Array.from({ length: count }, (_, k) => {
    const place = layout.reversed ? count - 1 - k : k;
    const [row, at] = [floor(place / perRow), place % perRow];
    const inset = (layout.gap * pitch) / 2;
    // Two rows keep some paper between them.
    const between = layout.rows === 2 ? 0.14 * deep : 0;
    return along
      ? [left + pitch * at + inset, top + deep * row + between / 2, pitch - 2 * inset, deep - between]
      : [left + deep * row + between / 2, top + pitch * at + inset, deep - between, pitch - 2 * inset];
  });
}

/**
 * Makes a photograph of a known amount, pixel by pixel, from the spectra of light, dye, ink and sensor. Stands in for
 * a camera: in the demo, in tests and for practice. It shows no real water.
 */
export function simulatedPhoto(scene: Scene): SimulatedPhoto {
  const { card, width, height, random, camera, side } = scene;
  const layout = scene.layout ?? usualLayout;
  const { edges = 0.28, turbidity = 0 } = scene.glass ?? {};
  const ownDye = (amount: number) =>
    vialBands(card.chemistry, inChemistryUnit(card.chemistry, amount, card.unit));
  const dye = scene.dye ?? ownDye;
  const eye = cameraEye(camera, scene.light);
  const lit = (share: Spectrum): Lit => ({
    first: eye(share),
    side: side ? eye(share.map((s, k) => s * side.wall[k]!)) : [0, 0, 0],
  });
  const onPaper = (share: Spectrum) => share.map((s, k) => s * paperInk[k]!);
  /** Water of an amount, from the middle of a round tube to its edge, where light goes through less of it. */
  const waterOf = (amount: number): Lit[] => {
    const bands = dye(amount);
    return Array.from({ length: slices + 1 }, (_, k) => {
      const through = transmittance(bands, sqrt(1 - (0.97 * (k / slices)) ** 2));
      // Cloudy water throws light back before it went all the way.
      return lit(onPaper(through.map((t) => t * (1 - turbidity) + turbidity * 0.7 * sqrt(t))));
    });
  };
  const waters = [scene.amount, ...layout.others].map(waterOf);
  const [paper, gray, table, skin, rack] = [paperInk, grayInk, tableInk, skinInk, rackInk].map(lit) as [
    Lit,
    Lit,
    Lit,
    Lit,
    Lit,
  ];
  const inks = scene.withCard
    ? card.values.map((v) =>
        lit(onPaper(printedInk(labOf(vialColor(dye(v))), scene.print ?? perfectPrint, random))),
      )
    : [];

  // The layout, in widths of the picture, a little different every time.
  const aspect = height / width;
  const shift = () => (random.next() - 0.5) * 0.03;
  const [sx, sy] = [shift() + layout.shift[0], (shift() + layout.shift[1]) * aspect];
  const sheet: Area = [0.04, 0.05 * aspect, 0.92, 0.9 * aspect];
  const tubeAt = (k: number): Area => [0.13 + sx + 0.13 * k, 0.16 * aspect + sy, 0.1, 0.62 * aspect];
  const tubes = waters.map((_w, k) => tubeAt(k));
  const fillOf = ([left, top, w, h]: Area): Area => [left, top + 0.14 * aspect, w, h - 0.14 * aspect];
  const filled = fillOf(tubes[0]!);
  const count = card.values.length;
  const column = layout.along === 'column';
  const beginning = 0.33 + 0.13 * layout.others.length;
  const strip: Area = column
    ? [
        0.42 + sx + 0.1 * layout.others.length,
        0.12 * aspect + sy,
        0.2 * aspect * layout.scale * layout.rows,
        0.76 * aspect * layout.scale,
      ]
    : [
        beginning + sx,
        (layout.rows === 2 ? 0.22 : 0.34) * aspect + sy,
        (0.91 - beginning) * layout.scale,
        0.2 * aspect * layout.scale * layout.rows,
      ];
  const areas = swatchAreas(count, strip, layout);
  const pitch = (column ? strip[3] : strip[2]) / ceil(count / layout.rows);
  const grayArea: Area = column
    ? [0.75 + sx, 0.2 * aspect + sy, 0.1, 0.12 * aspect]
    : [0.36 + sx, 0.76 * aspect + sy, 0.1, 0.12 * aspect];
  const paperArea: Area = column
    ? [0.72 + sx, 0.45 * aspect + sy, 0.15, 0.3 * aspect]
    : [0.55 + sx, 0.72 * aspect + sy, 0.3, 0.17 * aspect];
  const view = viewOf(layout, aspect);
  const boxOf = ([left, top, w, h]: Area): Box => {
    const corners = [
      [left, top],
      [left + w, top],
      [left, top + h],
      [left + w, top + h],
    ].map(([x, y]) => view.toPicture([x!, y!]));
    const [xs, ys] = [corners.map((c) => c[0]), corners.map((c) => c[1] / aspect)];
    const inside = (x: number) => min(max(x, 0), 1);
    const [l, t] = [inside(min(...xs)), inside(min(...ys))];
    return { left: l, top: t, width: inside(max(...xs)) - l, height: inside(max(...ys)) - t };
  };

  const noise = Float64Array.from(
    { length: 4096 },
    () => (random.next() + random.next() + random.next() - 1.5) * 2 * camera.noise,
  );
  /** Which color and how bright, at a place of the table; without noise and fall of light. */
  const dark: Lit = {
    first: paper.first.map((c) => c * 0.12) as unknown as LinearRgb,
    side: paper.side.map((c) => c * 0.12) as unknown as LinearRgb,
  };
  const seen = { color: table, times: 1, streak: 0 };
  const lookAt = (x: number, y: number): void => {
    seen.times = 1;
    seen.streak = 0;
    for (let t = 0; t < tubes.length; t++) {
      const tube = tubes[t]!;
      const radius = tube[2] / 2;
      const off = (x - tube[0]) / radius - 1;
      const across = abs(off);
      if (across >= 1 || y < tube[1]) continue;
      const bottom = tube[1] + tube[3] - radius * (1 - sqrt(1 - across ** 2));
      if (y >= bottom) continue;
      // A rack hides the lower third, fingers a part of the middle.
      if (layout.holder === 'rack' && y > tube[1] + 0.66 * tube[3]) {
        seen.color = rack;
        return;
      }
      // The surface climbs at the glass.
      const top = fillOf(tube)[1] - 0.12 * radius * across ** 4;
      const wet = y >= top;
      seen.color = wet ? waters[t]![Math.round(across * slices)]! : paper;
      const rim = 1 - edges * min(max((across - 0.72) / 0.25, 0), 1) ** 2;
      seen.times = abs(y - top) < 0.004 ? 0.6 : wet ? rim : rim * 0.94;
      seen.streak = scene.glare * exp(-(((off + 0.42) / 0.09) ** 2));
      return;
    }
    const first = tubes[0]!;
    if (
      layout.holder === 'rack' &&
      y > first[1] + 0.66 * first[3] &&
      y < first[1] + first[3] * 1.05 &&
      x > first[0] - 0.06 &&
      x < tubes.at(-1)![0] + 0.16
    ) {
      seen.color = rack;
      return;
    }
    if (layout.holder === 'hand') {
      // A fist around the lower end, from the left.
      const [hx, hy] = [first[0] - 0.02, first[1] + first[3] * 0.98];
      if (((x - hx) / 0.13) ** 2 + ((y - hy) / (0.13 * aspect)) ** 2 < 1) {
        seen.color = skin;
        return;
      }
    }
    if (!holds(sheet, x, y)) {
      seen.color = table;
      return;
    }
    if (scene.withCard && x > strip[0] - 0.1 && y > strip[1] - 0.05) {
      for (let k = 0; k < count; k++) {
        const a = areas[k]!;
        if (holds(a, x, y)) {
          seen.color = inks[k]!;
          return;
        }
        // Where the values would be printed: a few dark strokes under or beside each swatch.
        const [mx, my] = column
          ? [a[0] + a[2] + 0.02, a[1] + a[3] / 2 - 0.008]
          : [a[0] + a[2] / 2 - 0.15 * pitch, a[1] + a[3] + 0.012];
        if (
          layout.rows === 1 &&
          holds([mx, my, 0.3 * pitch, 0.018], x, y) &&
          floor((x - mx) / (0.04 * pitch + 0.002)) % 2 === 0
        ) {
          seen.color = dark;
          return;
        }
      }
    }
    seen.color = scene.withGray && holds(grayArea, x, y) ? gray : paper;
  };

  const light = new Float32Array(3 * width * height);
  let at = 0;
  for (let row = 0; row < height; row++) {
    const v = (row + 0.5) / height;
    for (let col = 0; col < width; col++) {
      const u = (col + 0.5) / width;
      const [x, y] = view.toTable([u, v * aspect]);
      lookAt(x, y);
      // Light falls off across the picture, and towards its corners as every lens makes it.
      const fall = (1 + scene.gradient * (0.5 - u)) * (1 - 0.12 * ((u - 0.5) ** 2 + (v - 0.5) ** 2));
      const beside = side ? side.strength * exp(-(side.from === 'left' ? u : 1 - u) / 0.5) : 0;
      const grain = floor(random.next() * 4096);
      for (let k = 0; k < 3; k++) {
        const base = seen.color.first[k]! + beside * seen.color.side[k]!;
        const here = (base * seen.times + seen.streak * paper.first[k]!) * fall;
        const noisy = here + noise[(grain + 1367 * k) & 4095]! * (0.15 + here) ** 0.5;
        light[at++] = noisy > 0 ? (camera.contrast === 1 ? noisy : noisy ** camera.contrast) : 0;
      }
    }
  }
  return {
    photo: developed(light, width, height, scene.picture ?? plainPicture, paper.first[1]),
    boxes: {
      paper: boxOf(paperArea),
      // What a rack hides is not marked.
      vial: boxOf(
        layout.holder === 'paper'
          ? filled
          : [filled[0], filled[1], filled[2], filled[3] * (layout.holder === 'rack' ? 0.52 : 0.7)],
      ),
      card: boxOf(strip),
      gray: boxOf(grayArea),
    },
    swatches: areas.map(boxOf),
    cardRows: layout.rows,
  };
}
