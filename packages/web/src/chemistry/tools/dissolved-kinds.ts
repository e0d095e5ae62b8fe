import type { QuantityKind } from '@hedge-lamp/core/quantity';

/** What is dissolved in a water and keeps its sum when waters are mixed or diluted, as the tools offer it. */
export const dissolvedKinds: readonly { readonly value: QuantityKind; readonly text: string }[] = [
  { value: 'nitrate', text: 'Nitrate' },
  { value: 'nitrite', text: 'Nitrite' },
  { value: 'ammonia', text: 'Total ammonia' },
  { value: 'alkalinity', text: 'KH (alkalinity)' },
  { value: 'hardness', text: 'GH (hardness)' },
  { value: 'chloride', text: 'Chloride and salt' },
];
