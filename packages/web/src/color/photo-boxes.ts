import type { Box, GuessedBoxes, MarkedBoxes } from '@hedge-lamp/core/color';

/** What is marked on a photograph. */
export const boxNames = ['paper', 'vial', 'card', 'gray', 'blank'] as const;
export type BoxName = (typeof boxNames)[number];

/** Found by the first guess, placed by the keeper, or neither: then nothing is read. */
export type BoxState = 'found' | 'placed' | 'missing';

export const boxLabel: Readonly<Record<BoxName, string>> = {
  paper: 'White paper',
  vial: 'Tube',
  card: 'Card',
  gray: 'Gray',
  blank: 'Blank',
};

export const stateWords: Readonly<Record<BoxState, string>> = {
  found: 'found',
  placed: 'placed by you',
  missing: 'missing',
};

export interface PhotoBoxes {
  readonly box: Readonly<Record<BoxName, Box>>;
  readonly state: Readonly<Record<BoxName, BoxState>>;
}

/** Where a box is put that has to be placed by hand. */
export const startBoxes: Readonly<Record<BoxName, Box>> = {
  paper: { left: 0.62, top: 0.68, width: 0.25, height: 0.2 },
  vial: { left: 0.1, top: 0.25, width: 0.1, height: 0.45 },
  card: { left: 0.3, top: 0.35, width: 0.6, height: 0.2 },
  gray: { left: 0.4, top: 0.7, width: 0.12, height: 0.12 },
  blank: { left: 0.24, top: 0.25, width: 0.1, height: 0.45 },
};

export function boxesOfGuess(guess: GuessedBoxes): PhotoBoxes {
  const { paper, vial, card } = guess;
  const state = (box: Box | null): BoxState => (box ? 'found' : 'missing');
  return {
    box: {
      ...startBoxes,
      paper: paper ?? startBoxes.paper,
      vial: vial ?? startBoxes.vial,
      card: card ?? startBoxes.card,
    },
    state: { paper: state(paper), vial: state(vial), card: state(card), gray: 'missing', blank: 'missing' },
  };
}

export const placed = (boxes: PhotoBoxes, name: BoxName, box: Box): PhotoBoxes => ({
  box: { ...boxes.box, [name]: box },
  state: { ...boxes.state, [name]: 'placed' },
});

/** A box of its usual size around a finger, within the picture. */
export function boxAround(name: BoxName, x: number, y: number): Box {
  const { width, height } = startBoxes[name];
  const inside = (at: number, size: number) => Math.min(Math.max(at - size / 2, 0), 1 - size);
  return { left: inside(x, width), top: inside(y, height), width, height };
}

/**
 * What the reader is given: null as long as one of the things that are to be in the picture was neither found nor
 * placed.
 * @param needed in this picture
 */
export function markedBoxes(
  { box, state }: PhotoBoxes,
  needed: readonly BoxName[],
  more: Pick<MarkedBoxes, 'cardRows' | 'clearTube'>,
): MarkedBoxes | null {
  if (needed.some((name) => state[name] === 'missing')) return null;
  const has = (name: BoxName) => (needed.includes(name) ? { ...box[name] } : undefined);
  return {
    paper: { ...box.paper },
    vial: { ...box.vial },
    card: has('card'),
    gray: has('gray'),
    blank: has('blank'),
    ...more,
  };
}
