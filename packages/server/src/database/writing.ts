import type { Database, Queries } from './open-database';

/**
 * Runs what reads and then writes as one transaction that has the right to write from its beginning: nothing can be
 * written by somebody else between what it read and what it writes. All or nothing.
 */
export const writing = <T>(database: Database | Queries, work: (within: Queries) => T): T =>
  database.transaction((tx) => work(tx), { behavior: 'immediate' });
