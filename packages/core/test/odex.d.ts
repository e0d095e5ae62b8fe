/** The package odex ships no declarations; the tests use this much of it. */
export class Solver {
  constructor(dimensions: number);
  absoluteTolerance: number;
  relativeTolerance: number;
  maxSteps: number;
  solve(
    derivative: (x: number, y: number[]) => number[],
    from: number,
    start: readonly number[],
    to: number,
  ): { readonly y: number[] };
}
