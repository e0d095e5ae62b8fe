/** The package ships no types of its own; the tests use this much of it. */
declare module 'ml-regression-theil-sen' {
  export class TheilSenRegression {
    constructor(x: readonly number[], y: readonly number[]);
    readonly slope: number;
  }
}
