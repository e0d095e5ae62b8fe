import { z } from 'zod';

/** Who lives in a water, as far as limits differ between them. */
export const stockGroupIds = [
  'community-fish',
  'goldfish',
  'livebearers',
  'soft-water-fish',
  'rift-lake-fish',
  'trout',
  'koi',
  'round-goldfish',
  'discus',
  'tilapia',
  'farmed-catfish',
  'warm-perch',
  'cool-perch',
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
  koi: 'Koi and carp',
  'round-goldfish': 'Round-bodied goldfish',
  discus: 'Discus and other warm-water fish',
  tilapia: 'Tilapia',
  'farmed-catfish': 'Catfish (loop or farm)',
  'warm-perch': 'Jade and silver perch',
  'cool-perch': 'European and yellow perch',
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

/** Groups of animals; the others are plants. */
export const isAnimal = (id: StockGroupId): boolean => id !== 'water-plants' && id !== 'leafy-greens';

/** Animals of the cold: a frozen pond is theirs, and nothing there is heated. Common practice. */
export const isColdWater = (id: StockGroupId): boolean =>
  ['goldfish', 'koi', 'trout', 'cool-perch'].includes(id);

/** Animals without a backbone: a snail or shrimp that dies is another matter than a fish. */
export const isInvertebrate = (id: StockGroupId): boolean =>
  ['shrimp', 'crystal-shrimp', 'snails'].includes(id);
