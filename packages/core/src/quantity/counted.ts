/** A count with its word: "1 water", "1,203 readings". */
export const counted = (n: number, one: string, many: string): string =>
  `${n.toLocaleString('en-US')} ${n === 1 ? one : many}`;
