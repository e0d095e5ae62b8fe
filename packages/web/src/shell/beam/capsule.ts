/** A range from low to high, with its best guess, as shares of a beam's width. */
export type Along = readonly [low: number, best: number, high: number];

/** How a range is drawn along a beam, in pixels from its left end. */
export interface Capsule {
  readonly left: number;
  readonly right: number;
  /** Where the notch at the best guess stands. */
  readonly notch: number;
  /** The closed outline. */
  readonly outline: string;
  /** Two small bites at the notch; empty where there is no room for them. */
  readonly bites: string;
  /** The head of the arrow at an open top; empty where it has an end. */
  readonly arrow: string;
}

/** A capsule is never narrower than this share of its height: the figures beside it are exact. */
const narrowest = 0.62;

const px = (x: number) => Math.round(x * 10) / 10;

/**
 * The outline of a range. It stays within the beam; where it is too narrow to be seen it is widened about its middle.
 * @param at shares of the width, as a beam's scale gives them
 * @param width of the beam, px
 * @param y of its middle line, px
 * @param height of the capsule, px
 * @param open true past the top of a card: it runs to the end of the beam
 */
export function capsuleOf(
  [low, best, high]: Along,
  width: number,
  y: number,
  height: number,
  open = false,
): Capsule {
  const least = Math.min(height * narrowest, width - 2);
  let left = low * width;
  let right = open ? width - 1 : high * width;
  if (right - left < least) {
    const middle = open ? right - least / 2 : (left + right) / 2;
    left = middle - least / 2;
    right = middle + least / 2;
  }
  // Kept inside: what is cut off at an end could not be seen.
  const shift = Math.max(1 - left, 0) - Math.max(right - (width - 1), 0);
  if (right - left <= height) {
    left += shift;
    right += shift;
  }
  left = Math.max(left, 1);
  right = Math.min(right, width - 1);
  const notch = Math.min(
    Math.max(best * width, left + Math.min(3, least / 2)),
    right - Math.min(3, least / 2),
  );
  const [top, bottom] = [y - height / 2, y + height / 2];
  const round = Math.min(height / 2, (right - left) / 2);
  const end = open
    ? `L${px(right - 6)} ${px(top)}L${px(right)} ${px(y)}L${px(right - 6)} ${px(bottom)}`
    : `L${px(right - round)} ${px(top)}A${px(round)} ${px(height / 2)} 0 0 1 ${px(right - round)} ${px(bottom)}`;
  const bite = Math.min(height * 0.26, 4);
  const hasRoom = right - left > 15 && height > 8 && notch - left > 5 && right - notch > 5;
  return {
    left,
    right,
    notch,
    outline: `M${px(left + round)} ${px(top)}${end}L${px(left + round)} ${px(bottom)}A${px(round)} ${px(height / 2)} 0 0 1 ${px(left + round)} ${px(top)}Z`,
    bites: hasRoom
      ? `M${px(notch - bite)} ${px(top - 0.6)}h${px(2 * bite)}l${px(-bite)} ${px(bite * 1.15)}zM${px(notch - bite)} ${px(bottom + 0.6)}h${px(2 * bite)}l${px(-bite)} ${px(-bite * 1.15)}z`
      : '',
    arrow: open ? `M${px(right - 11)} ${px(top + 2)}l5 ${px(height / 2 - 2)}l-5 ${px(height / 2 - 2)}` : '',
  };
}
