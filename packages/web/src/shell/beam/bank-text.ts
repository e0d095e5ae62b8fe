/** A limit as it is written at a bank, in as many digits as there is room for; empty where no hedge stands. */
export const bankText = (value: number | null): string =>
  value === null ? '' : String(Number(value.toPrecision(Math.abs(value) < 1 ? 2 : 3)));
