import type { SeededRandom } from '../../quantity/seeded-random';

/** Where things lie on the table of a made-up photograph, and how the camera looks at them. */
export interface SceneLayout {
  /** Swatches side by side, or one under the other. */
  readonly along: 'row' | 'column';
  readonly rows: 1 | 2;
  /** From the deepest to the palest. */
  readonly reversed: boolean;
  /** Share of a swatch's place that is gap; 0 for swatches edge to edge. */
  readonly gap: number;
  /** Of the usual size of the card. */
  readonly scale: number;
  /** What the tube stands in. */
  readonly holder: 'paper' | 'rack' | 'hand';
  /** Other tubes beside it, by their place along their own tests. */
  readonly others: readonly number[];
  /** Turn of the camera, degrees. */
  readonly turn: number;
  /** How much smaller the far side looks than the near one, as a share, across and up. */
  readonly tilt: readonly [x: number, y: number];
  /** Moves everything, as shares of the picture. */
  readonly shift: readonly [x: number, y: number];
}

export const usualLayout: SceneLayout = {
  along: 'row',
  rows: 1,
  reversed: false,
  gap: 0.2,
  scale: 1,
  holder: 'paper',
  others: [],
  turn: 0,
  tilt: [0, 0],
  shift: [0, 0],
};

/**
 * A layout by chance.
 * @param how 0 for one laid out with care, 1 for a usual one, 2 for a hasty one
 */
export function anyLayout(random: SeededRandom, how: number): SceneLayout {
  const chance = (share: number) => random.next() < share * how;
  const shift = () => (random.next() - 0.5) * 0.05;
  return {
    along: chance(0.22) ? 'column' : 'row',
    rows: chance(0.12) ? 2 : 1,
    reversed: chance(0.2),
    gap: chance(0.25) ? 0 : 0.08 + 0.3 * random.next(),
    scale: 1 - 0.25 * how * random.next(),
    holder: chance(0.15) ? 'rack' : chance(0.15) ? 'hand' : 'paper',
    others: [],
    turn: random.spread(1.6 * how),
    tilt: [random.spread(0.035 * how), random.spread(0.035 * how)],
    shift: [shift(), shift()],
  };
}
