import { desc } from 'drizzle-orm';
import { readingsTable } from './table';

/** The newest reading first; of those of one instant the one that was entered last. */
export const newestFirst = [
  desc(readingsTable.takenAt),
  desc(readingsTable.createdAt),
  desc(readingsTable.id),
];
