import type { SeededRandom } from '../practice/seeded-random';
import type { Card } from './card';
import { vialLab } from './card-curve';
import type { LinearRgb } from './lab';
import type { Light } from './light';
import type { Box, Photo } from './photo';
import { printedInk } from './printed-ink';
import { inChemistryUnit, vialBands } from './reagent-chemistry';
import { type CameraSetup, cameraEye } from './simulated-camera';
import { transmittance } from './vial-color';
import { spectrumOf } from './wavelengths';

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
}

export interface SimulatedPhoto {
  readonly photo: Photo;
  /** Where things lie in it: what a keeper would mark. */
  readonly boxes: { readonly paper: Box; readonly vial: Box; readonly card: Box; readonly gray: Box };
  /** A box on each swatch of the card. */
  readonly swatches: readonly Box[];
}

/** Paper: not quite white, a little less so in the blue. */
const paperInk = spectrumOf((nm) => 0.9 - 0.03 * Math.exp(-(((nm - 400) / 50) ** 2)));
const grayInk = spectrumOf(() => 0.22);
const tableInk = spectrumOf((nm) => 0.16 + 0.14 / (1 + Math.exp(-(nm - 570) / 25)));
/** Steps of the tube's roundness that are worked out. */
const slices = 24;

const encode = Uint8ClampedArray.from({ length: 4096 }, (_, k) => {
  const c = k / 4095;
  return 255 * (c <= 0.0031308 ? 12.92 * c : 1.055 * c ** (1 / 2.4) - 0.055);
});

/**
 * Makes a photograph of a known amount, pixel by pixel, from the spectra of light, dye, ink and sensor. Stands in for
 * a camera: in the demo, in tests and for practice. It shows no real water.
 */
export function simulatedPhoto(scene: Scene): SimulatedPhoto {
  const { card, width, height, random, camera } = scene;
  const eye = cameraEye(camera, scene.light);
  const onPaper = (share: Float64Array) => share.map((s, k) => s * paperInk[k]!);
  const bands = vialBands(card.chemistry, inChemistryUnit(card.chemistry, scene.amount, card.unit));
  // Light through the middle of a round tube goes through all of its width, near its edge through less.
  const water = Array.from({ length: slices + 1 }, (_, k) =>
    eye(onPaper(transmittance(bands, Math.sqrt(1 - (0.97 * (k / slices)) ** 2)))),
  );
  const paper = eye(paperInk);
  const gray = eye(grayInk);
  const table = eye(tableInk);
  const inks = scene.withCard ? card.values.map((v) => eye(onPaper(printedInk(vialLab(card, v))))) : [];

  // The layout, in shares of the picture, a little different every time.
  const shift = () => (random.next() - 0.5) * 0.03;
  const [sx, sy] = [shift(), shift()];
  const sheet: Box = { left: 0.04, top: 0.05, width: 0.92, height: 0.9 };
  const tube: Box = { left: 0.13 + sx, top: 0.16 + sy, width: 0.1, height: 0.62 };
  const filled: Box = { ...tube, top: tube.top + 0.14, height: tube.height - 0.14 };
  const count = card.values.length;
  const strip: Box = { left: 0.33 + sx, top: 0.34 + sy, width: 0.58, height: 0.2 };
  const cell = strip.width / count;
  const swatches = card.values.map((_v, k): Box => ({
    left: strip.left + cell * (k + 0.1),
    top: strip.top,
    width: cell * 0.8,
    height: strip.height,
  }));
  const grayBox: Box = { left: 0.36 + sx, top: 0.68 + sy, width: 0.1, height: 0.12 };
  const boxes = {
    paper: { left: 0.55 + sx, top: 0.68 + sy, width: 0.3, height: 0.2 },
    vial: filled,
    card: strip,
    gray: grayBox,
  };

  const radius = tube.width / 2;
  /** The bottom of the tube is round. */
  const roundness = (radius * width) / height;
  // What a column of the picture meets is worked out once, not for each of its pixels.
  const columns = Array.from({ length: width }, (_, column) => {
    const x = (column + 0.5) / width;
    const off = (x - tube.left) / radius - 1;
    const across = Math.abs(off);
    const place = (x - strip.left) / cell;
    const within = place - Math.floor(place);
    const onStrip = scene.withCard && place >= 0 && place < count;
    return {
      inSheet: x >= sheet.left && x < sheet.left + sheet.width,
      water: across < 1 ? water[Math.round(across * slices)]! : null,
      // The wall of the glass: dark rims, a bright streak.
      rim: across > 0.9 ? 0.72 : 1,
      streak: scene.glare * Math.exp(-(((off + 0.42) / 0.09) ** 2)),
      bottom: tube.top + tube.height - roundness * (1 - Math.sqrt(1 - Math.min(across, 1) ** 2)),
      ink: onStrip && within > 0.1 && within < 0.9 ? inks[Math.floor(place)]! : null,
      // Where the values would be printed: a few dark strokes under each swatch.
      stroke: onStrip && Math.abs(within - 0.5) < 0.16 && Math.floor(place * 25) % 2 === 0,
      inGray: scene.withGray && x >= grayBox.left && x < grayBox.left + grayBox.width,
      // Light falls off across the picture, and towards its corners as every lens makes it.
      fall: 1 + scene.gradient * (0.5 - x),
      corner: 0.12 * (x - 0.5) ** 2,
    };
  });
  const noise = Float64Array.from(
    { length: 4096 },
    () => (random.next() + random.next() + random.next() - 1.5) * 2 * camera.noise,
  );

  const data = new Uint8ClampedArray(4 * width * height);
  const dark: LinearRgb = [paper[0] * 0.12, paper[1] * 0.12, paper[2] * 0.12];
  let at = 0;
  for (let row = 0; row < height; row++) {
    const y = (row + 0.5) / height;
    const inSheet = y >= sheet.top && y < sheet.top + sheet.height;
    const onStrip = y >= strip.top && y < strip.top + strip.height;
    const belowStrip = y > strip.top + strip.height + 0.025 && y < strip.top + strip.height + 0.06;
    const inGray = y >= grayBox.top && y < grayBox.top + grayBox.height;
    const surface = y > filled.top - 0.004 && y < filled.top + 0.004;
    const corner = 1 - 0.12 * (y - 0.5) ** 2;
    for (const column of columns) {
      let color = paper;
      let times = 1;
      let streak = 0;
      if (!inSheet || !column.inSheet) color = table;
      else if (column.water && y >= tube.top && y < column.bottom) {
        if (y >= filled.top) color = column.water;
        times = surface ? 0.6 : y >= filled.top ? column.rim : column.rim * 0.94;
        ({ streak } = column);
      } else if (onStrip && column.ink) color = column.ink;
      else if (belowStrip && column.stroke) color = dark;
      else if (inGray && column.inGray) color = gray;
      const fall = column.fall * (corner - column.corner);
      const grain = Math.floor(random.next() * 4096);
      for (let k = 0; k < 3; k++) {
        const light = (color[k]! * times + streak * paper[k]!) * fall;
        const noisy = light + noise[(grain + 1367 * k) & 4095]! * (0.15 + light) ** 0.5;
        const step = noisy > 0 ? noisy ** camera.contrast * 4095 + 0.5 : 0;
        data[at + k] = encode[step < 4095 ? step | 0 : 4095]!;
      }
      data[at + 3] = 255;
      at += 4;
    }
  }
  return { photo: { width, height, data }, boxes, swatches };
}
