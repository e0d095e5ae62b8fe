import {
  type Box,
  type Card,
  type CardMatch,
  type GuessedBoxes,
  type Lab,
  type MarkedBoxes,
  type Photo,
  type PhotoReading,
  anyCamera,
  commonLights,
  guessBoxes,
  learnCard,
  matchOfPhoto,
  plantLight,
  readPhoto,
  simulatedPhoto,
  valueAt,
} from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/practice';
import { FieldError } from '@hedge-lamp/core/quantity';
import { expose } from 'comlink';

/** Opens, scales, measures and makes up photographs, away from the page, so that it never stutters. */

/** Longest side that a photograph is scaled to: colors need no more, and it is quick to read and small to keep. */
const longest = 1600;
/** A larger file is not opened; phones make pictures of up to about 20 MB. */
const mostBytes = 40_000_000;
/** More pixels than this may not fit into memory. */
const mostPixels = 120_000_000;

/** What worked, or what was wrong in a plain sentence and where. */
export type Outcome<T> =
  { readonly done: T } | { readonly fault: { readonly field: string; readonly says: string } };

export interface OpenedPhoto {
  readonly width: number;
  readonly height: number;
  /** Scaled, upright, and without anything that was written into the file beside the picture. */
  readonly jpeg: Blob;
  readonly guess: GuessedBoxes;
  /** For the benchmark, ms. */
  readonly took: { readonly decoding: number; readonly rest: number };
}

export interface ReadPhoto {
  readonly reading: PhotoReading;
  readonly match: CardMatch | null;
}

/** A made-up photograph to be asked for. */
export interface MadeUp {
  readonly card: Card;
  /** Along the card. */
  readonly position: number;
  /** Index of a common light; one past them is the plant light. */
  readonly light: number;
  readonly withCard: boolean;
  readonly seed: number;
  readonly width: number;
  readonly height: number;
}

let current: Photo | null = null;

const refused = (field: string, says: string) => ({ fault: { field, says } });

/** Faults of input come back as sentences; anything else is a defect and is thrown. */
function attempt<T>(act: () => T): Outcome<T> {
  try {
    return { done: act() };
  } catch (error) {
    if (error instanceof FieldError) return refused(error.field, error.message);
    throw error;
  }
}

const megabytes = (bytes: number) => Math.round(bytes / 1_000_000);

const photoWorker = {
  async open(file: Blob, swatches: number): Promise<Outcome<OpenedPhoto>> {
    if (file.size === 0) return refused('photo', 'This file is empty. Choose a picture.');
    if (file.size > mostBytes)
      return refused(
        'photo',
        `This picture has ${megabytes(file.size)} MB; up to ${megabytes(mostBytes)} MB are opened. Choose a smaller one, or take it anew.`,
      );
    const from = performance.now();
    let bitmap: ImageBitmap;
    try {
      // A picture that was taken sideways is turned as its camera noted.
      bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    } catch {
      return refused(
        'photo',
        'This file is not a picture that can be opened here. Choose a JPEG, PNG or WebP picture.',
      );
    }
    const decoded = performance.now();
    if (bitmap.width * bitmap.height > mostPixels) {
      bitmap.close();
      return refused('photo', 'This picture has too many pixels to open. Choose a smaller one.');
    }
    const scale = Math.min(1, longest / Math.max(bitmap.width, bitmap.height));
    const [width, height] = [bitmap.width, bitmap.height].map((side) =>
      Math.max(1, Math.round(side * scale)),
    );
    const canvas = new OffscreenCanvas(width!, height!);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.imageSmoothingQuality = 'medium';
    context.drawImage(bitmap, 0, 0, width!, height!);
    bitmap.close();
    const { data } = context.getImageData(0, 0, width!, height!);
    current = { width: width!, height: height!, data };
    const guess = guessBoxes(current, swatches);
    const jpeg = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
    const took = { decoding: decoded - from, rest: performance.now() - decoded };
    return { done: { width: width!, height: height!, jpeg, guess, took } };
  },

  read(boxes: MarkedBoxes, card: Card): Outcome<ReadPhoto> {
    const photo = current;
    if (!photo) return refused('photo', 'There is no picture yet.');
    return attempt(() => {
      const reading = readPhoto(photo, boxes, card);
      return { reading, match: matchOfPhoto(card, reading) };
    });
  },

  learn(
    paper: Box,
    swatches: readonly Box[],
    gray?: Box,
  ): Outcome<{ colors: Lab[]; gray: number | undefined }> {
    const photo = current;
    if (!photo) return refused('photo', 'There is no picture yet.');
    return attempt(() => {
      const { colors, gray: lightness } = learnCard(photo, { paper, swatches, gray });
      return { colors, gray: lightness };
    });
  },

  /** The stand-in camera: a JPEG of a made-up scene. */
  async makeUp({ card, position, light, withCard, seed, width, height }: MadeUp): Promise<Blob> {
    const random = seededRandom(seed);
    const { photo } = simulatedPhoto({
      card,
      amount: valueAt(card, position),
      light: commonLights[light] ?? plantLight,
      camera: anyCamera(random),
      width,
      height,
      gradient: random.spread(0.1),
      glare: 0.4 * random.next(),
      withCard,
      withGray: true,
      random,
    });
    const canvas = new OffscreenCanvas(width, height);
    canvas
      .getContext('2d')!
      .putImageData(new ImageData(new Uint8ClampedArray(photo.data), width, height), 0, 0);
    return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  },
};
export type PhotoWorker = typeof photoWorker;

expose(photoWorker);
