import { type LinearRgb, labOfLinear } from './lab';
import { type Box, type Photo, lightAt, luminance } from './photo';

/** Boxes that the program proposes; null for what it did not find. */
export interface GuessedBoxes {
  readonly paper: Box | null;
  readonly vial: Box | null;
  readonly card: Box | null;
}

/** The picture is looked at in so many cells across: coarse enough to be quick, fine enough for a swatch. */
const across = 120;

interface Cells {
  readonly columns: number;
  readonly rows: number;
  /** Whether each cell is paper. */
  readonly paper: Uint8Array;
  /** Brightness against the brightest paper, and whether the cell has a color of its own. */
  readonly lum: Float64Array;
  readonly tint: Float64Array;
}

/** Averages of the cells, and which of them are the white of paper: bright, and of the commonest bright tint. */
function cellsOf(photo: Photo): Cells {
  const columns = Math.min(across, photo.width);
  const rows = Math.max(1, Math.round((photo.height / photo.width) * columns));
  const colors: LinearRgb[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x0, y0] = [(column * photo.width) / columns, (row * photo.height) / rows];
      const sum = [0, 0, 0];
      for (const dy of [0.25, 0.5, 0.75])
        for (const dx of [0.25, 0.5, 0.75]) {
          const x = Math.min(photo.width - 1, Math.floor(x0 + (dx * photo.width) / columns));
          const y = Math.min(photo.height - 1, Math.floor(y0 + (dy * photo.height) / rows));
          lightAt(photo, x, y).forEach((c, k) => (sum[k] = sum[k]! + c / 9));
        }
      colors.push(sum as unknown as LinearRgb);
    }
  const lums = colors.map(luminance);
  const bright = [...lums].sort((a, b) => a - b)[Math.floor(0.9 * lums.length)]!;
  const top = colors.filter((_c, k) => lums[k]! > 0.85 * bright);
  const channel = (k: 0 | 1 | 2) => top.map((c) => c[k]).sort((a, b) => a - b)[Math.floor(top.length / 2)]!;
  const white: LinearRgb = [channel(0), channel(1), channel(2)].map((c) =>
    Math.max(c, 1e-4),
  ) as unknown as LinearRgb;
  const count = colors.length;
  const [paper, lum, tint] = [new Uint8Array(count), new Float64Array(count), new Float64Array(count)];
  colors.forEach((c, k) => {
    const { l, a, b } = labOfLinear([c[0] / white[0], c[1] / white[1], c[2] / white[2]]);
    lum[k] = l;
    tint[k] = Math.hypot(a, b);
    paper[k] = l > 78 && tint[k]! < 7 ? 1 : 0;
  });
  return { columns, rows, paper, lum, tint };
}

interface Piece {
  left: number;
  top: number;
  right: number;
  bottom: number;
  cells: number;
}

/** Connected pieces of the cells that are marked, the largest first. */
function pieces(marked: Uint8Array, columns: number, rows: number): Piece[] {
  const left = Uint8Array.from(marked);
  const found: Piece[] = [];
  for (let start = 0; start < left.length; start++) {
    if (!left[start]) continue;
    const piece: Piece = { left: columns, top: rows, right: 0, bottom: 0, cells: 0 };
    const todo = [start];
    left[start] = 0;
    while (todo.length > 0) {
      const at = todo.pop()!;
      const [x, y] = [at % columns, Math.floor(at / columns)];
      piece.left = Math.min(piece.left, x);
      piece.right = Math.max(piece.right, x + 1);
      piece.top = Math.min(piece.top, y);
      piece.bottom = Math.max(piece.bottom, y + 1);
      piece.cells++;
      for (const next of [x > 0 && at - 1, x < columns - 1 && at + 1, at - columns, at + columns])
        if (next !== false && next >= 0 && next < left.length && left[next]) {
          left[next] = 0;
          todo.push(next);
        }
    }
    found.push(piece);
  }
  return found.sort((a, b) => b.cells - a.cells);
}

const widthOf = (p: Piece) => p.right - p.left;
const heightOf = (p: Piece) => p.bottom - p.top;

/** The largest upright rectangle of nothing but marked cells (histogram method). */
function largestRectangle({ paper, columns, rows }: Cells): Piece | null {
  const heights = new Int32Array(columns + 1);
  let best: Piece | null = null;
  for (let row = 0; row < rows; row++) {
    for (let c = 0; c < columns; c++) heights[c] = paper[row * columns + c] ? heights[c]! + 1 : 0;
    const stack: number[] = [];
    for (let c = 0; c <= columns; c++) {
      while (stack.length > 0 && heights[stack.at(-1)!]! >= heights[c]!) {
        const height = heights[stack.pop()!]!;
        const from = stack.length > 0 ? stack.at(-1)! + 1 : 0;
        // A stripe is no good sample of paper: width and height both count.
        const cells = Math.min(c - from, 3 * height) * Math.min(height, 3 * (c - from));
        if (height > 1 && cells > (best?.cells ?? 0))
          best = { left: from, right: c, top: row + 1 - height, bottom: row + 1, cells };
      }
      stack.push(c);
    }
  }
  return best;
}

/** Swatches in a row: pieces of about one size at about one height, or in a column the other way round. */
function alignedGroup(swatches: readonly Piece[], wanted: number): Piece[] {
  let best: Piece[] = [];
  for (const one of swatches)
    for (const level of [true, false]) {
      const size = level ? heightOf : widthOf;
      const middle = (p: Piece) => (level ? p.top + p.bottom : p.left + p.right) / 2;
      const group = swatches.filter(
        (p) =>
          Math.abs(middle(p) - middle(one)) < 0.3 * size(one) &&
          size(p) > 0.6 * size(one) &&
          size(p) < 1.6 * size(one) &&
          p.cells < 3 * one.cells &&
          p.cells > one.cells / 3,
      );
      if (group.length > best.length && group.length <= wanted) best = group;
    }
  return best.length >= Math.max(2, wanted - 2) ? best : [];
}

/**
 * A first guess at where paper, tube and card lie, for the keeper to put right. Looks for white paper, for swatches in
 * a row on it, and for one upright colored thing beside them.
 * @param swatches of the card
 */
export function guessBoxes(photo: Photo, swatches: number): GuessedBoxes {
  const cells = cellsOf(photo);
  const { columns, rows, paper, tint, lum } = cells;
  const boxOf = (p: Piece): Box => ({
    left: p.left / columns,
    top: p.top / rows,
    width: widthOf(p) / columns,
    height: heightOf(p) / rows,
  });
  const rectangle = largestRectangle(cells);
  const colored = Uint8Array.from(paper, (isPaper, k) => (!isPaper && tint[k]! > 5 && lum[k]! > 15 ? 1 : 0));
  const things = pieces(colored, columns, rows).filter(
    (p) =>
      p.cells > 12 &&
      // What touches the edge of the picture is the table.
      p.left > 0 &&
      p.top > 0 &&
      p.right < columns &&
      p.bottom < rows &&
      p.cells > 0.5 * widthOf(p) * heightOf(p),
  );
  const row = alignedGroup(things, swatches);
  const others = things.filter((p) => !row.includes(p));
  const vial = others.find((p) => heightOf(p) > 1.3 * widthOf(p)) ?? null;
  return {
    paper: rectangle && boxOf(shrunk(rectangle)),
    vial: vial && boxOf(vial),
    card: row.length > 0 ? boxOf(whole(row, swatches, columns, rows)) : null,
  };
}

/** A little inside, clear of what lies beside it. */
const shrunk = (p: Piece): Piece => {
  const inset = (size: number) => Math.floor(size * 0.12);
  return {
    ...p,
    left: p.left + inset(widthOf(p)),
    right: p.right - inset(widthOf(p)),
    top: p.top + inset(heightOf(p)),
    bottom: p.bottom - inset(heightOf(p)),
  };
};

/**
 * The box around all swatches with half a gap at each end, so that it divides evenly. A palest swatch that looks like
 * paper was not found: the row is taken on by its own pitch, on the side where its colors grow pale.
 */
function whole(row: readonly Piece[], wanted: number, columns: number, rows: number): Piece {
  const level =
    Math.max(...row.map((p) => p.right)) - Math.min(...row.map((p) => p.left)) >=
    Math.max(...row.map((p) => p.bottom)) - Math.min(...row.map((p) => p.top));
  const from = (p: Piece) => (level ? p.left : p.top);
  const to = (p: Piece) => (level ? p.right : p.bottom);
  const sorted = [...row].sort((a, b) => from(a) - from(b));
  const pitch =
    row.length > 1
      ? (from(sorted.at(-1)!) - from(sorted[0]!)) / (row.length - 1)
      : to(sorted[0]!) - from(sorted[0]!);
  const gap = Math.max(0, pitch - (to(sorted[0]!) - from(sorted[0]!)));
  const missing = wanted - row.length;
  const limit = level ? columns : rows;
  const start = from(sorted[0]!) - gap / 2 - missing * pitch;
  const low = start >= 0 ? start : from(sorted[0]!) - gap / 2;
  const high = low + wanted * pitch;
  const ends = { from: Math.max(0, low), to: Math.min(limit, high) };
  const side = {
    from: Math.min(...row.map((p) => (level ? p.top : p.left))),
    to: Math.max(...row.map((p) => (level ? p.bottom : p.right))),
  };
  const cells = row.reduce((sum, p) => sum + p.cells, 0);
  return level
    ? { left: ends.from, right: ends.to, top: side.from, bottom: side.to, cells }
    : { top: ends.from, bottom: ends.to, left: side.from, right: side.to, cells };
}
