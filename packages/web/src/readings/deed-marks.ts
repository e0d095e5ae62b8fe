import type { Deed } from '@hedge-lamp/core/remedies';

/** A deed with its place on the axis, px from the left. */
export interface PlacedDeed {
  readonly deed: Deed;
  readonly x: number;
}

/** Room of a mark, px. */
export const markWidth = 17;

/**
 * Deeds along an axis of time, in their order: those that would lie on each other are moved apart. Where there are more than
 * there is room for, the newest stand; the log has all.
 * @param left place of an instant, px
 * @param width of the axis, px
 */
export function deedMarks(
  deeds: readonly Deed[],
  left: (instant: number) => number,
  width: number,
): PlacedDeed[] {
  const newest = [...deeds].sort((a, b) => a.at - b.at).slice(-Math.max(1, Math.floor(width / markWidth)));
  let last = -markWidth;
  const pushed = newest.map((deed) => ({ deed, x: (last = Math.max(left(deed.at), last + markWidth)) }));
  let next = width + markWidth;
  return pushed
    .reverse()
    .map(({ deed, x }) => ({ deed, x: (next = Math.min(x, next - markWidth)) }))
    .reverse();
}
