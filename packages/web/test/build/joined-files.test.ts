import fc from 'fast-check';
import { type Piece, joinedFiles } from '../../build/joined-files';

/** A heap of pieces of which each asks only for later ones, and entries that begin at some of them. */
const heap = fc
  .array(
    fc.record({ bytes: fc.integer({ min: 10, max: 60_000 }), asks: fc.array(fc.nat(40), { maxLength: 4 }) }),
    {
      minLength: 4,
      maxLength: 30,
    },
  )
  .map((all) => {
    const pieces = new Map<string, Piece>(
      all.map(({ bytes, asks }, k) => [
        `p${k}`,
        {
          id: `p${k}`,
          bytes,
          imports: [...new Set(asks.map((n) => k + 1 + n).filter((n) => n < all.length))].map((n) => `p${n}`),
        },
      ]),
    );
    const entries = [0, 1, 2].map((k) => ({ id: `p${k}`, weight: k === 1 ? 4 : 1 }));
    return { pieces, entries };
  });

const reachable = (
  id: string,
  pieces: ReadonlyMap<string, Piece>,
  found = new Set<string>(),
): Set<string> => {
  if (found.has(id)) return found;
  found.add(id);
  pieces.get(id)!.imports.forEach((next) => reachable(next, pieces, found));
  return found;
};

describe('script files joined', () => {
  it('holds every piece that is asked for just once, whatever the heap', () => {
    fc.assert(
      fc.property(heap, ({ pieces, entries }) => {
        const joined = joinedFiles(entries, pieces).flatMap((file) => file.pieces);
        const needed = new Set(entries.flatMap(({ id }) => [...reachable(id, pieces)]));
        expect(joined.sort()).toEqual([...needed].sort());
      }),
    );
  });

  it('never has files ask for each other in a circle: scripts run in an order', () => {
    fc.assert(
      fc.property(heap, ({ pieces, entries }) => {
        const fileOf = new Map(
          joinedFiles(entries, pieces).flatMap((f, k) => f.pieces.map((piece) => [piece, k])),
        );
        const asks = new Map<number, Set<number>>();
        for (const [piece, file] of fileOf)
          for (const next of pieces.get(piece)!.imports)
            if (fileOf.get(next) !== file)
              asks.set(file, (asks.get(file) ?? new Set()).add(fileOf.get(next)!));
        // Kahn: files that ask for nothing that is left are taken away, until none is.
        let left = new Set(fileOf.values());
        for (let before = -1; before !== left.size;) {
          before = left.size;
          left = new Set(
            [...left].filter((file) => [...(asks.get(file) ?? [])].some((next) => left.has(next))),
          );
        }
        expect([...left]).toEqual([]);
      }),
    );
  });

  it('puts small pieces of the same pages together, and leaves a large one out of the way of others', () => {
    const pieces = new Map<string, Piece>(
      (
        [
          ['app', 5000, ['vue']],
          ['vue', 100_000, []],
          ['log', 9000, ['dates', 'words']],
          ['trace', 9000, ['dates', 'words', 'chart']],
          ['dates', 900, []],
          ['words', 700, []],
          ['chart', 400_000, []],
        ] as const
      ).map(([id, bytes, imports]) => [id, { id, bytes, imports }]),
    );
    const entries = ['app', 'log', 'trace'].map((id) => ({ id, weight: 1 }));
    const files = joinedFiles(entries, pieces);
    const withPiece = (id: string) => files.find((file) => file.pieces.includes(id))!;
    expect(withPiece('dates')).toBe(withPiece('words'));
    expect(withPiece('chart').pieces).not.toContain('dates');
    expect(withPiece('log').isOfOneEntry).toBe(true);
    expect(withPiece('log').pieces).not.toContain('trace');
  });
});
