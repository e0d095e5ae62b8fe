/** A script file as finely cut as can be: one module. */
export interface Piece {
  readonly id: string;
  /** Minified, bytes. */
  readonly bytes: number;
  /** Pieces that have to be there before it runs. */
  readonly imports: readonly string[];
}

/** Something that is fetched as one: the application itself, a page, a part of a page that comes later. */
export interface Entry {
  readonly id: string;
  /** How much it matters that it comes quickly; 1 for a page as any other. */
  readonly weight: number;
}

/**
 * What one more file costs on a slow line, as bytes of minified script: its heads, its name in the list of what to fetch,
 * and that it compresses worse alone. Tried out with `npm run bench -- --phone`.
 */
const bytesOfARequest = 60_000;

/** A file to be: pieces that come together. */
interface File {
  readonly pieces: string[];
  bytes: number;
  /** For each entry, whether it fetches this file. */
  readonly fetchedBy: Uint8Array;
  /** Files that this one asks for. */
  readonly needs: Set<File>;
}

/** All that is fetched with a piece, itself among it. */
function withImports(id: string, pieces: ReadonlyMap<string, Piece>, found = new Set<string>()): Set<string> {
  if (found.has(id)) return found;
  found.add(id);
  for (const next of pieces.get(id)?.imports ?? []) withImports(next, pieces, found);
  return found;
}

function reachedFrom(file: File, found = new Set<File>()): Set<File> {
  for (const next of file.needs)
    if (!found.has(next)) {
      found.add(next);
      reachedFrom(next, found);
    }
  return found;
}

/** True where two files joined would ask for each other by way of a third: scripts must come in an order. */
const isRoundabout = (a: File, b: File): boolean =>
  [...a.needs].some((next) => next !== b && reachedFrom(next).has(b)) ||
  [...b.needs].some((next) => next !== a && reachedFrom(next).has(a));

/** Pieces that are fetched on the very same occasions. */
function alikePieces(entries: readonly Entry[], pieces: ReadonlyMap<string, Piece>): File[] {
  const occasions = new Map<string, Uint8Array>();
  entries.forEach(({ id }, k) => {
    for (const piece of withImports(id, pieces)) {
      const on = occasions.get(piece) ?? new Uint8Array(entries.length);
      on[k] = 1;
      occasions.set(piece, on);
    }
  });
  const byOccasion = new Map<string, File>();
  const fileOf = new Map<string, File>();
  for (const [id, fetchedBy] of occasions) {
    // What the application itself needs is there for all.
    if (fetchedBy[0]) fetchedBy.fill(1);
    const key = fetchedBy.join('');
    const file = byOccasion.get(key) ?? { pieces: [], bytes: 0, fetchedBy, needs: new Set() };
    byOccasion.set(key, file);
    file.pieces.push(id);
    file.bytes += pieces.get(id)?.bytes ?? 0;
    fileOf.set(id, file);
  }
  for (const [id, file] of fileOf)
    for (const next of pieces.get(id)?.imports ?? []) {
      const needed = fileOf.get(next);
      if (needed && needed !== file) file.needs.add(needed);
    }
  return [...byOccasion.values()];
}

export interface JoinedFile {
  readonly pieces: readonly string[];
  readonly isOfOneEntry: boolean;
}

/** What is saved, over all entries, by having two files as one: bytes of script, negative where it costs. */
function savedBy(a: File, b: File, weights: readonly number[]): number {
  let saved = 0;
  const behind = [...new Set([...reachedFrom(a), ...reachedFrom(b)])].filter((f) => f !== a && f !== b);
  for (const [k, weight] of weights.entries()) {
    const [byA, byB] = [a.fetchedBy[k] === 1, b.fetchedBy[k] === 1];
    if (byA && byB) saved += weight * bytesOfARequest;
    else if (byA || byB) {
      saved -= weight * (byA ? b.bytes : a.bytes);
      for (const file of behind) if (!file.fetchedBy[k]) saved -= weight * (file.bytes + bytesOfARequest);
    }
  }
  return saved;
}

/** Makes one file of two. */
function join(files: readonly File[], a: File, b: File): File[] {
  const joined: File = {
    pieces: [...a.pieces, ...b.pieces],
    bytes: a.bytes + b.bytes,
    fetchedBy: a.fetchedBy.map((on, k) => on | (b.fetchedBy[k] ?? 0)),
    needs: new Set([...a.needs, ...b.needs].filter((file) => file !== a && file !== b)),
  };
  const others = files.filter((file) => file !== a && file !== b);
  for (const { needs } of others)
    if (needs.has(a) || needs.has(b)) {
      needs.delete(a);
      needs.delete(b);
      needs.add(joined);
    }
  for (const file of reachedFrom(joined)) joined.fetchedBy.forEach((on, k) => (file.fetchedBy[k]! |= on));
  return [...others, joined];
}

/**
 * Which pieces to put into one file: first those that are always fetched together, then, pair by pair, whatever saves most
 * over all entries, until nothing saves any more. No file asks for itself by way of another.
 * @param entries the application first
 */
export function joinedFiles(entries: readonly Entry[], pieces: ReadonlyMap<string, Piece>): JoinedFile[] {
  const begins = new Set(entries.slice(1).map(({ id }) => id));
  /** An entry other than the application: beside others it would need one more file that only asks for it. */
  const isOwnOf = (file: File) => file.pieces.some((piece) => begins.has(piece));
  const weights = entries.map(({ weight }) => weight);
  let files = alikePieces(entries, pieces);
  for (;;) {
    let best: { a: File; b: File; saved: number } | null = null;
    for (const [k, a] of files.entries())
      for (const b of files.slice(k + 1)) {
        if (isOwnOf(a) || isOwnOf(b) || !a.fetchedBy.some((on, j) => on === 1 && b.fetchedBy[j] === 1))
          continue;
        const saved = savedBy(a, b, weights);
        if (saved > (best?.saved ?? 0) && !isRoundabout(a, b)) best = { a, b, saved };
      }
    if (!best)
      return files.map(({ pieces: together, fetchedBy }) => ({
        pieces: together,
        isOfOneEntry: fetchedBy.reduce((sum, on) => sum + on, 0) === 1,
      }));
    files = join(files, best.a, best.b);
  }
}
