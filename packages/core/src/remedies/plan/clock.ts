import { hour, minute, wallClock } from '../../wire';

/** Plans are told to five minutes. */
export const rounded = (at: number): number => Math.ceil(at / (5 * minute)) * 5 * minute;

/** The next time that a keeper's clock shows an hour, at least so long from an instant. */
export function nextHour(of: number, at: number, zone: string, atLeast = 4 * hour): number {
  const from = at + atLeast;
  const { hours, minutes } = wallClock(from, zone);
  const wait = ((of - hours + 24) % 24) * 60 - minutes;
  const found = Math.floor(from / minute) * minute + (wait < 0 ? wait + 24 * 60 : wait) * minute;
  // Where the clocks are set in between, the hour is missed by what they are set.
  const shown = wallClock(found, zone);
  const late = ((shown.hours - of + 36) % 24) - 12 + shown.minutes / 60;
  return found - Math.round(late * 60) * minute;
}
/** Eight in the morning. */
export const morningAfter = (at: number, zone: string): number => nextHour(8, at, zone);
