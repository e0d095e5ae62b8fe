import type { Box } from '@hedge-lamp/core/color';

/** Found by the first guess, placed by the keeper, or neither: then nothing is read. */
export type BoxState = 'found' | 'placed' | 'missing';

export const stateWords: Readonly<Record<BoxState, string>> = {
  found: 'found',
  placed: 'placed by you',
  missing: 'missing',
};

/** A thing that is marked on a photograph. */
export interface MarkedThing {
  readonly id: string;
  readonly label: string;
  /** Where its box is put when it has to be placed by hand, and how large it is around a finger. */
  readonly start: Box;
  /** What to do while it is missing. */
  readonly ask: string;
  /** Lines inside it, where it is divided evenly. */
  readonly parts?: number;
  readonly rows?: 1 | 2;
  /** A tap on it finds its own outline. */
  readonly isTube?: boolean;
}

/** Boxes by the id of their thing, each with how it came there. */
export type PhotoBoxes = Readonly<Record<string, { readonly box: Box; readonly state: BoxState }>>;

/** What the first guess found. */
export function boxesFound(guess: Readonly<Record<string, Box | null>>): PhotoBoxes {
  return Object.fromEntries(
    Object.entries(guess).flatMap(([id, box]) => (box ? [[id, { box, state: 'found' as const }]] : [])),
  );
}

export const placed = (boxes: PhotoBoxes, id: string, box: Box): PhotoBoxes => ({
  ...boxes,
  [id]: { box, state: 'placed' },
});

export const stateOf = (boxes: PhotoBoxes, id: string): BoxState => boxes[id]?.state ?? 'missing';

/** A box of its usual size around a finger, within the picture. */
export function boxAround({ start: { width, height } }: MarkedThing, x: number, y: number): Box {
  const inside = (at: number, size: number) => Math.min(Math.max(at - size / 2, 0), 1 - size);
  return { left: inside(x, width), top: inside(y, height), width, height };
}

/**
 * The boxes of all things that are to be in the picture: null as long as one of them was neither found nor placed, since
 * nothing is read from a box that lies where it fell.
 */
export function allMarked(
  boxes: PhotoBoxes,
  things: readonly MarkedThing[],
): Readonly<Record<string, Box>> | null {
  const marked = things.map(({ id }) => [id, boxes[id]] as const);
  if (marked.some(([, b]) => b === undefined)) return null;
  return Object.fromEntries(marked.flatMap(([id, b]) => (b ? [[id, { ...b.box }]] : [])));
}

/** Where paper, tube, card, gray and blank are put by hand. */
export const startBoxes = {
  paper: { left: 0.62, top: 0.68, width: 0.25, height: 0.2 },
  vial: { left: 0.1, top: 0.25, width: 0.1, height: 0.45 },
  card: { left: 0.3, top: 0.35, width: 0.6, height: 0.2 },
  gray: { left: 0.4, top: 0.7, width: 0.12, height: 0.12 },
  blank: { left: 0.24, top: 0.25, width: 0.1, height: 0.45 },
} satisfies Readonly<Record<string, Box>>;

export const paperThing: MarkedThing = {
  id: 'paper',
  label: 'White paper',
  start: startBoxes.paper,
  ask: 'No white paper was found: tap plain white paper in the picture.',
};
export const tubeThing: MarkedThing = {
  id: 'vial',
  label: 'Tube',
  start: startBoxes.vial,
  ask: 'No tube was found: tap its water in the picture.',
  isTube: true,
};
