import { z } from 'zod';

/** Who lives in a water, as far as limits differ between them. */
export const stockGroupIds = [
  'community-fish',
  'goldfish',
  'livebearers',
  'soft-water-fish',
  'rift-lake-fish',
  'trout',
  'shrimp',
  'crystal-shrimp',
  'snails',
  'water-plants',
  'leafy-greens',
] as const;
export const StockGroupIdSchema = z.enum(stockGroupIds);
export type StockGroupId = z.infer<typeof StockGroupIdSchema>;

export const stockGroupLabel: Readonly<Record<StockGroupId, string>> = {
  'community-fish': 'Mixed tropical fish',
  goldfish: 'Goldfish and other pond fish',
  livebearers: 'Livebearers',
  'soft-water-fish': 'Soft-water fish',
  'rift-lake-fish': 'Rift-lake cichlids',
  trout: 'Trout and salmon',
  shrimp: 'Shrimp',
  'crystal-shrimp': 'Crystal shrimp and other soft-water shrimp',
  snails: 'Snails',
  'water-plants': 'Water plants',
  'leafy-greens': 'Leafy greens (loop)',
};

/** Groups of animals; the others are plants. A water without any of these can be harmed less. */
export const isAnimal = (id: StockGroupId): boolean => id !== 'water-plants' && id !== 'leafy-greens';
