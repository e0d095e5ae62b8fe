import type { Database } from './open-database';

/** So long an answer stays the same where nothing was written: readings grow old by the hour, ms. */
const lastsMs = 60_000;

/**
 * Remembers what was reckoned from the file until anything in it changes, by whatever connection, or a minute has gone by.
 * Several pages ask the same after each write.
 * @param reckon from a key, such as the identifier of a water, at an instant
 */
export function unchanged<T>(
  database: Database,
  now: () => number,
  reckon: (key: string, at: number) => T,
): (key: string) => T {
  const changes = database.$client.prepare('select total_changes()').pluck();
  const others = database.$client.prepare('pragma data_version').pluck();
  const known = new Map<string, T>();
  let state = '';
  return (key) => {
    const at = now();
    const is = `${String(changes.get())} ${String(others.get())} ${Math.floor(at / lastsMs)}`;
    if (is !== state) {
      known.clear();
      state = is;
    }
    const there = known.get(key);
    if (there !== undefined) return there;
    const made = reckon(key, at);
    known.set(key, made);
    return made;
  };
}
