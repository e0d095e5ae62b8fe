import type { SeededRandom } from '../../quantity/seeded-random';
import type { Card } from '../card';
import { vialLab } from '../card-curve';
import type { LinearRgb } from '../lab';
import type { Light } from '../light';
import type { Box, Photo } from '../photo/photo';
import { inChemistryUnit, vialBands } from '../reagent-chemistry';
import { transmittance } from '../vial-color';
import { spectrumOf } from '../wavelengths';
import { type PhonePicture, developed, plainPicture } from './phone-picture';
import { type PrintRun, perfectPrint, printedInk } from './printed-ink';
import { type CameraSetup, cameraEye } from './simulated-camera';

/** A made-up scene: a strip beside its card, a row of swatches for each of its pads. */
export interface StripScene {
  /** Of the pads, in their order, and what each shows, in the unit of its card. */
  readonly pads: readonly { readonly card: Card; readonly amount: number }[];
  readonly light: Light;
  readonly camera: CameraSetup;
  readonly width: number;
  readonly height: number;
  /** The first pad lies at the lower end. */
  readonly turned: boolean;
  readonly random: SeededRandom;
  readonly print?: PrintRun;
  readonly picture?: PhonePicture;
}

export interface SimulatedStrip {
  readonly photo: Photo;
  readonly boxes: { readonly paper: Box; readonly strip: Box; readonly rows: readonly Box[] };
}

const paperInk = spectrumOf((nm) => 0.9 - 0.03 * Math.exp(-(((nm - 400) / 50) ** 2)));

/** Makes a photograph of a strip with known amounts. Stands in for a camera; it shows no real water. */
export function simulatedStrip(scene: StripScene): SimulatedStrip {
  const { pads, width, height, random, camera, turned } = scene;
  const eye = cameraEye(camera, scene.light);
  const onPaper = (share: Float64Array) => eye(share.map((s, k) => s * paperInk[k]!));
  const paper = eye(paperInk);
  const padColors = pads.map(({ card, amount }) =>
    onPaper(transmittance(vialBands(card.chemistry, inChemistryUnit(card.chemistry, amount, card.unit)))),
  );
  const inks = pads.map(({ card }) =>
    card.values.map((v) => onPaper(printedInk(vialLab(card, v), scene.print ?? perfectPrint, random))),
  );
  const shift = (random.next() - 0.5) * 0.02;
  const strip: Box = { left: 0.09 + shift, top: 0.12, width: 0.055, height: 0.72 };
  const pitch = strip.height / pads.length;
  const rows = pads.map(({ card }, k): Box => ({
    left: 0.26 + shift,
    top: 0.12 + pitch * (k + 0.18),
    width: 0.095 * card.values.length,
    height: pitch * 0.6,
  }));
  const light = new Float32Array(3 * width * height);
  let at = 0;
  for (let row = 0; row < height; row++) {
    const y = (row + 0.5) / height;
    for (let column = 0; column < width; column++) {
      const x = (column + 0.5) / width;
      let color: LinearRgb = paper;
      const place = (y - strip.top) / pitch;
      const pad = Math.floor(place);
      const within = place - pad;
      if (x > strip.left && x < strip.left + strip.width && pad >= 0 && pad < pads.length) {
        if (within > 0.2 && within < 0.8) color = padColors[turned ? pads.length - 1 - pad : pad]!;
      } else {
        const r = rows[pad];
        const along = r ? ((x - r.left) / r.width) * pads[pad]!.card.values.length : -1;
        const swatch = Math.floor(along);
        if (r && y > r.top && y < r.top + r.height && along >= 0 && swatch < inks[pad]!.length) {
          if (along - swatch > 0.08 && along - swatch < 0.92) color = inks[pad]![swatch]!;
        }
      }
      for (let c = 0; c < 3; c++) {
        const noisy = color[c]! + (random.next() - 0.5) * 3.4 * camera.noise * (0.15 + color[c]!) ** 0.5;
        light[at++] = Math.max(noisy, 0);
      }
    }
  }
  return {
    photo: developed(light, width, height, scene.picture ?? plainPicture, paper[1]),
    boxes: { paper: { left: 0.8, top: 0.3, width: 0.14, height: 0.4 }, strip, rows },
  };
}
