import { z } from 'zod';

/**
 * What a write can change, by topic: the server counts the writes of each, and a page that shows something of a topic
 * asks again when its count has grown.
 */
export const topics = [
  'waters',
  'readings',
  'deeds',
  'plan',
  'bench',
  'methods',
  'kits',
  'cards',
  'parameters',
  'photos',
  'cycle',
  'backups',
] as const;
export type Topic = (typeof topics)[number];

/** What a judgment rests on: all but what stands on the bench, the pictures themselves and the backups. */
export const judged = [
  'waters',
  'readings',
  'deeds',
  'plan',
  'methods',
  'kits',
  'cards',
  'parameters',
  'cycle',
] as const satisfies readonly Topic[];

export const TopicCountsSchema = z.record(z.enum(topics), z.int());
export type TopicCounts = z.infer<typeof TopicCountsSchema>;
