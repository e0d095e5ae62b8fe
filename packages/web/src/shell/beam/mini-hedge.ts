import { type BeamZone, zonesOfLetters } from '@hedge-lamp/core/limits';

/** Distance of the bars of a hedge, px: the worse, the denser. In so little room bars stand for leaves. */
const step = { watch: 5, act: 3.4, urgent: 2.2 } as const;
/** How much of the leaf's color lies between the bars, %. */
const shade = { watch: 5, act: 16, urgent: 42 } as const;

/** Place of a stretch as a background has it: percent of what is left over beside it. */
const spot = (from: number, size: number) => (size >= 1 ? 0 : Math.round((from / (1 - size)) * 10_000) / 100);
const share = (x: number) => `${Math.round(x * 10_000) / 100}%`;

function barsOf({ status, from, to }: BeamZone): string[] {
  if (status === 'clear') return [];
  const between = `color-mix(in srgb, var(--leaf) ${shade[status]}%, transparent)`;
  return [
    `repeating-linear-gradient(90deg, var(--leaf) 0 1px, ${between} 1px ${step[status]}px) ${spot(from, to - from)}% 0 / ${share(to - from)} 100% no-repeat`,
  ];
}

/**
 * The hedges of a small beam, in the color `--leaf`, as layers of a background, drawn by the browser without an element of
 * their own: forty waters have four hundred beams.
 * @param letters the statuses along the beam, by their first letters
 */
export function miniHedge(letters: string): string {
  const zones = zonesOfLetters(letters);
  const open = zones.find((z) => z.status === 'clear');
  const banks = [open?.from ?? 0, open?.to ?? 1]
    .filter((x) => x > 0 && x < 1)
    .map((x) => `linear-gradient(var(--leaf), var(--leaf)) ${share(x)} 0 / 1.6px 100% no-repeat`);
  return [...banks, ...zones.flatMap(barsOf)].join(', ') || 'none';
}
