import type { FieldBox, PictureField } from './picture-field';

/** Taken out once: they are asked for at every pixel. */
const { floor, hypot, max, min } = Math;

/** Paper is looked for in cells of so many pixels: a box need not be exact. */
const cell = 4;

/** The largest upright rectangle of plain paper (histogram method), a little inside its edges. */
export function guessPaper(
  { width, height, l, a, b }: PictureField,
  things: readonly FieldBox[],
): FieldBox | null {
  const [columns, rows] = [floor(width / cell), floor(height / cell)];
  const heights = new Int32Array(columns + 1);
  let best: (FieldBox & { cells: number }) | null = null;
  const isPaper = (column: number, row: number): boolean => {
    const [x, y] = [column * cell, row * cell];
    if (
      things.some(
        (t) => x > t.left - 2 * cell && x < t.right + cell && y > t.top - 2 * cell && y < t.bottom + cell,
      )
    )
      return false;
    for (let dy = 0; dy < cell; dy++)
      for (let dx = 0; dx < cell; dx++) {
        const k = (row * cell + dy) * width + column * cell + dx;
        if (l[k]! < 88 || l[k]! > 112 || hypot(a[k]!, b[k]!) > 6) return false;
      }
    return true;
  };
  for (let row = 0; row < rows; row++) {
    for (let c = 0; c < columns; c++) heights[c] = isPaper(c, row) ? heights[c]! + 1 : 0;
    const stack: number[] = [];
    for (let c = 0; c <= columns; c++) {
      while (stack.length > 0 && heights[stack.at(-1)!]! >= heights[c]!) {
        const tall = heights[stack.pop()!]!;
        const from = stack.length > 0 ? stack.at(-1)! + 1 : 0;
        // A stripe is no good sample of paper: width and height both count.
        const cells = min(c - from, 3 * tall) * min(tall, 3 * (c - from));
        if (tall > 1 && cells > (best?.cells ?? 0))
          best = { left: from, right: c, top: row + 1 - tall, bottom: row + 1, cells };
      }
      stack.push(c);
    }
  }
  if (!best || best.cells < 0.004 * columns * rows) return null;
  const inset = (size: number) => max(1, floor(size * 0.12));
  const [dx, dy] = [inset(best.right - best.left), inset(best.bottom - best.top)];
  const { left, right, top, bottom } = best;
  if (right - left <= 2 * dx + 1 || bottom - top <= 2 * dy + 1) return null;
  return {
    left: (left + dx) * cell,
    right: (right - dx) * cell,
    top: (top + dy) * cell,
    bottom: (bottom - dy) * cell,
  };
}
