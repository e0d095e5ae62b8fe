import { randomUUID } from 'node:crypto';
import { type Topic, type TopicCounts, topics } from '@hedge-lamp/core/wire';

/**
 * Counts writes by topic, so that other pages learn by one small question what changed. `boot` differs after a restart,
 * when the counts begin anew.
 */
export interface Revision {
  readonly boot: string;
  readonly count: number;
  readonly topics: TopicCounts;
  /** Of all topics where it is not said of which. */
  bump(changed?: readonly Topic[]): void;
}

export function newRevision(): Revision {
  let count = 0;
  const counts = Object.fromEntries(topics.map((topic) => [topic, 0])) as TopicCounts;
  return {
    boot: randomUUID(),
    get count() {
      return count;
    },
    topics: counts,
    bump(changed = topics) {
      if (changed.length === 0) return;
      count += 1;
      for (const topic of changed) counts[topic] += 1;
    },
  };
}
