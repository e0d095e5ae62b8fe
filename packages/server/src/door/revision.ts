import { randomUUID } from 'node:crypto';

/**
 * Counts writes, so that other pages learn by one small question that something changed. `boot` differs after
 * a restart, when the count begins anew.
 */
export interface Revision {
  readonly boot: string;
  readonly count: number;
  bump(): void;
}

export function newRevision(): Revision {
  let count = 0;
  return {
    boot: randomUUID(),
    get count() {
      return count;
    },
    bump: () => {
      count += 1;
    },
  };
}
