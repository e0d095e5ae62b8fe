import type { Edges } from '@hedge-lamp/core/limits';
import type { ForWhom } from '@hedge-lamp/core/guidelines';
import { stockGroupLabel } from '@hedge-lamp/core/limits';
import { waterKindInfo } from '@hedge-lamp/core/waters';

/**
 * "below 4, above 8"; a dash where the status never begins.
 * @param onStep true where it begins at its upper bound: "from 1"
 */
export function boundsWords({ below, above }: Edges, onStep = false): string {
  const parts = [
    ...(below === null ? [] : [`below ${below}`]),
    ...(above === null ? [] : [`${onStep ? 'from' : 'above'} ${above}`]),
  ];
  return parts.join(', ') || '–';
}

/** "4–8", "up to 20", "from 5". */
export function targetWords({ from, to }: { from: number | null; to: number | null }): string {
  if (from === null && to === null) return '–';
  if (from === null) return to === 0 ? 'none' : `up to ${to}`;
  return to === null ? `from ${from}` : `${from}–${to}`;
}

/** Kinds of water, stock, and the condition under which a guideline holds. */
export function forWhomWords({ kinds, stock, planted, young, cycling }: ForWhom): string {
  return [
    kinds.map((k) => waterKindInfo[k].label.toLowerCase()).join(', '),
    ...(stock ? [`with ${stock.map((g) => stockGroupLabel[g].toLowerCase()).join(' or ')}`] : []),
    ...(planted ? ['with plants'] : []),
    ...(young ? ['with young animals'] : []),
    ...(cycling ? ['while the filter grows in'] : []),
  ].join(' ');
}
