import jpeg from 'jpeg-js';
import piexif from 'piexifjs';
import { bundledCore } from '../scripts/bundled-core.mjs';

/** A photograph by the stand-in camera, as a file: the same scene for the same seed. */
export interface MadePhoto {
  readonly bytes: Buffer;
  readonly width: number;
  readonly height: number;
}

interface Wanted {
  readonly cardId: string;
  /** In the unit of the card. */
  readonly amount: number;
  readonly width?: number;
  readonly height?: number;
  readonly withCard?: boolean;
  readonly plantLight?: boolean;
  /** Other tubes beside it, by their amounts. */
  readonly others?: readonly number[];
  /** The card lies there a second time, a quarter of the picture further down. */
  readonly twoCards?: boolean;
  /** As a front camera may save it: left and right changed over. */
  readonly mirrored?: boolean;
}

export async function madePhoto(wanted: Wanted): Promise<MadePhoto> {
  const core = await bundledCore('color', 'quantity');
  const { width = 1200, height = 900 } = wanted;
  const random = core.seededRandom(11);
  const { photo, boxes } = core.simulatedPhoto({
    card: core.cardOf(wanted.cardId),
    amount: wanted.amount,
    light: wanted.plantLight ? core.plantLight : core.daylight(5500),
    camera: { ...core.anyCamera(random), exposure: 0.65 },
    width,
    height,
    gradient: 0.05,
    glare: 0.2,
    withCard: wanted.withCard ?? true,
    withGray: true,
    random,
    layout: { ...core.usualLayout, others: wanted.others ?? [] },
  });
  if (wanted.twoCards) {
    const { left, top, width: wide, height: high } = boxes.card;
    const [x0, x1] = [Math.floor(left * width) - 8, Math.ceil((left + wide) * width) + 8];
    const down = Math.round(0.31 * height);
    for (let y = Math.floor(top * height) - 8; y < (top + high) * height + 8; y++)
      photo.data.copyWithin(4 * ((y + down) * width + x0), 4 * (y * width + x0), 4 * (y * width + x1));
  }
  if (wanted.mirrored) {
    const pixels = new Uint32Array(photo.data.buffer);
    for (let y = 0; y < height; y++) pixels.subarray(y * width, (y + 1) * width).reverse();
  }
  return { bytes: Buffer.from(jpeg.encode(photo, 88).data), width, height };
}

/** A strip with its card, as a file: every pad shows the second swatch of its row, or a little more. */
export async function madeStrip(): Promise<MadePhoto> {
  const core = await bundledCore('color', 'methods', 'quantity');
  const [width, height] = [1200, 900];
  const random = core.seededRandom(12);
  const strip = core.shippedMethods.find(({ result }: { result: { by: string } }) => result.by === 'strip')!;
  const pads = strip.result.by === 'strip' ? strip.result.pads : [];
  const { photo } = core.simulatedStrip({
    pads: pads.map(({ card }: { card: unknown }) => ({ card, amount: core.valueAt(card, 1.3) })),
    light: core.daylight(5500),
    camera: { ...core.anyCamera(random), exposure: 0.65 },
    width,
    height,
    turned: false,
    random,
  });
  return { bytes: Buffer.from(jpeg.encode(photo, 88).data), width, height };
}

/**
 * The same picture as a phone saves it that was held sideways in a park: turned by a quarter, with the note to turn
 * it back (EXIF orientation 6) and the place (52.5° N, 13.4° E).
 */
export function asPhoneSaves({ bytes }: MadePhoto): Buffer {
  const { width, height, data } = jpeg.decode(bytes, { useTArray: true });
  const turned = Buffer.alloc(data.length);
  // A quarter to the left; orientation 6 turns it a quarter to the right again.
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const to = 4 * ((width - 1 - x) * height + y);
      turned.set(data.subarray(4 * (y * width + x), 4 * (y * width + x) + 4), to);
    }
  const sideways = Buffer.from(jpeg.encode({ width: height, height: width, data: turned }, 88).data);
  const told = piexif.dump({
    '0th': { 274: 6 },
    GPS: {
      1: 'N',
      2: [
        [52, 1],
        [31, 1],
        [0, 1],
      ],
      3: 'E',
      4: [
        [13, 1],
        [24, 1],
        [0, 1],
      ],
    },
  });
  return Buffer.from(piexif.insert(told, sideways.toString('binary')), 'binary');
}
