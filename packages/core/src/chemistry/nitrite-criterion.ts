/**
 * Nitrite that inland fish stand for long, by the chloride beside it: mean values of EIFAC 1984, Technical Paper 46
 * (figures from memory). mg/L chloride against mg/L nitrite as N.
 */
const byChloride = {
  salmonids: [
    [1, 0.01],
    [5, 0.05],
    [10, 0.09],
    [20, 0.12],
    [40, 0.15],
  ],
  coarseFish: [
    [1, 0.02],
    [5, 0.1],
    [10, 0.18],
    [20, 0.24],
    [40, 0.3],
  ],
} as const;

/**
 * The guideline value for nitrite, mg/L as N; a straight line between the figures of the source, and its first and
 * last value beyond them, which is the cautious side above 40 mg/L.
 * @param chloride mg/L as the ion
 * @example eifacNitrite(30) // 0.27
 */
export function eifacNitrite(chloride: number, fish: keyof typeof byChloride = 'coarseFish'): number {
  const steps = byChloride[fish];
  const above = steps.findIndex(([cl]) => cl >= chloride);
  if (above === 0) return steps[0][1];
  if (above < 0) return steps.at(-1)![1];
  const [[c0, n0], [c1, n1]] = [steps[above - 1]!, steps[above]!];
  return n0 + ((chloride - c0) / (c1 - c0)) * (n1 - n0);
}
