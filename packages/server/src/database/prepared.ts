import type { Queries } from './open-database';

/** A query that is built once for each open file: what every page asks costs more to build than to run. */
export function prepared<T>(build: (database: Queries) => T): (database: Queries) => T {
  const kept = new WeakMap<Queries, T>();
  return (database) => {
    const there = kept.get(database) ?? build(database);
    kept.set(database, there);
    return there;
  };
}
