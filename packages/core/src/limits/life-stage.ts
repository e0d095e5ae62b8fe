/** How old animals are, as far as limits differ by it. */
export const lifeStages = ['grown', 'young'] as const;
