/** The groups of filters that every maker makes and every forecast is measured in. */
export const filterGroups = ['unseeded', 'seeded', 'food', 'cold', 'soft', 'with animals'] as const;
export type FilterGroup = (typeof filterGroups)[number];
