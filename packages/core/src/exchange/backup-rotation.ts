import { day, localDate } from '../wire';

/** How many of each are kept. Hedge Lamp's own: a week to notice a slip, a year to notice a loss. */
export const rotation = { days: 7, weeks: 4, months: 12 } as const;

/** Weeks since the one of 1 January 1970, each from Monday on. That day was a Thursday. */
const weekOf = (date: string): string => String(Math.floor((Date.parse(date) / day + 3) / 7));

export interface DatedBackup {
  readonly name: string;
  /** Ms since epoch. */
  readonly madeAt: number;
}

/**
 * Which of the daily backups stay: the newest of each of the last seven days that have one, of the last four weeks, and of
 * the last twelve months. Days without one cost nothing: who was away for a month still has seven.
 * @param zone whose days, weeks and months
 * @returns names of those that stay; the newest of all is always among them
 */
export function keptByRotation(backups: readonly DatedBackup[], zone: string): ReadonlySet<string> {
  const newestFirst = [...backups].sort((a, b) => b.madeAt - a.madeAt || (a.name < b.name ? 1 : -1));
  const kept = new Set<string>();
  const spans: readonly [number, (date: string) => string][] = [
    [rotation.days, (date) => date],
    [rotation.weeks, weekOf],
    [rotation.months, (date) => date.slice(0, 7)],
  ];
  for (const [most, spanOf] of spans) {
    const seen = new Set<string>();
    for (const { name, madeAt } of newestFirst) {
      const span = spanOf(localDate(madeAt, zone));
      if (seen.has(span)) continue;
      if (seen.size === most) break;
      seen.add(span);
      kept.add(name);
    }
  }
  return kept;
}
