import {
  type Box,
  type Card,
  type CardMatch,
  type GuessedBoxes,
  type GuessedStrip,
  type Lab,
  type LightHint,
  type MarkedBoxes,
  type Photo,
  type PhotoReading,
  type StripBoxes,
  type TurnIndicator,
  type TurnReading,
  anyCamera,
  commonLights,
  guessBoxes,
  guessStrip,
  hintWidth,
  learnCard,
  lightHint,
  matchOfPhoto,
  plantLight,
  readBurst,
  readStrip,
  readTurn,
  simulatedPhoto,
  tubeAt,
  valueAt,
} from '@hedge-lamp/core/color';
import { seededRandom } from '@hedge-lamp/core/quantity';
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
  readonly guess: GuessedBoxes;
  /** Frames that are read as one; 1 for a picture that was chosen. */
  readonly frames: number;
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

/** The frames of the picture in work, the one that is shown first. */
let current: [Photo, ...Photo[]] | null = null;
/** The first of them as it was drawn: scaled and upright. */
let drawn: OffscreenCanvas | null = null;

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

/** A file as pixels, scaled and upright, on the canvas that it was drawn on; or what is wrong with it. */
async function opened(
  file: Blob,
): Promise<Outcome<{ readonly photo: Photo; readonly canvas: OffscreenCanvas; readonly decoded: number }>> {
  if (file.size === 0) return refused('photo', 'This file is empty. Choose a picture.');
  if (file.size > mostBytes)
    return refused(
      'photo',
      `This picture has ${megabytes(file.size)} MB; up to ${megabytes(mostBytes)} MB are opened. Choose a smaller one, or take it anew.`,
    );
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
  const [width, height] = [bitmap.width, bitmap.height].map((side) => Math.max(1, Math.round(side * scale)));
  const canvas = new OffscreenCanvas(width!, height!);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  // Colors are medians of many pixels: the quickest way to scale tells them as well.
  context.imageSmoothingQuality = 'low';
  context.drawImage(bitmap, 0, 0, width!, height!);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width!, height!);
  return { done: { photo: { width: width!, height: height!, data }, canvas, decoded } };
}

const photoWorker = {
  /**
   * @param files frames of one burst, or one picture
   * @param swatches of the card that is looked for
   * @param card itself, where it is known
   */
  async open(files: readonly Blob[], swatches: number, card: Card | null): Promise<Outcome<OpenedPhoto>> {
    const from = performance.now();
    const first = await opened(files[0] ?? new Blob());
    if ('fault' in first) return first;
    const { photo, canvas, decoded } = first.done;
    const others: Photo[] = [];
    for (const file of files.slice(1)) {
      const other = await opened(file);
      // A frame that went wrong is left out: the first one is the picture.
      if (
        'done' in other &&
        other.done.photo.width === photo.width &&
        other.done.photo.height === photo.height
      )
        others.push(other.done.photo);
    }
    current = [photo, ...others];
    drawn = canvas;
    const guess = guessBoxes(photo, swatches, card);
    const took = { decoding: decoded - from, rest: performance.now() - decoded };
    return { done: { width: photo.width, height: photo.height, frames: current.length, guess, took } };
  },

  /** The picture to be kept: scaled, upright, and without anything that was written into the file beside it. */
  async jpeg(): Promise<Blob | null> {
    return drawn && drawn.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  },

  /** The tube that was tapped, in shares of the picture. */
  tube(x: number, y: number): Box | null {
    return current && tubeAt(current[0], x, y);
  },

  /** What to mend before a picture is taken, by a frame of the live view. */
  hint(frame: ImageBitmap, card: Card | null, withTube: boolean): LightHint {
    const scale = Math.min(1, hintWidth / frame.width);
    const [width, height] = [frame.width, frame.height].map((side) => Math.max(1, Math.round(side * scale)));
    const context = new OffscreenCanvas(width!, height!).getContext('2d', { willReadFrequently: true })!;
    context.drawImage(frame, 0, 0, width!, height!);
    frame.close();
    return lightHint(
      { width: width!, height: height!, data: context.getImageData(0, 0, width!, height!).data },
      card,
      withTube,
    );
  },

  read(boxes: MarkedBoxes, card: Card): Outcome<ReadPhoto> {
    const frames = current;
    if (!frames) return refused('photo', 'There is no picture yet.');
    return attempt(() => {
      const reading = readBurst(frames, boxes, card);
      return { reading, match: matchOfPhoto(card, reading) };
    });
  },

  /** Where a strip and the rows of its card seem to lie. */
  guessStrip(cards: readonly Card[]): GuessedStrip | null {
    return current && guessStrip(current[0], cards);
  },

  readStrip(boxes: StripBoxes, cards: readonly Card[]): Outcome<ReadPhoto[]> {
    const photo = current?.[0];
    if (!photo) return refused('photo', 'There is no picture yet.');
    return attempt(() =>
      readStrip(photo, boxes, cards).map((reading, k) => ({
        reading,
        match: matchOfPhoto(cards[k]!, reading),
      })),
    );
  },

  readTurn(
    paper: Box,
    vial: Box,
    indicator: TurnIndicator,
    unit: string,
    perDrop: number,
  ): Outcome<TurnReading> {
    const photo = current?.[0];
    if (!photo) return refused('photo', 'There is no picture yet.');
    return attempt(() => readTurn(photo, { paper, vial }, indicator, unit, perDrop));
  },

  learn(
    paper: Box,
    swatches: readonly Box[],
    gray?: Box,
  ): Outcome<{ colors: Lab[]; gray: number | undefined }> {
    const photo = current?.[0];
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
